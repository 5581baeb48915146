import type { Composition, Spread } from '#core/composition'
import type { Alloy } from './schema'

/**
 * What metal of a known grade most likely is: what is told to be usual, else the middle of each two-sided limit, a third of each maximum, the
 * base as the rest; spread as if every value within the limits were equally likely.
 * @returns composition and one standard deviation, wt%
 * @source uniform distribution sd = width/√12; "a third of the maximum" is an engineering estimate
 */
export function gradeComposition(alloy: Alloy): { composition: Composition; sd: Spread } {
  const composition: Composition = {}
  const sd: Spread = {}
  for (const [symbol, { min, max }] of Object.entries(alloy.limits)) {
    if (symbol === alloy.base) continue
    const aim = alloy.typical?.[symbol] ?? alloy.nominal?.[symbol]
    const high = max ?? 100
    const value = aim ?? (min !== undefined && max !== undefined ? (min + max) / 2 : high / 3)
    if (max === undefined) continue
    composition[symbol] = round(value)
    sd[symbol] = round((high - (min ?? 0)) / Math.sqrt(12))
  }
  const rest = 100 - Object.values(composition).reduce((sum, pct) => sum + pct, 0)
  return { composition: { [alloy.base]: Math.max(0, Math.floor(rest * 1e4) / 1e4), ...composition }, sd }
}

const round = (value: number) => Number(value.toPrecision(4))
