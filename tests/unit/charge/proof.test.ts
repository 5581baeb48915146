import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  createChargeSolver,
  purchasesFor,
  type ChargePlan,
  type ChargeProblem,
  type ChargeSolver,
} from '#core/charge'
import type { Composition } from '#core/composition'
import { seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now(), { keep: true })
})

const STEP_G = 50
const TAP_G = 1000
const EXCESS_G = 60
/** Costs this near, as a share, are the same. */
const SAME = 1e-3

/** A seeded blend of three lots in steps of 50 g, so few that every charge there is can be tried. */
function problemOf(random: () => number): ChargeProblem {
  const price = () => Math.round(2 + 18 * random())
  const metals: { id: string; composition: Composition }[] = [
    { id: 'red', composition: { Cu: 85 + 3 * random(), Sn: 2 + 3 * random(), Zn: 6 + 4 * random() } },
    { id: 'bar', composition: { Cu: 99.9 } },
    { id: 'bell', composition: { Cu: 76 + 4 * random(), Sn: 19 + 3 * random() } },
  ]
  const lots = metals.map((lot) => ({ ...lot, availableG: 1200, pricePerKg: price() }))
  const least = 4 + 5 * random()
  // Some windows are so narrow that no three steps meet in them.
  const width = random() < 0.4 ? 0.04 : 0.8 + 2 * random()
  return {
    target: {
      base: 'Cu',
      tapMassG: TAP_G,
      limits: { Sn: { min: least, max: least + width }, Zn: { max: 0.5 + 5 * random() } },
    },
    format: 'hephaestal/charge-problem',
    version: 2,
    lots,
    objective: 'cost',
    excessMaxG: EXCESS_G,
  }
}

/** All charges in spec, by plain arithmetic: what goes in of each lot, g. */
function chargesOf({ target, lots }: ChargeProblem): number[][] {
  const found: number[][] = []
  const most = 1200 / STEP_G
  for (let a = 0; a <= most; a++)
    for (let b = 0; a + b <= most; b++)
      for (let c = 0; a + b + c <= most; c++) {
        const masses = [a, b, c].map((steps) => steps * STEP_G)
        const melt = masses.reduce((sum, one) => sum + one, 0)
        if (melt < TAP_G || melt > TAP_G + EXCESS_G) continue
        const inside = Object.entries(target.limits).every(([element, { min = 0, max = 100 }]) => {
          const held = masses.reduce((sum, one, at) => sum + one * (lots[at]!.composition[element] ?? 0), 0)
          const pct = held / melt
          return pct >= min - 1e-9 && pct <= max + 1e-9
        })
        if (inside) found.push(masses)
      }
  return found
}

/** The least that any charge in spec costs: all of them tried. */
function leastCost(problem: ChargeProblem): number | null {
  const costs = chargesOf(problem).map((masses) =>
    masses.reduce((sum, one, at) => sum + (one * problem.lots[at]!.pricePerKg) / 1000, 0),
  )
  return costs.length === 0 ? null : Math.min(...costs)
}

describe('what a plan says of itself', () => {
  /** The same steps told in three ways: of the whole, of each scale, and as pieces. */
  const TOLD: Readonly<Record<string, (problem: ChargeProblem) => ChargeProblem>> = {
    increment: (problem) => ({ ...problem, incrementG: STEP_G }),
    scale: (problem) => ({ ...problem, lots: problem.lots.map((lot) => ({ ...lot, stepG: STEP_G })) }),
    pieces: (problem) => ({ ...problem, lots: problem.lots.map((lot) => ({ ...lot, pieceG: STEP_G })) }),
  }
  const LOOKS: Readonly<Record<string, (problem: ChargeProblem) => ChargePlan | null>> = {
    // With time enough on a machine that others keep busy: what may be missed in a hurry is the other look's.
    whole: (problem) => solver.solve({ ...problem, timeLimitS: 60 }),
    'in a hurry': (problem) => solver.quickPlan(problem, 1),
  }
  it.each(Object.keys(TOLD).flatMap((told) => Object.keys(LOOKS).map((look) => [told, look] as const)))(
    'steps told by %s, looked for %s: “optimal” is the cheapest of all charges there are, and no gap is told too small',
    (told, look) => {
      let proven = 0
      let open = 0
      let none = 0
      for (let seed = 1; seed <= many(60, 24); seed++) {
        const problem = TOLD[told]!(problemOf(seeded(seed)))
        const least = leastCost(problem)
        const plan = LOOKS[look]!(problem)
        if (least === null) {
          expect(plan?.status ?? 'infeasible', `seed ${seed}`).toBe('infeasible')
          none++
          continue
        }
        if (!plan || plan.status === 'infeasible') {
          // Whoever looks in a hurry may miss it; a whole look may not.
          expect(look, `seed ${seed}`).toBe('in a hurry')
          continue
        }
        expect(plan.cost, `seed ${seed}`).toBeGreaterThanOrEqual(least - 1e-6)
        // In steps of the scales a hurried look rounds, and what it tells of itself is of the plan it rounded.
        if (told === 'scale' && look === 'in a hurry') open++
        else if (plan.status === 'optimal') {
          expect(plan.cost, `seed ${seed}`).toBeLessThanOrEqual(least * (1 + SAME))
          proven++
        } else {
          expect(plan.cost * (1 - plan.gap!), `seed ${seed}`).toBeLessThanOrEqual(least * (1 + SAME))
          open++
        }
      }
      expect(proven + open).toBeGreaterThan(many(25, 9))
      expect(none).toBeGreaterThan(many(5, 1))
    },
  )

  it('no charge there is lies outside the reach of a lot, and at its ends there is one', () => {
    let tried = 0
    for (let seed = 1; seed <= many(60, 24); seed++) {
      const problem = problemOf(seeded(seed))
      const charges = chargesOf(problem)
      problem.lots.forEach(({ id }, at) => {
        const reach = solver.reach(problem, id)
        if (!reach) return expect(charges, `seed ${seed}`).toEqual([])
        tried++
        const outside = charges.filter(
          (masses) => masses[at]! < reach.fromG - 1e-6 || masses[at]! > reach.toG + 1e-6,
        )
        expect(outside, `seed ${seed}, ${id}`).toEqual([])
        const fixedAt = (fixedG: number) =>
          solver.leastCost({
            ...problem,
            lots: problem.lots.map((lot) => (lot.id === id ? { ...lot, fixedG } : lot)),
          })
        const { fromG, toG } = reach
        if (toG - fromG > 1) {
          expect(fixedAt(fromG + 0.01), `seed ${seed}, ${id}`).not.toBeNull()
          expect(fixedAt(toG - 0.01), `seed ${seed}, ${id}`).not.toBeNull()
        }
        if (fromG > 1) expect(fixedAt(fromG - 0.5), `seed ${seed}, ${id}`).toBeNull()
        expect(fixedAt(toG + 0.5), `seed ${seed}, ${id}`).toBeNull()
      })
    }
    expect(tried).toBeGreaterThan(many(100, 30))
    // Tin of a bronze of copper and tin: its limits say it, and a certainty of each narrows it (by plain arithmetic).
    const bronze: ChargeProblem = {
      ...problemOf(seeded(1)),
      target: { base: 'Cu', tapMassG: 1000, limits: { Sn: { min: 9, max: 11 } } },
      lots: [
        { id: 'copper', composition: { Cu: 100 }, availableG: 2000, pricePerKg: 8 },
        { id: 'tin', composition: { Sn: 100 }, availableG: 500, pricePerKg: 30 },
      ],
      excessMaxG: 0,
    }
    expect(solver.reach(bronze, 'tin')!.fromG).toBeCloseTo(90, 6)
    expect(solver.reach(bronze, 'tin')!.toG).toBeCloseTo(110, 6)
    const unsure = {
      ...bronze,
      confidence: 0.95,
      lots: bronze.lots.map((lot) => (lot.id === 'tin' ? { ...lot, sd: { Sn: 2 } } : lot)),
    }
    // 1.645 of 2 % of what goes in: m + 0.0329 m = 110, m − 0.0329 m = 90.
    expect(solver.reach(unsure, 'tin')!.toG).toBeCloseTo(110 / 1.032897, 1)
    expect(solver.reach(unsure, 'tin')!.fromG).toBeCloseTo(90 / 0.967103, 1)
    expect(solver.reach({ ...unsure, confidenceOf: 'all' }, 'tin')).toEqual(solver.reach(unsure, 'tin'))
  })

  it('nothing is to be bought for a metal that it does not go into', () => {
    const names = (base: string) => purchasesFor(base).map(({ id }) => id)
    // Phosphor copper and ferrosilicon are for copper, aluminium's own hardeners for aluminium (common practice).
    for (const base of ['Cu', 'Al', 'Zn', 'Sn']) {
      expect(names(base).includes('Cu-15P'), base).toBe(base === 'Cu')
      expect(names(base).includes('FeSi75'), base).toBe(base === 'Cu')
      expect(names(base).includes('Al-10Ti'), base).toBe(base === 'Al')
      expect(names(base), base).toContain(base)
    }
    expect(names('Sn')).not.toContain('Al')
    expect(purchasesFor(undefined).length).toBeGreaterThan(purchasesFor('Sn').length)
  })
})
