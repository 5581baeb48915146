import type { AnyRecord, Workspace } from './schema'

/** Ids of the pictures a record names. */
export function photosOf(record: AnyRecord): string[] {
  if ('assays' in record)
    return [
      ...(record.log ?? []),
      ...(record.tests ?? []),
      ...record.assays,
      ...(record.pour.castings ?? []),
    ].flatMap(({ photos }) => photos ?? [])
  return 'photos' in record ? (record.photos ?? []) : []
}

/** Ids of all pictures a yard names, each once. */
export function workspacePhotos({ lots, heats }: Pick<Workspace, 'lots' | 'heats'>): string[] {
  return [...new Set([...lots, ...heats].flatMap(photosOf))]
}

/** A yard that names its pictures otherwise. */
export function renamePhotos(workspace: Workspace, ids: ReadonlyMap<string, string>): Workspace {
  const renamed = <T>(value: T): T => {
    if (Array.isArray(value)) return value.map(renamed) as T
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [
        key,
        key === 'photos' && Array.isArray(inner)
          ? inner.map((id: string) => ids.get(id) ?? id)
          : renamed(inner),
      ]),
    ) as T
  }
  return { ...workspace, lots: renamed(workspace.lots), heats: renamed(workspace.heats) }
}
