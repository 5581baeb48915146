import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { createChargeSolver, parseChargeProblem, type ChargeSolver } from '#core/charge'
import gunmetal from '../../../examples/gunmetal.json'
import { breaches } from '../../support/breaches'
import { malformed } from '../../support/malformed'
import { many } from '../../support/reliability'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now())
})

describe('bad problems', () => {
  it(`of ${many(4000, 400)} broken bodies each is refused with a path, or answered`, () => {
    let refused = 0
    let answered = 0
    for (let seed = 1; seed <= many(4000, 400); seed++) {
      const parsed = parseChargeProblem(malformed(gunmetal as never, seed))
      if (!parsed.ok) {
        expect(parsed.issues.length, `seed ${seed}`).toBeGreaterThan(0)
        for (const { path, message } of parsed.issues) {
          expect(Array.isArray(path)).toBe(true)
          expect(message.length).toBeGreaterThan(0)
        }
        refused++
        continue
      }
      const plan = solver.solve({ ...parsed.problem, timeLimitS: 1 })
      expect(['optimal', 'feasible', 'infeasible'], `seed ${seed}`).toContain(plan.status)
      if (plan.status !== 'infeasible') expect(breaches(parsed.problem, plan), `seed ${seed}`).toEqual([])
      for (const value of [plan.cost, plan.tapMassG, plan.chargeMassG, plan.probabilityInLimits])
        expect(Number.isFinite(value), `seed ${seed}`).toBe(true)
      answered++
    }
    expect(refused).toBeGreaterThan(many(1500, 150))
    expect(answered).toBeGreaterThan(many(50, 4))
  })
})
