import { describe, expect, it } from 'vitest'
import {
  binsTogether,
  countThinWare,
  moveMetal,
  newLot,
  splitLot,
  THIN_WARE,
  weighInWater,
} from '#core/stock'

const now = '2026-10-01T10:00:00.000Z'
const lot = newLot(
  { id: '11111111-1111-4111-8111-111111111111', now },
  { name: 'Taps', massG: 1000, composition: { Cu: 60, Zn: 40 }, sd: {} },
)

describe('cans and foil, from any one of the three', () => {
  const ware = { ...THIN_WARE[0]!, eachG: 14, yieldFrom: 0.6, yieldTo: 0.8 }
  it('counted, weighed, or wanted: a count wanted is whole', () => {
    const yields = { metal: 0.75, recovery: 0.98 }
    expect(countThinWare(ware, 'count', 30, yields)).toEqual({
      count: 30,
      massG: 420,
      metalG: 315,
      tapG: expect.closeTo(308.7, 9),
      metalFromG: 252,
      metalToG: expect.closeTo(336, 9),
    })
    expect(countThinWare(ware, 'mass', 100, yields).count).toBeCloseTo(100 / 14, 9)
    expect(countThinWare(ware, 'mass', 100, yields).massG).toBe(100)
    // 300 g to pour want 300/(0.75·0.98) = 408.2 g of cans: 29.2 of them.
    expect(countThinWare(ware, 'tap', 300, yields)).toMatchObject({
      count: 30,
      massG: expect.closeTo(408.163, 2),
      tapG: expect.closeTo(300, 9),
    })
    expect(countThinWare(ware, 'count', 0, yields)).toMatchObject({ count: 0, massG: 0 })
    expect(() => countThinWare(ware, 'mass', -1, yields)).toThrow(RangeError)
    for (const wrong of [0, 1.1, Number.NaN])
      expect(() => countThinWare(ware, 'mass', 1, { ...yields, metal: wrong })).toThrow(RangeError)
  })
})

describe('metal in and out', () => {
  it('all of it can be taken, not more; a hair of rounding is none', () => {
    expect(moveMetal(lot, -1000, 'used', now)).toMatchObject({ massG: 0, moves: [{ changeG: -1000 }] })
    expect(() => moveMetal(lot, -1000.001, 'used', now)).toThrow(RangeError)
    expect(moveMetal(lot, -1000 - 1e-10, 'used', now).massG).toBe(0)
    expect(moveMetal(lot, 0.0004, 'crumbs', now).massG).toBe(1000)
    expect(moveMetal(lot, 250.5, 'found', now).massG).toBe(1250.5)
  })
  it('a part is less than the whole and more than nothing, and both add up', () => {
    const part = { id: '22222222-2222-4222-8222-222222222222', name: 'Half', now }
    const { rest, part: half } = splitLot(lot, 400, part)
    expect([rest.massG, half.massG, half.name]).toEqual([600, 400, 'Half'])
    expect(half).not.toHaveProperty('moves')
    for (const massG of [0, -1, 1000, 1001]) expect(() => splitLot(lot, massG, part)).toThrow(RangeError)
  })
})

describe('weighed in water', () => {
  it('Archimedes: 89.4 g that push 10 g of water at 20 °C aside are 8.94 times 0.9982 g/cm³', () => {
    expect(weighInWater(89.4, 10, 0.01, 20).gcm3).toBeCloseTo(8.94 * 0.9982, 3)
    // Steps of 0.1 g, uniform, read twice: √2 · 0.1/√12 of either weight.
    const step = (Math.SQRT2 * 0.1) / Math.sqrt(12)
    const { gcm3, sd } = weighInWater(89.4, 10, 0.1, 20)
    expect(sd / gcm3).toBeCloseTo(Math.hypot(step / 89.4, step / 10), 9)
  })
  it.each([
    [0, 10],
    [-5, 10],
    [50, 0],
    [50, -1],
    [50, 50],
    [50, 60],
    [NaN, 10],
  ])('%f g in air and %f in water are no piece that sinks', (airG, buoyancyG) => {
    expect(() => weighInWater(airG, buoyancyG, 0.1)).toThrow(RangeError)
  })
})

it('bins that are empty are no bins; the heaviest metal stands first', () => {
  const bins = binsTogether([
    { massG: 0, composition: { Sn: 100 } },
    { massG: 300, composition: { Al: 100 } },
    { massG: 500, composition: { Cu: 60, Zn: 40 } },
    { massG: 100, composition: { Cu: 100 } },
  ])
  expect(bins.byMetal).toEqual([
    { metal: 'Cu', massG: 600, lots: 2 },
    { metal: 'Al', massG: 300, lots: 1 },
  ])
  expect(bins.massG).toBe(900)
  expect(bins.composition.Cu).toBeCloseTo((100 * (0.6 * 500 + 100)) / 900, 9)
  expect(bins.composition).not.toHaveProperty('Sn')
})
