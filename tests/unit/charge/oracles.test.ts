import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  chargePlanSchema,
  createChargeSolver,
  type ChargePlan,
  type ChargeProblem,
  type ChargeSolver,
  isNone,
} from '#core/charge'
import { breaches } from '../../support/breaches'
import { leastCostByGlpk, leastCostByYalps, leastGivingByGlpk } from '../../support/oracles'
import { randomAluminiumProblem, randomProblem, seeded, withTinyLimits } from '../../support/random-problem'
import { many } from '../../support/reliability'

let solver: ChargeSolver
let keeping: ChargeSolver
beforeAll(async () => {
  const highs = await loadHighs()
  solver = createChargeSolver(highs, () => performance.now())
  keeping = createChargeSolver(highs, () => performance.now(), { keep: true })
})

/** The engine's cost, its plan checked by separate arithmetic; null when infeasible. */
function costOf(given: ChargeProblem, engine: ChargeSolver = solver): number | null {
  const plan: ChargePlan = engine.solve(given)
  expect(chargePlanSchema.safeParse(plan).error).toBeUndefined()
  if (plan.status === 'infeasible') return null
  expect(breaches(given, plan)).toEqual([])
  return plan.cost
}

const FAMILIES = [
  { name: 'copper-based', seeds: many(110, 10), make: (seed: number) => randomProblem(seed, 14, 10) },
  {
    name: 'copper-based, many lots',
    seeds: many(30, 4),
    make: (seed: number) => randomProblem(1000 + seed, 60, 16),
  },
  {
    name: 'copper-based, limits of thousandths of a percent',
    seeds: many(80, 8),
    make: (seed: number) => withTinyLimits(randomProblem(2000 + seed, 14, 12), seed),
  },
  {
    name: 'aluminium',
    seeds: many(100, 10),
    make: (seed: number) => randomAluminiumProblem(3000 + seed, 16),
  },
]

describe('plain blends against two independent solvers', () => {
  it.each(FAMILIES)('$name: $seeds seeded problems', async ({ make, seeds }) => {
    let solvable = 0
    for (let seed = 1; seed <= seeds; seed++) {
      const given = make(seed)
      const ours = costOf(given)
      const kept = costOf(given, keeping)
      const glpk = await leastCostByGlpk(given)
      expect(ours === null, `seed ${seed}: solvable or not, as GLPK says`).toBe(glpk === null)
      if (ours === null || glpk === null) continue
      expect(Math.abs(ours / glpk - 1), `seed ${seed}: GLPK`).toBeLessThan(2e-6)
      expect(Math.abs(kept! / glpk - 1), `seed ${seed}: kept programme`).toBeLessThan(2e-6)
      const yalps = leastCostByYalps(given)
      if (yalps !== null) expect(Math.abs(ours / yalps - 1), `seed ${seed}: YALPS`).toBeLessThan(2e-5)
      solvable++
    }
    expect(solvable).toBeGreaterThan(seeds / 3)
  })
})

describe('whole pieces, least lines and few lots against GLPK', () => {
  it.each([
    {
      name: 'whole pieces',
      change: (given: ChargeProblem, random: () => number) => withPieces(given, random),
    },
    {
      name: 'at most four lots',
      change: (given: ChargeProblem) => ({ ...given, maxLots: 4 }),
    },
    {
      name: 'no line under 30 g',
      change: (given: ChargeProblem) => ({ ...given, minLineG: 30 }),
    },
    {
      name: 'pieces, five lots and no line under 20 g together',
      change: (given: ChargeProblem, random: () => number) => ({
        ...withPieces(given, random),
        maxLots: 5,
        minLineG: 20,
      }),
    },
  ])('$name', async ({ change }) => {
    let solvable = 0
    for (let seed = 1; seed <= many(30, 6); seed++) {
      const given = { ...change(randomProblem(4000 + seed, 12, 8), seeded(seed)), timeLimitS: 20 }
      const plan = solver.solve(given)
      const glpk = await leastCostByGlpk(given)
      expect(plan.status === 'infeasible', `seed ${seed}`).toBe(glpk === null)
      if (glpk === null || plan.status === 'infeasible') continue
      expect(plan.status, `seed ${seed}`).toBe('optimal')
      expect(breaches(given, plan)).toEqual([])
      expect(Math.abs(plan.cost / glpk - 1), `seed ${seed}`).toBeLessThan(1e-5)
      solvable++
    }
    expect(solvable).toBeGreaterThan(many(8, 1))
  })

  function withPieces(given: ChargeProblem, random: () => number): ChargeProblem {
    return {
      ...given,
      excessMaxG: 0.03 * given.target.tapMassG,
      lots: given.lots.map((lot, index) =>
        index > 2 && index % 2 ? { ...lot, pieceG: 40 + Math.round(120 * random()) } : lot,
      ),
    }
  }
})

describe('limits that give way together', () => {
  it('give way by no more in all than GLPK finds needed', async () => {
    let checked = 0
    for (let seed = 1; seed <= many(120, 20); seed++) {
      const whole = randomProblem(seed, 8, 14)
      const given = { ...whole, lots: whole.lots.slice(3) }
      delete given.target.othersTotalMax
      const together = solver.solve(given).remedies.find((remedy) => remedy.kind === 'relaxTogether')
      if (!together) continue
      const least = await leastGivingByGlpk(given)
      const told = together.changes.reduce((sum, { element, bound, to }) => {
        const was = given.target.limits[element]![bound]!
        return sum + Math.abs(to - was) / was
      }, 0)
      expect(told, `seed ${seed}`).toBeGreaterThan(least * (1 - 1e-6))
      // Told in three figures, each rounded to the safe side by up to 1 % of the figure.
      const rounding = together.changes.reduce(
        (sum, { element, bound, to }) => sum + (0.011 * to) / given.target.limits[element]![bound]!,
        0,
      )
      expect(told, `seed ${seed}`).toBeLessThan(least + rounding + 1e-6)
      checked++
    }
    expect(checked).toBeGreaterThan(many(2, 0))
  })
})

describe('time limits', () => {
  it('a search stops at its limit with the best plan found and how far that may be from the best', async () => {
    let clock = 0
    // Every look at the clock finds 20 ms gone: 1 s is 50 looks, however fast the machine.
    const slow = createChargeSolver(await loadHighs(), () => (clock += 20))
    const base = randomProblem(77, 60, 10)
    const given: ChargeProblem = {
      ...base,
      maxLots: 6,
      excessMaxG: 1,
      timeLimitS: 1,
      lots: base.lots.map((lot, index) => (index > 2 ? { ...lot, pieceG: 30 + (index % 17) } : lot)),
    }
    const plan = slow.solve(given)
    expect(clock).toBeLessThan(10_000)
    if (plan.status === 'feasible') expect(plan.gap).toBeGreaterThanOrEqual(0)
    if (!isNone(plan)) expect(breaches(given, plan)).toEqual([])
  })
})
