export { byId } from './by-id'
export { nth } from './nth'
export { present } from './present'
