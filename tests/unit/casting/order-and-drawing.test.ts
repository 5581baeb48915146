import fc from 'fast-check'
import * as THREE from 'three'
import { describe, expect, it } from 'vitest'
import { gatingMass, type Part, partsVolume, pourOrder } from '#core/casting'
import { coarsen, measureMesh } from '#core/mesh'
import { soup } from '../../support/meshes'

const part = (name: string, more: Partial<Part>): Part => ({
  id: '00000000-0000-4000-8000-000000000001',
  name,
  count: 1,
  source: { from: 'volume', volumeCm3: 10 },
  thinMm: null,
  thickMm: null,
  ...more,
})

describe('the order of pouring', () => {
  it('thin before thick, unknown last (common practice: thin sections at the hot end of the window)', () => {
    const parts = [
      part('unknown', {}),
      part('block', { thinMm: 25 }),
      part('finial', { thinMm: 3, count: 3 }),
      part('plate', {
        source: { from: 'shape', shape: 'plate', sizes: { length: 90, width: 60, thickness: 8 } },
      }),
    ]
    expect(pourOrder(parts)).toEqual(['3 × finial', 'plate', 'block', 'unknown'])
  })
  it('every casting is in it once', () => {
    const given = fc.array(
      fc.record({ name: fc.string({ minLength: 1, maxLength: 8 }), thinMm: fc.option(fc.nat(60)) }),
      { maxLength: 8 },
    )
    fc.assert(
      fc.property(given, (parts) => {
        const order = pourOrder(parts.map(({ name, thinMm }) => part(name, { thinMm })))
        expect([...order].sort()).toEqual(parts.map(({ name }) => name).sort())
      }),
      { seed: 21, numRuns: 200 },
    )
  })
})

describe('what a list of castings comes to', () => {
  it('three of 10 cm³ and a pattern of 62 g in PLA (1.24 g/cm³) are 80 cm³', () => {
    const parts = [
      part('three', { count: 3 }),
      part('pattern', { source: { from: 'pattern', massG: 62, densityGcm3: 1.24 } }),
    ]
    expect(partsVolume(parts)).toBeCloseTo(80, 9)
    expect(partsVolume([part('no body', { source: { from: 'shape', shape: 'plate', sizes: {} } })])).toBe(0)
  })
  it('gating by its sizes goes before gating by share', () => {
    const need = { castingsG: 1000, gatingPct: 60, allowancePct: 10, heelG: 0 }
    expect(gatingMass(need)).toBe(600)
    expect(gatingMass({ ...need, gatingG: 450 })).toBe(600)
  })
})

describe('a mesh drawn with fewer triangles', () => {
  const ball = soup(new THREE.SphereGeometry(50, 96, 64))
  it('stays in its box within half a cell, has far fewer triangles, and still looks like the ball it was', () => {
    const drawn = coarsen(ball, 24)
    expect(drawn.length).toBeLessThan(ball.length / 2)
    expect(drawn.length % 9).toBe(0)
    for (const value of drawn) expect(Math.abs(value)).toBeLessThanOrEqual(50 + 50 / 24 + 1e-3)
    // A ball of radius 50 mm holds 523.6 cm³; the eye forgives a tenth.
    const { volume } = measureMesh(drawn)
    expect(Math.abs(volume) / ((4 / 3) * Math.PI * 50 ** 3)).toBeGreaterThan(0.85)
    expect(Math.abs(volume) / ((4 / 3) * Math.PI * 50 ** 3)).toBeLessThan(1.1)
  })
  it.each([
    [100, 10, 5],
    [10, 100, 5],
    [5, 10, 100],
  ])(
    'the grid goes by the longest side, whichever it is: a box of %i × %i × %i mm in cells of 10',
    (x, y, z) => {
      const drawn = coarsen(soup(new THREE.BoxGeometry(x, y, z, 40, 40, 40)), 10)
      const sides = [x, y, z]
      const places = sides.map(() => new Set<number>())
      drawn.forEach((value, at) =>
        places[at % 3]!.add(Math.round((value + sides[at % 3]! / 2) * 1000) / 1000),
      )
      // Every point stands in the middle of a cell: 5, 15, 25 … mm from the least.
      for (const found of places) for (const place of found) expect((place - 5) % 10).toBeCloseTo(0, 6)
      expect(Math.max(...places.map((found) => found.size))).toBeGreaterThanOrEqual(10)
    },
  )
  it('finer cells keep more, and a mesh without size is left alone', () => {
    expect(coarsen(ball, 60).length).toBeGreaterThan(coarsen(ball, 12).length)
    const point = new Float32Array(9)
    expect(coarsen(point, 10)).toBe(point)
  })
})
