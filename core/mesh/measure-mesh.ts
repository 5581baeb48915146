import { meshTopology, type MeshTopology } from './mesh-topology'

/** What a mesh measures, in the unit of its file (cubed, squared). */
export interface MeshMeasure {
  triangles: number
  volume: number
  area: number
  box: { min: [number, number, number]; max: [number, number, number] }
  /** every edge has its two triangles: the volume is certain */
  closed: boolean
  openEdges: number
  /** holes, each closed flat from its middle for the volume */
  holes: number
  crowdedEdges: number
  /** triangles that faced the wrong way and were turned over for the volume */
  turnedTriangles: number
  /** the whole faced inwards; the volume is counted as if it did not */
  insideOut: boolean
  /** bodies and hollows that do not touch */
  shells: number
  degenerate: number
  /** corners nearer than this were joined; 0 where they met exactly */
  joinedWithin: number
}

/** Farthest coordinate that is measured: a kilometre where the unit is a micron. Beyond it products overflow. */
export const FARTHEST = 1e9

/** Points this near, as a share of the longest side, are meant as one. */
const NEAR = 2e-6

/**
 * Volume, area and box of a mesh, and whether it is closed. Triangles that face the wrong way are turned over, holes
 * are closed flat, a hollow inside a body is taken off.
 * @param triangles nine coordinates each, corner after corner
 * @param told the share done, 0–1
 * @throws RangeError for no triangles, a number that does not divide by nine, or coordinates that are not numbers or too far
 * @source divergence theorem: V = ⅙ Σ a·(b×c)
 */
export function measureMesh(
  triangles: Float32Array,
  told: (done: number) => void = () => {},
): MeshMeasure & { topology: MeshTopology } {
  if (triangles.length === 0 || triangles.length % 9 !== 0) throw new RangeError('no whole triangles')
  const box = boxOf(triangles)
  const longest = Math.max(...box.max.map((most, axis) => most - box.min[axis]!))
  let joinedWithin = 0
  let topology = meshTopology(triangles, 0, (done) => told(0.7 * done))
  if (topology.open.length > 0 && longest > 0) {
    // Many programs round each corner on its own; then the seams lie open by a hair.
    const near = meshTopology(triangles, NEAR * longest, (done) => told(0.7 + 0.2 * done))
    // A single far point makes the joining so coarse that the body shrinks to nothing: that closes no seam.
    const collapsed = near.degenerate > triangles.length / 9 / 2
    if (near.open.length < topology.open.length / 2 && !collapsed) {
      topology = near
      joinedWithin = NEAR * longest
    }
  }
  const middle = box.min.map((least, axis) => (least + box.max[axis]!) / 2) as [number, number, number]
  const { byShell, area, turnedTriangles } = integrate(triangles, topology, middle)
  const caps = capHoles(triangles, topology, middle)
  // A cap is counted apart: with it a shell that is open is judged as a whole.
  const facingIn = byShell.reduce((sum, shell) => sum + shell, 0) + caps.volume < 0
  const bodies =
    topology.open.length > 0 ? byShell : righted(byShell, facingIn, shellBoxes(triangles, topology))
  const volume = bodies.reduce((sum, shell) => sum + shell, 0) + caps.volume
  told(1)
  return {
    topology,
    triangles: triangles.length / 9,
    volume: Math.abs(volume),
    area,
    box,
    closed: topology.open.length === 0 && topology.crowdedEdges === 0,
    openEdges: topology.open.length / 2,
    holes: caps.holes,
    crowdedEdges: topology.crowdedEdges,
    turnedTriangles,
    insideOut: facingIn,
    shells: topology.shells,
    degenerate: topology.degenerate,
    joinedWithin,
  }
}

function boxOf(triangles: Float32Array): MeshMeasure['box'] {
  const min: [number, number, number] = [Infinity, Infinity, Infinity]
  const max: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  for (let axis = 0; axis < 3; axis++) {
    let least = Infinity
    let most = -Infinity
    for (let at = axis; at < triangles.length; at += 3) {
      const value = triangles[at]!
      // Written so that what is not a number is caught as well.
      if (!(value >= -FARTHEST && value <= FARTHEST))
        throw new RangeError('a coordinate is not a number of a casting')
      if (value < least) least = value
      if (value > most) most = value
    }
    min[axis] = least
    max[axis] = most
  }
  return { min, max }
}

function integrate(triangles: Float32Array, topology: MeshTopology, [mx, my, mz]: [number, number, number]) {
  // Triangles without an area belong to no shell; where all are, one stands for them.
  const byShell = Array.from({ length: Math.max(1, topology.shells) }, () => 0)
  let area = 0
  let turnedTriangles = 0
  for (let triangle = 0, at = 0; at < triangles.length; triangle++, at += 9) {
    const ax = triangles[at + 0]! - mx
    const ay = triangles[at + 1]! - my
    const az = triangles[at + 2]! - mz
    const bx = triangles[at + 3]! - mx
    const by = triangles[at + 4]! - my
    const bz = triangles[at + 5]! - mz
    const cx = triangles[at + 6]! - mx
    const cy = triangles[at + 7]! - my
    const cz = triangles[at + 8]! - mz
    const sixth = (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)) / 6
    const turned = topology.turned[triangle]!
    turnedTriangles += turned
    byShell[topology.shell[triangle]!]! += turned ? -sixth : sixth
    const nx = (by - ay) * (cz - az) - (bz - az) * (cy - ay)
    const ny = (bz - az) * (cx - ax) - (bx - ax) * (cz - az)
    const nz = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
    area += Math.sqrt(nx * nx + ny * ny + nz * nz) / 2
  }
  return { byShell, area, turnedTriangles }
}

/** Shells more than this are taken as they face. */
const MOST_SHELLS = 2000

/** Corner boxes of the shells: least x, y, z, most x, y, z. */
function shellBoxes(triangles: Float32Array, { shell, shells }: MeshTopology): Float64Array[] {
  if (shells < 2 || shells > MOST_SHELLS) return []
  const boxes = Array.from({ length: shells }, () =>
    Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity),
  )
  for (let at = 0; at < triangles.length; at++) {
    const box = boxes[shell[Math.floor(at / 9)]!]!
    const axis = at % 3
    if (triangles[at]! < box[axis]!) box[axis] = triangles[at]!
    if (triangles[at]! > box[axis + 3]!) box[axis + 3] = triangles[at]!
  }
  return boxes
}

/** The volumes of shells that lie in no other counted as bodies, whichever way they face; hollows stay taken off. */
function righted(volumes: readonly number[], facingIn: boolean, boxes: readonly Float64Array[]): number[] {
  if (boxes.length === 0) return [...volumes]
  const sign = facingIn ? -1 : 1
  const within = (inner: Float64Array, outer: Float64Array) =>
    [0, 1, 2].every((axis) => inner[axis]! > outer[axis]! && inner[axis + 3]! < outer[axis + 3]!)
  return volumes.map((volume, index) => {
    const facing = sign * volume
    const hollow = boxes.some((box, other) => other !== index && within(boxes[index]!, box))
    return sign * (hollow ? facing : Math.abs(facing))
  })
}

/** Every hole closed by a fan from the middle of its rim: the volume that adds, and how many there are. */
function capHoles(
  triangles: Float32Array,
  { corners, open, points }: MeshTopology,
  middle: [number, number, number],
): { volume: number; holes: number } {
  if (open.length === 0) return { volume: 0, holes: 0 }
  const place = new Int32Array(points).fill(-1)
  for (let corner = 0; corner < corners.length; corner++) place[corners[corner]!] = corner
  const at = (point: number) =>
    [0, 1, 2].map((axis) => triangles[3 * place[point]! + axis]! - middle[axis]!) as [number, number, number]
  const parent = new Map<number, number>()
  const find = (point: number): number => {
    let root = point
    while ((parent.get(root) ?? root) !== root) root = parent.get(root)!
    parent.set(point, root)
    return root
  }
  for (let edge = 0; edge < open.length; edge += 2) parent.set(find(open[edge]!), find(open[edge + 1]!))
  const rims = new Map<number, number[]>()
  for (let edge = 0; edge < open.length; edge += 2) {
    const rim = find(open[edge]!)
    const edges = rims.get(rim)
    if (edges) edges.push(edge)
    else rims.set(rim, [edge])
  }
  let volume = 0
  for (const edges of rims.values()) {
    const centre: [number, number, number] = [0, 0, 0]
    for (const edge of edges)
      at(open[edge]!).forEach((value, axis) => (centre[axis]! += value / edges.length))
    for (const edge of edges) {
      // The cap runs against its neighbour along the rim.
      const [ax, ay, az] = at(open[edge + 1]!)
      const [bx, by, bz] = at(open[edge]!)
      const [cx, cy, cz] = centre
      volume += (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)) / 6
    }
  }
  return { volume, holes: rims.size }
}
