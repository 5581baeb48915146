import loadHighs, { type Highs } from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy, nominalOf, nominalWhole } from '#core/alloys'
import { alloyRecovery } from '#core/families'
import {
  createChargeSolver,
  isWanted,
  Pile,
  planWeighing,
  PURCHASABLE,
  PURITY_SHARE,
  wantedPurchases,
  type ChargeLot,
  type ChargeProblem,
  type Purchase,
} from '#core/charge'
import { seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

let highs: Highs
beforeAll(async () => {
  highs = await loadHighs()
})

/** Elements that a purchase is bought for, by what its name says: those it holds a percent of and more. */
const boughtFor = (metal: string) =>
  Object.entries(PURCHASABLE.find(({ id }) => id === metal)!.composition)
    .filter(([, pct]) => pct >= 1)
    .map(([symbol]) => symbol)

function seededPile(seed: number): { lots: ChargeLot[]; problem: ChargeProblem } {
  const random = seeded(seed * 31)
  const alloy = ALLOYS[seed % ALLOYS.length]!
  const kin = ALLOYS.filter(({ base }) => base === alloy.base)
  const lots = Array.from({ length: 2 + Math.floor(5 * random()) }, (_, at): ChargeLot => {
    const other = kin[Math.floor(random() * kin.length)]!
    return {
      id: `${at} ${other.id}`,
      availableG: 100 + 1500 * random(),
      pricePerKg: 2 + 6 * random(),
      composition: Object.fromEntries(
        Object.entries(nominalWhole(other)).map(([symbol, pct]) => [symbol, Number(pct.toFixed(3))]),
      ),
    }
  })
  const { limits, base, othersEachMax, othersTotalMax } = alloy
  return {
    lots,
    problem: {
      format: 'hephaestal/charge-problem',
      version: 2,
      objective: 'cost',
      target: {
        tapMassG: 1000,
        limits,
        base,
        nominal: nominalOf(alloy),
        ...(othersEachMax === undefined ? {} : { othersEachMax }),
        ...(othersTotalMax === undefined ? {} : { othersTotalMax }),
      },
      lots,
      recovery: alloyRecovery(alloy),
    },
  }
}

describe('tolerated is not wanted', () => {
  it(`no purchase for any of ${many(1000, 120)} seeded piles brings an element that its target only tolerates`, () => {
    let bought = 0
    for (let seed = 1; seed <= many(1000, 120); seed++) {
      const { lots, problem } = seededPile(seed)
      const recovery = problem.recovery!
      const pile = new Pile(highs, lots, recovery, problem.target.base!)
      const { unlock } = pile.become({ id: 'target', ...problem.target, recovery }, 1000)
      pile.dispose()
      for (const { metal } of unlock ?? []) {
        bought++
        for (const symbol of boughtFor(metal))
          expect(isWanted(problem.target, symbol), `seed ${seed}: ${metal}`).toBe(true)
      }
    }
    expect(bought).toBeGreaterThan(many(300, 30))
  })

  it(`nor does any remedy of ${many(150, 50)} of them`, () => {
    const solver = createChargeSolver(highs, () => performance.now())
    let told = 0
    for (let seed = 1; seed <= many(150, 50); seed++) {
      const { problem } = seededPile(seed)
      for (const remedy of solver.solve({ ...problem, timeLimitS: 2 }).remedies) {
        const purchases: Purchase[] =
          remedy.kind === 'obtain' ? [remedy] : remedy.kind === 'obtainTogether' ? remedy.purchases : []
        told += purchases.length
        for (const { metal } of purchases)
          for (const symbol of boughtFor(metal))
            expect(isWanted(problem.target, symbol), `seed ${seed}: ${metal}`).toBe(true)
      }
    }
    expect(told).toBeGreaterThan(many(60, 20))
  })

  it.each([
    ['C90500', ['Cu', 'Sn', 'Zn']],
    ['C26000', ['Cu', 'Zn']],
    // Ferrosilicon brings iron, which this bronze only tolerates; silicon copper does not.
    ['C87300', ['Cu', 'Cu-10Si', 'Cu-30Mn']],
    ['356.0', ['Al', 'Mg', 'Si']],
  ])('for %s one buys %j, and nothing else', (id, metals) => {
    const { limits, base, nominal } = { nominal: nominalOf(findAlloy(id)!), ...findAlloy(id)! }
    const found = wantedPurchases({ limits, base, nominal: nominal ?? {} }).map((metal) => metal.id)
    expect(found.sort()).toEqual([...metals].sort())
  })
})

describe('of plans that cost nearly the same the purer is taken', () => {
  it('within the stated sliver of the least cost, on 80 seeded piles; and never dearer than that', () => {
    const solver = createChargeSolver(highs, () => performance.now())
    let purer = 0
    for (let seed = 1; seed <= 80; seed++) {
      const { problem } = seededPile(seed)
      const rich: ChargeProblem = {
        ...problem,
        lots: problem.lots.concat(
          Object.keys(problem.target.nominal ?? {})
            .concat(problem.target.base!)
            .map((symbol): ChargeLot => {
              return {
                id: `virgin ${symbol}`,
                availableG: 2000,
                pricePerKg: 9,
                composition: { [symbol]: 99.9 },
              }
            }),
        ),
      }
      const least = solver.leastCost(rich)
      if (least === null) continue
      const ask = {
        problem: rich,
        begun: false,
        planned: null,
        plannedWithout: [],
        plannedLots: [],
        mostTapG: 1000,
        lineShare: 0,
      }
      const { plan } = planWeighing(solver, ask, Infinity)
      expect(plan.cost, `seed ${seed}`).toBeLessThanOrEqual(least * (1 + PURITY_SHARE) + 1e-9)
      const plainest = solver.solve(rich)
      const impurity = ({ composition }: typeof plan) =>
        Object.entries(composition).reduce((sum, [symbol, pct]) => {
          const room =
            rich.target.limits[symbol]?.max ?? rich.target.othersEachMax ?? rich.target.othersTotalMax ?? 100
          return symbol === '?' || isWanted(rich.target, symbol) ? sum : sum + pct / room
        }, 0)
      expect(impurity(plan)).toBeLessThanOrEqual(impurity(plainest) + 1e-6)
      if (impurity(plan) < impurity(plainest) - 1e-4) purer++
    }
    expect(purer).toBeGreaterThan(3)
  })
})
