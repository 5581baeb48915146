import { noRecords, type Records } from './history'
import { COLLECTIONS } from './collections'
import { REVISION } from './revisions'
import type { AnyRecord, Workspace } from './schema'

const byAge = (a: AnyRecord, b: AnyRecord) =>
  a.createdAt < b.createdAt ? -1 : a.createdAt > b.createdAt ? 1 : a.id < b.id ? -1 : 1

/** The yard as one document, oldest record first, so that the same yard always gives the same file. */
export function toWorkspace(records: Records): Workspace {
  const lists = Object.fromEntries(
    COLLECTIONS.map((collection) => [collection, Object.values(records[collection]).sort(byAge)]),
  )
  return { format: 'hephaestal/workspace', version: 1, revision: REVISION, ...lists } as Workspace
}

/** The records of a workspace document, by id. */
export function fromWorkspace(workspace: Workspace): Records {
  const records = noRecords()
  for (const collection of COLLECTIONS)
    for (const record of workspace[collection]) records[collection][record.id] = record
  return records
}
