import type { AnyRecord, Workspace } from './schema'
import { sameRecord as same } from './same-record'
import { COLLECTIONS, type Collection } from './collections'

/** A field both sides changed, each to something else. */
export interface Clash {
  field: string
  mine: unknown
  theirs: unknown
}

type Fields = Record<string, unknown>

/**
 * Two changes of one record drawn together field by field. Where both changed the same field otherwise, the later
 * record's stands, and the clash is told. Both sides come to the same result, whoever reckons it.
 * @param base as both knew it; null where there was none
 */
export function mergeRecords<T extends AnyRecord>(
  base: T | null,
  mine: T,
  theirs: T,
): { merged: T; clashes: Clash[] } {
  const [b, m, t] = [(base ?? {}) as Fields, mine as unknown as Fields, theirs as unknown as Fields]
  const order =
    [mine.updatedAt, JSON.stringify(mine)].join() > [theirs.updatedAt, JSON.stringify(theirs)].join()
  const merged: Fields = {}
  const clashes: Clash[] = []
  for (const field of new Set([...Object.keys(t), ...Object.keys(m)])) {
    const [before, here, there] = [b[field], m[field], t[field]]
    const value =
      same(here, there) || same(there, before) ? here : same(here, before) ? there : order ? here : there
    if (field !== 'updatedAt' && !same(here, there) && !same(here, before) && !same(there, before))
      clashes.push({ field, mine: here, theirs: there })
    if (value !== undefined) merged[field] = value
  }
  merged.updatedAt = mine.updatedAt > theirs.updatedAt ? mine.updatedAt : theirs.updatedAt
  return { merged: merged as unknown as T, clashes }
}

/** What opening a file would do, record by record. */
export interface Comparison {
  collection: Collection
  added: AnyRecord[]
  /** both have it, otherwise; the later one is taken when they are merged */
  changed: { mine: AnyRecord; theirs: AnyRecord; later: 'mine' | 'theirs' }[]
  same: number
  /** only in the yard as it is */
  onlyHere: AnyRecord[]
}

/** A yard against a file of one, by the ids of their records. */
export function compareWorkspaces(mine: Workspace, theirs: Workspace): Comparison[] {
  return COLLECTIONS.map((collection) => {
    const here = new Map<string, AnyRecord>(mine[collection].map((record) => [record.id, record]))
    const there = new Set(theirs[collection].map(({ id }) => id))
    const result: Comparison = { collection, added: [], changed: [], same: 0, onlyHere: [] }
    for (const record of theirs[collection] as AnyRecord[]) {
      const known = here.get(record.id)
      if (!known) result.added.push(record)
      else if (same(known, record)) result.same++
      else
        result.changed.push({
          mine: known,
          theirs: record,
          later: record.updatedAt > known.updatedAt ? 'theirs' : 'mine',
        })
    }
    result.onlyHere = [...here.values()].filter(({ id }) => !there.has(id))
    return result
  })
}
