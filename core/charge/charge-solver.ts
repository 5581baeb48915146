import type { ChargePlan } from './plan'
import type { ChargeProblem } from './problem'
import type { ScaleBench } from './scales'

/** Emergency brake: wall-clock seconds after which a question is aborted, whatever work was counted. */
export const BRAKE_S = 30

export interface QuickOptions {
  /** Value, in objective units, of lowering one tolerated element from its limit to zero. */
  purityCost?: number
  /** Seconds of counted work for each search. */
  seconds?: number
  /** Sets of lots used by earlier plans: tried again as candidates. */
  candidates?: readonly (readonly string[])[]
}

export interface ChargeSolver {
  /**
   * Finds the best charge for a problem.
   * @param problem in grams, wt% and fractions, validated by `parseChargeProblem`
   * @param bench scales on which remedies are proven; without it, masses as they stand
   * @returns a plan; when infeasible, status "infeasible" with the conflict and proven remedies, or, if the
   * problem asks for it, the plan with the smallest violation
   * @throws Error only when the solver itself fails
   */
  solve(problem: ChargeProblem, bench?: ScaleBench): ChargePlan
  /**
   * Returns a good charge quickly: the search stops after a fixed number of nodes, and the plan then says
   * "feasible" with the remaining gap.
   * @returns null when infeasible
   */
  quickPlan(problem: ChargeProblem, nodes: number, options?: QuickOptions): ChargePlan | null
  /**
   * Returns a lower bound on the cost of any charge in spec: continuous masses, no weighing error, no cost per
   * lot.
   * @returns in objective units; null when infeasible
   */
  leastCost(problem: ChargeProblem): number | null
  /**
   * Returns the range of one lot's mass over all charges in spec (with certainty where asked): continuous
   * masses, no weighing error. No charge lies outside it.
   * @returns g; null when infeasible
   */
  reach(problem: ChargeProblem, lotId: string): { fromG: number; toG: number } | null
  /**
   * Counts searches that timed out with nothing found and nothing ruled out. If it has risen, "none" is not
   * proven.
   */
  cutShort(): number
  /**
   * Whether the last `quickPlan` that returned null proved that no plan exists, ignoring the cost per lot.
   */
  ruledOut(): boolean
  /** Counts searches for remedies that timed out: if it has risen, there may be more remedies. */
  waysCutShort(): number
  /**
   * Returns the cheapest charge from exactly these lots, in steps of their scales, without a search.
   * @returns null where infeasible, or where all lots share one step
   */
  settledPlan(problem: ChargeProblem, lots: readonly string[], purityCost?: number): ChargePlan | null
  /**
   * Runs `work` with one emergency brake for all of it.
   * @param seconds wall clock
   * @param times multiplies the usual counted work of each search
   */
  braked<T>(seconds: number, work: () => T, times?: number): T
}
