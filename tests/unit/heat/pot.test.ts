import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { createChargeSolver, planWeighing, type ChargeSolver } from '#core/charge'
import {
  BARE_BENCH,
  stockAfterLogging,
  freeLots,
  heatWeighing,
  POT_LOT,
  potLot,
  residueFor,
  type Heat,
} from '#core/heat'
import { workspaceSchema } from '#core/workspace'
import demo from '#data/demo-yard.json'

const yard = workspaceSchema.parse(demo)
const heat = yard.heats.find(({ number }) => number === 13)!
let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now())
})
/** The last heat in the pot of the open one, with so much of its skull still in it. */
const after = (stayedG: number, alter: (last: Heat) => Heat = (last) => last): Heat[] =>
  yard.heats.map((one) => (one.number === 12 ? alter({ ...one, pour: { ...one.pour, stayedG } }) : one))
const plan = (heats: readonly Heat[]) =>
  planWeighing(
    solver,
    heatWeighing(heat, freeLots(yard.lots, heats, heat), {
      ...BARE_BENCH,
      pot: potLot(residueFor(heat, heats, [])),
    })!,
    8,
  )

describe('what stayed in the crucible', () => {
  it('is a line of the next charge, fixed, with half of it in doubt, and its metal counts', () => {
    const heats = after(20)
    const { problem, plan: found } = plan(heats)
    expect(problem.lots.find(({ id }) => id === POT_LOT)).toMatchObject({ fixedG: 20, weighErrorG: 10 })
    expect(found.lines).toContainEqual(expect.objectContaining({ lot: POT_LOT, massG: 20 }))
    const lot = problem.lots.find(({ id }) => id === POT_LOT)!
    // Yellow brass brings zinc: 20 g of it in 2 kg.
    expect(lot.composition.Zn).toBeGreaterThan(15)
    expect(found.status).not.toBe('infeasible')
  })
  it('of another metal it can stand against every plan: leaving it out, by a wash heat or scraping, is the way out', () => {
    const bronze = (last: Heat): Heat => ({
      ...last,
      assays: [],
      weighed: last.weighed.map((line) => ({ ...line, composition: { Cu: 86, Al: 10, Fe: 4 } })),
    })
    const { plan: found } = plan(after(20, bronze))
    expect(found.status).toBe('infeasible')
    expect(found.remedies).toContainEqual({ kind: 'leaveOut', lot: POT_LOT })
  })
  it('nothing told, nothing counted; and what stayed in the pot is not in the returns as well', () => {
    expect(potLot(residueFor(heat, yard.heats, yard.gear))).toBeNull()
    const last = yard.heats.find(({ number }) => number === 12)!
    const ids = ['00000000-0000-4000-a000-000000000001', '00000000-0000-4000-a000-000000000002'] as const
    const returns = (one: Heat) =>
      stockAfterLogging(one, yard.lots, { ids, now: heat.createdAt }).made.find(
        ({ kind }) => kind === 'returns',
      )!.massG
    expect(returns(last) - returns({ ...last, pour: { ...last.pour, stayedG: 20 } })).toBeCloseTo(20, 9)
  })
})
