export { metalNeeded, metalNeedSchema, type MetalNeed } from './metal-needed'
