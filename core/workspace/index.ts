export { fromWorkspace, toWorkspace } from './convert'
export { plainRecord, withoutMarks } from './plain-record'
export { sameRecord } from './same-record'
export { applyStep, noRecords, reversed, type Change, type Records, type Shelves, type Step } from './history'
export { emptyJournal, JOURNAL_LENGTH, lastKnown, pushStep, sealJournal, type Journal } from './journal'
export { photosOf, renamePhotos, workspacePhotos } from './photos'
export { inOrder } from '#core/records'
export { checksum, recordSum } from './checksum'
export { freeNumbers, numberingChanges } from './free-numbers'
export { knownPart, knownWorkspace, MOST_SENSELESS, type Newer } from './newer'
export { MOST_ISSUES, parseWorkspace, type WorkspaceIssue } from './parse'
export { isObject, migrateRecord, migrateWorkspace, REVISION, revisionOf } from './revisions'
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
