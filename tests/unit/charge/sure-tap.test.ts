import loadHighs, { type Highs } from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { ALLOYS } from '#core/alloys'
import { createChargeSolver, Pile, SURE, type ChargeSolver } from '#core/charge'
import { recoveryPriors, type FamilyMetal } from '#core/families'
import { toChargeLot, type Lot } from '#core/stock'
import demo from '#data/demo-yard.json'
import { seeded } from '../../support/random-problem'

const recoveryOf = (metal: FamilyMetal) => recoveryPriors(metal, 3)
let highs: Highs
let solver: ChargeSolver
beforeAll(async () => {
  highs = await loadHighs()
  solver = createChargeSolver(highs, () => performance.now())
})

describe('a tap the pile can surely give', () => {
  const stock = (demo.lots as unknown as Lot[]).map((lot) => toChargeLot(lot))
  const targets = (base: FamilyMetal) =>
    ALLOYS.filter((alloy) => alloy.base === base).map(({ id, limits, othersEachMax, othersTotalMax }) => ({
      id,
      limits,
      base,
      recovery: recoveryOf(base),
      ...(othersEachMax === undefined ? {} : { othersEachMax }),
      ...(othersTotalMax === undefined ? {} : { othersTotalMax }),
    }))

  it('a sure tap is right nine times in ten when it is drawn, and the charge engine makes a plan of it', () => {
    const pile = new Pile(highs, stock, recoveryOf('Cu'), 'Cu')
    const random = seeded(46)
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    let sure = 0
    for (const target of targets('Cu')) {
      const found = pile.become(target, 1000)
      if (!found.sure) continue
      expect(found.sure.probability).toBeGreaterThanOrEqual(found.probabilityInLimits)
      if (found.sure.probability < SURE) continue
      sure++
      expect(found.sure.mostG).toBeLessThanOrEqual(found.mostG + 1e-6)
      let inside = 0
      const DRAWS = 1500
      for (let draw = 0; draw < DRAWS; draw++) {
        const grams: Record<string, number> = {}
        for (const { lot: id, massG } of found.sure.lines) {
          const lot = stock.find((one) => one.id === id)!
          const [base] = Object.entries(lot.composition).sort(([, a], [, b]) => b - a)[0]!
          let off = 0
          for (const [symbol, pct] of Object.entries(lot.composition)) {
            if (symbol === base) continue
            const error = (lot.sd?.[symbol] ?? 0) * normal()
            off += error
            grams[symbol] = (grams[symbol] ?? 0) + massG * (lot.metallicYield ?? 1) * (pct + error)
          }
          grams[base] = (grams[base] ?? 0) + massG * (lot.metallicYield ?? 1) * (lot.composition[base]! - off)
          const named = Object.values(lot.composition).reduce((sum, pct) => sum + pct, 0)
          grams['?'] = (grams['?'] ?? 0) + massG * (lot.metallicYield ?? 1) * (100 - named)
        }
        let all = 0
        for (const symbol in grams) all += grams[symbol]! *= target.recovery[symbol] ?? 1
        const ok = Object.entries(target.limits).every(([symbol, { min = -1, max = 101 }]) => {
          const pct = (100 * (grams[symbol] ?? 0)) / all
          return pct >= min - 1e-6 && pct <= max + 1e-6
        })
        if (ok) inside++
      }
      expect(Math.abs(inside / DRAWS - found.sure.probability), target.id).toBeLessThan(0.04)
      const plan = solver.solve({
        format: 'hephaestal/charge-problem',
        version: 2,
        target: { limits: target.limits, base: 'Cu', tapMassG: 0.97 * found.sure.mostG },
        lots: stock,
        recovery: target.recovery,
        objective: 'cost',
        confidence: 0.9,
        confidenceOf: 'all',
      })
      expect(['optimal', 'feasible'], target.id).toContain(plan.status)
    }
    pile.dispose()
    expect(sure).toBeGreaterThan(2)
  })
})
