import {
  applyStep,
  numberingChanges,
  sameRecord,
  type AnyRecord,
  type Change,
  type Collection,
  type Records,
  type Shelves,
} from '#core/workspace'
import { isQuestion } from './fate'
import type { Clash, Fits } from './merge'
import { mergeChanges } from './merge-changes'

/** Something two windows changed, each to something else, and on which record. */
export interface OpenClash extends Clash {
  collection: Collection
  id: string
}

/** A yard after another window's changes were taken over. */
export interface Heard {
  records: Records
  /** what neither window has written as it now stands, and is still to be written */
  drawn: Change[]
  /** heats given a number of their own: the other windows are to be told, for they may have given another */
  numbered: Change[]
  clashes: OpenClash[]
}

/**
 * Takes another window's changes over. What this window has changed of the same record meanwhile is kept beside, and a
 * record that one took away while the other worked on it stays: in both windows, and both write it.
 * @param unwritten whether this window still has an older word on a record to write: then the new one is to be written
 *   after it, or the older one would be the last on the disk
 * @param gone a record as it was when this window took it away
 */
export function applyRemoteChanges(
  records: Records,
  changes: readonly Change[],
  fits: Fits,
  unwritten: (collection: Collection, id: string) => boolean = () => false,
  gone: (collection: Collection, id: string) => AnyRecord | null = () => null,
): Heard {
  const heard: Shelves = { ...records }
  const copies: Partial<Shelves> = {}
  const drawn: Change[] = []
  const clashes: OpenClash[] = []
  for (const { collection, id, before, after } of changes) {
    const mine = heard[collection][id] ?? null
    if (sameRecord(mine, after) && !unwritten(collection, id)) continue
    // A number is nothing to choose: whatever comes of it, each heat has its own.
    const ask = (found: readonly Clash[]) =>
      clashes.push(
        ...found
          .filter(({ path, mine: own, theirs }) => isQuestion(path, own, theirs))
          .map((clash) => ({ ...clash, collection, id })),
      )
    let value: AnyRecord | null = after
    const was = mine || !before || !after ? null : gone(collection, id)
    if (was) {
      // What the other window did and this one had not seen brings it back; where that comes to nothing new, not.
      const joined = joinedRecords(collection, before, was, after!, fits)
      value = sameRecord(joined.merged, was) ? null : joined.merged
      if (value) ask(joined.clashes)
    }
    if (mine && !sameRecord(mine, before)) {
      const joined = after
        ? joinedRecords(collection, before, mine, after, fits)
        : { merged: mine, clashes: [] }
      value = joined.merged
      ask(joined.clashes)
    }
    // Taken away here while the other window worked on it: what this window writes last must not be that it is gone.
    const takenAway = !mine && before !== null && after !== null
    if (takenAway || unwritten(collection, id) || !sameRecord(value, after))
      drawn.push({ collection, id, before: mine, after: value })
    // Copied once, however many of a collection's records were changed.
    const copy = (copies[collection] ??= heard[collection] = { ...heard[collection] })
    Reflect.deleteProperty(copy, id)
    if (value) copy[id] = value
  }
  const whole = heard as Records
  const numbers = numberingChanges(whole)
  return {
    records: numbers.length > 0 ? applyStep(whole, { changes: numbers }, 'do') : whole,
    drawn: [...drawn, ...numbers],
    numbered: numbers,
    clashes,
  }
}

/** Drawn together; where the two would not make a record, this window's stays and the whole is asked about. */
function joinedRecords(
  collection: Collection,
  before: AnyRecord | null,
  mine: AnyRecord,
  theirs: AnyRecord,
  fits: Fits,
) {
  const joined = mergeChanges(collection, before, mine, theirs)
  if (fits(collection, joined.merged)) return joined
  const later = theirs.updatedAt > mine.updatedAt ? theirs : mine
  return { merged: later, clashes: [{ path: [], mine, theirs }] }
}
