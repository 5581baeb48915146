import type { Composition } from '#core/composition'
import type { Alloy, Limits } from './schema'

/** A tolerance is never drawn closer than this, wt%: no scale and no assay of a yard tells less. */
const LEAST_TOLERANCE = 0.05

/**
 * Limits around nominal figures; the base is left as the rest.
 * @param nominal wt% of the alloying elements
 * @param tolerancePct either side, percent of each figure
 * @returns limits in wt%
 * @throws RangeError for a tolerance that is not above zero
 * @example limitsFromNominal({ Sn: 10 }, 'Cu', 10) // { Sn: { min: 9, max: 11 } }
 */
export function limitsFromNominal(nominal: Composition, base: string, tolerancePct: number): Limits {
  if (!(tolerancePct > 0)) throw new RangeError('a tolerance is above zero')
  const limits: Limits = {}
  for (const [symbol, pct] of Object.entries(nominal)) {
    if (symbol === base || pct <= 0) continue
    const tolerance = Math.max((pct * tolerancePct) / 100, LEAST_TOLERANCE)
    limits[symbol] = {
      min: round(Math.max(0, pct - tolerance)),
      max: round(Math.min(100, pct + tolerance)),
    }
  }
  return limits
}

/** Traces of an assay below this are held by a maximum alone, wt%. */
const TRACE = 0.3

/**
 * A target copied from an assay: what was measured, with a tolerance; traces as a maximum of twice what was seen.
 * @param composition wt%
 * @param base element that makes up the rest
 * @returns nominal figures and limits, wt%
 */
export function targetFromAssay(
  composition: Composition,
  base: string,
  tolerancePct = 10,
): Pick<Alloy, 'limits' | 'nominal'> {
  const nominal: Composition = {}
  const limits: Limits = {}
  for (const [symbol, pct] of Object.entries(composition)) {
    if (symbol === base || pct <= 0) continue
    if (pct < TRACE) limits[symbol] = { max: round(2 * pct) }
    else nominal[symbol] = round(pct)
  }
  return { nominal, limits: { ...limitsFromNominal(nominal, base, tolerancePct), ...limits } }
}

/** Why an own alloy cannot be used as it stands. */
export type AlloyFault =
  | { kind: 'no-name' }
  | { kind: 'no-limits' }
  | { kind: 'crossed'; element: string }
  | { kind: 'nominal-outside'; element: string }
  | { kind: 'too-much'; leastPct: number }
  | { kind: 'too-little'; mostPct: number }

/** What stands in the way of an alloy: limits crossed, or shares that cannot add up to 100 %. */
export function alloyFaults(alloy: Pick<Alloy, 'name' | 'limits' | 'nominal' | 'base'>): AlloyFault[] {
  const faults: AlloyFault[] = []
  if (!alloy.name.trim()) faults.push({ kind: 'no-name' })
  const entries = Object.entries(alloy.limits)
  if (entries.length === 0) faults.push({ kind: 'no-limits' })
  for (const [element, { min, max }] of entries) {
    if ((min ?? 0) > (max ?? 100)) faults.push({ kind: 'crossed', element })
    const nominal = alloy.nominal?.[element]
    if (nominal !== undefined && (nominal < (min ?? 0) - 1e-9 || nominal > (max ?? 100) + 1e-9))
      faults.push({ kind: 'nominal-outside', element })
  }
  const leastPct = entries.reduce((sum, [, { min }]) => sum + (min ?? 0), 0)
  if (leastPct > 100 + 1e-9) faults.push({ kind: 'too-much', leastPct })
  const baseMost = alloy.limits[alloy.base]?.max ?? 100
  const mostPct =
    baseMost + entries.reduce((sum, [e, { max }]) => sum + (e === alloy.base ? 0 : (max ?? 100)), 0)
  if (mostPct < 100 - 1e-9) faults.push({ kind: 'too-little', mostPct })
  return faults
}

const round = (value: number) => Number(value.toPrecision(3))
