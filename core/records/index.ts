export { recordFields } from './record'
