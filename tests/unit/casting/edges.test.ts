import { describe, expect, it } from 'vitest'
import {
  bodyFigures,
  checkSections,
  gatingVolume,
  likelyUnits,
  riserFreezesFirst,
  riserFor,
  USUAL_GATING,
  type Part,
  type PartSource,
} from '#core/casting'

const part = (source: PartSource, thinMm: number | null = null, thickMm: number | null = null): Part => ({
  id: '00000000-0000-4000-8000-000000000000',
  name: 'Cleat',
  count: 1,
  source,
  thinMm,
  thickMm,
})
const mesh = (what: Partial<Extract<PartSource, { from: 'mesh' }>>): PartSource => ({
  ...{ from: 'mesh', fileName: 'a.stl', format: 'STL', unit: 'mm', scalePct: 100, volume: 1000, area: 600 },
  ...{ size: [10, 10, 10], thin: 10, thick: 10, triangles: 12, closed: true, holes: 0, crowdedEdges: 0 },
  ...{ turnedTriangles: 0, insideOut: false, shells: 1 },
  ...what,
})
const rules = (source: PartSource, thin: number | null = null, thick: number | null = null) =>
  checkSections([part(source, thin, thick)], null).map(({ rule }) => rule)
const volume: PartSource = { from: 'volume', volumeCm3: 50 }

describe('sections', () => {
  it('of which nothing is known is nothing said; the limit itself is thick enough', () => {
    expect(rules(volume)).toEqual([])
    expect(rules(volume, 20, 20)).toEqual([])
    const limit = checkSections([part(volume, 0.5)], null)[0]
    if (limit?.rule !== 'thin') throw new Error('not thin')
    expect(rules(volume, limit.limitMm)).toEqual([])
    expect(rules(volume, limit.limitMm - 0.01)).toEqual(['thin'])
    expect(rules(volume, 0)).toEqual([])
  })
  it('a whole mesh is not called open or crossed, one with a hole or a crowded edge is', () => {
    expect(rules(mesh({}))).toEqual([])
    expect(rules(mesh({ holes: 1 }))).toEqual(['open-mesh'])
    expect(rules(mesh({ crowdedEdges: 1 }))).toEqual(['crossed-mesh'])
  })
  it('the head is low under its limit, not at it', () => {
    const [low] = checkSections([], 0)
    if (low?.rule !== 'low-head') throw new Error('not low')
    expect(checkSections([], low.limitMm)).toEqual([])
    expect(checkSections([], low.limitMm - 1)).toHaveLength(1)
  })
})

describe('sizes nobody gave', () => {
  it.each([
    [{ diameterMm: 0, heightMm: 30 }, 8],
    [{ diameterMm: 20, heightMm: 0 }, 8],
    [{ diameterMm: 20, heightMm: 30 }, 0],
    [{ diameterMm: NaN, heightMm: 30 }, 8],
  ] as const)('a riser of %j to feed %d mm is short, never NaN', (riser, modulus) =>
    expect(riserFreezesFirst(riser, modulus)).toEqual({ ratio: 0, short: true }),
  )
  it.each([
    ['plate', { length: 10, width: 10 }],
    ['plate', { length: 10, width: 10, thickness: 0 }],
    ['plate', { length: 10, width: -10, thickness: 5 }],
    ['plate', { length: 10, width: NaN, thickness: 5 }],
    ['plate', { length: Infinity, width: 10, thickness: 5 }],
    ['tube', { diameter: 20, bore: 20, length: 5 }],
    ['ring', { diameter: 20, section: 10 }],
  ] as const)('%s of %j is no body', (shape, sizes) =>
    expect(() => bodyFigures(shape, sizes as Record<string, number>)).toThrow(RangeError),
  )
})

describe('a cone', () => {
  // By hand: V = πh/3 (r² + rt + t²); 20 to 10 mm over 50: π·50/3·(100 + 50 + 25) = 9163 mm³.
  it('20 mm to 10 mm over 50 mm has 9.163 cm³, is 10 mm thin, 20 thick, 50 long, either way up', () => {
    for (const [diameter, top] of [
      [20, 10],
      [10, 20],
    ]) {
      const body = bodyFigures('cone', { diameter: diameter!, top: top!, height: 50 })
      expect(body.volumeCm3).toBeCloseTo(9.163, 3)
      expect([body.thinMm, body.thickMm, body.longestMm]).toEqual([10, 20, 50])
    }
  })
  it('a flat one is as thin as it is high, and as long as it is wide; one with a point is as thin as its foot', () => {
    const flat = bodyFigures('cone', { diameter: 100, top: 80, height: 10 })
    expect([flat.thinMm, flat.thickMm, flat.longestMm]).toEqual([10, 10, 100])
    const point = bodyFigures('cone', { diameter: 30, top: 0, height: 50 })
    expect([point.thinMm, point.thickMm, point.longestMm]).toEqual([30, 30, 50])
  })
  it('a sprue stands either way up; none has no metal in it', () => {
    const bare = { ...USUAL_GATING, runnerWidthMm: 0, risers: 0, sprueHeightMm: 50 }
    expect(gatingVolume({ ...bare, sprueTopMm: 10, sprueFootMm: 20 })).toBeCloseTo(9.163, 3)
    expect(gatingVolume({ ...bare, sprueTopMm: 20, sprueFootMm: 10 })).toBeCloseTo(9.163, 3)
    expect(gatingVolume({ ...bare, sprueTopMm: 0, sprueFootMm: 0 })).toBe(0)
    expect(gatingVolume({ ...bare, sprueTopMm: 20, sprueFootMm: 20, sprueHeightMm: 0 })).toBe(0)
    const risers = {
      ...bare,
      sprueTopMm: 0,
      sprueFootMm: 0,
      risers: 2,
      riserDiameterMm: 20,
      riserHeightMm: 30,
    }
    expect(gatingVolume(risers)).toBeCloseTo((2 * Math.PI * 100 * 30) / 1000, 9)
    const runner = {
      ...bare,
      sprueTopMm: 0,
      sprueFootMm: 0,
      runnerWidthMm: 15,
      runnerHeightMm: 10,
      runnerLengthMm: 60,
    }
    expect(gatingVolume(runner)).toBeCloseTo(9, 9)
  })
})

it('a mesh may be of any unit that gives it 10 to 1200 mm, the ends of that too', () => {
  expect(likelyUnits(10)).toContain('mm')
  expect(likelyUnits(9.99)).not.toContain('mm')
  expect(likelyUnits(1200)).toContain('mm')
  expect(likelyUnits(1)).toEqual(['in', 'cm', 'm'])
  expect(likelyUnits(1e6)).toEqual(['mm'])
})

it('a riser made for a section freezes after it', () => {
  const ask = { modulusMm: 8, volumeCm3: 200, heightOverDiameter: 1.5, onTop: false, freezingShrinkagePct: 5 }
  const riser = riserFor(ask)
  expect(riserFreezesFirst(riser, 8).ratio).toBeGreaterThanOrEqual(1.2 - 1e-9)
})
