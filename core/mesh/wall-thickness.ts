import { nth } from '#core/lists'
import { BufferAttribute, BufferGeometry, DoubleSide, Ray as Line, Triangle, Vector3 } from 'three'
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
  const total = nth(reach, count - 1)
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
    thin: nth(through, Math.floor(0.05 * through.length)),
    thick: Math.max(
      nth(through, Math.floor(0.05 * through.length)),
      nth(local, Math.floor(0.95 * (local.length - 1))),
    ),
    samples: through.length,
  }
}

/** The corners of one triangle, written into the one given. */
function cornersOf(triangles: Float32Array, triangle: number, into = new Triangle()): Triangle {
  const at = 9 * triangle
  into.a.fromArray(triangles, at)
  into.b.fromArray(triangles, at + 3)
  into.c.fromArray(triangles, at + 6)
  return into
}

function cumulativeAreas(triangles: Float32Array): Float64Array {
  const reach = new Float64Array(triangles.length / 9)
  const one = new Triangle()
  let sum = 0
  for (let triangle = 0; triangle < reach.length; triangle++) {
    sum += cornersOf(triangles, triangle, one).getArea()
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
    if (nth(reach, middle) < place) low = middle + 1
    else high = middle
  }
  return low
}

interface Ray {
  from: Vector3
  along: Vector3
}

/** A ray from a random point of a triangle, square to it. */
function rayInto(triangles: Float32Array, triangle: number, sign: number, random: () => number): Ray | null {
  const { a, b, c } = cornersOf(triangles, triangle)
  const ab = b.sub(a)
  const ac = c.sub(a)
  const normal = new Vector3().crossVectors(ab, ac)
  if (normal.length() === 0) return null
  let [u, v] = [random(), random()]
  if (u + v > 1) [u, v] = [1 - u, 1 - v]
  return {
    from: a.addScaledVector(ab, u).addScaledVector(ac, v),
    along: normal.normalize().multiplyScalar(sign),
  }
}

/** The way through, and the least of it and two ways across from its middle. */
function localThickness(
  firstHit: FirstHit,
  ray: Ray,
  random: () => number,
): { through: number; local: number } | null {
  const through = firstHit(ray)
  if (!through) return null
  const from = ray.from.clone().addScaledVector(ray.along, through / 2)
  const widths = across(ray.along, random).map((along) => {
    const ahead = firstHit({ from, along })
    const behind = firstHit({ from, along: along.clone().negate() })
    return ahead && behind ? ahead + behind : Infinity
  })
  return { through, local: Math.min(through, ...widths) }
}

/** Two directions square to one and to each other, turned by chance. */
function across(along: Vector3, random: () => number): Vector3[] {
  const lean = Math.abs(along.x) < 0.6 ? new Vector3(1, 0, 0) : new Vector3(0, 1, 0)
  const u = new Vector3().crossVectors(along, lean).normalize()
  const v = new Vector3().crossVectors(along, u)
  const angle = Math.PI * random()
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return [
    u.clone().multiplyScalar(c).addScaledVector(v, s),
    u.clone().multiplyScalar(-s).addScaledVector(v, c),
  ]
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
    line.origin.copy(from)
    line.direction.copy(along)
    const distance = tree.raycastFirst(line, DoubleSide, near)?.distance
    // A sliver of a triangle can give a place that is not a number.
    return distance !== undefined && Number.isFinite(distance) ? distance : null
  }
}
