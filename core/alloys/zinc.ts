import { nominalWhole } from './nominal'
import type { Alloy } from './schema'

/**
 * The least zinc an alloy allows, wt%: its own limit, or, where zinc is what its specification calls the rest, what all
 * its others at their most leave.
 * @returns null where nothing is asked
 * @example zincLeast(cartridgeBrass) // 27.88
 */
export function zincLeast({
  base,
  limits,
  othersTotalMax = 0,
}: Pick<Alloy, 'limits' | 'base' | 'othersTotalMax'>): number | null {
  if (limits.Zn?.min !== undefined) return limits.Zn.min
  if (base !== 'Zn') return null
  const others = Object.values(limits).reduce((sum, { max = 100 }) => sum + max, othersTotalMax)
  return others < 100 ? Number((100 - others).toFixed(4)) : null
}

/**
 * Zinc an alloy aims at, else the most it allows, wt%.
 * @example zincWanted({ base: 'Cu', limits: { Zn: { min: 4, max: 6 } } }) // 5
 */
export function zincWanted(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>): number {
  return nominalWhole(alloy).Zn ?? alloy.limits.Zn?.max ?? 0
}
