import type { AnyRecord, Collection } from '#core/workspace'
import { pathOf, type Entry } from './entry'
import { mergeOutcome, isQuestion } from './fate'
import { written } from './marks'
import { isLater, mergeRecords, type Clash } from './merge'
import { treeFrom } from './stand'
import { valueOf } from './tree'

/** Who wrote what both knew, and who the one and the other change. */
const [PAST, EARLIER, LATER] = ['past', 'earlier', 'later'] as const

/**
 * Two changes of one record drawn together, by the one rule there is for it: as if each had been written on a device of
 * its own. Where both changed the same to something else, the later record's word stands, and the clash is told; of a
 * lot's mass both count, so that two weighings never cancel each other. Both sides come to the same, whoever reckons.
 * @param base as both knew it; null where there was none: then as two copies are drawn together
 * @returns a lot's mass in g, never below nothing
 * @example mergeChanges('lots', null, { id: 'a', createdAt: '', updatedAt: '' }, { id: 'a', createdAt: '', updatedAt: '' }).clashes // []
 */
export function mergeChanges<T extends AnyRecord>(
  collection: Collection,
  base: T | null,
  mine: T,
  theirs: T,
): { merged: T; clashes: Clash[] } {
  if (!base) return mergeRecords(mine, theirs)
  const mineIsLater = isLater(mine, theirs)
  const past = new Map<string, Entry>([['', { v: base, n: 1, d: PAST }]])
  const by = (device: string, after: T) => written(past, collection, after, { device, n: 1, anew: false }).put
  const earlier = new Map(by(EARLIER, mineIsLater ? theirs : mine))
  const entries = new Map([...past, ...earlier])
  const clashes: Clash[] = []
  for (const [place, stands] of by(LATER, mineIsLater ? mine : theirs)) {
    const lost = earlier.get(place)
    const fate = lost ? mergeOutcome(place, stands, lost) : 'over'
    if (fate === 'again') continue
    entries.set(place, stands)
    if (!lost || fate !== 'asked' || !isQuestion(pathOf(place), stands.v, lost.v)) continue
    const [own, other] = mineIsLater ? [stands.v, lost.v] : [lost.v, stands.v]
    clashes.push({ path: [...pathOf(place)], mine: own, theirs: other })
  }
  const merged = valueOf(treeFrom(entries)!) as T
  return { merged: { ...merged, updatedAt: (mineIsLater ? mine : theirs).updatedAt }, clashes }
}
