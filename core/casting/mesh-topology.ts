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
  /** edges whose two triangles face opposite ways */
  turnedEdges: number
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
  const edges = edgeTable(count)
  const family = new Parity(count)
  const flat = new Uint8Array(count)
  let degenerate = 0
  for (let triangle = 0; triangle < count; triangle++) {
    if (triangle % 0x20000 === 0) told(0.5 + (0.5 * triangle) / count)
    const [a, b, c] = [corners[3 * triangle]!, corners[3 * triangle + 1]!, corners[3 * triangle + 2]!]
    if (a === b || b === c || c === a) {
      degenerate++
      flat[triangle] = 1
      continue
    }
    edges.add(a, b, triangle)
    edges.add(b, c, triangle)
    edges.add(c, a, triangle)
  }
  for (let edge = 0; edge < edges.size(); edge++) {
    if (edges.second[edge] === MISSING) continue
    const opposed =
      edges.along[edge]! + edges.against[edge]! === 2 && edges.along[edge] !== edges.against[edge]
    family.join(edges.first[edge]!, edges.second[edge]!, opposed ? 1 : 0)
  }
  const { shell, shells, turned } = family.shells(flat)
  const open: number[] = []
  let crowdedEdges = 0
  let turnedEdges = 0
  for (let edge = 0; edge < edges.size(); edge++) {
    const along = edges.along[edge]!
    const against = edges.against[edge]!
    if (along + against > 2) crowdedEdges++
    else if (along + against === 2) turnedEdges += along === against ? 0 : 1
    else {
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
    turnedEdges,
    degenerate,
  }
}

/** A table size with room to spare, a power of two. */
const roomFor = (entries: number) => 2 ** Math.ceil(Math.log2(Math.max(16, entries * 1.5)))

function joinCorners(triangles: Float32Array, toleranceMm: number, told: (done: number) => void) {
  const count = triangles.length / 3
  const corners = new Int32Array(count)
  const room = roomFor(count)
  const table = new Int32Array(room).fill(MISSING)
  const mask = room - 1
  // Equal coordinates have equal bits, save the two zeros; a tolerance puts each into the middle of its cell.
  const keys = new Float32Array(triangles.length)
  for (let at = 0; at < triangles.length; at++)
    keys[at] = (toleranceMm > 0 ? Math.round(triangles[at]! / toleranceMm) : triangles[at]!) + 0
  const bits = new Int32Array(keys.buffer)
  const pointAt = new Int32Array(count)
  let points = 0
  for (let corner = 0; corner < count; corner++) {
    if (corner % 0x40000 === 0) told(corner / count)
    const [x, y, z] = [bits[3 * corner]!, bits[3 * corner + 1]!, bits[3 * corner + 2]!]
    let slot = Math.imul(x, SCATTER_X) ^ Math.imul(y, SCATTER_Y) ^ Math.imul(z, SCATTER_Z)
    slot = (slot ^ (slot >>> 15)) & mask
    for (;;) {
      const known = table[slot]!
      if (known === MISSING) {
        table[slot] = corner
        pointAt[corner] = points++
        break
      }
      if (bits[3 * known] === x && bits[3 * known + 1] === y && bits[3 * known + 2] === z) {
        pointAt[corner] = pointAt[known]!
        break
      }
      slot = (slot + 1) & mask
    }
    corners[corner] = pointAt[corner]!
  }
  return { corners, points }
}

/** Edges by their two points, with how often triangles run along and against them and the first two triangles. */
function edgeTable(triangles: number) {
  const most = 3 * triangles
  const room = roomFor(most)
  const mask = room - 1
  const table = new Int32Array(room).fill(MISSING)
  const low = new Int32Array(most)
  const high = new Int32Array(most)
  const first = new Int32Array(most)
  const second = new Int32Array(most).fill(MISSING)
  const along = new Uint16Array(most)
  const against = new Uint16Array(most)
  let size = 0
  function add(from: number, to: number, triangle: number): void {
    const [a, b] = from < to ? [from, to] : [to, from]
    let slot = Math.imul(a, SCATTER_X) ^ Math.imul(b, SCATTER_Y)
    slot = (slot ^ (slot >>> 15)) & mask
    let edge = table[slot]!
    while (edge !== MISSING && (low[edge] !== a || high[edge] !== b)) {
      slot = (slot + 1) & mask
      edge = table[slot]!
    }
    if (edge === MISSING) {
      edge = size++
      table[slot] = edge
      low[edge] = a
      high[edge] = b
      first[edge] = triangle
    } else if (second[edge] === MISSING) second[edge] = triangle
    const counts = from < to ? along : against
    counts[edge] = counts[edge]! + 1
  }
  return { add, size: () => size, low, high, first, second, along, against }
}

/** Union-find that remembers whether two members face the same way. */
class Parity {
  private readonly parent: Int32Array
  /** facing against the parent */
  private readonly odd: Uint8Array
  constructor(private readonly count: number) {
    this.parent = Int32Array.from({ length: count }, (_, index) => index)
    this.odd = new Uint8Array(count)
  }

  private find(member: number): { root: number; odd: number } {
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
    return { root, odd }
  }

  join(one: number, other: number, odd: number): void {
    const a = this.find(one)
    const b = this.find(other)
    if (a.root === b.root) return
    this.parent[b.root] = a.root
    this.odd[b.root] = a.odd ^ b.odd ^ odd
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
      const { root, odd } = this.find(member)
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
