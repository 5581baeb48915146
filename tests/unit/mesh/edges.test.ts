import { describe, expect, it } from 'vitest'
import { measureMesh, wallThickness } from '#core/mesh'
import { seeded } from '../../support/random-problem'
import { box, together, turned } from '../../support/meshes'

describe('at the edges of a mesh', () => {
  it('a triangle of which any two corners are one is no triangle, and changes nothing', () => {
    const cube = box(10, 10, 10)
    const [a, b] = [
      [0, 0, 0],
      [5, 0, 0],
    ]
    for (const corners of [
      [a, a, b],
      [a, b, b],
      [a, b, a],
    ]) {
      const measured = measureMesh(together(cube, Float32Array.from(corners.flat().map(Number))))
      expect(measured.degenerate).toBe(1)
      expect(measured.closed).toBe(true)
      expect(measured.volume).toBeCloseTo(1000, 3)
    }
  })
  it('the wall of a body that is inside out is as thick as that of the same the right way round', () => {
    const plate = box(40, 40, 6)
    const insideOut = turned(plate, () => true)
    const measured = measureMesh(insideOut)
    expect(measured.insideOut).toBe(true)
    const right = wallThickness(plate, measureMesh(plate).topology, false, seeded(3))!
    const found = wallThickness(insideOut, measured.topology, measured.insideOut, seeded(3))!
    expect(found.samples).toBe(right.samples)
    expect(found.thin).toBeCloseTo(6, 3)
    expect(found.thick).toBeLessThan(1.1 * right.thick)
    // Taken for what it is not, no ray goes through it.
    expect(wallThickness(insideOut, measured.topology, false, seeded(3))).toBeNull()
  })
  it('many small bodies, their triangles told in turn, are each closed and told apart', () => {
    // A corner cut off a cube, sixty times: a sixth of a cubic millimetre each.
    const [o, x, y, z] = [
      [0, 0, 0],
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const
    const faces = [
      [o, y, x],
      [o, x, z],
      [o, z, y],
      [x, y, z],
    ]
    const bodies = Array.from({ length: 60 }, (_, n) => 3 * n)
    const told = faces.flatMap((face) => bodies.flatMap((at) => face.flatMap(([a, b, c]) => [a + at, b, c])))
    const measured = measureMesh(Float32Array.from(told))
    expect(measured.closed).toBe(true)
    expect(measured.shells).toBe(60)
    expect(measured.volume).toBeCloseTo(10, 4)
  })
  it('a coordinate that is no number, or without end, is refused', () => {
    for (const bad of [NaN, Infinity, -Infinity]) {
      const broken = box(10, 10, 10)
      broken[4] = bad
      expect(() => measureMesh(broken)).toThrow(RangeError)
    }
  })
})
