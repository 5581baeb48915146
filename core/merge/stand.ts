import { isObject } from '#core/workspace'
import { isSum, hadSeen, pathOf, placeOf, type Entry, type Path, type Seen } from './entry'
import { treeOf, type Node } from './tree'

/** What stands at the places of a record. */
export type Entries = ReadonlyMap<string, Entry>

/** Mass written at a place, where that place tells one: of a lot, its own or the whole lot's. */
const MASS = 'massG'
/** Sums of thousands of weighings are as good as a millionth of a gram. */
const STEPS_PER_G = 1e6

/**
 * What all devices took and added, by device.
 * @returns g, below nothing where more was taken than added
 * @example sumsOf(new Map([[sumPlace('phone'), { v: -50, n: 2, d: 'phone' }]])) // { phone: -50 }
 */
export function sumsOf(entries: Entries): Seen {
  const sums: Record<string, number> = {}
  for (const [place, { v, d }] of entries) if (isSum(place)) sums[d] = v as number
  return sums
}

/**
 * The mass a record tells, where it tells one.
 * @example massIn(treeOf({ massG: 5 }, [])).value // 5
 */
export function massIn(tree: Node): Extract<Node, { kind: 'leaf' }> | null {
  const part = tree.kind === 'fields' ? tree.parts.get(MASS) : undefined
  return part?.kind === 'leaf' ? part : null
}

/** Puts a value at a path of a tree; where nothing holds it any more, it is left. */
function put(tree: Node, path: Path, value: Node, order: number | undefined): void {
  let at: Node = tree
  for (const name of path.slice(0, -1)) {
    const next: Node | undefined = at.kind === 'leaf' ? undefined : at.parts.get(name)
    if (!next) return
    at = next
  }
  const name = path.at(-1)
  if (at.kind === 'leaf' || name === undefined) return
  at.parts.set(name, value)
  if (at.kind === 'list' && order !== undefined) at.order.set(name, order)
}

function takeOut(tree: Node, path: Path): void {
  let at: Node | undefined = tree
  for (const name of path.slice(0, -1)) at = at?.kind === 'leaf' ? undefined : at?.parts.get(name)
  if (at && at.kind !== 'leaf') at.parts.delete(path.at(-1)!)
}

/**
 * A record's tree from its entries. What was taken away stays where another device, not knowing of it, worked on it.
 * @returns null where there is none, or it was taken away
 * @example valueOf(treeFrom(new Map([['', { v: { note: 'dry' }, n: 1, d: 'desk' }]]))) // { note: 'dry' }
 */
export function treeFrom(entries: Entries): Node | null {
  const root = entries.get('')
  if (!root || !isObject(root.v)) return null
  const places = [...entries.keys()].filter((place) => place !== '' && !isSum(place))
  // From the top down, so that a thing is there before its fields; of one depth in the order of their names.
  const depth = new Map(places.map((place) => [place, pathOf(place).length]))
  places.sort((a, b) => depth.get(a)! - depth.get(b)! || (a < b ? -1 : 1))
  const tree = treeOf(root.v, [])
  const standing = new Map<string, Entry>([['', root]])
  const gone = root.g ? [''] : []
  /** places of what somebody worked on who did not know that it was taken away */
  const workedOn = new Set<string>()
  for (const place of places) {
    const entry = entries.get(place)!
    const path = pathOf(place)
    const above = path.map((_, at) => placeOf(path.slice(0, at)))
    if (above.some((other) => standing.has(other) && hadSeen(standing.get(other)!, entry))) continue
    standing.set(place, entry)
    put(tree, path, treeOf(entry.v, path), entry.o)
    if (entry.g) gone.push(place)
    else for (const other of above) workedOn.add(other)
  }
  if ([...entries].some(([place, entry]) => isSum(place) && !hadSeen(root, entry))) workedOn.add('')
  // The deepest first: what is left of a thing tells whether it stays.
  for (const place of gone.reverse()) {
    if (workedOn.has(place)) continue
    if (place === '') return null
    takeOut(tree, pathOf(place))
  }
  const told = entries.get(MASS)
  const mass = told && standing.has(MASS) ? told : root
  const massG = massIn(tree)
  const sums = Object.entries(sumsOf(entries))
  if (massG && sums.length > 0) {
    const since = sums.reduce((sum, [device, by]) => sum + by - (mass.c?.[device] ?? 0), 0)
    massG.value = Math.max(0, Math.round(((massG.value as number) + since) * STEPS_PER_G) / STEPS_PER_G)
  }
  return tree
}
