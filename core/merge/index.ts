export { knew, isSum, pathOf, type DeviceId, type Entry, type Path } from './entry'
export { fateOf, isQuestion, type Fate } from './fate'
export { knownOf, written, type Pen } from './marks'
export { treeFrom } from './stand'
export { valueOf } from './tree'
export { mergeChanges } from './merge-changes'
export { hearChanges, type Heard, type OpenClash } from './hear-changes'
export { rebaseStep } from './rebase-step'
export { clashKey, drawIn, type DrawnIn } from './draw-in'
export {
  compareWorkspaces,
  comparing,
  mergeRecords,
  partOf,
  thingKeys,
  withPart,
  type Changed,
  type Clash,
  type Comparison,
  type Fits,
} from './merge'
