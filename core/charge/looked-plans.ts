import { BEST, OVERDUE, ROUNDING_NODES, type Attempts } from './attempts'
import { buildBlendModel, type BlendOptions } from './blend-model'
import type { QuickOptions } from './charge-solver'
import { minimiseWithCones, ROUGHLY } from './cones'
import { describePlan } from './describe'
import { holds } from './holds'
import { limitsOf } from './limits'
import { within } from './linear-programme'
import { searchCharge, type ChargeSearch } from './look-for-charge'
import { nearestSteps, seekSteps } from './nearest-steps'
import { dearestFirst } from './limiting'
import { objectiveOf } from './objective'
import type { ChargePlan, Limiting, PlanLine } from './plan'
import type { ChargeProblem } from './problem'
import { settledCharge, type SettledCharge } from './settled-charge'
import { MOST_LOOKED_AT, shortlist } from './shortlist'

/** Choices of lots looked at in a hurry, whether one holds or not. */
export const HURRIED_NODES = 250

/** Room tried for rounding to steps, as shares of half a step: errors seldom all add up; with the whole they may. */
export const ROOMS = [0.3, 1]
/** Room kept while lots are looked for: most often the nearest steps hold then. */
export const LEAST_ROOM = 0.15

/** Limits whose price is worked out by another charge; the others keep their first estimate. */
const MOST_PRICED = 3

/** The free lots of a charge, with the mass of whole pieces. */
function freeLots(problem: ChargeProblem, { lines }: SettledCharge): Map<string, number | null> {
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  return new Map(
    lines.flatMap(({ lot, massG }) =>
      byId.get(lot)?.fixedG === undefined ? [[lot, byId.get(lot)?.pieceG ? massG : null] as const] : [],
    ),
  )
}

/** What lines count by a problem's objective. */
const costOf = (problem: ChargeProblem) => (lines: readonly PlanLine[]) =>
  objectiveOf(problem, describePlan(problem, [...lines]))

/** Plans by looks for lots, each set of lots then solved exactly. */
export class LookedPlans {
  /** the last plan that was looked for was shown not to exist */
  ruledOut = false

  constructor(private readonly attempts: Attempts) {}

  /** The cheapest charge found with so much room kept for steps. */
  private looked(
    problem: ChargeProblem,
    seconds: number,
    nodes: number,
    options: BlendOptions,
    candidates: QuickOptions['candidates'] = [],
  ): ChargeSearch {
    const hurried = nodes < ROUNDING_NODES
    const lookAt = (one: ChargeProblem) =>
      searchCharge(
        this.attempts.highs,
        one,
        options,
        (deviations) =>
          this.attempts.attempt(
            one,
            seconds / 3,
            // What is next to the first plan is looked at lot by lot afterwards: nodes of the search find less.
            hurried ? 0 : nodes,
            deviations === undefined
              ? options
              : { ...options, deviations: Array<number>(limitsOf(one).length).fill(deviations) },
            hurried ? HURRIED_NODES : Infinity,
          ),
        candidates,
      )
    const late = this.attempts.timer(problem, seconds)
    return within(
      this.attempts.highs,
      () => late(OVERDUE),
      () => {
        const few = hurried ? this.fewer(problem, options, candidates) : null
        const answer = few && lookAt(few.problem)
        if (answer?.charge) return { charge: { ...answer.charge, floor: few!.floor } }
        return lookAt(problem)
      },
    )
  }

  /** The problem with the lots worth a closer look, where there are many, and what no charge can cost less than. */
  private fewer(
    problem: ChargeProblem,
    options: BlendOptions,
    candidates: readonly (readonly string[])[],
  ): { problem: ChargeProblem; floor: number } | null {
    if (problem.lots.length <= MOST_LOOKED_AT) return null
    const { confidence, confidenceOf } = problem
    const each =
      confidence === undefined || confidenceOf !== 'all'
        ? problem
        : { ...problem, confidenceOf: 'each' as const }
    const model = buildBlendModel(each, options)
    const open = this.attempts.shelf.take(model)
    try {
      const solution = minimiseWithCones(open, model, ROUGHLY)
      if (!solution.feasible) return null
      const kept = shortlist(problem, model, solution, new Set(candidates.flat()))
      return {
        problem: { ...problem, lots: problem.lots.filter(({ id }) => kept.has(id)) },
        floor: solution.objective,
      }
    } finally {
      this.attempts.shelf.giveBack(open)
    }
  }

  /** The prices of the limits that hold a charge, by solving it once more with each of the dearest let out a little. */
  private priced(problem: ChargeProblem, charge: SettledCharge, options: BlendOptions): Limiting[] {
    const uses = freeLots(problem, charge)
    let left = MOST_PRICED
    const limiting = charge.limiting.flatMap((entry): Limiting[] => {
      if (entry.kind !== 'element' || left-- <= 0) return [entry]
      const limit = problem.target.limits[entry.element]
      const value = limit?.[entry.bound]
      if (value === undefined || !(value > 0)) return [entry]
      // So far that what it saves is more than the exactness of the two charges.
      const telling = (0.004 * Math.abs(charge.objective)) / Math.max(entry.shadowPrice, 1e-12)
      const step = Math.min(0.2 * value, Math.max(0.01 * value, telling))
      const wider = { ...limit, [entry.bound]: entry.bound === 'max' ? value + step : value - step }
      const target = { ...problem.target, limits: { ...problem.target.limits, [entry.element]: wider } }
      const freed = settledCharge(this.attempts.highs, { ...problem, target }, uses, options)
      const saved = freed ? charge.objective - freed.objective : 0
      return saved > 0 ? [{ ...entry, shadowPrice: saved / step }] : []
    })
    return dearestFirst(problem, limiting)
  }

  /** A charge of settled lots in the steps of their scales: the nearest that holds, with more room kept if need be. */
  inSteps(
    problem: ChargeProblem,
    charge: SettledCharge,
    options: BlendOptions,
    sought = false,
  ): PlanLine[] | null {
    const near = nearestSteps(problem, charge.lines)
    if (near) return near
    const uses = freeLots(problem, charge)
    for (const room of ROOMS) {
      const roomy = settledCharge(this.attempts.highs, problem, uses, { ...options, room })
      const lines = roomy && nearestSteps(problem, roomy.lines)
      if (lines) return lines
    }
    return sought ? seekSteps(problem, charge.lines, costOf(problem)) : null
  }

  /** A plan by looks for lots; undefined where it has to be looked for in another way. */
  plan(
    problem: ChargeProblem,
    seconds: number,
    nodes: number,
    options: BlendOptions,
    candidates?: QuickOptions['candidates'],
    sought = false,
  ): ChargePlan | null | undefined {
    const stepped = isStepped(problem)
    for (const room of stepped ? [LEAST_ROOM, 0] : [0]) {
      const answer = this.looked(problem, seconds, nodes, { ...options, room }, candidates)
      if (!answer.charge) {
        if (room === 0 && answer.proven) {
          this.ruledOut = true
          return null
        }
        continue
      }
      const { charge } = answer
      const lines = stepped
        ? this.inSteps(problem, charge, options, nodes >= ROUNDING_NODES || sought)
        : charge.lines
      if (!lines || !holds(problem, lines)) continue
      const { floor, objective } = charge
      const gap = Math.max(0, (objective - floor) / Math.max(1e-12, Math.abs(objective)))
      return {
        ...describePlan(problem, lines),
        ...(gap <= BEST
          ? { status: 'optimal' as const }
          : { status: 'feasible' as const, ...statedGap(gap) }),
        limiting: this.priced(problem, charge, { ...options, room }),
      }
    }
    return undefined
  }
}

/**
 * A gap is a share: one that is larger than the whole says nothing.
 * @example statedGap(2) // {}
 */
export const statedGap = (gap: number): { gap?: number } => (gap <= 1 ? { gap } : {})

/**
 * Whether lines are weighed in steps of their own.
 * @example isStepped({ lots: [] }) // false
 */
export const isStepped = ({ lots }: Pick<ChargeProblem, 'lots'>): boolean =>
  lots.some(({ stepG }) => stepG !== undefined)
