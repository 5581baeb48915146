export { inOrder } from './in-order'
export { localDate } from './local-date'
export { recordFields } from './record'
export { tableOf, TABLES } from './table'
