import { BufferAttribute, BufferGeometry, DoubleSide, Ray as Line, Vector3 } from 'three'
import { MeshBVH } from 'three-mesh-bvh'
import type { MeshTopology } from './mesh-topology'

/** How thick a mesh is, as rays from its surface find it. */
export interface WallThickness {
  /** a twentieth of the surface is thinner than this */
  thin: number
  /** a twentieth of the surface is thicker than this */
  thick: number
  samples: number
}

const SAMPLES = 300
const FEWEST_SAMPLES = 20
/** A hit nearer than this, as a share of the body, is the triangle the ray set out from. */
const OWN = 1e-6

/**
 * Thickness of a body from rays shot inwards at points spread evenly over its surface; the edge of a plate is not
 * taken for a thick place, since the body is measured across as well. An estimate: a corner reads thin, a slot between
 * two walls is not metal and is not counted.
 * @param triangles nine coordinates each
 * @param topology of the same triangles
 * @param insideOut the whole faces inwards
 * @param random numbers from 0 up to 1
 * @returns in the mesh's unit; null where no ray met a far wall
 */
export function wallThickness(
  triangles: Float32Array,
  topology: Pick<MeshTopology, 'turned'>,
  insideOut: boolean,
  random: () => number,
): WallThickness | null {
  const count = triangles.length / 9
  const reach = cumulativeAreas(triangles)
  const total = reach[count - 1]!
  if (!(total > 0)) return null
  const firstHit = rays(triangles)
  const through: number[] = []
  const local: number[] = []
  for (let sample = 0; sample < SAMPLES; sample++) {
    const triangle = pick(reach, ((sample + random()) / SAMPLES) * total)
    const inward = topology.turned[triangle] ? 1 : -1
    const ray = rayInto(triangles, triangle, insideOut ? -inward : inward, random)
    const thickness = ray && localThickness(firstHit, ray, random)
    if (!thickness) continue
    through.push(thickness.through)
    local.push(thickness.local)
  }
  if (through.length < FEWEST_SAMPLES / 2) return null
  for (const list of [through, local]) list.sort((a, b) => a - b)
  return {
    // Across, a line near an edge may cut a corner off: it speaks for the thick places only.
    thin: through[Math.floor(0.05 * through.length)]!,
    thick: Math.max(
      through[Math.floor(0.05 * through.length)]!,
      local[Math.floor(0.95 * (local.length - 1))]!,
    ),
    samples: through.length,
  }
}

function normalOf(triangles: Float32Array, triangle: number): [number, number, number] {
  const at = 9 * triangle
  const ux = triangles[at + 3]! - triangles[at]!
  const uy = triangles[at + 4]! - triangles[at + 1]!
  const uz = triangles[at + 5]! - triangles[at + 2]!
  const vx = triangles[at + 6]! - triangles[at]!
  const vy = triangles[at + 7]! - triangles[at + 1]!
  const vz = triangles[at + 8]! - triangles[at + 2]!
  return [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
}

function cumulativeAreas(triangles: Float32Array): Float64Array {
  const reach = new Float64Array(triangles.length / 9)
  let sum = 0
  for (let triangle = 0; triangle < reach.length; triangle++) {
    const [x, y, z] = normalOf(triangles, triangle)
    sum += Math.sqrt(x * x + y * y + z * z) / 2
    reach[triangle] = sum
  }
  return reach
}

/** The triangle at a place along the added-up areas. */
function pick(reach: Float64Array, place: number): number {
  let low = 0
  let high = reach.length - 1
  while (low < high) {
    const middle = (low + high) >> 1
    if (reach[middle]! < place) low = middle + 1
    else high = middle
  }
  return low
}

interface Ray {
  from: [number, number, number]
  along: [number, number, number]
}

/** A ray from a random point of a triangle, square to it. */
function rayInto(triangles: Float32Array, triangle: number, sign: number, random: () => number): Ray | null {
  const normal = normalOf(triangles, triangle)
  const length = Math.hypot(...normal)
  if (length === 0) return null
  let [u, v] = [random(), random()]
  if (u + v > 1) [u, v] = [1 - u, 1 - v]
  const at = 9 * triangle
  const from = [0, 1, 2].map((axis) => {
    const corner = triangles[at + axis]!
    return corner + u * (triangles[at + 3 + axis]! - corner) + v * (triangles[at + 6 + axis]! - corner)
  }) as [number, number, number]
  return { from, along: normal.map((part) => (sign * part) / length) as [number, number, number] }
}

/** The way through, and the least of it and two ways across from its middle. */
function localThickness(
  firstHit: FirstHit,
  ray: Ray,
  random: () => number,
): { through: number; local: number } | null {
  const through = firstHit(ray)
  if (!through) return null
  const middle = ray.from.map((at, axis) => at + (through / 2) * ray.along[axis]!) as Ray['from']
  const [one, other] = across(ray.along, random)
  const widths = [one, other].map((along) => {
    const back = along.map((part) => -part) as Ray['along']
    const [a, b] = [along, back].map((way) => firstHit({ from: middle, along: way }))
    return a && b ? a + b : Infinity
  })
  return { through, local: Math.min(through, ...widths) }
}

/** Two directions square to one and to each other, turned by chance. */
function across([x, y, z]: Ray['along'], random: () => number): [Ray['along'], Ray['along']] {
  const lean: Ray['along'] = Math.abs(x) < 0.6 ? [1, 0, 0] : [0, 1, 0]
  const u = unit([y * lean[2] - z * lean[1], z * lean[0] - x * lean[2], x * lean[1] - y * lean[0]])
  const v: Ray['along'] = [y * u[2] - z * u[1], z * u[0] - x * u[2], x * u[1] - y * u[0]]
  const angle = Math.PI * random()
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const turn = (a: Ray['along'], b: Ray['along'], p: number, q: number) =>
    a.map((part, axis) => p * part + q * b[axis]!) as Ray['along']
  return [turn(u, v, c, s), turn(u, v, -s, c)]
}

function unit(vector: Ray['along']): Ray['along'] {
  const length = Math.hypot(...vector)
  return vector.map((part) => part / length) as Ray['along']
}

/** Distance along a ray to the nearest triangle ahead of where it sets out; null where it meets none. */
type FirstHit = (ray: Ray) => number | null

/** Rays against a body, whose triangles are sorted into boxes once. */
function rays(triangles: Float32Array): FirstHit {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(triangles, 3))
  const tree = new MeshBVH(geometry, { indirect: true })
  const size = new Vector3()
  geometry.computeBoundingBox()
  const near = OWN * (geometry.boundingBox?.getSize(size).length() ?? 1)
  const line = new Line()
  return ({ from, along }) => {
    line.origin.set(...from)
    line.direction.set(...along)
    return tree.raycastFirst(line, DoubleSide, near)?.distance ?? null
  }
}
