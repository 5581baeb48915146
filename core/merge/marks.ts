import { sameRecord, type AnyRecord, type Collection } from '#core/workspace'
import { isBelow, placeOf, sumPlace, type DeviceId, type Entry, type Path, type Seen } from './entry'
import { massIn, sumsOf, treeFrom, type Entries } from './stand'
import { keysInOrder, treeOf, valueOf, type Node } from './tree'

/**
 * What entries together knew of other devices' writes.
 * @example knownOf([{ v: 1, n: 3, d: 'phone', s: { scale: 2 } }], 'desk') // { phone: 3, scale: 2 }
 */
export function knownOf(entries: Iterable<Entry>, own: DeviceId): Seen | undefined {
  const seen: Record<DeviceId, number> = {}
  const meet = (device: DeviceId, n: number) => {
    if (device !== own && n > (seen[device] ?? 0)) seen[device] = n
  }
  for (const { d, n, s } of entries) {
    meet(d, n)
    if (s) for (const [device, known] of Object.entries(s)) meet(device, known)
  }
  return Object.keys(seen).length > 0 ? seen : undefined
}

/** One change of a place: a value, or nothing any more. */
type Mark = { place: string; v: unknown; g?: true; o?: number }

/** What has to be written to come from one tree to another, at the fewest places. */
function marksBetween(was: Node, will: Node, path: Path): Mark[] {
  const place = placeOf(path)
  if (was.kind === 'leaf' || will.kind === 'leaf' || was.kind !== will.kind)
    return sameRecord(valueOf(was), valueOf(will)) ? [] : [{ place, v: valueOf(will) }]
  const marks: Mark[] = []
  const put = (name: string, order?: number) => {
    const part = will.parts.get(name)!
    const at = placeOf([...path, name])
    const o = order === undefined ? {} : { o: order }
    // A list, or a field of fields, that was not there: another may begin it as well, and what each puts in is in it.
    const begun = part.kind === 'list' || (part.kind === 'fields' && path.length === 0) ? emptied(part) : null
    marks.push({ place: at, v: valueOf(begun ?? part), ...o })
    if (begun) marks.push(...marksBetween(begun, part, [...path, name]))
  }
  for (const [name, part] of was.parts)
    if (!will.parts.has(name)) marks.push({ place: placeOf([...path, name]), v: valueOf(part), g: true })
  let order: ReadonlyMap<string, number> = new Map()
  if (was.kind === 'list' && will.kind === 'list') {
    const kept = keysInOrder(was).filter((key) => will.parts.has(key))
    const keys = keysInOrder(will)
    // Things in another order: the list is written as a whole.
    if (kept.join('\n') !== keys.filter((key) => was.parts.has(key)).join('\n'))
      return [{ place, v: valueOf(will) }]
    order = ordersBetween(was.order, kept, keys)
  }
  for (const [name, part] of will.parts) {
    const before = was.parts.get(name)
    if (before) marks.push(...marksBetween(before, part, [...path, name]))
    else put(name, order.get(name))
  }
  return marks
}

const emptied = (node: Exclude<Node, { kind: 'leaf' }>): Node =>
  node.kind === 'fields'
    ? { kind: 'fields', parts: new Map() }
    : { ...node, parts: new Map(), order: new Map() }

/** A place for each new thing between those that stand already. */
function ordersBetween(
  order: ReadonlyMap<string, number>,
  kept: readonly string[],
  keys: readonly string[],
): Map<string, number> {
  const found = new Map<string, number>()
  let last = kept.length > 0 ? (order.get(kept[0]!) ?? 0) - keys.length : 0
  const rest = [...kept]
  for (const key of keys) {
    if (key === rest[0]) {
      last = order.get(key) ?? last
      rest.shift()
      continue
    }
    const next = rest.length > 0 ? (order.get(rest[0]!) ?? last + 1) : undefined
    last = next === undefined ? Math.floor(last) + 1 : (last + next) / 2
    found.set(key, last)
  }
  return found
}

/** Who writes. */
export interface Pen {
  device: DeviceId
  /** the how-manyth write of that device it is */
  n: number
  /** a mass was told anew: it is not what was there with something taken or added */
  anew: boolean
}

/** What is to be done for entries to make another record: places that stand no more go first. */
export interface Written {
  drop: string[]
  put: [place: string, entry: Entry][]
}

/**
 * What has to be written for a record to become another. What of it did not change is not written, so that another's
 * changes of the rest stand beside these; a lot's mass changes by what was taken or added, unless it was told anew.
 * @param entries of the record as it is
 * @param after null where it was taken away
 * @example written(new Map(), 'lots', null, { device: 'desk', n: 1, anew: false }).put // []
 */
export function written(
  entries: Entries,
  collection: Collection,
  after: AnyRecord | null,
  { device, n, anew }: Pen,
): Written {
  const was = treeFrom(entries)
  const done: Written = { drop: [], put: [] }
  if (!was && !after) return done
  const s = knownOf(entries.values(), device)
  const write = (place: string, rest: Pick<Entry, 'v' | 'g' | 'o' | 'c'>) => {
    // All below was known and stands no more.
    done.drop.push(...[...entries.keys()].filter((other) => isBelow(other, place)))
    done.put.push([place, { ...rest, n, d: device, ...(s ? { s } : {}) }])
  }
  const sums = sumsOf(entries)
  const sumsNow = Object.keys(sums).length > 0 ? { c: sums } : {}
  if (!was || !after) {
    write('', after ? { v: after, ...sumsNow } : { v: valueOf(was!), g: true, ...sumsNow })
    return done
  }
  let marks = marksBetween(was, treeOf(after, []), [])
  const mass = marks.find(({ place, g }) => place === 'massG' && !g)
  if (mass && collection === 'lots' && !anew) {
    const by = (after as { massG: number }).massG - (massIn(was)?.value as number)
    marks = marks.filter((mark) => mark !== mass)
    write(sumPlace(device), { v: (sums[device] ?? 0) + by })
  }
  for (const { place, ...rest } of marks) write(place, { ...rest, ...(place === 'massG' ? sumsNow : {}) })
  return done
}
