import { describe, expect, it } from 'vitest'
import { expectedLoss, massBalance, reconcileHeat } from '#core/balance'
import type { ChargedLine } from '#core/charge'
import { balanceWords } from '~/shared/heat/results-words'

const grams = (value: number) => `${Math.round(value)} g`
const line = (composition: Record<string, number>, massG: number, metallicYield: number): ChargedLine => ({
  massG,
  lot: { id: 'lot', composition, metallicYield },
})
const pour = (ingotG: number, part = {}) => ({
  ingotsG: [ingotG],
  castingsG: 0,
  returnsG: 0,
  drossG: 0,
  skullG: 0,
  spillG: 0,
  heelG: 0,
  ...part,
})

describe('nothing is called missing that the plan itself took off', () => {
  it.each([0.96, 0.99])(
    '1 000 g of extrusion at a yield of %f, all of it found again as metal',
    (metallicYield) => {
      const lines = [line({ Al: 98.7, Mg: 0.5, Si: 0.4 }, 1000, metallicYield)]
      const loss = expectedLoss(lines, { Al: 0.99, Mg: 0.9 })
      expect(loss.yieldG).toBeCloseTo(1000 * (1 - metallicYield), 9)
      const balance = massBalance(1000, pour(1000 * metallicYield * 0.99), loss)
      expect(balance.state).toBe('closes')
      expect(balanceWords(balance, grams).text).not.toMatch(/missing|spill/)
    },
  )
  it('the dross that was weighed holds its part of the loss: it is not counted twice', () => {
    const loss = expectedLoss([line({ Al: 100 }, 1000, 0.9)], {})
    expect(massBalance(1000, pour(900, { drossG: 100 }), loss).expectedG).toBe(0)
    expect(massBalance(1000, pour(900), loss).expectedG).toBeCloseTo(100, 9)
  })
  it('zinc that the assay shows to be gone went up: 3.0 % in, 1.9 % found', () => {
    const lines = [line({ Cu: 87, Sn: 10, Zn: 3 }, 2000, 1)]
    const loss = expectedLoss(lines, { Zn: 0.97 }, { Zn: { pct: 1.9 } }, 1975)
    // 60 g came in, 1.9 % of 1 975 g is 37.5 g.
    expect(loss.fumeG).toBeCloseTo(60 - 0.019 * 1975, 6)
    expect(massBalance(2000, pour(1975), loss).state).toBe('closes')
  })
  it('without an assay the furnace log is heard: zinc that its temperatures speak for is not missing', () => {
    const lines = [line({ Cu: 70, Zn: 30 }, 2000, 1)]
    const told = expectedLoss(lines, { Zn: 0.95 }, {}, 0, 80)
    expect(told.fumeG).toBe(80)
    expect(expectedLoss(lines, { Zn: 0.95 }, {}, 0, 10).fumeG).toBeCloseTo(30, 9)
    expect(massBalance(2000, pour(1920), told).state).toBe('closes')
  })
  it('an ingot left in its mould is still missing', () => {
    const loss = expectedLoss([line({ Cu: 88, Sn: 10, Zn: 2 }, 2000, 0.99)], { Zn: 0.97 })
    const balance = massBalance(2000, pour(1650), loss)
    expect(balance.state).toBe('missing')
    expect(balanceWords(balance, grams).text).toContain('ingot left in its mould')
  })
})

describe('figures adjusted together', () => {
  const found = (massG: number) => [
    { name: 'ingot', massG },
    { name: 'dross', massG: 0, dross: true },
  ]
  it('burnt zinc and painted stock are no wrong weights', () => {
    const zinc = reconcileHeat({
      lots: [
        { name: 'charge', massG: 2000, metallicYield: 1, composition: { Cu: 87, Sn: 10, Zn: 3 }, sd: {} },
      ],
      found: found(1976),
      measured: { Sn: { pct: 10.1, sd: 0.1 }, Zn: { pct: 1.9, sd: 0.05 } },
      base: 'Cu',
      recovery: { Zn: 0.97 },
    })
    expect(zinc.suspects).toEqual([])
    const paint = reconcileHeat({
      lots: [
        { name: 'painted', massG: 1000, metallicYield: 0.96, composition: { Al: 98.7, Mg: 0.5 }, sd: {} },
      ],
      found: found(960),
      measured: { Mg: { pct: 0.48, sd: 0.02 } },
      base: 'Al',
      recovery: { Mg: 0.9 },
    })
    expect(paint.suspects).toEqual([])
  })
  it('an ingot written down 300 g too heavy is found out', () => {
    const { suspects } = reconcileHeat({
      lots: [
        { name: 'charge', massG: 2000, metallicYield: 1, composition: { Cu: 88, Sn: 10, Zn: 2 }, sd: {} },
      ],
      found: found(2290),
      measured: { Sn: { pct: 10, sd: 0.1 }, Zn: { pct: 1.94, sd: 0.05 } },
      base: 'Cu',
      recovery: { Zn: 0.97 },
    })
    expect(suspects.length).toBeGreaterThan(0)
  })
})
