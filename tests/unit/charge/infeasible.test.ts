import loadHighs, { type Highs } from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  applyRemedy,
  createChargeSolver,
  PURCHASABLE,
  type ChargePlan,
  type ChargeProblem,
  type ChargeSolver,
  type Conflict,
  type Remedy,
} from '#core/charge'
import demo from '#data/demo-yard.json'
import { freeLots, heatChargeProblem } from '#core/heat'
import { workspaceSchema } from '#core/workspace'
import { breaches } from '../../support/breaches'
import { slowly } from '../../support/clock'
import { leastCostByGlpk } from '../../support/oracles'
import { randomProblem } from '../../support/random-problem'
import { many } from '../../support/reliability'

let solver: ChargeSolver
let highs: Highs
beforeAll(async () => {
  highs = await loadHighs()
  solver = createChargeSolver(highs, () => performance.now())
})

const problem = (part: Partial<ChargeProblem> & Pick<ChargeProblem, 'target' | 'lots'>): ChargeProblem => ({
  format: 'hephaestal/charge-problem',
  version: 1,
  objective: 'cost',
  ...part,
})

const worked = new Map<string, { given: ChargeProblem; plan: ChargePlan; seed: number }[]>()

/** Problems without clean copper in the yard, whose limits often cannot be met; and what the engine says of them. */
function stuck(seeds: number, lots: number, elements: number) {
  const key = `${seeds} ${lots} ${elements}`
  if (worked.has(key)) return worked.get(key)!
  const cases: { given: ChargeProblem; plan: ChargePlan; seed: number }[] = []
  for (let seed = 1; seed <= seeds; seed++) {
    const whole = randomProblem(seed, lots, elements)
    const given = { ...whole, lots: whole.lots.slice(1) }
    const plan = solver.solve(given)
    if (plan.status === 'infeasible') cases.push({ given, plan, seed })
  }
  worked.set(key, cases)
  return cases
}

/** The problem with only the named limits and stocks in force. */
function onlyThese(given: ChargeProblem, members: readonly Conflict[]): ChargeProblem {
  const limits: ChargeProblem['target']['limits'] = {}
  let others: number | undefined
  const stocks = new Set<string>()
  for (const member of members) {
    if (member.kind === 'others') others = given.target.othersTotalMax
    if (member.kind === 'stock') stocks.add(member.lot)
    if (member.kind === 'element')
      limits[member.element] = {
        ...limits[member.element],
        [member.bound]: given.target.limits[member.element]![member.bound]!,
      }
  }
  // What counts as "other" does not depend on which limits are in force.
  for (const symbol of Object.keys(given.target.limits)) limits[symbol] ??= { max: 100 }
  const target = { ...given.target, limits }
  delete target.othersTotalMax
  return {
    ...given,
    target: others === undefined ? target : { ...target, othersTotalMax: others },
    lots: given.lots.map((lot) => (stocks.has(lot.id) ? lot : { ...lot, availableG: 1e7 })),
  }
}

describe('what cannot hold together', () => {
  it('is a set that GLPK too finds impossible, and possible without any one of its members', async () => {
    let checked = 0
    for (const { given, plan, seed } of stuck(many(100, 10), 8, 12)) {
      if (plan.conflict.some(({ kind }) => kind === 'metal')) continue
      expect(plan.conflict.length, `seed ${seed}`).toBeGreaterThan(0)
      expect(await leastCostByGlpk(onlyThese(given, plan.conflict)), `seed ${seed}`).toBeNull()
      for (const spared of plan.conflict) {
        const rest = plan.conflict.filter((member) => member !== spared)
        expect(await leastCostByGlpk(onlyThese(given, rest)), `seed ${seed}`).not.toBeNull()
      }
      checked++
    }
    expect(checked).toBeGreaterThan(many(15, 1))
  })

  it('no two limits clash by themselves where three are named', async () => {
    for (const { given, plan } of stuck(many(100, 10), 8, 12)) {
      const limits = plan.conflict.filter(({ kind }) => kind === 'element' || kind === 'others')
      if (limits.length < 2) continue
      for (const one of limits)
        expect(
          await leastCostByGlpk({ ...onlyThese(given, [one]), lots: given.lots }),
          'a single limit would have said it',
        ).not.toBeNull()
    }
  })

  it('says there is not enough metal, and how much there could be', () => {
    const plan = solver.solve(
      problem({
        target: { tapMassG: 5000, limits: {} },
        lots: [{ id: 'a', availableG: 1000, pricePerKg: 1, metallicYield: 0.9, composition: { Cu: 100 } }],
      }),
    )
    expect(plan.conflict).toEqual([{ kind: 'metal', wantedG: 5000, possibleG: 900 }])
    expect(plan.remedies).toContainEqual({ kind: 'lessTap', tapMassG: 899 })
  })

  it('names lead and the stock of copper when the copper runs out (mixing by hand)', () => {
    // 1 kg with at most 1 % lead from 300 g copper and brass at 2 % lead: 1.4 % at best; 500 g copper would do.
    const plan = solver.solve(
      problem({
        target: { tapMassG: 1000, limits: { Pb: { max: 1 } }, base: 'Cu' },
        lots: [
          { id: 'copper', availableG: 300, pricePerKg: 8, composition: { Cu: 100 } },
          { id: 'brass', availableG: 5000, pricePerKg: 4, composition: { Cu: 98, Pb: 2 } },
        ],
      }),
    )
    expect(plan.conflict).toHaveLength(2)
    const [lead, stock] = plan.conflict
    expect(lead).toMatchObject({ kind: 'element', element: 'Pb', bound: 'max', limit: 1 })
    expect((lead as { reached: number }).reached).toBeCloseTo(1.4, 6)
    expect(stock).toMatchObject({ kind: 'stock', lot: 'copper', availableG: 300 })
    expect((stock as { neededG: number }).neededG).toBeCloseTo(500, 4)
    const kinds = plan.remedies.map(({ kind }) => kind)
    expect(kinds).toEqual(expect.arrayContaining(['relax', 'obtain', 'lessTap']))
    const copper = plan.remedies.find((one) => one.kind === 'obtain' && one.metal === 'Cu') as {
      massG: number
    }
    // Bought copper is 99.9 % and the rest of it unidentified, so a hair over 200 g.
    expect(copper.massG).toBeGreaterThanOrEqual(200)
    expect(copper.massG).toBeLessThan(203)
  })

  it('names a locked line that spoils the melt, and leaving it out works', () => {
    const plan = solver.solve(
      problem({
        target: { tapMassG: 1000, limits: { Pb: { max: 0.3 } }, base: 'Cu' },
        lots: [
          { id: 'copper', availableG: 3000, pricePerKg: 8, composition: { Cu: 100 } },
          { id: 'valves', availableG: 500, pricePerKg: 4, composition: { Cu: 95, Pb: 5 }, fixedG: 200 },
        ],
      }),
    )
    expect(plan.conflict).toContainEqual({ kind: 'line', lot: 'valves', fixedG: 200 })
    expect(plan.remedies).toContainEqual({ kind: 'leaveOut', lot: 'valves' })
  })

  it('names the rule when only whole pieces or the number of lots stand in the way', () => {
    const lots: ChargeProblem['lots'] = [
      { id: 'copper', availableG: 3000, pricePerKg: 8, composition: { Cu: 100 }, pieceG: 700 },
      { id: 'tin', availableG: 3000, pricePerKg: 30, composition: { Sn: 100 } },
    ]
    const target = { tapMassG: 1000, limits: { Sn: { min: 9, max: 11 } }, base: 'Cu' }
    const pieces = solver.solve(problem({ target, lots }))
    expect(pieces.conflict).toEqual([{ kind: 'rule', rule: 'pieces' }])
    expect(pieces.remedies).toContainEqual({ kind: 'dropRule', rule: 'pieces' })
    const free = lots.map(({ id, availableG, pricePerKg, composition }) => ({
      id,
      availableG,
      pricePerKg,
      composition,
    }))
    const one = solver.solve(problem({ target, lots: free, maxLots: 1 }))
    expect(one.conflict).toEqual([{ kind: 'rule', rule: 'maxLots' }])
    expect(one.remedies).toContainEqual({ kind: 'moreLots', maxLots: 2 })
  })

  it('an empty stock is infeasible, not an error; buying the alloy is a way out', () => {
    const plan = solver.solve(
      problem({ target: { tapMassG: 100, limits: { Sn: { min: 9, max: 11 } }, base: 'Cu' }, lots: [] }),
    )
    expect(plan.status).toBe('infeasible')
    expect(plan.remedies).toContainEqual(expect.objectContaining({ kind: 'obtainTogether' }))
  })
})

describe('ways out', () => {
  it.each([undefined, 0.9])(
    'every one, applied by itself, gives a plan that holds (confidence %s)',
    (confidence) => {
      const seen: Record<string, number> = {}
      for (const { given, seed } of stuck(confidence ? many(30, 5) : many(100, 10), 8, 12)) {
        const asked = confidence ? { ...given, confidence } : given
        const plan = solver.solve(asked)
        for (const remedy of plan.remedies) {
          const mended = applyRemedy(asked, remedy)
          const answer = solver.solve(mended)
          expect(answer.status, `seed ${seed}: ${JSON.stringify(remedy)}`).not.toBe('infeasible')
          expect(breaches(mended, answer), `seed ${seed}`).toEqual([])
          seen[remedy.kind] = (seen[remedy.kind] ?? 0) + 1
        }
      }
      expect(seen.relax ?? 0, JSON.stringify(seen)).toBeGreaterThan(many(5, 0))
      expect(seen.obtain ?? 0, JSON.stringify(seen)).toBeGreaterThan(many(5, 0))
    },
  )

  it('a relaxed limit is relaxed by no more than GLPK finds needed', async () => {
    let checked = 0
    for (const { given, plan, seed } of stuck(many(100, 10), 8, 12))
      for (const remedy of plan.remedies as Remedy[]) {
        if (remedy.kind !== 'relax' || remedy.bound !== 'max') continue
        // A little short of the relaxed limit (it is told in three figures) nothing fits; at it, something does.
        const was = given.target.limits[remedy.element]!.max!
        const short = { ...remedy, to: was + (remedy.to - was) * 0.97 - 0.012 * remedy.to }
        if (short.to <= was) continue
        expect(await leastCostByGlpk(applyRemedy(given, remedy)), `seed ${seed}`).not.toBeNull()
        expect(await leastCostByGlpk(applyRemedy(given, short)), `seed ${seed}`).toBeNull()
        checked++
      }
    expect(checked).toBeGreaterThan(many(10, 0))
  })

  it('what can be bought adds up to 100 % at most and says for which melts it is', () => {
    for (const { composition, bases, id } of PURCHASABLE) {
      const sum = Object.values(composition).reduce((a, b) => a + b, 0)
      expect(sum, id).toBeGreaterThan(98)
      expect(sum, id).toBeLessThanOrEqual(100)
      expect(bases.length, id).toBeGreaterThan(0)
    }
  })
})

it('a solver that gives up on the basis at hand begins from scratch: too much asked of the demo yard, kept or fresh', async () => {
  const yard = workspaceSchema.parse(demo)
  const heat = yard.heats.find(({ number }) => number === 13)!
  const lots = freeLots(yard.lots, yard.heats, heat)
  const fresh = createChargeSolver(await loadHighs(), slowly)
  const kept = createChargeSolver(await loadHighs(), slowly, { keep: true })
  for (const tapMassG of [30_000, 60_000, 75_000, 90_000, 105_000, 120_000].slice(0, many(6, 1)))
    for (const one of [fresh, kept]) {
      const asked = heatChargeProblem({ ...heat, tapMassG, confidence: null }, lots)!
      const plan = one.solve(asked)
      expect(plan.status, `${tapMassG} g`).toBe('infeasible')
      const remedies = plan.status === 'infeasible' ? (plan.remedies ?? []) : []
      expect(remedies.length, `${tapMassG} g`).toBeGreaterThan(0)
      for (const remedy of remedies)
        expect(one.solve(applyRemedy(asked, remedy)).status, JSON.stringify(remedy)).not.toBe('infeasible')
    }
})

describe('time', () => {
  it.each([1])(
    `saying why takes no longer than was given, and what is said is a set that cannot hold (${many(60, 20)} lots, seed %d)`,
    (seed) => {
      const given = { ...randomProblem(seed, many(60, 20), 10), timeLimitS: 2, confidence: 0.95 }
      given.lots = given.lots.slice(2)
      for (const limit of Object.values(given.target.limits))
        if (limit.max !== undefined && limit.max < 0.2) limit.max *= 0.05
      // A clock that runs by itself: every look at it, and there is one before each programme is solved, is a tenth of
      // a second. Planning and saying why have their time each, and as long again for what they are in the middle of.
      let looked = 0
      const timed = createChargeSolver(highs, () => (looked += 100))
      const plan = timed.solve(given)
      expect(plan.status).toBe('infeasible')
      expect(looked).toBeLessThan(2 * 2 * 2000 + 300)
      expect(plan.conflict.length).toBeGreaterThan(0)
      const named = plan.conflict.flatMap((one) => (one.kind === 'element' ? [one.element] : []))
      const limits = Object.fromEntries(named.map((element) => [element, given.target.limits[element]!]))
      expect(solver.solve({ ...given, timeLimitS: 10, target: { ...given.target, limits } }).status).toBe(
        'infeasible',
      )
    },
    60_000,
  )
})
