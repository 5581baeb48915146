import type { Collection } from './collections'
import { mergeRecords, type Clash } from './merge'
import type { AnyRecord } from './schema'

/** Sums of thousands of weighings are as good as a millionth of a gram. */
const STEPS_PER_G = 1e6

const massOf = (record: AnyRecord): number => ('massG' in record ? Number(record.massG) : 0)

/**
 * Two changes of one record drawn together, as `mergeRecords` does. Of a lot's mass both count: each took from it or
 * added to it, and two weighings never cancel each other.
 * @param base as both knew it; null where there was none
 * @returns a lot's mass in g, never below nothing; what both changed otherwise is a clash
 * @example mergeChanges('lots', null, { id: 'a', createdAt: '', updatedAt: '' }, { id: 'a', createdAt: '', updatedAt: '' }).clashes // []
 */
export function mergeChanges<T extends AnyRecord>(
  collection: Collection,
  base: T | null,
  mine: T,
  theirs: T,
): { merged: T; clashes: Clash[] } {
  const { merged, clashes } = mergeRecords(base, mine, theirs)
  if (collection !== 'lots' || !base) return { merged, clashes }
  const sumG = massOf(mine) + massOf(theirs) - massOf(base)
  return {
    merged: { ...merged, massG: Math.max(0, Math.round(sumG * STEPS_PER_G) / STEPS_PER_G) },
    clashes: clashes.filter(({ path }) => path.join() !== 'massG'),
  }
}
