import type { ChargeSolver } from './charge-solver'
import { isNone } from './plan'
import type { ChargeProblem } from './problem'
import { savedBy } from './saved-by'
import type { Weighing } from './weighing-ask'

/** What the doubt of the losses adds to the cost of a plan, and whose doubt adds most. */
export interface LossDoubtCost {
  /** what all of it costs, in the currency of the prices */
  all: number
  /** the recovery, or the metallic yields, whose exact knowledge would save most, and how much */
  most: { of: 'recovery'; element: string; saves: number } | { of: 'yields'; saves: number } | null
}

/** Recoveries tried one by one: those with the widest effect. */
const TRIED = 4

/**
 * What the doubt of recoveries and yields costs: the plan against the same with losses that are known exactly.
 * @returns null where there is no plan, no certainty was asked for, or cost is not what counts
 * @example costOfLossDoubt({ quickPlan: () => null }, { plan: { status: 'infeasible' }, problem: { objective: 'cost' } }, 1) // null
 */
export function costOfLossDoubt(
  solver: Pick<ChargeSolver, 'quickPlan'>,
  { plan, problem }: Pick<Weighing, 'plan' | 'problem'>,
  nodes: number,
): LossDoubtCost | null {
  const { recoverySd = {}, confidence, objective } = problem
  if (objective !== 'cost' || confidence === undefined || isNone(plan) || plan.status === 'least-harm')
    return null
  const saved = (changed: ChargeProblem) => savedBy(solver, plan, changed, nodes) ?? 0
  const surely = (lots: ChargeProblem['lots']) => lots.map(({ metallicYieldSd: _, ...lot }) => lot)
  const all = saved({ ...problem, recoverySd: {}, lots: surely(problem.lots) })
  if (!(all > 0)) return { all, most: null }
  const effect = (element: string) => (plan.composition[element] ?? 0) * (recoverySd[element] ?? 0)
  const widest = Object.keys(recoverySd)
    .filter((element) => effect(element) > 0)
    .sort((a, b) => effect(b) - effect(a))
    .slice(0, TRIED)
  const each: NonNullable<LossDoubtCost['most']>[] = widest.map((element) => ({
    of: 'recovery',
    element,
    saves: saved({ ...problem, recoverySd: { ...recoverySd, [element]: 0 } }),
  }))
  each.push({ of: 'yields', saves: saved({ ...problem, lots: surely(problem.lots) }) })
  const most = each.reduce((best, one) => (one.saves > best.saves ? one : best))
  return { all, most: most.saves > 0 ? most : null }
}
