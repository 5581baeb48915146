import { blendDensity, sumPct, type Composition } from '#core/composition'
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

/**
 * The composition to aim at with its base written out.
 * @returns mass percent, adding up to 100
 * @example nominalWhole(gunmetal) // { Cu: 88, Sn: 10, Zn: 2 }
 */
export function nominalWhole(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>): Composition {
  const others = nominalOf(alloy)
  Reflect.deleteProperty(others, alloy.base)
  return { [alloy.base]: Math.max(0, 100 - sumPct(others)), ...others }
}

/**
 * Density of an alloy when solid: published where it is known, else estimated from the composition to aim at.
 * @returns g/cm³ and which of the two it is
 * @example solidDensity({ base: 'Cu', limits: {}, densityGcm3: 8.7 }).published // true
 */
export function solidDensity(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base' | 'densityGcm3'>): {
  gcm3: number
  published: boolean
} {
  if (alloy.densityGcm3 !== undefined) return { gcm3: alloy.densityGcm3, published: true }
  return { gcm3: blendDensity(nominalWhole(alloy)), published: false }
}
