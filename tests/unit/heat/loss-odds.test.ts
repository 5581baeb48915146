import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  costOfLossDoubt,
  createChargeSolver,
  planWeighing,
  probabilityInSpec,
  type ChargeSolver,
} from '#core/charge'
import { heatChargeProblem, heatMelt, heatWeighing, storedLines, planToStore, type Heat } from '#core/heat'
import { findAlloy } from '#core/alloys'
import { learnRecovery, planLosses, recoveryDoubts } from '#core/learn'
import { workspaceSchema } from '#core/workspace'
import demo from '#data/demo-yard.json'
import { countedOdds } from '../../support/doubt-monte-carlo'
import { many } from '../../support/reliability'
import { weighingYard } from '../../support/weighing-yard'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs())
})
const yard = workspaceSchema.parse(demo)
const SEEDS = many(200, 24)
const DRAWS = 12_000

describe('the certainty of a heat', () => {
  it(`of ${SEEDS} seeded heats of all families is what a Monte Carlo of everything in doubt counts, and plans reach what was asked`, () => {
    const families = new Set<string>()
    let sure = 0
    for (let seed = 1; seed <= SEEDS; seed++) {
      const { heat: given, lots, bench, alloy } = weighingYard(seed)
      const heat: Heat = { ...given, confidence: [0.8, 0.9, 0.95][seed % 3]!, confidenceOf: 'all' }
      const ask = heatWeighing(heat, lots, bench)!
      const { plan, problem, concessions } = planWeighing(solver, ask, 6)
      if (plan.lines.length === 0 || plan.status === 'least-harm') continue
      families.add(alloy.practice)
      expect(problem.recoverySd?.[alloy.base], `seed ${seed}`).toBeGreaterThan(0)
      const { odds, tapSdG } = countedOdds(problem, plan.lines, seed, DRAWS)
      const where = `seed ${seed}: ${alloy.id}, asked ${heat.confidence}, ${concessions.join()}`
      expect(Math.abs(plan.probabilityInLimits - odds), where).toBeLessThan(0.02)
      expect(plan.tapSdG! / tapSdG, where).toBeGreaterThan(0.94)
      expect(plan.tapSdG! / tapSdG, where).toBeLessThan(1.06)
      if (concessions.includes('no-margin')) continue
      sure++
      expect(odds, where).toBeGreaterThan(heat.confidence! - 0.02)
      // What the pages read from the stored plan is the same.
      const melt = heatMelt(heat, storedLines(planToStore(ask, { plan, problem, concessions, how: HOW })))
      expect(melt.tapSdG, where).toBeCloseTo(plan.tapSdG!, 6)
    }
    expect(sure).toBeGreaterThan(SEEDS / 3)
    expect(families.size).toBeGreaterThan(many(12, 5))
  }, 1_800_000)

  it('leaves the losses out where the caster says so, and is then higher for the same sure charge', () => {
    let compared = 0
    for (let seed = 1; seed <= 8; seed++) {
      const { heat: given, lots, bench } = weighingYard(seed)
      const heat: Heat = { ...given, confidence: 0.9, confidenceOf: 'all' }
      const off: Heat = { ...heat, lossDoubt: 'off' }
      const problem = heatChargeProblem(off, lots, bench)!
      expect(problem.recoverySd).toBeUndefined()
      expect(problem.lots.some((lot) => lot.metallicYieldSd)).toBe(false)
      const ask = heatWeighing(heat, lots, bench)!
      const weighing = planWeighing(solver, ask, 6)
      if (weighing.plan.lines.length === 0 || weighing.concessions.length > 0) continue
      compared++
      const lines = storedLines(planToStore(ask, weighing))
      const certain = lines.map(({ massG, lot: { metallicYieldSd: _, ...lot } }) => ({ massG, lot }))
      const { recovery = {}, target, recoverySd } = weighing.problem
      const counted = probabilityInSpec(lines, recovery, target.limits, recoverySd)!
      expect(probabilityInSpec(certain, recovery, target.limits)!, `seed ${seed}`).toBeGreaterThan(
        counted - 0.01,
      )
      expect(heatMelt(heat, lines).tapSdG, `seed ${seed}`).toBeGreaterThan(0)
      expect(heatMelt(off, certain).tapSdG).toBe(0)
    }
    expect(compared).toBeGreaterThan(2)
  })
})

describe('the doubt of the losses', () => {
  const gunmetal = findAlloy('C90500')!
  it('is the engineering estimate of one standard deviation, or what the caster gives', () => {
    const { heat, lots, bench } = weighingYard(1)
    const problem = heatChargeProblem({ ...heat, alloy: gunmetal }, lots, bench)!
    expect(problem.recoverySd).toMatchObject({ Cu: 0.01, Zn: 0.03, P: 0.15 })
    // Half of what a yield loses.
    for (const { metallicYield, metallicYieldSd } of problem.lots)
      expect(metallicYieldSd ?? 0).toBeCloseTo((1 - metallicYield!) / 2, 5)
    const own = heatChargeProblem({ ...heat, alloy: gunmetal, recoverySds: { Zn: 0.01 } }, lots, bench)!
    expect(own.recoverySd!.Zn).toBe(0.01)
  })
  it('is what the heats leave of it where the yard plans by what it learned', () => {
    const recoveries = learnRecovery(yard.heats)
    const learned = recoveryDoubts(gunmetal, recoveries)
    expect(Object.keys(learned).length).toBeGreaterThan(2)
    const planned = planLosses(gunmetal, recoveries, [], { useLearned: true })
    for (const [symbol, sd] of Object.entries(learned))
      expect(planned.recoverySds![symbol]).toBeCloseTo(sd, 3)
    const { heat, lots, bench } = weighingYard(1)
    const problem = heatChargeProblem({ ...heat, alloy: gunmetal, ...planned }, lots, bench)!
    expect(problem.recoverySd).toMatchObject(planned.recoverySds!)
    expect(planLosses(gunmetal, recoveries, [], {}).recoverySds).toBeUndefined()
  })
  it('costs what the same charge costs less without it', () => {
    let told = 0
    for (let seed = 1; seed <= 14; seed++) {
      const { heat: given, lots, bench } = weighingYard(seed)
      const heat: Heat = { ...given, confidence: 0.9, confidenceOf: 'all', objective: 'cost' }
      const weighing = planWeighing(solver, heatWeighing(heat, lots, bench)!, 6)
      const cost = costOfLossDoubt(solver, weighing, 6)
      if (!cost?.most || weighing.concessions.length > 0) continue
      told++
      expect(cost.most.saves).toBeGreaterThan(0)
      const { recoverySd: _, ...rest } = weighing.problem
      const without = { ...rest, lots: rest.lots.map(({ metallicYieldSd: __, ...lot }) => lot) }
      const plan = solver.quickPlan(without, 6)!
      const difference = weighing.plan.cost + weighing.plan.lineCost! - plan.cost - plan.lineCost!
      expect(cost.all, `seed ${seed}`).toBeCloseTo(Math.max(0, difference), 6)
    }
    expect(told).toBeGreaterThan(0)
  })
})

const HOW = { tolerance: 1, wide: false, certain: true, room: true, lineCost: 0, purityCost: 0 }
