export { localDate } from './local-date'
export { recordFields } from './record'
