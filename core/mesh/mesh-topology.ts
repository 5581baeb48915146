/** How the triangles of a mesh hang together. Triangles are nine coordinates each, corner after corner. */
export interface MeshTopology {
  /** per corner, the number of its point */
  corners: Int32Array
  points: number
  /** per triangle, 1 where it must be turned over to face as its shell does */
  turned: Uint8Array
  /** per triangle, the number of its shell */
  shell: Int32Array
  shells: number
  /** open edges as pairs of points, along their triangle */
  open: Int32Array
  /** edges with more than two triangles */
  crowdedEdges: number
  /** triangles without area: two corners in one point */
  degenerate: number
}

const MISSING = -1
/** Multipliers that scatter coordinates and point numbers over a table. */
const [SCATTER_X, SCATTER_Y, SCATTER_Z] = [0x9e3779b1, 0x85ebca6b, 0xc2b2ae35]

/**
 * Joins corners that lie in one point, finds the edges triangles share, and sorts triangles into shells that face
 * one way.
 * @param triangles nine coordinates each
 * @param toleranceMm points in the same cell of this size are one; 0 joins only equal points
 * @param told the share done, 0–1
 */
export function meshTopology(
  triangles: Float32Array,
  toleranceMm = 0,
  told: (done: number) => void = () => {},
): MeshTopology {
  const { corners, points } = joinCorners(triangles, toleranceMm, (done) => told(0.5 * done))
  const count = triangles.length / 9
  const family = new Parity(count)
  const flat = new Uint8Array(count)
  let degenerate = 0
  for (let triangle = 0; triangle < count; triangle++) {
    const a = corners[3 * triangle]!
    const b = corners[3 * triangle + 1]!
    const c = corners[3 * triangle + 2]!
    if (a !== b && b !== c && c !== a) continue
    degenerate++
    flat[triangle] = 1
  }
  const edges = gatherEdges(corners, points, flat)
  told(0.8)
  for (let edge = 0; edge < edges.size; edge++) {
    if (edges.second[edge] === MISSING) continue
    const opposed =
      edges.along[edge]! + edges.against[edge]! === 2 && edges.along[edge] !== edges.against[edge]
    family.join(edges.first[edge]!, edges.second[edge]!, opposed ? 1 : 0)
  }
  told(0.9)
  const { shell, shells, turned } = family.shells(flat)
  const open: number[] = []
  let crowdedEdges = 0
  for (let edge = 0; edge < edges.size; edge++) {
    const along = edges.along[edge]!
    const against = edges.against[edge]!
    if (along + against > 2) crowdedEdges++
    else if (along + against < 2) {
      const forward = (along === 1) !== (turned[edges.first[edge]!] === 1)
      open.push(edges[forward ? 'low' : 'high'][edge]!, edges[forward ? 'high' : 'low'][edge]!)
    }
  }
  return {
    corners,
    points,
    turned,
    shell,
    shells,
    open: Int32Array.from(open),
    crowdedEdges,
    degenerate,
  }
}

/** Share of a table that may be taken before it is made wider. */
const FULL = 0.6

function joinCorners(triangles: Float32Array, toleranceMm: number, told: (done: number) => void) {
  const count = triangles.length / 3
  const corners = new Int32Array(count)
  // Equal coordinates have equal bits, save the two zeros; a tolerance puts each into the middle of its cell.
  const keys = new Float32Array(triangles.length)
  if (toleranceMm > 0)
    for (let at = 0; at < keys.length; at++) keys[at] = Math.round(triangles[at]! / toleranceMm) + 0
  else for (let at = 0; at < keys.length; at++) keys[at] = triangles[at]! + 0
  const bits = new Int32Array(keys.buffer)
  // A closed mesh has a sixth as many points as corners.
  let room = 2 ** Math.ceil(Math.log2(Math.max(64, count / 3)))
  let table = new Int32Array(room).fill(MISSING)
  const places = new Int32Array(3 * count)
  let points = 0
  const slotOf = (x: number, y: number, z: number): number => {
    let slot = Math.imul(x, SCATTER_X) ^ Math.imul(y, SCATTER_Y) ^ Math.imul(z, SCATTER_Z)
    slot = (slot ^ (slot >>> 15)) & (room - 1)
    for (let known = table[slot]!; known !== MISSING; known = table[slot]!) {
      if (places[3 * known] === x && places[3 * known + 1] === y && places[3 * known + 2] === z) break
      slot = (slot + 1) & (room - 1)
    }
    return slot
  }
  for (let corner = 0; corner < count; corner++) {
    if (corner % 0x40000 === 0) told(corner / count)
    const x = bits[3 * corner]!
    const y = bits[3 * corner + 1]!
    const z = bits[3 * corner + 2]!
    const slot = slotOf(x, y, z)
    let point = table[slot]!
    if (point === MISSING) {
      point = points++
      places[3 * point] = x
      places[3 * point + 1] = y
      places[3 * point + 2] = z
      table[slot] = point
      if (points > FULL * room) {
        room *= 2
        table = new Int32Array(room).fill(MISSING)
        for (let known = 0; known < points; known++)
          table[slotOf(places[3 * known]!, places[3 * known + 1]!, places[3 * known + 2]!)] = known
      }
    }
    corners[corner] = point
  }
  return { corners, points }
}

/** Edges with their two points, the first two triangles at each, and how many run along and against it. */
interface Edges {
  size: number
  low: Int32Array
  high: Int32Array
  first: Int32Array
  second: Int32Array
  along: Uint16Array
  against: Uint16Array
}

/** Every edge once: sides of triangles sorted by their lower point, then told apart by the other. */
function gatherEdges(corners: Int32Array, points: number, flat: Uint8Array): Edges {
  const sides = corners.length
  const next = (side: number) => (side % 3 === 2 ? side - 2 : side + 1)
  const start = new Int32Array(points + 1)
  for (let side = 0; side < sides; side++) {
    if (flat[(side / 3) | 0]) continue
    const low = Math.min(corners[side]!, corners[next(side)]!)
    start[low + 1] = start[low + 1]! + 1
  }
  for (let point = 0; point < points; point++) start[point + 1] = start[point + 1]! + start[point]!
  const bySide = new Int32Array(start[points]!)
  const filled = start.slice(0, points)
  for (let side = 0; side < sides; side++) {
    if (flat[(side / 3) | 0]) continue
    const low = Math.min(corners[side]!, corners[next(side)]!)
    const place = filled[low]!
    bySide[place] = side
    filled[low] = place + 1
  }
  const edges: Edges = {
    size: 0,
    low: new Int32Array(bySide.length),
    high: new Int32Array(bySide.length),
    first: new Int32Array(bySide.length),
    second: new Int32Array(bySide.length).fill(MISSING),
    along: new Uint16Array(bySide.length),
    against: new Uint16Array(bySide.length),
  }
  /** the edge from the point in hand to another, and the point it was found for */
  const edgeTo = new Int32Array(points)
  const foundFor = new Int32Array(points).fill(MISSING)
  for (let low = 0; low < points; low++)
    for (let place = start[low]!; place < start[low + 1]!; place++) {
      const side = bySide[place]!
      const from = corners[side]!
      const high = from === low ? corners[next(side)]! : from
      if (foundFor[high] !== low) {
        foundFor[high] = low
        edgeTo[high] = edges.size
        edges.low[edges.size] = low
        edges.high[edges.size] = high
        edges.first[edges.size] = (side / 3) | 0
        edges.size++
      } else if (edges.second[edgeTo[high]!] === MISSING) edges.second[edgeTo[high]!] = (side / 3) | 0
      const edge = edgeTo[high]!
      const counts = from === low ? edges.along : edges.against
      counts[edge] = counts[edge]! + 1
    }
  return edges
}

/** Union-find that remembers whether two members face the same way. */
class Parity {
  private readonly parent: Int32Array
  /** facing against the parent */
  private readonly odd: Uint8Array
  private facing = 0
  constructor(private readonly count: number) {
    this.parent = Int32Array.from({ length: count }, (_, index) => index)
    this.odd = new Uint8Array(count)
  }

  /** The root of a member's shell; whether it faces against it is left in `facing`. */
  private find(member: number): number {
    let root = member
    let odd = 0
    while (this.parent[root] !== root) {
      odd ^= this.odd[root]!
      root = this.parent[root]!
    }
    // The way is made short for the next question.
    let at = member
    let left = odd
    while (this.parent[at] !== root && at !== root) {
      const next = this.parent[at]!
      const step = this.odd[at]!
      this.parent[at] = root
      this.odd[at] = left
      left ^= step
      at = next
    }
    this.facing = odd
    return root
  }

  join(one: number, other: number, odd: number): void {
    const a = this.find(one)
    const facing = this.facing
    const b = this.find(other)
    if (a === b) return
    this.parent[b] = a
    this.odd[b] = facing ^ this.facing ^ odd
  }

  /** Shells numbered from 0, those left out in none; in each, the fewer triangles are the turned ones. */
  shells(leftOut: Uint8Array): { shell: Int32Array; shells: number; turned: Uint8Array } {
    const shell = new Int32Array(this.count)
    const turned = new Uint8Array(this.count)
    const numbers = new Map<number, number>()
    const turnedIn: number[] = []
    const sizes: number[] = []
    for (let member = 0; member < this.count; member++) {
      if (leftOut[member]) continue
      const root = this.find(member)
      const odd = this.facing
      let number = numbers.get(root)
      if (number === undefined) {
        number = numbers.size
        numbers.set(root, number)
        turnedIn.push(0)
        sizes.push(0)
      }
      shell[member] = number
      turned[member] = odd
      turnedIn[number]! += odd
      sizes[number]!++
    }
    for (let member = 0; member < this.count; member++)
      if (!leftOut[member] && 2 * turnedIn[shell[member]!]! > sizes[shell[member]!]!) turned[member]! ^= 1
    return { shell, shells: numbers.size, turned }
  }
}
