export { hadSeen, isSum, pathOf, type DeviceId, type Entry, type Path } from './entry'
export { mergeOutcome, isQuestion, type MergeOutcome } from './fate'
export { knownOf, written, type Pen } from './marks'
export { treeFrom } from './stand'
export { valueOf } from './tree'
export { mergeChanges } from './merge-changes'
export { applyRemoteChanges, type Heard, type OpenClash } from './hear-changes'
export { rebaseUndoStep } from './rebase-step'
export { clashKey, mergeFile, type MergedFile } from './draw-in'
export {
  compareWorkspaces,
  comparing,
  mergeRecords,
  partOf,
  itemKeys,
  withPart,
  type Changed,
  type Clash,
  type Comparison,
  type Fits,
} from './merge'
