import { excessMaxG, normalised } from './blend-model'
import { limitsOf } from './limits'
import { meltCoefficients } from './melt-coefficients'
import { normalQuantile } from './normal'
import type { PlanLine, Shortfall } from './plan'
import { hasLossDoubt } from './loss-odds'
import { meltProbability } from './melt-odds'
import { predictMelt } from './predict'
import type { ChargeProblem } from './problem'

/** Limits hold to this fraction of themselves. */
const CLOSE = 1e-6

/**
 * What of a problem a charge does not keep, counted again from its lines alone.
 * @param lines g
 * @param worstCase every line off by its error of weighing, each the way that hurts most
 * @returns wt% over or under a limit, g of melt short; empty where everything holds
 */
export function shortfallsOf(
  given: ChargeProblem,
  lines: readonly PlanLine[],
  { worstCase = false } = {},
): Shortfall[] {
  const problem = normalised(given)
  const { target, recovery = {} } = problem
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const parts = lines.flatMap(({ lot: id, massG }) => {
    const lot = byId.get(id)
    if (!lot || massG <= 0) return []
    const { elementPct, meltPerG } = meltCoefficients(lot, recovery)
    return [{ massG, errorG: worstCase ? (lot.weighErrorG ?? 0) : 0, elementPct, meltPerG }]
  })
  const meltG = parts.reduce((sum, { massG, meltPerG }) => sum + massG * meltPerG, 0)
  const found: Shortfall[] = []
  for (const { kind, element, bound, limit, symbols } of meltG > 0 ? limitsOf(problem) : []) {
    const sign = bound === 'max' ? 1 : -1
    let over = 0
    for (const { massG, errorG, elementPct, meltPerG } of parts) {
      const content = symbols.reduce((sum, symbol) => sum + (elementPct[symbol] ?? 0), 0)
      const each = sign * (content - limit * meltPerG)
      over += massG * each + errorG * Math.abs(each)
    }
    const by = over / meltG
    if (by <= CLOSE * Math.max(limit, CLOSE)) continue
    found.push(kind === 'others' ? { kind, bound: 'max', by } : { kind, element, bound, by })
  }
  const errorG = parts.reduce((sum, part) => sum + part.errorG * part.meltPerG, 0)
  const byG = target.tapMassG - (target.tapToleranceG ?? 0) - (meltG - errorG)
  if (byG > CLOSE * target.tapMassG) found.push({ kind: 'tap', byG })
  return found
}

/** Whether a charge keeps a problem whole: limits and tap in the worst case of all weighings, with the asked certainty. */
export function holds(given: ChargeProblem, lines: readonly PlanLine[]): boolean {
  if (shortfallsOf(given, lines, { worstCase: true }).length > 0) return false
  const problem = normalised(given)
  const { target, confidence } = problem
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const charged = lines.map(({ lot, massG }) => ({ massG, lot: byId.get(lot)! }))
  const melt = predictMelt(charged, problem.recovery ?? {})
  const errorG = charged.reduce(
    (sum, { lot }) => sum + (lot.weighErrorG ?? 0) * meltCoefficients(lot, problem.recovery ?? {}).meltPerG,
    0,
  )
  if (melt.tapMassG + errorG > (target.tapMassG + excessMaxG(problem)) * (1 + CLOSE)) return false
  if (confidence === undefined) return true
  if (problem.confidenceOf === 'all' || hasLossDoubt(problem))
    return meltProbability(problem, charged) >= confidence - CLOSE
  const deviations = normalQuantile(confidence)
  return Object.entries(target.limits).every(([element, { min, max }]) => {
    const pct = melt.composition[element] ?? 0
    const margin = deviations * (melt.sd[element] ?? 0)
    return pct + margin <= (max ?? Infinity) * (1 + CLOSE) && pct - margin >= (min ?? 0) * (1 - CLOSE)
  })
}
