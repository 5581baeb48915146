import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy } from '#core/alloys'
import {
  couldGoInto,
  createChargeSolver,
  whyUnused,
  type ChargeProblem,
  type ChargeSolver,
} from '#core/charge'
import { randomProblem } from '../../support/random-problem'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now())
})

describe('why a lot is not in the plan', () => {
  const problem = (part: Partial<ChargeProblem>): ChargeProblem => ({
    format: 'hephaestal/charge-problem',
    version: 1,
    objective: 'cost',
    target: { tapMassG: 1000, base: 'Cu', limits: findAlloy('C90500')!.limits, othersEachMax: 0.1 },
    lots: [
      { id: 'copper', availableG: 5000, pricePerKg: 8, composition: { Cu: 99.9 } },
      { id: 'tin', availableG: 500, pricePerKg: 30, composition: { Sn: 99.9 } },
      { id: 'zinc', availableG: 500, pricePerKg: 3, composition: { Zn: 99.9 } },
      { id: 'dear', availableG: 5000, pricePerKg: 40, composition: { Cu: 88, Sn: 10, Zn: 2 } },
      { id: 'ferrous', availableG: 5000, pricePerKg: 1, composition: { Cu: 97, Fe: 3 } },
      { id: 'antimonial', availableG: 5000, pricePerKg: 2, composition: { Sn: 92, Sb: 7 } },
    ],
    ...part,
  })
  it('its iron, its price: by hand', () => {
    const given = problem({})
    const plan = solver.solve(given)
    const why = (id: string) =>
      whyUnused(
        given,
        plan,
        given.lots.find((lot) => lot.id === id)!,
      )
    const out = given.lots.filter(({ id }) => !plan.lines.some(({ lot }) => lot === id)).map(({ id }) => id)
    expect(out).toContain('dear')
    expect(why('dear')).toEqual({ kind: 'dearer' })
    expect(whyUnused(given, plan, given.lots[4]!)).toMatchObject({ kind: 'over', element: 'Fe', pct: 3 })
    expect(whyUnused(given, plan, given.lots[5]!)).toMatchObject({ kind: 'over', element: 'Sb' })
    expect(whyUnused({ ...given, minLineG: 20 }, plan, { ...given.lots[3]!, availableG: 8 })).toEqual({
      kind: 'too-little',
      leastG: 20,
    })
  })
  it('of 20 random stocks: what is said of a lot is true of it, and putting it in never makes the plan cheaper', () => {
    let seen = 0
    for (let seed = 1; seed <= 20; seed++) {
      const given = randomProblem(seed, 14, 8)
      const plan = solver.solve(given)
      if (plan.status !== 'optimal' && plan.status !== 'feasible') continue
      const used = new Set(plan.lines.map(({ lot }) => lot))
      for (const lot of given.lots.filter(({ id }) => !used.has(id)).slice(0, 4)) {
        const why = whyUnused(given, plan, lot)
        seen++
        if (why.kind === 'over') {
          const alone = Object.entries(lot.composition).map(
            ([element, pct]) => [element, pct * (given.recovery?.[element] ?? 1)] as const,
          )
          const whole =
            alone.reduce((sum, [, pct]) => sum + pct, 0) +
            (100 - Object.values(lot.composition).reduce((sum, pct) => sum + pct, 0))
          const pct = (100 * (alone.find(([element]) => element === why.element)?.[1] ?? 0)) / whole
          expect(pct).toBeGreaterThan(why.max)
          expect(why.pct).toBeCloseTo(pct, 1)
        }
        const most = Math.min(50, lot.availableG)
        const forced = solver.solve({
          ...given,
          lots: given.lots.map((one) => (one === lot ? { ...one, fixedG: most } : one)),
        })
        if (forced.status !== 'optimal' || plan.status !== 'optimal') continue
        expect(forced.cost, `${seed} ${lot.id}`).toBeGreaterThanOrEqual(plan.cost * (1 - 1e-3))
      }
    }
    expect(seen).toBeGreaterThan(30)
  })
})

describe('what a lot could go into', () => {
  // By hand: 85-5-5-5 scrap is C83600 whole; its 5 % lead is 6.2 times what gunmetal's 0.3 % allows... 0.3 / 5 = 6 %.
  it('its limiting element over the limit is the share it can have', () => {
    const scrap = { composition: { Cu: 85, Sn: 5, Zn: 5, Pb: 5 } }
    const found = couldGoInto(scrap, ALLOYS, {}, 0.01)
    const share = (id: string) => found.find(({ alloy }) => alloy.id === id)?.share
    expect(share('C83600')).toBe(1)
    expect(share('C90500')).toBeCloseTo(0.3 / 5, 6)
    expect(share('C90700')).toBeCloseTo((findAlloy('C90700')!.limits.Pb!.max ?? 0) / 5, 6)
    expect(found[0]!.share).toBe(1)
  })
  it('the share is what the charge engine can put in, with pure metal for the rest', () => {
    const scrap = { composition: { Cu: 61, Zn: 36, Pb: 3 } }
    for (const { alloy, share } of couldGoInto(scrap, ALLOYS, {}, 0.05).filter(
      ({ alloy: one, share: part }) => one.base === 'Cu' && part < 0.98,
    )) {
      const pure = Object.keys(alloy.limits).map((symbol) => ({
        id: symbol,
        availableG: 1e6,
        pricePerKg: 10,
        virgin: true,
        composition: { [symbol]: 100 },
      }))
      const plan = solver.solve({
        format: 'hephaestal/charge-problem',
        version: 1,
        target: { tapMassG: 1000, limits: alloy.limits, base: alloy.base },
        objective: 'virgin',
        lots: [{ id: 'scrap', availableG: 1e6, pricePerKg: 0, ...scrap }, ...pure],
      })
      if (plan.status !== 'optimal') continue
      const used = plan.lines.find(({ lot }) => lot === 'scrap')?.massG ?? 0
      // Other limits, such as a least share of copper, may leave less room still.
      expect(used, alloy.id).toBeLessThanOrEqual(1000 * share + 0.5)
    }
  })
})

it('lots to be used up are used as far as the limits allow: 1000 g of gunmetal takes 100 g of zinc-rich returns', async () => {
  // By hand: zinc at most 3 %; returns with 30 % zinc: 100 g of them bring it all.
  const { heatChargeProblem, newHeat } = await import('#core/heat')
  const { newLot } = await import('#core/stock')
  const at = { id: '0f0e0d0c-0000-4000-8000-00000000000a', now: '2026-12-02T08:00:00.000Z' }
  const lotOf = (place: number, name: string, composition: Record<string, number>, pricePerKg: number) =>
    newLot(
      { ...at, id: `0f0e0d0c-0000-4000-8000-00000000001${place}` },
      { name, massG: 5000, composition, pricePerKg, form: 'ingot', knowledge: 'certificate' },
    )
  const lots = [
    lotOf(0, 'returns', { Cu: 70, Zn: 30 }, 50),
    lotOf(1, 'copper', { Cu: 100 }, 8),
    lotOf(2, 'tin', { Sn: 100 }, 30),
    lotOf(3, 'zinc', { Zn: 100 }, 2),
  ]
  const heat = {
    ...newHeat(at, []),
    alloy: findAlloy('C90500')!,
    tapMassG: 1000,
    confidence: null,
    tapTolerancePct: 0,
    recoveryOverrides: { Cu: 1, Sn: 1, Zn: 1 },
    yieldOverrides: { ingot: 1 },
  }
  const usedOf = (change: object) => {
    const problem = heatChargeProblem({ ...heat, ...change }, lots)!
    const plan = solver.solve({
      ...problem,
      recovery: {},
      lots: problem.lots.map((lot) => ({ ...lot, metallicYield: 1 })),
    })
    return plan.lines.find(({ lot }) => lot === lots[0]!.id)?.massG ?? 0
  }
  expect(usedOf({ objective: 'cost' })).toBe(0)
  // Less what the scale may be off by.
  expect(Math.abs(usedOf({ objective: 'virgin', useUp: [lots[0]!.id] }) - 100)).toBeLessThan(2)
})
