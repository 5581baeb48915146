import { COLLECTIONS, sameRecord, type Records } from '#core/workspace'
import type { Edit } from './yard-store'

/** Returns the edits that make one yard into another; records that are the same are left out. */
export function editsTo(now: Records, next: Records): Edit[] {
  return COLLECTIONS.flatMap((collection) => [
    ...Object.keys(now[collection])
      .filter((id) => !next[collection][id])
      .map((id): Edit => ({ collection, id, after: null })),
    ...Object.entries(next[collection])
      .filter(([id, after]) => !sameRecord(now[collection][id], after))
      .map(([id, after]): Edit => ({ collection, id, after })),
  ])
}
