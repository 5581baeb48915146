import { excessMaxG } from './blend-model'
import type { RelaxedLotChoice } from './let-in'
import type { ChargePlan } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'
import type { ScaleBench } from './scales'

/** What had to be given up for a charge to exist. */
export const CONCESSIONS = ['other-lots', 'no-margin', 'no-room', 'harm'] as const
export type Concession = (typeof CONCESSIONS)[number]

/** A charge being planned or weighed: the question, what is weighed, and the plan being followed. */
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
  /** lines of the plan made before, g by lot: it stays where nothing is better by more than it is worth to change */
  former?: Readonly<Record<string, number>>
  /** sets of lots of plans found before for this heat: each is tried, so that no plan is given that one of them beats */
  known?: readonly (readonly string[])[]
  /** lots that the caster left out or allowed only so much of, as they would stand in the problem if let in whole */
  leftOut?: readonly ChargeLot[]
}

/** How a problem was asked: what was kept of it, and what else counted. */
export interface HowAsked extends Change {
  /** units of the objective for each line, and for each tolerated element at its limit */
  lineCost: number
  purityCost: number
  /** where nothing holds, the least harm */
  leastHarm?: boolean
}

export interface Weighing {
  plan: ChargePlan
  /** the problem it answers: `problemOf(ask, how)` */
  problem: ChargeProblem
  how: HowAsked
  concessions: Concession[]
  /** where no charge keeps the limits: lots left out that would, let in, make one */
  letIn?: RelaxedLotChoice[]
  /** what was given up, or that nothing was found, is for want of time: nothing shows that there is no better */
  hurried?: true
  /** ways out were not looked at to the end for want of time: there may be more than are told */
  waysHurried?: true
}

/**
 * The lots of the first plan, and of the one that is weighed by.
 * @example plannedIds({ plannedLots: ['a'], planned: null }).size // 1
 */
export const plannedIds = ({ plannedLots, planned }: WeighingAsk): ReadonlySet<string> =>
  new Set([...plannedLots, ...Object.keys(planned ?? {})])

/**
 * The problem as it was asked.
 * @example problemOf({ problem: { target: { tapToleranceG: 40 }, lots: [] } }, { tolerance: 0.5, certain: true, room: true, lineCost: 0 }).target.tapToleranceG // 20
 */
export function problemOf(ask: WeighingAsk, how: HowAsked): ChargeProblem {
  const problem = changedProblem(ask.problem, ask, how, how.lineCost)
  return how.leastHarm ? { ...problem, leastHarm: true } : problem
}

export interface Change {
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
