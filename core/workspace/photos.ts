import type { AnyRecord, Workspace } from './schema'

/** Ids of the pictures a record names. */
export function photosOf(record: AnyRecord): string[] {
  if ('assays' in record)
    return [...(record.log ?? []), ...(record.tests ?? []), ...record.assays].flatMap(
      ({ photos }) => photos ?? [],
    )
  return 'photos' in record ? (record.photos ?? []) : []
}

/** Ids of all pictures a yard names, each once. */
export function workspacePhotos({ lots, heats }: Pick<Workspace, 'lots' | 'heats'>): string[] {
  return [...new Set([...lots, ...heats].flatMap(photosOf))]
}
