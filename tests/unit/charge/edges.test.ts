import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  alternatives,
  createChargeSolver,
  wantedPurchases,
  type ChargeLot,
  type ChargeProblem,
  type ChargeSolver,
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
  it('what is half copper by its limits is bought for as copper, whatever it names as the rest', () => {
    const target = (min: number) => ({ base: 'Al', limits: { Cu: { min, max: 60 }, Al: { max: 50 } } })
    const bought = (min: number) => wantedPurchases(target(min)).map(({ id }) => id)
    expect(bought(50)).toEqual(bought(55))
    expect(bought(50)).not.toEqual(bought(49.9))
  })
})
