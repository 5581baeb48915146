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

/** Nodes of a search in a hurry, feasible or not. */
export const HURRIED_NODES = 250

/**
 * Allowances tried for rounding to steps, as shares of half a step: errors rarely all add up; 1 covers the worst
 * case.
 */
export const ROOMS = [0.3, 1]
/** Allowance while lots are being searched: usually enough for the nearest steps. */
export const LEAST_ROOM = 0.15

/** Limits whose marginal price is computed from another charge; the others keep their first estimate. */
const MOST_PRICED = 3

/** Free lots of a charge, with the mass of whole pieces. */
function freeLots(problem: ChargeProblem, { lines }: SettledCharge): Map<string, number | null> {
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  return new Map(
    lines.flatMap(({ lot, massG }) =>
      byId.get(lot)?.fixedG === undefined ? [[lot, byId.get(lot)?.pieceG ? massG : null] as const] : [],
    ),
  )
}

/** Objective value of the lines. */
const costOf = (problem: ChargeProblem) => (lines: readonly PlanLine[]) =>
  objectiveOf(problem, describePlan(problem, [...lines]))

/** Plans by searching for sets of lots and solving each set exactly. */
export class LookedPlans {
  /** The last search proved that no plan exists. */
  ruledOut = false

  constructor(private readonly attempts: Attempts) {}

  /** Cheapest charge found with this allowance for steps. */
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
            // Neighbours of the first plan are tried lot by lot afterwards, which finds more than search nodes do.
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

  /** The problem reduced to a shortlist of lots where there are many, with a lower bound on the cost. */
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

  /**
   * Marginal prices of the limits that hold a charge, from solving it again with each of the dearest relaxed a
   * little.
   */
  private priced(problem: ChargeProblem, charge: SettledCharge, options: BlendOptions): Limiting[] {
    const uses = freeLots(problem, charge)
    let left = MOST_PRICED
    const limiting = charge.limiting.flatMap((entry): Limiting[] => {
      if (entry.kind !== 'element' || left-- <= 0) return [entry]
      const limit = problem.target.limits[entry.element]
      const value = limit?.[entry.bound]
      if (value === undefined || !(value > 0)) return [entry]
      // Large enough a change that its saving exceeds the accuracy of the two charges.
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

  /**
   * A charge of fixed lots in steps of their scales: the nearest feasible one, with a larger allowance if
   * needed.
   */
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

  /** A plan by searching for sets of lots; undefined where another method is needed. */
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
 * Omits a gap above 1, which says nothing.
 * @example statedGap(2) // {}
 */
export const statedGap = (gap: number): { gap?: number } => (gap <= 1 ? { gap } : {})

/**
 * Returns whether lots have weighing steps of their own.
 * @example isStepped({ lots: [] }) // false
 */
export const isStepped = ({ lots }: Pick<ChargeProblem, 'lots'>): boolean =>
  lots.some(({ stepG }) => stepG !== undefined)
