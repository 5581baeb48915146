import type { ChargePlan } from './plan'
import type { ChargeProblem } from './problem'
import type { ScaleBench } from './scales'

/** Seconds by the clock after which a question is broken off, whatever work was counted: an emergency brake. */
export const BRAKE_S = 30

export interface QuickOptions {
  /** what it is worth, in units of the objective, that the melt holds less of one tolerated element by all that its limit allows */
  purityCost?: number
  /** seconds of counted work for each look */
  seconds?: number
  /** sets of lots that a charge was made of before: what they can do now is looked at, too */
  candidates?: readonly (readonly string[])[]
}

export interface ChargeSolver {
  /**
   * Finds the best charge for a problem.
   * @param problem in grams, wt% and fractions, already guarded by `parseChargeProblem`
   * @param bench ways out are proven with what is got or changed weighed on these; without it, as it stands
   * @returns a plan; when nothing fits, status "infeasible" with what conflicts and proven ways out, or, where the
   *   problem asks for it, the plan that does the least harm
   * @throws Error only when the solver itself fails
   */
  solve(problem: ChargeProblem, bench?: ScaleBench): ChargePlan
  /**
   * A good charge at once: the search for a still better choice of lots stops after so many nodes, always the
   * same ones, and the plan then says "feasible" with how much cheaper another could be.
   * @returns null when nothing fits
   */
  quickPlan(problem: ChargeProblem, nodes: number, options?: QuickOptions): ChargePlan | null
  /**
   * The least that a charge inside the limits can cost: any amounts, weighed without error, nothing counted for a line.
   * @returns in units of the objective; null when nothing fits
   */
  leastCost(problem: ChargeProblem): number | null
  /**
   * From where to where the mass of one lot lies in any charge at all that keeps the limits, and the certainty of each
   * where that is asked: any amounts, weighed without error. No charge lies outside.
   * @returns g; null when nothing fits
   */
  reach(problem: ChargeProblem, lotId: string): { fromG: number; toG: number } | null
  /**
   * How many looks for a charge have ended with their time, with none found and none ruled out. Where it has risen
   * meanwhile, what was called none may be one.
   */
  cutShort(): number
  /** Whether the last `quickPlan` that gave none has shown that there is none, whatever walks are worth. */
  ruledOut(): boolean
  /** How many looks for ways out have ended with their time: where it has risen, there may be more than were told. */
  waysCutShort(): number
  /**
   * The cheapest charge that uses just these lots, in steps of their scales: quick, and nothing is searched for.
   * @returns null where they do not do, or the problem has whole steps of one size for all
   */
  settledPlan(problem: ChargeProblem, lots: readonly string[], purityCost?: number): ChargePlan | null
  /**
   * Runs `work` with one emergency brake for all of it.
   * @param seconds by the clock
   * @param times the usual counted work of each look
   */
  braked<T>(seconds: number, work: () => T, times?: number): T
}
