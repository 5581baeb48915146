import type { Collection } from './collections'
import type { AnyRecord, RecordOf } from './schema'

/** One record before and after a step; null where it did not exist. */
export interface Change {
  collection: Collection
  id: string
  before: AnyRecord | null
  after: AnyRecord | null
  /** a lot's mass was weighed or said as a whole, and is not what was there with something taken or added */
  toldAnew?: true
}

/** One thing the person did, undone and redone as a whole. */
export interface Step {
  id: string
  label: string
  at: string
  changes: Change[]
  /** set while a later step of the same key may still become part of this one */
  mergeKey?: string
}

/**
 * The same changes the other way round.
 * @example reversed([{ collection: 'lots', id: 'a', before: null, after: null }]) // [{ collection: 'lots', id: 'a', before: null, after: null }]
 */
export const reversed = (changes: readonly Change[]): Change[] =>
  changes.map(({ before: after, after: before, ...rest }) => ({ ...rest, before, after }))

/** All records, by collection and id. */
export type Records = { [C in Collection]: Record<string, RecordOf<C>> }
/** The same where any record may be put: a change says which kind it is of. */
export type Shelves = Record<Collection, Record<string, AnyRecord>>

/**
 * The records after a step is done or undone. The input is left as it was.
 * @param direction "do" writes every change's after, "undo" its before, in reverse
 */
export function applyStep(records: Records, step: Pick<Step, 'changes'>, direction: 'do' | 'undo'): Records {
  const next: Shelves = { ...records }
  const changes = direction === 'do' ? step.changes : [...step.changes].reverse()
  // Each collection is copied once, however many of its records change: a whole yard may be put in place of another.
  const copies: Partial<Shelves> = {}
  for (const { collection, id, before, after } of changes) {
    const copy = (copies[collection] ??= next[collection] = { ...next[collection] })
    const value = direction === 'do' ? after : before
    Reflect.deleteProperty(copy, id)
    if (value !== null) copy[id] = value
  }
  return next as Records
}

/** A yard with nothing in it. */
export function noRecords(): Records {
  return { settings: {}, lots: {}, alloys: {}, heats: {}, gear: {}, practices: {} }
}
