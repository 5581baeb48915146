import type { Composition } from '#core/composition'
import type { Alloy } from './schema'

/**
 * The composition to aim at: the alloy's own nominal, else the middle of every two-sided limit.
 * @returns mass percent of the alloying elements; the base is left as the rest
 * @example nominalOf(gunmetal) // { Sn: 10, Zn: 2 }
 */
export function nominalOf(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>): Composition {
  if (alloy.nominal) return { ...alloy.nominal }
  const nominal: Composition = {}
  for (const [symbol, { min, max }] of Object.entries(alloy.limits))
    if (symbol !== alloy.base && min !== undefined && max !== undefined) nominal[symbol] = (min + max) / 2
  return nominal
}
