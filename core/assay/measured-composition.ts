import type { Composition } from '#core/composition'
import type { Measured } from './combine'

/**
 * A measured composition to draw or to write on a lot: what was seen, and the base element, when it was not
 * measured itself, as the rest to 100 (laboratories print it so).
 * @param base element that makes up the rest
 * @returns wt%; empty when nothing was measured; elements below detection are left out
 * @example measuredComposition({ Sn: { pct: 10, sd: 0.1 } }, 'Cu') // { Sn: 10, Cu: 90 }
 */
export function measuredComposition(measured: Record<string, Measured>, base?: string): Composition {
  const composition: Composition = {}
  for (const [symbol, { pct, below }] of Object.entries(measured))
    if (below === undefined && pct > 0) composition[symbol] = pct
  const seen = Object.values(composition).reduce((sum, pct) => sum + pct, 0)
  if (base && seen > 0 && composition[base] === undefined && seen < 100) composition[base] = 100 - seen
  return composition
}
