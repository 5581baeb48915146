import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import {
  createChargeSolver,
  planTogether,
  planWeighing,
  priceOfCertainty,
  type ChargeProblem,
  type WeighingAsk,
} from '#core/charge'
import { breaches } from '../../support/breaches'
import { jointProblem } from '../../support/joint-problem'
import { randomProblem } from '../../support/random-problem'

/** A clock that goes on by so much each time it is read: from no time at all to plenty, on any machine. */
const PACES_MS = [0.01, 3, 10, 30, 60, 100, 200, 400, 800, 1500, 3000, 1e5]
const slow = (paceMs: number) => {
  let ms = 0
  return () => (ms += paceMs)
}
const highs = await loadHighs()

/** In whole steps of a scale, in pieces, with few lots, with one certainty for all limits: each can be done. */
const stepped = (seed: number): ChargeProblem => {
  const given = randomProblem(seed, 14, 7)
  return { ...given, version: 2, maxLots: 6, lots: given.lots.map((lot) => ({ ...lot, stepG: 1 })) }
}
const cases: [string, ChargeProblem][] = [
  ['whole steps', stepped(21)],
  ['whole steps and few lots', stepped(22)],
  ['in gross steps', { ...randomProblem(4, 12, 6), version: 2, incrementG: 5 }],
  ['one certainty for all', jointProblem(3)],
]

describe('where the time runs out', () => {
  it.each(cases)('it is not said that nothing fits: %s', (_, problem) => {
    const engine = createChargeSolver(highs, slow(0))
    expect(engine.solve(problem).status).toMatch(/^(optimal|feasible)$/)
    const told = PACES_MS.map((pace) => {
      const plan = createChargeSolver(highs, slow(pace)).solve(problem)
      if (plan.status !== 'unknown') expect(breaches(problem, plan), `${pace} ms`).toEqual([])
      expect(plan.conflict, `${pace} ms`).toEqual([])
      expect(plan.remedies, `${pace} ms`).toEqual([])
      return plan.status
    })
    expect(told).not.toContain('infeasible')
    expect(told).toContain('unknown')
  })

  it('of something that cannot be done it is either said, or that it is not known', () => {
    const given = stepped(21)
    const never = {
      ...given,
      target: { ...given.target, limits: { Sn: { min: 40, max: 41 }, Zn: { min: 70 } } },
    }
    const told = PACES_MS.map((pace) => createChargeSolver(highs, slow(pace)).solve(never).status)
    for (const status of told) expect(status).toMatch(/^(infeasible|unknown)$/)
    expect(told[0]).toBe('infeasible')
  })

  it('heats together are not said to be impossible', () => {
    const heats = [stepped(21), stepped(22)]
    expect(planTogether(highs, heats, slow(0)).status).toMatch(/^(optimal|feasible)$/)
    const told = PACES_MS.map((pace) => planTogether(highs, heats, slow(pace)))
    for (const { status, short } of told) {
      expect(status).not.toBe('infeasible')
      expect(short).toEqual([])
    }
  })
})

describe('on a machine as slow as can be', () => {
  const given: ChargeProblem = { ...jointProblem(7), confidenceOf: 'each' }
  it('a study finds what it finds elsewhere: its searches end by counted work', () => {
    const told = (paceMs: number) =>
      priceOfCertainty(createChargeSolver(highs, slow(paceMs)), given).map(({ confidence, cost }) => [
        confidence,
        cost,
      ])
    const known = told(0)
    expect(known.length).toBeGreaterThan(5)
    for (const pace of [1, 10, 50]) expect(told(pace), `${pace} ms`).toEqual(known)
  })
})

describe('where the time of a heat runs out', () => {
  const asked = (problem: ChargeProblem, begun: boolean): WeighingAsk => ({
    problem,
    begun,
    planned: null,
    plannedWithout: [],
    plannedLots: [],
    mostTapG: problem.target.tapMassG * 1.05,
    lineShare: 0.01,
  })
  const sure: ChargeProblem = { ...stepped(21), confidence: 0.9, confidenceOf: 'all' }
  const known = planWeighing(createChargeSolver(highs, slow(0)), asked(sure, false), 8)

  it('what is given up for want of time is told apart from what no charge can keep', () => {
    expect(known.plan.status).toMatch(/^(optimal|feasible)$/)
    expect(known.hurried).toBeUndefined()
    for (const pace of PACES_MS) {
      const { plan, concessions, hurried } = planWeighing(
        createChargeSolver(highs, slow(pace)),
        asked(sure, false),
        8,
      )
      expect(plan.status, `${pace} ms`).not.toBe('infeasible')
      if (concessions.length > known.concessions.length || plan.status === 'unknown')
        expect(hurried, `${pace} ms`).toBe(true)
    }
  })

  it('nobody waits for it longer than half a minute, and a little', () => {
    // Longer, and the engine is taken to be dead. A clock that jumps by whole seconds ends each look at its first step.
    for (const pace of PACES_MS.filter((ms) => ms < 300)) {
      const clock = slow(pace)
      const began = clock()
      planWeighing(createChargeSolver(highs, clock), asked(sure, false), 8)
      expect(clock() - began, `${pace} ms`).toBeLessThan(40_000)
    }
  })

  it('once weighing has begun there is always an answer', () => {
    const line = known.plan.lines[0]!
    const begun = asked(
      { ...sure, lots: sure.lots.map((lot) => (lot.id === line.lot ? { ...lot, fixedG: line.massG } : lot)) },
      true,
    )
    for (const pace of PACES_MS) {
      const { plan, hurried } = planWeighing(createChargeSolver(highs, slow(pace)), begun, 8)
      expect(plan.status, `${pace} ms`).toMatch(/^(optimal|feasible|least-harm)$/)
      expect(plan.lines.find(({ lot }) => lot === line.lot)?.massG).toBeCloseTo(line.massG, 6)
      if (plan.status === 'least-harm') expect(hurried, `${pace} ms`).toBe(true)
    }
  })

  it('where ways out were not looked at to the end that is told: what is missing may be one', () => {
    const line = known.plan.lines[0]!
    const heavy: ChargeProblem = {
      ...sure,
      lots: sure.lots.map((lot) =>
        lot.id === line.lot ? { ...lot, availableG: 4 * lot.availableG, fixedG: 3 * line.massG } : lot,
      ),
    }
    const leftOut = [{ ...sure.lots[0]!, id: 'left-out' }]
    for (const begun of [true, false]) {
      const whole = planWeighing(createChargeSolver(highs, slow(0)), asked(heavy, begun), 8)
      expect(whole.plan.status).toBe(begun ? 'least-harm' : 'infeasible')
      expect(whole.plan.remedies.length).toBeGreaterThan(1)
      expect(whole.waysHurried).toBeUndefined()
      // Paces at which the brake comes after a part of the looks that the whole takes.
      let reads = 0
      planWeighing(
        createChargeSolver(highs, () => (reads++, 0)),
        { ...asked(heavy, begun), leftOut },
        8,
      )
      const told = [0.3, 0.5, 0.7, 0.8, 0.9, 0.95].map((part) => {
        const pace = 30_000 / (part * reads)
        const ask = { ...asked(heavy, begun), leftOut }
        const { plan, hurried, waysHurried } = planWeighing(createChargeSolver(highs, slow(pace)), ask, 8)
        const fewer = plan.remedies.length < whole.plan.remedies.length
        if (fewer) expect(hurried ?? waysHurried, `${pace} ms`).toBe(true)
        return fewer && !hurried
      })
      // There is a pace at which the charge itself is looked at to the end, and the ways out are not.
      expect(told).toContain(true)
    }
  })
})
