import loadHighs, { type Highs } from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { findAlloy, nominalWhole } from '#core/alloys'
import { createChargeSolver, type ChargeLot, type ChargePlan, type ChargeProblem } from '#core/charge'
import {
  betweenHeats,
  returnsLotId,
  expectedReturns,
  solveDay,
  type DayQuestion,
  type Held,
} from '#core/day-plan'

let highs: Highs
let quick: (problem: ChargeProblem) => ChargePlan | null
beforeAll(async () => {
  highs = await loadHighs()
  const solver = createChargeSolver(highs, () => 0)
  quick = (problem) => solver.quickPlan(problem, 8)
})

const lot = (
  id: string,
  availableG: number,
  composition: ChargeLot['composition'],
  pricePerKg: number,
): ChargeLot => ({
  id,
  availableG,
  composition,
  pricePerKg,
})
const LOTS = [
  lot('copper', 4000, { Cu: 99.95 }, 8),
  lot('tin', 600, { Sn: 99.9 }, 30),
  lot('zinc', 600, { Zn: 99.9 }, 3),
]
const problem = (alloyId: string, tapMassG: number, lots: ChargeLot[] = LOTS): ChargeProblem => ({
  format: 'hephaestal/charge-problem',
  version: 1,
  target: { tapMassG, limits: findAlloy(alloyId)!.limits, base: 'Cu' },
  lots,
  objective: 'cost',
  excessMaxG: 0,
})
const question = (
  heats: { id: string; problem: ChargeProblem; castingsG: number; practice?: string }[],
  rest: Partial<DayQuestion> = {},
): DayQuestion => ({
  heats: heats.map(({ id, practice = 'tin-bronze' }) => ({
    id,
    metal: 'Cu',
    practice,
    pourC: 1100,
    heatKJ: 1500,
    pots: ['four'],
  })),
  problems: heats.map((heat) => heat.problem),
  castingsG: heats.map(({ castingsG }) => castingsG),
  pots: [{ id: 'four', heatKJperK: 1.7, last: null }],
  furnace: { powerKw: 20, pricePerKJ: 6e-5, efficiency: 0.12, wallKJperK: 15, keepsWarm: 0.75 },
  turnMin: 20,
  ratePerHour: 0,
  wash: { share: 0.15, minutes: 10 },
  between: {},
  ...rest,
})

describe('what an earlier heat leaves', () => {
  it('is its tap less its castings, of its own metal, at what that cost', () => {
    const plan = { tapMassG: 1000, cost: 10, composition: { Cu: 88, Sn: 10, Zn: 1.9, '?': 0.1 } }
    expect(expectedReturns('a', plan, 600)).toEqual({
      from: 'a',
      lot: {
        id: returnsLotId('a'),
        availableG: 400,
        pricePerKg: 10,
        metallicYield: 0.98,
        composition: { Cu: 88, Sn: 10, Zn: 1.9 },
      },
    })
    expect(expectedReturns('a', plan, 995)).toBeNull()
  })
  it('makes a later heat possible that has no tin of its own: it comes after, whatever its number', () => {
    // Tin for the large one alone: 9 % of 3600 g would be 324 g.
    const lots = [
      lot('copper', 9000, { Cu: 99.95 }, 8),
      lot('tin', 300, { Sn: 99.9 }, 30),
      lot('zinc', 600, { Zn: 99.9 }, 3),
    ]
    const small = { id: 'small', problem: problem('C90500', 600, lots), castingsG: 500 }
    const large = { id: 'large', problem: problem('C90500', 3000, lots), castingsG: 1500 }
    const answer = solveDay(highs, question([small, large]), quick)
    expect(answer.joint.status).not.toBe('infeasible')
    expect(answer.day!.steps.map(({ id }) => id)).toEqual(['large', 'small'])
    const [reused] = answer.reused
    expect(reused).toMatchObject({ from: 'large', by: 'small' })
    // All of the small one's tin: at least 9 % of 600 g from metal that holds a tenth of it.
    expect(reused!.massG).toBeGreaterThan(250)
    expect(reused!.massG).toBeLessThanOrEqual(1500)
    const tin = answer.joint.plans.flatMap(({ lines }) => lines.filter((line) => line.lot === 'tin'))
    expect(tin.reduce((sum, { massG }) => sum + massG, 0)).toBeLessThanOrEqual(300 + 1e-6)
    // Without what the other leaves there is no such day: the pile one after the other does not do.
    expect(answer.inTurn).toBeNull()
  })
  it('comes from another heat where the cheapest cannot come in time: what is taken was always left before', () => {
    // Nothing may follow the cheap one in the only crucible: the third lives on what the second leaves.
    const dear = [lot('copper', 9000, { Cu: 99.95 }, 12), lot('tin', 900, { Sn: 99.9 }, 40), LOTS[2]!]
    const cheap = [lot('scrap', 4000, { Cu: 88, Sn: 10, Zn: 2 }, 3)]
    const bare = [lot('copper', 9000, { Cu: 99.95 }, 12), LOTS[2]!]
    const heats = [
      { id: 'a', problem: problem('C90500', 1500, cheap), castingsG: 500 },
      { id: 'b', problem: problem('C90500', 1500, dear), castingsG: 500 },
      { id: 'c', problem: problem('C90500', 600, bare), castingsG: 500 },
    ]
    const between = { a: { b: 'never', c: 'never' } } as const
    const answer = solveDay(highs, question(heats, { between }), quick)
    expect(answer.day!.steps.map(({ id }) => id)).toEqual(['b', 'c', 'a'])
    expect(answer.joint.status).not.toBe('infeasible')
    const place = (id: string) => answer.day!.steps.findIndex((step) => step.id === id)
    expect(answer.reused.length).toBeGreaterThan(0)
    for (const { from, by } of answer.reused) expect(place(from)).toBeLessThan(place(by))
    // Free to choose, the cheap one goes first.
    const free = solveDay(highs, question(heats), quick)
    expect(free.day!.steps.findIndex(({ id }) => id === 'a')).toBeLessThan(
      free.day!.steps.findIndex(({ id }) => id === 'c'),
    )
    expect(free.joint.cost).toBeLessThanOrEqual(answer.joint.cost + 1e-6)
  })
  it('is not taken where fresh metal is cheaper', () => {
    const answer = solveDay(
      highs,
      question([
        { id: 'a', problem: problem('C90500', 800), castingsG: 300 },
        { id: 'b', problem: problem('C90500', 700), castingsG: 700 },
      ]),
      quick,
    )
    expect(answer.reused).toEqual([])
    expect(answer.joint.cost).toBeCloseTo(answer.inTurn!, 4)
  })
})

describe('a day that cannot be', () => {
  it('says what to buy: tin for both, by hand within the limits of gunmetal', () => {
    const lots = [lot('copper', 9000, { Cu: 99.95 }, 8), lot('zinc', 600, { Zn: 99.9 }, 3)]
    const answer = solveDay(
      highs,
      question([
        { id: 'a', problem: problem('C90500', 1000, lots), castingsG: 1000 },
        { id: 'b', problem: problem('C90500', 2000, lots), castingsG: 2000 },
      ]),
      quick,
    )
    expect(answer.joint.status).toBe('infeasible')
    const [tin] = answer.shopping
    const { min = 0 } = findAlloy('C90500')!.limits.Sn!
    expect(tin!.metal).toBe('Sn')
    expect(tin!.massG).toBeCloseTo((3000 * min) / 100, -1)
    expect(answer.day!.steps).toHaveLength(2)
  })
  it('names the heat no crucible takes', () => {
    const asked = question([
      { id: 'a', problem: problem('C90500', 800), castingsG: 0 },
      { id: 'b', problem: problem('C90500', 800), castingsG: 0 },
    ])
    const heats = asked.heats.map((heat) => (heat.id === 'b' ? { ...heat, pots: [] } : heat))
    expect(solveDay(highs, { ...asked, heats }, quick)).toMatchObject({ day: null, stuck: ['b'] })
  })
})

describe('between two heats in one crucible', () => {
  const held = (alloyId: string, tapG = 2000): Held => {
    const alloy = findAlloy(alloyId)!
    const composition = nominalWhole(alloy)
    return { metal: composition.Al! > 50 ? 'Al' : 'Cu', practice: alloy.practice, composition, tapG }
  }
  const next = (alloyId: string) => ({ ...held(alloyId), limits: findAlloy(alloyId)!.limits })
  it('another metal never follows; the same kind follows as it is', () => {
    expect(betweenHeats(held('C90500'), next('356.0'))).toBe('never')
    expect(betweenHeats(held('356.0'), next('C90500'))).toBe('never')
    expect(betweenHeats(held('C90500'), next('C90300'))).toBe('nothing')
  })
  it('aluminium bronze leaves enough to spoil gunmetal (Al at most 0.005 %), gunmetal nothing that spoils red brass', () => {
    // A hundredth of 2000 g at 9 % aluminium in 2000 g: 0.09 %.
    expect(betweenHeats(held('C95200'), next('C90500'))).toBe('wash')
    expect(betweenHeats(held('C90500'), next('C83600'))).toBe('nothing')
  })
})
