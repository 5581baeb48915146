import { nth } from '#core/lists'
import {
  COLLECTIONS,
  isObject,
  sameRecord as same,
  type AnyRecord,
  type Collection,
  type Workspace,
} from '#core/workspace'

/** A part of a record that both sides changed, each to something else. */
export interface Clash {
  /** where in the record: names of fields, and ids of what lists hold */
  path: string[]
  mine: unknown
  theirs: unknown
}

type Fields = Record<string, unknown>

/**
 * Fields whose own fields can be drawn together one by one. All others are of one piece: half of one composition and
 * half of another make no alloy.
 */
const OPEN = new Set([
  'pour',
  'choices',
  'done',
  'burnt',
  'reserved',
  'clocks',
  'practices',
  'acknowledged',
  'seen',
  'lookedAt',
  'yieldOverrides',
  'recoveryOverrides',
  'overruledYield',
  'overruledRecovery',
])

/** What the things of a list are told apart by; null for a list that is of one piece. */
function keyOf(lists: readonly unknown[][]): ((one: unknown) => string) | null {
  const all = lists.flat()
  if (all.length === 0) return null
  if (all.every((one) => typeof one === 'string')) return String
  for (const key of ['id', 'lotId', 'at']) {
    const read = (one: unknown) => (isObject(one) ? String(one[key]) : '')
    const told = all.every((one) => isObject(one) && typeof one[key] === 'string')
    // Each of a list has its own: two looks at one moment cannot be told apart by it.
    if (told && lists.every((list) => new Set(list.map(read)).size === list.length)) return read
  }
  return null
}

/**
 * What the things of a list are told apart by, in the order they stand.
 * @returns null for a list that is of one piece; none for an empty one, which may get things
 * @example itemKeys([{ id: 'a', massG: 1 }]) // ['a']
 */
export function itemKeys(list: readonly unknown[]): string[] | null {
  if (list.length === 0) return []
  const key = keyOf([[...list]])
  const keys = key && list.map(key)
  return keys && new Set(keys).size === keys.length ? keys : null
}

/**
 * Whether the fields of what stands at a path can be drawn together one by one.
 * @example hasOwnFields(['composition']) // false
 */
export const hasOwnFields = (path: readonly string[]): boolean => path.length !== 1 || OPEN.has(nth(path, 0))

/** Nothing was said here: what the other side says is no change of it. */
const isNothing = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  value === '' ||
  (Array.isArray(value) && value.length === 0) ||
  (isObject(value) && Object.keys(value).length === 0)

/** Two copies without a common past drawn together: a side that says nothing leaves the word to the other. */
class Drawing {
  readonly clashes: Clash[] = []
  constructor(private readonly mineIsLater: boolean) {}

  value(path: string[], mine: unknown, theirs: unknown): unknown {
    if (isNothing(theirs) || same(mine, theirs)) return mine
    if (isNothing(mine)) return theirs
    if (Array.isArray(mine) && Array.isArray(theirs)) {
      const key = keyOf([mine, theirs])
      if (key) return this.list(path, key, mine, theirs)
    } else if (isObject(mine) && isObject(theirs) && hasOwnFields(path))
      return this.fields(path, mine, theirs)
    if (path.at(-1) !== 'updatedAt' && path[0] !== 'plan') this.clashes.push({ path, mine, theirs })
    return this.mineIsLater ? mine : theirs
  }

  fields(path: string[], mine: Fields, theirs: Fields): Fields {
    const drawn: Fields = {}
    for (const field of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const value = this.value([...path, field], mine[field], theirs[field])
      if (value !== undefined) drawn[field] = value
    }
    return drawn
  }

  /** What either side has is in. */
  private list(
    path: string[],
    key: (one: unknown) => string,
    mine: readonly unknown[],
    theirs: readonly unknown[],
  ): unknown[] {
    const here = new Map(mine.map((one) => [key(one), one]))
    const there = new Map(theirs.map((one) => [key(one), one]))
    const inOrder = this.mineIsLater ? [...mine, ...theirs] : [...theirs, ...mine]
    return [...new Set(inOrder.map(key))].map((id) => {
      const [one, other] = [here.get(id), there.get(id)]
      if (one === undefined || other === undefined) return one ?? other
      return isObject(one) && isObject(other) ? this.fields([...path, id], one, other) : one
    })
  }
}

/**
 * Which of two is later; of two that are as late always the same one, whoever asks.
 * @example isLater({ id: 'a', createdAt: '', updatedAt: '2' }, { id: 'a', createdAt: '', updatedAt: '1' }) // true
 */
export const isLater = (mine: AnyRecord, theirs: AnyRecord): boolean =>
  [mine.updatedAt, JSON.stringify(mine)].join() > [theirs.updatedAt, JSON.stringify(theirs)].join()

/**
 * Two copies of one record that have no past in common drawn together: field by field, and the things of lists one by
 * one; what only one side says is taken. Where both say something else, the later record's stands, and the clash is
 * told. Both sides come to the same result, whoever reckons it.
 */
export function mergeRecords<T extends AnyRecord>(mine: T, theirs: T): { merged: T; clashes: Clash[] } {
  const drawing = new Drawing(isLater(mine, theirs))
  const merged = drawing.fields([], mine, theirs)
  merged.updatedAt = mine.updatedAt > theirs.updatedAt ? mine.updatedAt : theirs.updatedAt
  return { merged: merged as T, clashes: drawing.clashes }
}

/** A record with what stands at a place in it; as it was where there is no such place. */
export function withPart<T extends AnyRecord>(record: T, path: readonly string[], value: unknown): T {
  return replaced(record, path, value) as T
}

function replaced(whole: unknown, [first, ...rest]: readonly string[], value: unknown): unknown {
  if (first === undefined) return value
  if (Array.isArray(whole)) {
    const key = keyOf([whole])
    return key ? whole.map((one: unknown) => (key(one) === first ? replaced(one, rest, value) : one)) : whole
  }
  return isObject(whole) ? { ...whole, [first]: replaced(whole[first], rest, value) } : whole
}

/** What stands at a place in a record; undefined where there is no such place. */
export function partOf(record: AnyRecord, path: readonly string[]): unknown {
  return path.reduce<unknown>((whole, name) => {
    if (Array.isArray(whole)) {
      const key = keyOf([whole])
      return key ? whole.find((one) => key(one) === name) : undefined
    }
    return isObject(whole) ? whole[name] : undefined
  }, record)
}

/** A record both have, otherwise. */
export interface Changed {
  mine: AnyRecord
  theirs: AnyRecord
  later: 'mine' | 'theirs'
  /** drawn together, the later one's word standing where they clash */
  merged: AnyRecord
  clashes: Clash[]
}

/** What opening a file would do, record by record. */
export interface Comparison {
  collection: Collection
  added: AnyRecord[]
  changed: Changed[]
  same: number
  /** only in the yard as it is */
  onlyHere: AnyRecord[]
}

/** Whether a record is one that can be kept: what two sides come to together has to be. */
export type Fits = (collection: Collection, record: AnyRecord) => boolean

/** A yard against a file of one, by the ids of their records. */
export function compareWorkspaces(mine: Workspace, theirs: Workspace, fits: Fits): Comparison[] {
  const course = comparing(mine, theirs, fits)
  for (;;) {
    const step = course.next()
    if (step.done) return step.value
  }
}

/** The same, record by record: between two of them its caller may do something else. */
export function* comparing(mine: Workspace, theirs: Workspace, fits: Fits): Generator<void, Comparison[]> {
  const results: Comparison[] = []
  for (const collection of COLLECTIONS) {
    const here = new Map<string, AnyRecord>(mine[collection].map((record) => [record.id, record]))
    const there = new Set(theirs[collection].map(({ id }) => id))
    const result: Comparison = { collection, added: [], changed: [], same: 0, onlyHere: [] }
    for (const record of theirs[collection] as AnyRecord[]) {
      yield
      const known = here.get(record.id)
      if (!known) result.added.push(record)
      else if (same(known, record)) result.same++
      else result.changed.push(changedOf(collection, known, record, fits))
    }
    result.onlyHere = [...here.values()].filter(({ id }) => !there.has(id))
    results.push(result)
  }
  return results
}

function changedOf(collection: Collection, mine: AnyRecord, theirs: AnyRecord, fits: Fits): Changed {
  const later = theirs.updatedAt > mine.updatedAt ? 'theirs' : 'mine'
  const { merged, clashes } = mergeRecords(mine, theirs)
  // Two that fit by themselves may not fit together: then the later one stands whole, and the other is shown whole.
  if (fits(collection, merged)) return { mine, theirs, later, merged, clashes }
  return {
    mine,
    theirs,
    later,
    merged: later === 'mine' ? mine : theirs,
    clashes: [{ path: [], mine, theirs }],
  }
}
