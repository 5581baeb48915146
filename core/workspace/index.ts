export { fromWorkspace, toWorkspace } from './convert'
export { applyStep, noRecords, type Change, type Records, type Step } from './history'
export { emptyJournal, JOURNAL_LENGTH, pushStep, sealJournal, type Journal } from './journal'
export {
  COLLECTIONS,
  ownAlloySchema,
  recordSchemas,
  settingsSchema,
  workspaceSchema,
  type AnyRecord,
  type Collection,
  type OwnAlloy,
  type RecordOf,
  type Settings,
  type Workspace,
} from './schema'
