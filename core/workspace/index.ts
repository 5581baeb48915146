export { fromWorkspace, toWorkspace } from './convert'
export { applyStep, noRecords, type Change, type Records, type Step } from './history'
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
