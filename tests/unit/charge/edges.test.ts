import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  alternatives,
  createChargeSolver,
  normalCdf,
  probabilityInSpec,
  Pile,
  planWeighing,
  rulesOf,
  wantedPurchases,
  withoutRule,
  type ChargedLine,
  type ChargeLot,
  type ChargeProblem,
  type ChargeSolver,
  type PileTarget,
} from '#core/charge'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now())
})
const lot = (
  id: string,
  composition: ChargeLot['composition'],
  rest: Partial<ChargeLot> = {},
): ChargeLot => ({
  id,
  availableG: 1e5,
  pricePerKg: 1,
  composition,
  ...rest,
})
const bronze = (rest: Partial<ChargeProblem>): ChargeProblem => ({
  format: 'hephaestal/charge-problem',
  version: 2,
  target: { tapMassG: 1000, limits: { Sn: { min: 9, max: 11 } }, base: 'Cu' },
  lots: [lot('copper', { Cu: 100 }), lot('tin', { Sn: 100 })],
  objective: 'cost',
  ...rest,
})

describe('at the edges of a charge', () => {
  it('where two rules each forbid it alone, both are told, for neither dropped makes it possible', () => {
    // 10 % of tin in 1 kg are 100 g: a line of 300 g is too much of it, and one lot alone makes no bronze.
    const { status, conflict } = solver.solve(bronze({ maxLots: 1, minLineG: 300 }))
    expect(status).toBe('infeasible')
    expect(conflict).toEqual(
      expect.arrayContaining([
        { kind: 'rule', rule: 'maxLots' },
        { kind: 'rule', rule: 'minLine' },
      ]),
    )
  })
  it('the surest way is as sure as the lots let it be, and no surer', () => {
    // One lot in the middle of its limits, two spreads from either: each is kept 97.7 times in 100.
    const doubtful = bronze({ lots: [lot('scrap', { Cu: 90, Sn: 10 }, { sd: { Sn: 0.5 } })] })
    const surest = alternatives(solver, doubtful).find(({ way }) => way === 'surest')!
    expect(surest.problem.confidence).toBeGreaterThan(0.95)
    expect(surest.problem.confidence).toBeLessThan(0.98)
  })
  it('once it is being weighed a melt grows as far as the crucible lets it, and nothing asked is given up for that', () => {
    // 115 g of tin are 11 % of 1 045 g: 45 more than was asked, where 2 % more were planned for.
    const over = bronze({
      lots: [lot('copper', { Cu: 100 }), lot('tin', { Sn: 100 }, { fixedG: 115 })],
      excessMaxG: 20,
    })
    const ask = {
      problem: over,
      begun: true,
      planned: null,
      plannedWithout: [],
      plannedLots: ['copper', 'tin'],
      lineShare: 0,
    }
    const grown = planWeighing(solver, { ...ask, mostTapG: 1250 }, 8)
    expect(grown.concessions).toEqual([])
    expect(grown.plan.tapMassG).toBeGreaterThan(1045)
    expect(grown.plan.tapMassG).toBeLessThan(1250)
    expect(planWeighing(solver, { ...ask, mostTapG: 1030 }, 8).concessions).toContain('harm')
  })
  it('in spec as a whole: cheapest to a ten-thousandth by a fine grid, and never called optimal without a proof', () => {
    const scrap = { pricePerKg: 3, sd: { Sn: 0.4, Zn: 0.3 } }
    const sure = bronze({
      target: { tapMassG: 1000, limits: { Sn: { min: 9, max: 11 }, Zn: { max: 2 } }, base: 'Cu' },
      lots: [
        lot('copper', { Cu: 100 }, { pricePerKg: 9 }),
        lot('tin', { Sn: 100 }, { pricePerKg: 30 }),
        lot('bushes', { Cu: 87, Sn: 10, Zn: 3 }, scrap),
      ],
      confidence: 0.95,
      confidenceOf: 'all',
    })
    // Two free masses beside the tap: every charge on a grid, with the odds by the product of its limits' own.
    const odds = (tin: number, bushes: number) => {
      const normal = (x: number) => normalCdf(x)
      const sd = (pct: number) => (bushes * pct) / 1000
      const [Sn, Zn] = [(100 * (tin + 0.1 * bushes)) / 1000, (100 * 0.03 * bushes) / 1000]
      return (normal((11 - Sn) / sd(0.4)) - normal((9 - Sn) / sd(0.4))) * normal((2 - Zn) / sd(0.3))
    }
    let least = Infinity
    for (let bushes = 1; bushes <= 700; bushes += 0.5)
      for (let tin = 0; tin <= 110; tin += 0.25)
        if (odds(tin, bushes) >= 0.95)
          least = Math.min(least, (bushes * 3 + tin * 30 + (1000 - bushes - tin) * 9) / 1000)
    const free = solver.solve(sure)
    expect(free.status).toBe('feasible')
    expect(free.cost).toBeLessThan(least * 1.0005)
    expect(free.cost).toBeGreaterThan(least * 0.999)
    const ruled = solver.solve({ ...sure, maxLots: 2 })
    expect(ruled.cost).toBeGreaterThanOrEqual(free.cost * (1 - 1e-4))
    expect(free.gap).toBeGreaterThan(0)
    expect(free.cost * (1 - free.gap!)).toBeLessThan(least)
    // Of two lots, copper and tin, nothing is in doubt: that is proven.
    expect(ruled.status).toBe('optimal')
  })
  it('a rule that is dropped is dropped alone', () => {
    const ruled = bronze({
      maxLots: 2,
      minLineG: 5,
      incrementG: 1,
      lots: [lot('bars', { Cu: 90, Sn: 10 }, { pieceG: 400, minG: 300, stepG: 2 })],
    })
    expect(rulesOf(ruled).toSorted()).toEqual(['increment', 'maxLots', 'minLine', 'pieces'])
    for (const rule of rulesOf(ruled)) {
      const left = rulesOf(ruled).filter((one) => one !== rule)
      expect(rulesOf(withoutRule(ruled, rule))).toEqual(left)
    }
    expect(withoutRule(ruled, 'pieces').lots[0]).toMatchObject({ minG: 300, stepG: 2 })
    expect(withoutRule(ruled, 'minLine')).toMatchObject({ incrementG: 1, lots: [{ stepG: 2, pieceG: 400 }] })
  })
  it('of metal that nobody doubts no way is surer than another', () => {
    const ways = (lots?: ChargeLot[]) =>
      alternatives(solver, bronze(lots ? { lots } : {})).map(({ way }) => way)
    expect(ways()).toContain('cheapest')
    expect(ways()).not.toContain('surest')
    expect(
      ways([lot('copper', { Cu: 100 }), lot('bars', { Cu: 80, Sn: 20 }, { sd: { Sn: 0.3 } })]),
    ).toContain('surest')
  })
  it('one limit that surely fails is enough for no odds at all, and what is not in doubt has no share in them', () => {
    const lines = (sd: Record<string, number>): ChargedLine[] => [
      { massG: 500, lot: { id: 'bars', composition: { Cu: 88, Sn: 10, Pb: 2 }, sd, metallicYield: 1 } },
    ]
    const limits = { Sn: { min: 9.9 }, Pb: { max: 1.5 } }
    expect(probabilityInSpec(lines({ Sn: 0.2 }), {}, limits)).toBe(0)
    expect(probabilityInSpec(lines({}), {}, limits)).toBe(0)
    // Half a spread below its figure is kept 69 times in 100; lead in doubt, too, two and a half below its own.
    expect(probabilityInSpec(lines({ Sn: 0.2 }), {}, { Sn: { min: 9.9 }, Pb: { max: 2 } })!).toBeCloseTo(
      0.6915,
      2,
    )
    const both = probabilityInSpec(lines({ Sn: 0.2, Pb: 0.2 }), {}, { Sn: { min: 9.9 }, Pb: { max: 2.5 } })!
    expect(both).toBeCloseTo(0.6915 * 0.9938, 2)
  })
  it('the limit that holds a pile back most is told, by which of them costs it the most metal', async () => {
    const highs = await loadHighs()
    const become = (lots: ChargeLot[], limits: PileTarget['limits']) => {
      const pile = new Pile(highs, lots, {}, 'Cu')
      const found = pile.become({ id: 'bronze', base: 'Cu', limits, recovery: {} }, 1)
      pile.dispose()
      return found
    }
    const copper = lot('copper', { Cu: 100 }, { availableG: 900 })
    const leaded = lot('leaded', { Cu: 80, Sn: 16, Pb: 4 }, { availableG: 5000 })
    // All copper and as much leaded metal as 1 % of lead lets in: 300 g; tin has room on both sides.
    const lead = become([copper, leaded], { Pb: { max: 1 }, Sn: { min: 1, max: 8 } })
    expect(lead.mostG).toBeCloseTo(1200, 3)
    expect(lead.heldBy).toEqual({ element: 'Pb', bound: 'max' })
    expect(lead.runsOut).toEqual(['copper'])
    // Tin is what is short: 80 g of it are 8 % of 1 000 g.
    const tin = become([copper, lot('tin', { Sn: 100 }, { availableG: 80 })], { Sn: { min: 10, max: 12 } })
    expect(tin.mostG).toBeCloseTo(800, 3)
    expect(tin.heldBy).toEqual({ element: 'Sn', bound: 'min' })
    // Where nothing holds it but the pile, no limit is named; where nothing gets there, the first that is out of reach.
    expect(become([copper], { Cu: { min: 99 } }).heldBy).toBeNull()
    expect(become([copper], { Pb: { max: 1 }, Sn: { min: 1 } })).toMatchObject({
      mostG: 0,
      heldBy: { element: 'Sn', bound: 'min' },
    })
  })
  it('what is half copper by its limits is bought for as copper, whatever it names as the rest', () => {
    const target = (min: number) => ({ base: 'Al', limits: { Cu: { min, max: 60 }, Al: { max: 50 } } })
    const bought = (min: number) => wantedPurchases(target(min)).map(({ id }) => id)
    expect(bought(50)).toEqual(bought(55))
    expect(bought(50)).not.toEqual(bought(49.9))
  })
})
