export { nth } from './nth'
