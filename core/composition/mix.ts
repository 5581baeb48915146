import type { Composition } from './share'

/** A portion of metal: how much, and what it is. */
export interface Portion {
  massG: number
  composition: Composition
}

/**
 * Composition of portions melted together without loss: mass-weighted mean.
 * @returns mass percent of every element named in any portion; empty when there is no mass
 * @example mix([{ massG: 100, composition: { Cu: 100 } }, { massG: 100, composition: { Sn: 100 } }]) // { Cu: 50, Sn: 50 }
 */
export function mix(portions: readonly Portion[]): Composition {
  const total = portions.reduce((sum, portion) => sum + portion.massG, 0)
  if (total <= 0) return {}
  const result: Composition = {}
  for (const { massG, composition } of portions)
    for (const [symbol, pct] of Object.entries(composition))
      result[symbol] = (result[symbol] ?? 0) + (pct * massG) / total
  return result
}
