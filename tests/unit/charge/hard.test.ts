import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { createChargeSolver, holds, isNone, type ChargeProblem } from '#core/charge'
import { breaches } from '../../support/breaches'
import { randomProblem, seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

/** A hundred lots, every solute known to a few percent. */
function inDoubt(seed: number): ChargeProblem {
  const random = seeded(seed)
  const given = randomProblem(seed, 100, 10)
  return {
    ...given,
    lots: given.lots.map((lot) => ({
      ...lot,
      sd: Object.fromEntries(
        Object.entries(lot.composition).flatMap(([symbol, pct]) =>
          symbol === 'Cu' ? [] : [[symbol, pct * (0.02 + 0.05 * random())] as const],
        ),
      ),
    })),
  }
}
const rules = { maxLots: 12, minLineG: 20, confidence: 0.99 }
const KINDS: [string, (seed: number) => ChargeProblem][] = [
  ['steps of 5 g for all', (seed) => ({ ...inDoubt(seed), ...rules, incrementG: 5 })],
  [
    'steps of 5 g by each lot, one certainty for all limits',
    (seed) => {
      const given = inDoubt(seed)
      return {
        ...given,
        ...rules,
        version: 2,
        confidenceOf: 'all',
        lots: given.lots.map((lot) => ({ ...lot, stepG: 5 })),
      }
    },
  ],
  ['four hundred lots, three of them at most', (seed) => ({ ...randomProblem(seed, 400, 10), maxLots: 3 })],
]

describe('hard, and possible', () => {
  it.each(KINDS)(
    '%s: a plan is found, near the best',
    async (_, problemOf) => {
      const solver = createChargeSolver(await loadHighs())
      let near = 0
      let found = 0
      const seeds = many(25, 2)
      for (let seed = 1; seed <= seeds; seed++) {
        const problem = problemOf(seed)
        const plan = solver.solve(problem)
        // Time that ran out is told as that, never as a problem without a plan.
        expect(plan.status, `seed ${seed}`).not.toBe('infeasible')
        if (isNone(plan)) continue
        found++
        expect(breaches(problem, plan), `seed ${seed}`).toEqual([])
        expect(holds(problem, plan.lines), `seed ${seed}`).toBe(true)
        expect(plan.lines.length).toBeLessThanOrEqual(problem.maxLots!)
        if ((plan.gap ?? 0) <= 0.02) near++
      }
      expect(found / seeds).toBeGreaterThanOrEqual(0.9)
      expect(near / seeds).toBeGreaterThanOrEqual(0.75)
    },
    240_000,
  )
})
