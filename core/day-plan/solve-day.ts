import type { Highs } from 'highs'
import {
  isNone,
  costInTurn,
  planTogether,
  withPurchases,
  type ChargePlan,
  type ChargeProblem,
  type JointPlan,
} from '#core/charge'
import { nth } from '#core/lists'
import type { DayAsk, DayHeat, DayPlan } from './ask'
import { expectedReturns, type ExpectedReturns } from './leavings'
import { planDay } from './plan-day'
import { everyOther } from './reckon'

/** A day as it is asked of the solver: nothing in it but figures. */
export interface DayQuestion extends Omit<DayAsk, 'between' | 'metalCost' | 'useful'> {
  /** one for each heat, in their order, all from one pile */
  problems: readonly ChargeProblem[]
  /** of each heat's tap, what becomes castings, g */
  castingsG: readonly number[]
  /** what has to be done to a crucible that held the first, before the second: by `before` and by heat */
  between: Readonly<Record<string, Readonly<Record<string, 'nothing' | 'wash' | 'never'>>>>
}

/** A day solved, or what it wants. */
export interface DayAnswer {
  /** null where there is no such day */
  day: DayPlan | null
  /** charges of the heats, in the order they were asked in; infeasible where they cannot be made */
  joint: JointPlan
  /** the same heats one after the other as numbered, each cheapest from what is left; null where a later one goes without */
  inTurn: number | null
  /** what later heats take of what earlier ones leave, g */
  reused: { from: string; by: string; massG: number }[]
  /** metal to buy so that all can be made, g by an id of the purchasable table */
  shopping: { metal: string; massG: number }[]
  /** no crucible, or no order, can take this heat */
  stuck: string[]
}

/** A bought gram is taken only where nothing in the yard does it. */
const DEAR_PER_KG = 1e4

/**
 * The day with its metal: heats share the pile at least cost, later ones may draw on what earlier ones leave, and order
 * and crucibles are chosen with that. Leavings that do not pay with all orders open are left out of the question.
 * @param quickPlan answers one problem; null when it cannot be solved
 * @throws Error only when the solver itself fails
 * @source planTogether, planDay
 */
export function solveDay(
  highs: Highs,
  question: DayQuestion,
  quickPlan: (problem: ChargeProblem) => ChargePlan | null,
  clockMs: () => number = () => 0,
): DayAnswer {
  const { heats, problems } = question
  const alone = problems.map(quickPlan)
  const leavings = heats.flatMap(({ id }, at) => {
    const plan = alone[at]
    return (plan && expectedReturns(id, plan, nth(question.castingsG, at))) ?? []
  })
  const answers = new Map<string, JointPlan>()
  const jointOf = (earlier: ReadonlyMap<string, ReadonlySet<string>>): JointPlan => {
    const own = problems.map((problem, at) => {
      const heat = nth(heats, at)
      const before = earlier.get(heat.id)
      const open = leavings.filter(({ from }) => before?.has(from) && metalOf(heats, from) === heat.metal)
      return { ...problem, lots: [...problem.lots, ...open.map(({ lot }) => lot)] }
    })
    const key = own.map(({ lots }) => lots.map(({ id }) => id).join()).join(';')
    const had = answers.get(key)
    if (had) return had
    const joint = planTogether(highs, own, clockMs)
    answers.set(key, joint)
    return joint
  }

  // What pays when every order is open is what orders are told apart by.
  const open = jointOf(everyOther(heats))
  const useful = reusedIn(heats, open, leavings).map(({ from, by }) => [from, by] as const)
  const order: DayAsk = {
    ...question,
    between: (before, heat) => question.between[before]?.[heat.id] ?? 'nothing',
    metalCost: (earlier) => {
      const joint = jointOf(earlier)
      return isNone(joint) ? null : joint.cost
    },
    useful,
  }
  const feasible = !isNone(open)
  // Where those cannot come in time, any other leavings of the same metal may do instead.
  const allPairs = leavings.flatMap(({ from }) =>
    heats.flatMap(({ id, metal }) =>
      id !== from && metal === metalOf(heats, from) ? [[from, id] as const] : [],
    ),
  )
  const planned = feasible ? planDay(order) : null
  const pairs = planned || !feasible ? useful : allPairs
  // Without the metal the order can still be told.
  const day =
    planned ??
    planDay(feasible ? { ...order, useful: allPairs } : { ...order, metalCost: () => 0, useful: [] })
  const joint = day ? jointOf(earlierOf(day, pairs)) : open
  return {
    day,
    joint,
    inTurn: costInTurn(problems, quickPlan),
    reused: reusedIn(heats, joint, leavings),
    shopping: open.status === 'infeasible' ? shoppingFor(highs, problems, clockMs) : [],
    stuck: day
      ? []
      : heats
          .filter((heat) => planDay({ ...order, heats: [heat], metalCost: () => 0, useful: [] }) === null)
          .map(({ id }) => id),
  }
}

const metalOf = (heats: readonly DayHeat[], id: string) => heats.find((heat) => heat.id === id)?.metal

/** Which leavings are open in the order found, of those that pay. */
function earlierOf(
  { steps }: DayPlan,
  useful: readonly (readonly [string, string])[],
): Map<string, ReadonlySet<string>> {
  const place = new Map(steps.map(({ id }, at) => [id, at]))
  const byHeat = new Map(steps.map(({ id }) => [id, new Set<string>()]))
  for (const [first, second] of useful)
    if ((place.get(first) ?? Infinity) < (place.get(second) ?? -1)) byHeat.get(second)?.add(first)
  return byHeat
}

function reusedIn(
  heats: readonly DayHeat[],
  { plans }: JointPlan,
  leavings: readonly ExpectedReturns[],
): DayAnswer['reused'] {
  return plans.flatMap(({ lines }, at) =>
    lines.flatMap(({ lot, massG }) => {
      const found = leavings.find((one) => one.lot.id === lot)
      return found && massG > 0 ? [{ from: found.from, by: nth(heats, at).id, massG }] : []
    }),
  )
}

/** The least that would have to be bought for every heat to be possible. */
function shoppingFor(
  highs: Highs,
  problems: readonly ChargeProblem[],
  clockMs: () => number,
): DayAnswer['shopping'] {
  const offered = problems.map((problem) => {
    const { problem: wide, metalOf: bought } = withPurchases(problem)
    const lots = wide.lots.map((lot) => (bought.has(lot.id) ? { ...lot, pricePerKg: DEAR_PER_KG } : lot))
    return { problem: { ...wide, objective: 'cost' as const, lots }, bought }
  })
  const joint = planTogether(
    highs,
    offered.map(({ problem }) => problem),
    clockMs,
  )
  const sums = new Map<string, number>()
  joint.plans.forEach(({ lines }, at) => {
    for (const { lot, massG } of lines) {
      const metal = nth(offered, at).bought.get(lot)
      if (metal !== undefined) sums.set(metal, (sums.get(metal) ?? 0) + massG)
    }
  })
  return [...sums].map(([metal, massG]) => ({ metal, massG })).sort((a, b) => b.massG - a.massG)
}
