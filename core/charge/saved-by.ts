import type { ChargeSolver } from './charge-solver'
import type { ChargePlan } from './plan'
import type { ChargeProblem } from './problem'

/**
 * What a plan would cost less by if its problem were another.
 * @returns in the currency of the prices, 0 or more; null where the other problem has no plan
 * @example savedBy({ quickPlan: () => null }, { cost: 1 }, {}, 1) // null
 */
export function savedBy(
  solver: Pick<ChargeSolver, 'quickPlan'>,
  { cost, lineCost = 0 }: Pick<ChargePlan, 'cost' | 'lineCost'>,
  other: ChargeProblem,
  nodes: number,
): number | null {
  const found = solver.quickPlan(other, nodes)
  return found && Math.max(0, cost + lineCost - found.cost - (found.lineCost ?? 0))
}
