import { BRAKE_S, type ChargeSolver } from './charge-solver'
import { describePlan } from './describe'
import { holds } from './holds'
import { totalViolation } from './least-harm'
import { relaxedLotChoices, type RelaxedLotChoice } from './let-in'
import { isNone, type ChargePlan, type PlanLine, type Remedy } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'
import { followPlan, linesAsPlanned, withinAsked } from './rungs'
import { savedBy } from './saved-by'
import { applyRemedyOnScales } from './scales'
import { surePurchases } from './sure-purchase'
import {
  changedProblem,
  plannedIds,
  problemOf,
  type Concession,
  type HowAsked,
  type Weighing,
  type WeighingAsk,
} from './weighing-ask'

/** Harm, and tap, that are the same to the caster: shares. */
const SAME = 1e-4
/** How long a charge is looked for. */
export interface Effort {
  /** seconds by the clock after which it is broken off whatever was found: an emergency brake */
  brakeS?: number
  /** times the usual counted work of each look */
  times?: number
}

/**
 * The charge as it stands. Before anything is weighed: the best plan, and if need be without the asked certainty or
 * the room for errors of weighing; where nothing fits, why, and ways out. Once something is weighed: the plan at hand
 * as long as it holds; then another with its lots; then with any; then without certainty; at last the least harm.
 * @param nodes how many choices of lots are looked at beyond the first plan
 * @returns always an answer: none at all ("infeasible", or "unknown" where the time ran out) only before anything is
 *   weighed, or with nothing to weigh
 */
export function planWeighing(
  solver: ChargeSolver,
  ask: WeighingAsk,
  nodes: number,
  { brakeS = BRAKE_S, times = 1 }: Effort = {},
): Weighing {
  return solver.braked(brakeS, () => planned(solver, ask, nodes), times)
}

function planned(solver: ChargeSolver, ask: WeighingAsk, nodes: number): Weighing {
  const before = solver.cutShort()
  const hurried = (since: number) => (solver.cutShort() > since ? { hurried: true as const } : {})
  const held = withinAsked(solver, ask, nodes)
  if (held) {
    const lost = held.concessions.some((one) => !ask.plannedWithout.includes(one))
    return lost ? { ...held, ...hurried(before) } : held
  }
  const { begun } = ask
  const how: HowAsked = {
    ...{ tolerance: 1, wide: begun, certain: false, room: !begun, lineCost: 0, purityCost: 0 },
    ...(begun ? { leastHarm: true } : {}),
  }
  const last = problemOf(ask, how)
  const since = solver.cutShort()
  const waysSince = solver.waysCutShort()
  const plan = alwaysOne(ask, last, solver.solve(last, ask.bench))
  const unsure = hurried(since)
  if (isNone(plan) || plan.status === 'least-harm') {
    const planned = solver.cutShort()
    const answer = noneHolds(solver, ask, last, plan, nodes)
    const waysCut = solver.cutShort() > planned || solver.waysCutShort() > waysSince
    return { ...answer, how, ...unsure, ...(waysCut ? { waysHurried: true } : {}) }
  }
  return { plan, problem: last, how, concessions: givenUpBy(ask, plan), ...hurried(before) }
}

/**
 * The plan at hand for a question that has changed a little: the same lots, asked in the same way. What is shown while
 * the whole search goes on.
 * @param former how the plan at hand was asked, and its lines, g by lot
 * @returns null where these lots no longer do
 * @example draftPlan({}, { begun: false, planned: null, plannedWithout: [] }, { how: { leastHarm: true } }) // null
 */
export function draftPlan(
  solver: ChargeSolver,
  ask: WeighingAsk,
  former: { how: HowAsked; concessions: readonly Concession[]; lots: readonly string[] },
): Weighing | null {
  const followed = followPlan(ask)
  if (followed) return followed
  const { how } = former
  if (how.leastHarm) return null
  const problem = problemOf(ask, how)
  const plan = solver.settledPlan(problem, former.lots, how.purityCost)
  return plan && { plan, problem, how, concessions: [...former.concessions] }
}

/** What is weighed stays in the crucible: where no plan was found for the rest, it goes on as planned, or as it is. */
function alwaysOne(ask: WeighingAsk, problem: ChargeProblem, plan: ChargePlan): ChargePlan {
  if (!ask.begun || !isNone(plan)) return plan
  const weighed = problem.lots.flatMap(({ id, fixedG = 0 }) => (fixedG > 0 ? { lot: id, massG: fixedG } : []))
  const lines = linesAsPlanned(ask, problem) ?? weighed
  if (lines.length === 0) return plan
  return { ...describePlan(problem, lines), status: holds(problem, lines) ? 'feasible' : 'least-harm' }
}

/** What of that which was asked a plan does not keep, that keeps the limits. */
function givenUpBy(ask: WeighingAsk, { lines }: ChargePlan): Concession[] {
  const keeps = (certain: boolean, room: boolean) =>
    holds(changedProblem(ask.problem, ask, { tolerance: 1, wide: ask.begun, certain, room }), lines)
  const planned = plannedIds(ask)
  const fixed = new Set(ask.problem.lots.flatMap(({ id, fixedG }) => (fixedG === undefined ? [] : id)))
  const others =
    ask.begun && ask.plannedLots.length > 0 && lines.some(({ lot }) => !planned.has(lot) && !fixed.has(lot))
  const lost: Concession[] = others ? ['other-lots'] : []
  if (keeps(true, true)) return lost
  if (keeps(false, true)) return [...lost, 'no-margin']
  return [...lost, ...(keeps(true, false) ? [] : (['no-margin'] as const)), 'no-room']
}

/** No charge keeps the limits: what would, before anything is weighed; after that, the one that does the least harm. */
function noneHolds(
  solver: ChargeSolver,
  ask: WeighingAsk,
  last: ChargeProblem,
  plan: ChargePlan,
  nodes: number,
): Omit<Weighing, 'how'> {
  const { problem, begun } = ask
  const ways = ask.leftOut && plan.status !== 'unknown' ? letIn(solver, ask, ask.leftOut) : []
  if (plan.status === 'infeasible' && !begun && problem.confidence !== undefined) {
    const certain = changedProblem(problem, ask, { tolerance: 1, wide: false, certain: true, room: true })
    const { bench } = ask
    const makes = (remedy: Remedy) =>
      solver.quickPlan(applyRemedyOnScales(certain, remedy, bench ?? null), nodes) !== null
    const otherwise = () => solver.solve(certain, bench).remedies
    return {
      plan: { ...plan, remedies: surePurchases(plan.remedies, makes, otherwise, bench?.unit) },
      problem: last,
      concessions: [],
      letIn: ways,
    }
  }
  if (plan.status !== 'least-harm') return { plan, problem: last, concessions: [], letIn: ways }
  const kept = linesAsPlanned(ask, last)
  const stays = kept && isNoWorse(last, kept, plan)
  return {
    plan: stays ? { ...plan, ...describePlan(last, kept), status: 'least-harm' } : plan,
    problem: last,
    concessions: ['harm'],
    letIn: ways,
  }
}

/** What was left out and would help, with room for errors of weighing if any does so, else without. */
function letIn(solver: ChargeSolver, ask: WeighingAsk, leftOut: readonly ChargeLot[]): RelaxedLotChoice[] {
  const by = (room: boolean) =>
    relaxedLotChoices(
      solver,
      changedProblem(ask.problem, ask, { tolerance: 1, wide: ask.begun, certain: false, room }),
      leftOut,
    )
  const ways = by(true)
  return ways.length > 0 ? ways : by(false)
}

/** Whether lines do no more harm than a plan, by more than a hair, and tap no less. */
function isNoWorse(problem: ChargeProblem, lines: readonly PlanLine[], plan: ChargePlan): boolean {
  const tapShort = (of: ChargePlan) => of.shortfalls?.find((entry) => entry.kind === 'tap')?.byG ?? 0
  const kept = describePlan(problem, [...lines])
  return (
    totalViolation(problem, lines) <= totalViolation(problem, plan.lines) * (1 + SAME) + SAME &&
    tapShort(kept) <= tapShort(plan) + SAME * problem.target.tapMassG
  )
}

/** What comes of a weight if it is taken: the rest worked out anew. */
export function afterWeighing(ask: WeighingAsk, lotId: string, massG: number): WeighingAsk {
  return {
    ...ask,
    begun: true,
    problem: {
      ...ask.problem,
      lots: ask.problem.lots.map((lot) =>
        lot.id === lotId ? { ...lot, availableG: Math.max(lot.availableG, massG), fixedG: massG } : lot,
      ),
    },
  }
}

/**
 * What room for errors of weighing and for whole steps costs: the plan against the same with scales that never err.
 * @returns in the currency of the prices, 0 or more; null where there is no plan, or cost is not what was asked for
 */
export function costOfRoom(solver: ChargeSolver, { plan, problem }: Weighing, nodes: number): number | null {
  if (problem.objective !== 'cost' || isNone(plan) || plan.status === 'least-harm') return null
  const lots = problem.lots.map((lot) => {
    const free = { ...lot, weighErrorG: 0 }
    delete free.stepG
    return free
  })
  return savedBy(solver, plan, { ...problem, lots }, nodes)
}
