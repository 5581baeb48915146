export { fromWorkspace, toWorkspace } from './convert'
export { applyStep, noRecords, type Change, type Records, type Step } from './history'
export { emptyJournal, JOURNAL_LENGTH, pushStep, sealJournal, type Journal } from './journal'
export { photosOf, workspacePhotos } from './photos'
export { checksum } from './checksum'
export { compareWorkspaces, mergeRecords, type Clash, type Comparison } from './merge'
export { COLLECTIONS, type Collection } from './collections'
export {
  ownAlloySchema,
  recordSchemas,
  settingsSchema,
  workspaceSchema,
  type AnyRecord,
  type OwnAlloy,
  type RecordOf,
  type Settings,
  type Workspace,
} from './schema'
