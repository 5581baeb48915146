import { shortfallsOf, type Shortfall } from '#core/charge'
import { heatChargeProblem } from './charge-problem'
import type { Heat } from './schema'

/**
 * What a weighed charge does not keep of its target, by its predicted figures: carried as a remark from the scale to
 * the run sheet and the ledger.
 * @returns wt% over or under a limit, g of melt short of what the heat can do with; empty where all holds, or nothing
 *   was weighed
 */
export function weighedShortfalls(heat: Heat): Shortfall[] {
  if (heat.weighed.length === 0) return []
  const problem = heatChargeProblem({ ...heat, choices: {} }, [])
  if (!problem) return []
  return shortfallsOf(
    problem,
    heat.weighed.map(({ lotId, massG }) => ({ lot: lotId, massG })),
  )
}
