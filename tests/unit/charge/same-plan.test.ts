import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { beats, createChargeSolver, planWeighing } from '#core/charge'
import {
  askMark,
  benchOf,
  freeLots,
  heatWeighing,
  planAmong,
  planToStore,
  storedAnswer,
  type Heat,
} from '#core/heat'
import { workspaceSchema } from '#core/workspace'
import demo from '#data/demo-yard.json'
import { seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

const yard = workspaceSchema.parse(demo)
const heat = yard.heats.find(({ number }) => number === 13)!
const askOf = (change: Partial<Heat> = {}) => {
  const asked = { ...heat, ...change }
  const { lots, heats, gear, settings } = yard
  return heatWeighing(
    asked,
    freeLots(lots, heats, asked),
    benchOf(asked, { heats, gear, unit: settings[0]!.mass }),
  )!
}
const highs = await loadHighs()

describe('the same question', () => {
  it(`gets the same plan ${many(50, 12)} times, on a clock that runs as on a slow and busy machine`, () => {
    const ask = askOf()
    const known = JSON.stringify(planToStore(ask, planWeighing(createChargeSolver(highs), ask, 8)))
    for (let seed = 1; seed <= many(50, 12); seed++) {
      const random = seeded(seed)
      let ms = 0
      // From 0 to 60 ms go by between two looks at the clock: up to 25 s for a plan that takes a fifth of a second.
      const pace = 60 * random()
      const solver = createChargeSolver(highs, () => (ms += pace * random()))
      expect(JSON.stringify(planToStore(ask, planWeighing(solver, ask, 8))), `seed ${seed}`).toBe(known)
      expect(ms).toBeLessThan(30_000)
    }
  })

  it('gets the same plan whatever was asked before', () => {
    const solver = createChargeSolver(highs)
    const ask = askOf()
    const known = planWeighing(createChargeSolver(highs), ask, 8).plan
    for (const tapMassG of [1900, 2100, 2350]) planWeighing(solver, askOf({ tapMassG }), 8)
    expect(planWeighing(solver, ask, 8).plan).toEqual(known)
  })

  it('is the same whichever order the fields of its records and its lots stand in', () => {
    const turned = (value: unknown): unknown =>
      Array.isArray(value)
        ? value.map(turned)
        : typeof value === 'object' && value !== null
          ? Object.fromEntries(
              Object.entries(value)
                .reverse()
                .map(([name, inner]) => [name, turned(inner)]),
            )
          : value
    const other = turned(yard) as typeof yard
    const same = other.heats.find(({ number }) => number === 13)!
    const { lots, heats, gear, settings } = other
    const bench = benchOf(same, { heats, gear, unit: settings[0]!.mass })
    const ask = heatWeighing(same, freeLots(lots, heats, same), bench)!
    expect(askMark(ask)).toBe(askMark(askOf()))
    expect(planWeighing(createChargeSolver(highs), ask, 8).plan).toEqual(
      planWeighing(createChargeSolver(highs), askOf(), 8).plan,
    )
    expect(askMark({ ...ask, problem: { ...ask.problem, lots: ask.problem.lots.toReversed() } })).toBe(
      askMark(ask),
    )
  })

  it('is the plan the demo yard’s open heat has stored', () => {
    const ask = askOf()
    expect(heat.plan!.of).toBe(askMark(ask))
    expect(storedAnswer(heat.plan, ask)!.plan.lines).toEqual(
      planWeighing(createChargeSolver(highs), ask, 8).plan.lines,
    )
    // Something it was computed from has changed: it answers no more.
    expect(storedAnswer(heat.plan, askOf({ tapMassG: 1999 }))).toBeNull()
    expect(storedAnswer(heat.plan, askOf({ remarks: 'nothing to do with it' }))).not.toBeNull()
  })
})

describe('another plan', () => {
  it('takes the place of the former only where it is better by more than a thousandth', () => {
    const solver = createChargeSolver(highs)
    const ask = askOf()
    const first = planWeighing(solver, ask, 8).plan
    const former = Object.fromEntries(first.lines.map(({ lot, massG }) => [lot, massG]))
    const dearer = (lotId: string, factor: number) => ({
      ...ask,
      former,
      problem: {
        ...ask.problem,
        lots: ask.problem.lots.map((lot) =>
          lot.id === lotId ? { ...lot, pricePerKg: lot.pricePerKg * factor } : lot,
        ),
      },
    })
    const main = first.lines.toSorted((a, b) => b.massG - a.massG)[0]!.lot
    // A price that moves by a hair moves no weight; one that doubles does.
    expect(planWeighing(solver, dearer(main, 1.0005), 8).plan.lines).toEqual(first.lines)
    const other = planWeighing(solver, dearer(main, 2), 8).plan
    expect(other.lines).not.toEqual(first.lines)
    expect(other.probabilityInLimits).toBeGreaterThanOrEqual(ask.problem.confidence!)
  })

  it('is never beaten by one that is known: of 200 lots alike and a few others, one lot does', () => {
    const solver = createChargeSolver(highs)
    const ask = askOf()
    const [sample] = ask.problem.lots
    const right = { Cu: 88, Sn: 9.7, Zn: 2.1, Pb: 0.05 }
    const alike = Array.from({ length: 200 }, (_, at) => ({
      ...sample!,
      id: `same-${at}`,
      availableG: 300 + at,
      pricePerKg: 6,
      composition: right,
      sd: { Sn: 0.05, Zn: 0.05 },
    }))
    const whole = { ...alike[0]!, id: 'whole', availableG: 9000 }
    const problem = {
      ...ask.problem,
      target: {
        ...ask.problem.target,
        limits: { Cu: { min: 86 }, Sn: { min: 9, max: 10.5 }, Zn: { min: 1, max: 3 } },
      },
      lots: [...alike, whole, ...ask.problem.lots.map((lot) => ({ ...lot, pricePerKg: 6 }))],
    }
    const { plan } = planWeighing(solver, { ...ask, problem, leftOut: [] }, 8)
    expect(plan.lines.map(({ lot }) => lot)).toEqual(['whole'])
  })

  it('gives way to a plan of another question that holds and costs less; not for a trifle, not out of spec', () => {
    const solver = createChargeSolver(highs)
    const ask = askOf()
    const shown = planWeighing(solver, ask, 8)
    expect(beats(shown, shown.plan)).toBe(false)
    // What was found costs a tenth more to the lot: another plan of the same question stands beside it.
    const dear = { ...shown, plan: { ...shown.plan, cost: shown.plan.cost * 1.1 } }
    expect(beats(dear, shown.plan)).toBe(true)
    expect(beats({ ...dear, plan: { ...shown.plan, cost: shown.plan.cost * 1.0005 } }, shown.plan)).toBe(
      false,
    )
    const lines = shown.plan.lines.map((line, at) => (at === 0 ? { ...line, massG: line.massG / 2 } : line))
    expect(beats(dear, { ...shown.plan, lines })).toBe(false)
  })

  it('asked before is taken as it was, whichever plans were made since', () => {
    const solver = createChargeSolver(highs)
    const [first, second] = [askOf(), askOf({ tapMassG: 2200 })].map((ask) => ({
      ask,
      plan: planToStore(ask, planWeighing(solver, ask, 8)),
    }))
    const found = planAmong([second!.plan, first!.plan], first!.ask)!
    expect(found.plan).toBe(first!.plan)
    expect(found.answer.plan.lines).toEqual(first!.plan.answer.lines)
    expect(planAmong([second!.plan], first!.ask)).toBeNull()
  })

  it('is found from the lots of a plan known before, also where the search is given no look of its own', () => {
    const solver = createChargeSolver(highs)
    const ask = askOf()
    const best = planWeighing(solver, ask, 60)
    const known = [best.plan.lines.map(({ lot }) => lot)]
    const { plan } = planWeighing(createChargeSolver(highs), { ...ask, known }, 0)
    const whole = (one: typeof plan) => one.cost + (one.lineCost ?? 0)
    expect(whole(plan)).toBeLessThanOrEqual(whole(best.plan) * 1.001)
    expect(askMark({ ...ask, known })).toBe(askMark(ask))
  })
})
