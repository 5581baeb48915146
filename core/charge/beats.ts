import { describePlan } from './describe'
import { holds } from './holds'
import { objectiveWithPurity } from './objective'
import type { ChargePlan } from './plan'
import { WORTH_CHANGING } from './rungs'
import type { Weighing } from './weighing-ask'

/**
 * Returns whether another plan meets every demand and is better by more than a change is worth.
 * @param shown the current answer
 * @param other a plan found for another question, such as the fewest lots
 * @example beats({ plan: { status: 'none', lines: [] }, problem: {}, how: {} }, { lines: [] }) // false
 */
export function beats(
  { plan, problem, how }: Pick<Weighing, 'plan' | 'problem' | 'how'>,
  other: ChargePlan,
): boolean {
  if (plan.lines.length === 0 || problem.objective !== 'cost' || !holds(problem, other.lines)) return false
  const [here, there] = [plan, describePlan(problem, other.lines)].map((one) =>
    objectiveWithPurity(problem, one, how.purityCost),
  ) as [number, number]
  return there < here - WORTH_CHANGING * Math.abs(here)
}
