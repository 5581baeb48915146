export { metalNeeded } from './metal-needed'
export { metalNeedSchema, type MetalNeed } from './schema'
