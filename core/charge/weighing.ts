import { excessMaxG } from './blend-model'
import { describePlan } from './describe'
import { holds } from './holds'
import { harmOf } from './least-harm'
import { letInWays, type LetIn } from './let-in'
import { isNone, type ChargePlan, type PlanLine, type Remedy } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'
import { onceTaken, type ScaleBench } from './scales'
import type { ChargeSolver } from './solve'
import { surePurchases } from './sure-purchase'
import { isWanted } from './wanted'

/** What a charge had to give up of what was asked, for there to be one at all. */
export const CONCESSIONS = ['other-lots', 'no-margin', 'no-room', 'harm'] as const
export type Concession = (typeof CONCESSIONS)[number]

/** A charge being planned or weighed: what is asked, what lies weighed, and the plan that the weighing follows. */
export interface WeighingAsk {
  /** as asked, every usable lot in it; what is weighed or locked has `fixedG`. Its tolerance of the tap is the whole */
  problem: ChargeProblem
  /** something was weighed: from here on there is always an answer */
  begun: boolean
  /** what is still to come of the plan weighed by, g by lot; null where there is none to keep to */
  planned: Readonly<Record<string, number>> | null
  /** what that plan had given up already */
  plannedWithout: readonly Concession[]
  /** the lots of the first plan: the rest stays with them as long as it can */
  plannedLots: readonly string[]
  /** the most melt the crucible takes, g */
  mostTapG: number
  /** what each line is worth, as a share of the least that the charge could cost */
  lineShare: number
  /** what is got or changed is weighed on these; without it, as it stands */
  bench?: ScaleBench
  /** lots that the caster left out or allowed only so much of, as they would stand in the problem if let in whole */
  leftOut?: readonly ChargeLot[]
}

export interface Weighing {
  plan: ChargePlan
  /** the problem it answers */
  problem: ChargeProblem
  concessions: Concession[]
  /** where no charge keeps the limits: lots left out that would, let in, make one */
  letIn?: LetIn[]
  /** what was given up, or that nothing was found, is for want of time: nothing shows that there is no better */
  hurried?: true
  /** ways out were not looked at to the end for want of time: there may be more than are told */
  waysHurried?: true
}

/** A charge holding less of what is only tolerated may cost so much more, as a share of the least cost. */
export const PURITY_SHARE = 0.005
/** Shares of the tolerance of the tap that are tried in turn before the whole: a melt is short by little if it can be. */
const TOLERANCES = [0.25, 0.5]
/** Choices of lots looked at for each of the many weights that a band asks about. */
export const BAND_NODES = 1
/** Harm, and tap, that are the same to the caster: shares. */
const SAME = 1e-4
/** Looks cut short by their time after which no further one is begun: nobody waits a minute for a charge. */
const MOST_CUT = 2
/** Room of a melt beside the limits a target names, where its elements have none: never used up. */
export const MARGIN = 1.02

/**
 * The charge as it stands. Before anything is weighed: the best plan, and if need be without the asked certainty or
 * the room for errors of weighing; where nothing fits, why, and ways out. Once something is weighed: the plan at hand
 * as long as it holds; then another with its lots; then with any; then without certainty; at last the least harm.
 * @param nodes how many choices of lots are looked at beyond the first plan
 * @returns always an answer: none at all ("infeasible", or "unknown" where the time ran out) only before anything is
 *   weighed, or with nothing to weigh
 */
export function planWeighing(solver: ChargeSolver, ask: WeighingAsk, nodes: number): Weighing {
  const before = solver.cutShort()
  const hurried = (since: number) => (solver.cutShort() > since ? { hurried: true as const } : {})
  const held = withinAsked(solver, ask, nodes)
  if (held) {
    const lost = held.concessions.some((one) => !ask.plannedWithout.includes(one))
    return lost ? { ...held, ...hurried(before) } : held
  }
  const { problem, begun } = ask
  const last: ChargeProblem = {
    ...changedProblem(problem, ask, { tolerance: 1, wide: begun, certain: false, room: !begun }),
    ...(begun ? { leastHarm: true } : {}),
  }
  const since = solver.cutShort()
  const waysSince = solver.waysCutShort()
  const plan = alwaysOne(ask, last, solver.solve(last, ask.bench))
  const unsure = hurried(since)
  if (isNone(plan) || plan.status === 'least-harm') {
    const planned = solver.cutShort()
    const answer = noneHolds(solver, ask, last, plan, nodes)
    const waysCut = solver.cutShort() > planned || solver.waysCutShort() > waysSince
    return { ...answer, ...unsure, ...(waysCut ? { waysHurried: true } : {}) }
  }
  return { plan, problem: last, concessions: givenUpBy(ask, plan), ...hurried(before) }
}

/** What is weighed stays in the crucible: where no plan was found for the rest, it goes on as planned, or as it is. */
function alwaysOne(ask: WeighingAsk, problem: ChargeProblem, plan: ChargePlan): ChargePlan {
  if (!ask.begun || !isNone(plan)) return plan
  const weighed = problem.lots.flatMap(({ id, fixedG = 0 }) => (fixedG > 0 ? { lot: id, massG: fixedG } : []))
  const lines = linesAsPlanned(ask, problem) ?? weighed
  if (lines.length === 0) return plan
  return { ...describePlan(problem, lines), status: holds(problem, lines) ? 'feasible' : 'least-harm' }
}

/** The lots of the first plan, and of the one that is weighed by. */
const plannedIds = ({ plannedLots, planned }: WeighingAsk): ReadonlySet<string> =>
  new Set([...plannedLots, ...Object.keys(planned ?? {})])

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
): Weighing {
  const { problem, begun } = ask
  const ways = ask.leftOut && plan.status !== 'unknown' ? letIn(solver, ask, ask.leftOut) : []
  if (plan.status === 'infeasible' && !begun && problem.confidence !== undefined) {
    const certain = changedProblem(problem, ask, { tolerance: 1, wide: false, certain: true, room: true })
    const { bench } = ask
    const makes = (remedy: Remedy) =>
      solver.quickPlan(onceTaken(certain, remedy, bench ?? null), nodes) !== null
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
function letIn(solver: ChargeSolver, ask: WeighingAsk, leftOut: readonly ChargeLot[]): LetIn[] {
  const by = (room: boolean) =>
    letInWays(
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
    harmOf(problem, lines) <= harmOf(problem, plan.lines) * (1 + SAME) + SAME &&
    tapShort(kept) <= tapShort(plan) + SAME * problem.target.tapMassG
  )
}

interface Purse {
  lineCost: number
  purityCost: number
}

/** What a line, and a tolerated element up to its limit, may cost: shares of the least that the charge can cost. */
function purseOf(solver: ChargeSolver, { problem, lineShare, mostTapG }: WeighingAsk): Purse {
  const wide: ChargeProblem = {
    ...problem,
    target: { ...problem.target, tapToleranceG: 0 },
    excessMaxG: Math.max(excessMaxG(problem), mostTapG - problem.target.tapMassG),
  }
  const least = problem.objective === 'cost' ? (solver.leastCost(wide) ?? 0) : 0
  const elements = new Set(problem.lots.flatMap(({ composition }) => Object.keys(composition)))
  const tolerated = [...elements].filter((element) => !isWanted(problem.target, element)).length
  return {
    // Where nothing has a price, every line is worth the same, and few are best.
    lineCost: lineShare > 0 ? Math.max(least * lineShare, 1e-6) : 0,
    purityCost: (PURITY_SHARE * least) / Math.max(1, tolerated) / MARGIN,
  }
}

interface Change {
  /** share of the tolerance of the tap that may be used */
  tolerance: number
  /** up to what the crucible takes */
  wide: boolean
  certain: boolean
  /** errors of weighing have room */
  room: boolean
  plannedOnly?: boolean
}

/**
 * A problem as it is asked with something given up, or kept.
 * @param lineCost in units of the objective, for each line
 * @example changedProblem({ target: { tapToleranceG: 40 }, lots: [] }, {}, { tolerance: 0.5, wide: false, certain: true, room: true }).target.tapToleranceG // 20
 */
export function changedProblem(
  given: ChargeProblem,
  ask: WeighingAsk,
  change: Change,
  lineCost = 0,
): ChargeProblem {
  const problem: ChargeProblem = {
    ...given,
    target: { ...given.target, tapToleranceG: (given.target.tapToleranceG ?? 0) * change.tolerance },
    ...(change.wide ? { excessMaxG: Math.max(excessMaxG(given), ask.mostTapG - given.target.tapMassG) } : {}),
    ...(lineCost > 0 ? { lineCost } : {}),
  }
  if (!change.certain) {
    delete problem.confidence
    delete problem.confidenceOf
  }
  if (!change.room) {
    // With no room for errors there is none for a least line either.
    delete problem.minLineG
    problem.lots = problem.lots.map((lot) => ({ ...lot, weighErrorG: 0 }))
  }
  if (change.plannedOnly) {
    const kept = plannedIds(ask)
    problem.lots = problem.lots.filter(({ id, fixedG }) => kept.has(id) || fixedG !== undefined)
  }
  return problem
}

interface Wanted {
  /** concessions that are not made: a charge that needs one is none */
  refused?: (concession: Concession) => boolean
  /** whether there is a charge is all that is asked: the first found will do, whatever it taps and costs */
  whether?: boolean
}

/**
 * The best answer that keeps every limit, at least by the predicted figures.
 * @param nodes how many choices of lots are looked at beyond the first plan
 * @returns null where there is none
 * @example withinAsked({ quickPlan: () => null, leastCost: () => null, cutShort: () => 0 }, { begun: false, planned: null, plannedWithout: [], plannedLots: [], lineShare: 0, mostTapG: 0, problem: { lots: [], target: { tapMassG: 1, limits: {} }, objective: 'cost' } }, 1) // null
 */
export function withinAsked(
  solver: ChargeSolver,
  ask: WeighingAsk,
  nodes: number,
  { refused = () => false, whether = false }: Wanted = {},
): Weighing | null {
  const followed = followPlan(ask)
  if (followed) return followed
  const before = solver.cutShort()
  let known: Purse | null = null
  const purse = () => (known ??= purseOf(solver, ask))
  /** @param walks whether walks are counted, where they cost anything at all */
  const attempt = (change: Change, concessions: Concession[], walks = true): Weighing | null => {
    if (concessions.some(refused) || solver.cutShort() - before >= MOST_CUT) return null
    const counted = walks || ask.lineShare === 0
    const problem = changedProblem(ask.problem, ask, change, counted ? purse().lineCost : 0)
    const plan = counted
      ? solver.quickPlan(problem, nodes, purse().purityCost)
      : solver.quickPlan(problem, BAND_NODES)
    return plan && { plan, problem, concessions }
  }
  const weighingOn = ask.begun && ask.plannedLots.length > 0
  const asked = ask.problem.confidence !== undefined
  for (const certain of asked ? [true, false] : [false]) {
    const lost: Concession[] = asked && !certain ? ['no-margin'] : []
    for (const plannedOnly of weighingOn ? [true, false] : [false]) {
      const others: Concession[] = weighingOn && !plannedOnly ? ['other-lots'] : []
      const by = (tolerance: number, walks = true) =>
        attempt(
          { tolerance, wide: ask.begun && tolerance > 0, certain, room: true, plannedOnly },
          [...others, ...lost],
          walks,
        )
      if (whether) {
        const any = by(1, false) ?? by(1) ?? by(0)
        if (any) return any
        continue
      }
      const whole = by(0)
      if (whole) return whole
      // Where counting walks hides that there is a way at all, any way will do.
      const widest = by(1) ?? by(1, false)
      if (!widest) continue
      for (const tolerance of TOLERANCES) {
        const nearer = by(tolerance)
        if (nearer) return nearer
      }
      return widest
    }
  }
  // Without room for errors of the scale there may still be the certainty that was asked.
  const others: Concession[] = weighingOn ? ['other-lots'] : []
  const roomless = (certain: boolean) =>
    attempt({ tolerance: 1, wide: ask.begun, certain, room: false }, [
      ...others,
      ...(asked && !certain ? (['no-margin'] as const) : []),
      'no-room',
    ])
  return (asked ? roomless(true) : null) ?? roomless(false)
}

/**
 * The plan at hand with what was weighed in place of what was planned, as long as all it was planned with still holds.
 * @returns null where it does not, or nothing was weighed
 * @example followPlan({ begun: false, planned: null, plannedWithout: [] }) // null
 */
export function followPlan(ask: WeighingAsk): Weighing | null {
  const { begun, planned, problem: given, plannedWithout } = ask
  if (!begun || !planned || plannedWithout.includes('harm')) return null
  const problem = changedProblem(given, ask, {
    tolerance: 1,
    wide: false,
    certain: !plannedWithout.includes('no-margin'),
    room: !plannedWithout.includes('no-room'),
  })
  const lines = linesAsPlanned(ask, problem)
  if (!lines || !holds(problem, lines)) return null
  return {
    plan: { ...describePlan(problem, lines), status: 'feasible' },
    problem,
    concessions: [...plannedWithout],
  }
}

/** What is weighed, and the rest as planned; null where the plan can no longer be weighed as it stands. */
function linesAsPlanned({ planned }: WeighingAsk, problem: ChargeProblem): PlanLine[] | null {
  if (!planned) return null
  const known = new Set(problem.lots.map(({ id }) => id))
  if (Object.keys(planned).some((id) => planned[id]! > 0 && !known.has(id))) return null
  const lines: PlanLine[] = []
  for (const lot of problem.lots) {
    const massG = lot.fixedG ?? planned[lot.id] ?? 0
    if (massG <= 0) continue
    if (lot.fixedG === undefined) {
      const most = Math.min(lot.availableG, lot.maxG ?? Infinity)
      const step = lot.pieceG ?? lot.stepG
      const steps = step ? massG / step : 0
      if (massG > most + 1e-9 || Math.abs(steps - Math.round(steps)) > 1e-6) return null
    }
    const pieces = lot.pieceG && lot.fixedG === undefined ? { pieces: Math.round(massG / lot.pieceG) } : {}
    lines.push({ lot: lot.id, massG, ...pieces })
  }
  return lines
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
  const exact = solver.quickPlan(
    {
      ...problem,
      lots: problem.lots.map((lot) => {
        const free = { ...lot, weighErrorG: 0 }
        delete free.stepG
        return free
      }),
    },
    nodes,
  )
  if (!exact) return null
  return Math.max(0, plan.cost + (plan.lineCost ?? 0) - exact.cost - (exact.lineCost ?? 0))
}
