import { readFileSync } from 'node:fs'
import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  applyRemedy,
  boughtLot,
  correctMelt,
  createChargeSolver,
  parseChargeProblem,
  PURCHASABLE,
  type ChargeProblem,
  type ChargeSolver,
} from '#core/charge'
import { breaches } from '../../support/breaches'
import { extremeProblem, extremeProblems } from '../../support/extreme-problem'
import { heavyProblem } from '../../support/heavy-problem'
import { many } from '../../support/reliability'

let highs: Awaited<ReturnType<typeof loadHighs>>
let solver: ChargeSolver
beforeAll(async () => {
  highs = await loadHighs()
  solver = createChargeSolver(highs, () => performance.now())
})

const example = (name: string) => JSON.parse(readFileSync(`examples/${name}.json`, 'utf8')) as ChargeProblem

describe('what a person calls a lot is theirs', () => {
  it('the wheel with few lots, one of them called like a purchase, is answered', () => {
    const plan = solver.solve({ ...example('wheel-aluminium'), maxLots: 3 })
    expect(['optimal', 'feasible', 'infeasible']).toContain(plan.status)
    for (const remedy of plan.remedies ?? [])
      if (remedy.kind === 'obtain') expect(PURCHASABLE.map(({ id }) => id)).toContain(remedy.metal)
  })

  it('a stock of purchases by name gets the same answer as by number', () => {
    for (const name of ['gunmetal', 'wheel-aluminium', 'stuck-bearing-bronze']) {
      const problem = example(name)
      const numbered = { ...problem, lots: problem.lots.map((lot, at) => ({ ...lot, id: `lot ${at}` })) }
      const called = {
        ...problem,
        lots: problem.lots.map((lot, at) => ({ ...lot, id: `bought ${PURCHASABLE[at]!.id}` })),
      }
      const back = new Map(called.lots.map(({ id }, at) => [id, `lot ${at}`]))
      const text = JSON.stringify(solver.solve(called), (_, value: unknown) =>
        typeof value === 'string' ? (back.get(value) ?? value) : value,
      )
      expect(JSON.parse(text), name).toEqual(JSON.parse(JSON.stringify(solver.solve(numbered))))
    }
  })

  it('what is bought stands beside a lot of that name', () => {
    const problem = { ...example('gunmetal'), lots: [{ ...boughtLot('Sn', 5), availableG: 5 }] }
    const taken = applyRemedy(problem, { kind: 'obtain', metal: 'Sn', massG: 70 })
    expect(new Set(taken.lots.map(({ id }) => id)).size).toBe(2)
    expect(parseChargeProblem(taken).ok).toBe(true)
  })

  it('a correction tells the lot in the bins from the metal to buy', () => {
    const { target } = example('gunmetal')
    const ask = {
      metal: { massG: 1000, composition: { Cu: 96, Sn: 2, Zn: 2 }, sd: {}, molten: true },
      target,
      recovery: {},
      aim: 'limits' as const,
    }
    const lot = { ...boughtLot('Sn', 1e4), pricePerKg: 1 }
    const own = correctMelt(highs, { ...ask, lots: [lot, { ...lot, id: 'metal', composition: { Zn: 100 } }] })
    expect(own.status).toBe('additions')
    expect(own.lines.every(({ metal }) => metal === undefined)).toBe(true)
    const buying = correctMelt(highs, { ...ask, lots: [{ ...lot, availableG: 1 }], buying: true })
    expect(buying.lines.some(({ metal }) => metal === 'Sn')).toBe(true)
  })
})

describe('valid problems that nobody would pose', () => {
  it(`of ${many(300, 30)} each is answered in figures, and within its limits where it holds`, () => {
    for (const { seed, problem } of extremeProblems(many(300, 30))) {
      const plan = solver.solve(problem)
      for (const value of [plan.cost, plan.tapMassG, plan.chargeMassG, plan.probabilityInLimits])
        expect(Number.isFinite(value), `seed ${seed}`).toBe(true)
      if (plan.status === 'optimal' || plan.status === 'feasible')
        expect(breaches(problem, plan), `seed ${seed}`).toEqual([])
    }
  })

  it('where the solver gives up, that is the answer', () => {
    expect(solver.solve(extremeProblem(5289)).status).toMatch(/unknown|optimal|feasible/)
  })
})

describe('time', () => {
  // A clock that goes on by a millisecond each time it is read: no machine's speed comes into it.
  const counted = async () => {
    let ms = 0
    return { clock: () => ms++, read: () => ms, engine: createChargeSolver(await loadHighs(), () => ms++) }
  }

  it(`${many(300, 24)} lots all in doubt end with an answer soon after their time`, async () => {
    for (const changes of [{}, { version: 2 as const, confidenceOf: 'all' as const }].slice(many(0, 1))) {
      const { engine, read } = await counted()
      const plan = engine.solve(heavyProblem(many(300, 24), { ...changes, timeLimitS: 0.1 }))
      expect(['unknown', 'infeasible', 'feasible']).toContain(plan.status)
      // Planning, what stands in the way and the ways out may each take their time and as long again.
      expect(read()).toBeLessThan(700)
    }
  })
})
