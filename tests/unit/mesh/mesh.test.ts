import Manifold, { type ManifoldToplevel } from 'manifold-3d'
import NodeStl from 'node-stl'
import { describe, expect, it } from 'vitest'
import { measureMesh, wallThickness } from '#core/mesh'
import {
  ball,
  binaryStl,
  box,
  bracket,
  lump,
  moved,
  ring,
  round,
  together,
  turned,
  without,
} from '../../support/meshes'
import { many } from '../../support/reliability'

const manifold: ManifoldToplevel = await Manifold()
manifold.setup()

/** manifold-3d: volume, area and box of a closed mesh. */
function oracle(triangles: Float32Array) {
  const points = new Map<string, number>()
  const places: number[] = []
  const corners = new Uint32Array(triangles.length / 3)
  for (let corner = 0; corner < corners.length; corner++) {
    const place = [...triangles.subarray(3 * corner, 3 * corner + 3)]
    const key = place.map((value) => value + 0).join()
    if (!points.has(key)) {
      points.set(key, points.size)
      places.push(...place)
    }
    corners[corner] = points.get(key)!
  }
  const mesh = new manifold.Mesh({ numProp: 3, vertProperties: Float32Array.from(places), triVerts: corners })
  const body = new manifold.Manifold(mesh)
  return { volume: body.volume(), area: body.surfaceArea(), box: body.boundingBox() }
}
/** node-stl: the same from the bytes of an STL, in cm³. */
const second = (triangles: Float32Array) => new NodeStl(Buffer.from(binaryStl(triangles)))

const hollow = together(
  box(40, 40, 40),
  turned(box(20, 20, 20), () => true),
)
const MESHES: Record<string, Float32Array> = {
  box: box(20, 30, 40),
  ball: ball(25),
  ring: ring(40, 6),
  round: round(10, 120),
  bracket: bracket(),
  lump: lump(30, 24),
  hollow,
  'two bodies': together(box(10, 10, 10), moved(ball(8), 60)),
  'a plate of a millimetre': box(200, 120, 1),
  'far from the origin': moved(ball(12), 5000),
}

describe('meshes against manifold-3d and node-stl', () => {
  it.each(Object.entries(MESHES))('%s: volume, area and box', (_, triangles) => {
    const mine = measureMesh(triangles)
    const { volume, area, box: bounds } = oracle(triangles)
    expect(mine.closed).toBe(true)
    expect(mine.volume / volume).toBeCloseTo(1, 4)
    expect(mine.area / area).toBeCloseTo(1, 4)
    mine.box.min.forEach((value, axis) => expect(value).toBeCloseTo(bounds.min[axis]!, 3))
    mine.box.max.forEach((value, axis) => expect(value).toBeCloseTo(bounds.max[axis]!, 3))
    const stl = second(triangles)
    expect(mine.volume / (1000 * stl.volume)).toBeCloseTo(1, 3)
    expect(mine.area / stl.area).toBeCloseTo(1, 4)
    stl.boundingBox.forEach((side, axis) =>
      expect(mine.box.max[axis]! - mine.box.min[axis]!).toBeCloseTo(side, 3),
    )
  })
})

describe('broken meshes', () => {
  const whole = lump(30, 24)
  const { volume } = oracle(whole)
  it('triangles that face the wrong way are turned over: the volume is that of the whole one', () => {
    const broken = turned(whole, (triangle) => triangle % 7 === 0)
    const mine = measureMesh(broken)
    expect(mine.turnedTriangles).toBe(Math.ceil(whole.length / 9 / 7))
    expect(mine.volume / volume).toBeCloseTo(1, 5)
    // A plain sum, as node-stl makes it, is far off.
    expect(Math.abs((1000 * second(broken).volume) / volume - 1)).toBeGreaterThan(0.1)
  })
  it('inside out as a whole, or one body of two', () => {
    const mine = measureMesh(turned(whole, () => true))
    expect(mine.insideOut).toBe(true)
    expect(mine.volume / volume).toBeCloseTo(1, 5)
    const pair = together(
      whole,
      moved(
        turned(box(10, 10, 10), () => true),
        200,
      ),
    )
    expect(measureMesh(pair).volume / (volume + 1000)).toBeCloseTo(1, 5)
  })
  it('a triangle missing: said to be open, and the volume hardly changes', () => {
    const mine = measureMesh(without(whole, (triangle) => triangle === 50))
    expect(mine).toMatchObject({ closed: false, openEdges: 3, holes: 1 })
    expect(mine.volume / volume).toBeCloseTo(1, 4)
  })
  it('the lid of a box missing: closed flat, wherever the box stands', () => {
    // The fifth and sixth triangles are one face.
    for (const shift of [0, 700]) {
      const mine = measureMesh(
        without(moved(box(20, 30, 40), shift), (triangle) => triangle === 4 || triangle === 5),
      )
      expect(mine).toMatchObject({ holes: 1, openEdges: 4 })
      expect(mine.volume).toBeCloseTo(24_000, 1)
    }
  })
  it('holes in a mesh whose triangles face every way', () => {
    const broken = without(
      turned(box(20, 30, 40), (triangle) => triangle % 3 === 0),
      (triangle) => triangle === 4 || triangle === 5,
    )
    expect(measureMesh(broken).volume).toBeCloseTo(24_000, 1)
  })
  it('a triangle there twice: edges with too many neighbours are told', () => {
    const mine = measureMesh(together(box(10, 10, 10), box(10, 10, 10).subarray(0, 9)))
    expect(mine.closed).toBe(false)
    expect(mine.crowdedEdges).toBe(3)
  })
  it('seams that miss each other by a hair are joined', () => {
    let state = 5
    const shaken = whole.map((value) => {
      state = (state * 16807) % 2147483647
      return value + (state / 2147483647 - 0.5) * 1e-6 * 30
    })
    const mine = measureMesh(shaken)
    expect(mine.joinedWithin).toBeGreaterThan(0)
    expect(mine.volume / volume).toBeCloseTo(1, 3)
  })
  it('triangles without area are counted and do no harm', () => {
    const flat = Float32Array.of(0, 0, 0, 5, 5, 5, 0, 0, 0)
    const mine = measureMesh(together(box(10, 10, 10), flat))
    expect(mine).toMatchObject({ degenerate: 1, closed: true, shells: 1 })
    expect(mine.volume).toBeCloseTo(1000, 3)
  })
  it('no triangles, or numbers that are none, are refused', () => {
    expect(() => measureMesh(new Float32Array(0))).toThrow(RangeError)
    expect(() => measureMesh(new Float32Array(10))).toThrow(RangeError)
    expect(() => measureMesh(new Float32Array(9).fill(NaN))).toThrow(RangeError)
  })
})

/** A ball of so many strips around and half as many from pole to pole. */
function globe(radius: number, around: number): Float32Array {
  const down = around / 2
  const corners: number[] = []
  const at = (i: number, j: number) => {
    const [polar, turn] = [(Math.PI * i) / down, (2 * Math.PI * (j % around)) / around]
    const ring = i === 0 || i === down ? 0 : Math.sin(polar)
    return [radius * ring * Math.cos(turn), radius * ring * Math.sin(turn), radius * Math.cos(polar)]
  }
  for (let i = 0; i < down; i++)
    for (let j = 0; j < around; j++) {
      const [a, b, c, d] = [at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)]
      if (i < down - 1) corners.push(...a, ...b, ...c)
      if (i > 0) corners.push(...a, ...c, ...d)
    }
  return Float32Array.from(corners)
}

describe('wall thickness', () => {
  const seeded = () => {
    let state = 99
    return () => {
      state = (state * 16807) % 2147483647
      return state / 2147483647
    }
  }
  it('a plate is as thick as it is', () => {
    const plate = box(200, 120, 4)
    const found = wallThickness(plate, measureMesh(plate).topology, false, seeded())!
    expect(found.thin).toBeCloseTo(4, 3)
    expect(found.thick).toBeCloseTo(4, 3)
  })
  it('the leg of a bracket is not taken for its length', () => {
    const angle = bracket()
    const found = wallThickness(angle, measureMesh(angle).topology, false, seeded())!
    // The bore leaves two millimetres of wall.
    expect(found.thin).toBeGreaterThan(1.9)
    expect(found.thin).toBeLessThan(8.01)
    expect(found.thick).toBeLessThan(14)
  })
  it('the wall of a hollow cube, whichever way the triangles face', () => {
    for (const mesh of [hollow, turned(hollow, (triangle) => triangle % 5 === 0)]) {
      const measured = measureMesh(mesh)
      const found = wallThickness(mesh, measured.topology, measured.insideOut, seeded())!
      expect(found.thin).toBeCloseTo(10, 3)
    }
  })
  it(`the wall of a fine shell of ${many(250_000, 60_000)} triangles, by as many rays as that of a coarse one`, () => {
    const shell = together(
      globe(20, many(512, 256)),
      turned(globe(17, many(512, 256)), () => true),
    )
    expect(shell.length / 9).toBeGreaterThan(many(250_000, 60_000))
    const found = wallThickness(shell, measureMesh(shell).topology, false, seeded())!
    expect(found.samples).toBeGreaterThan(290)
    expect(found.thin).toBeCloseTo(3, 1)
  })
  it('a ball is as thick as it is wide, wherever it is shot', () => {
    const mesh = globe(10, 24)
    const found = wallThickness(mesh, measureMesh(mesh).topology, false, seeded())!
    expect(found.thin).toBeGreaterThan(19.5)
    expect(found.thick).toBeLessThanOrEqual(20)
  })
})
