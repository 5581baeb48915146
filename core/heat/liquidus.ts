import { liquidusOf, nominalWhole, type Liquidus } from '#core/alloys'
import { pourWindow, type PourWindow } from '#core/families'
import type { Heat } from './schema'

/**
 * Liquidus of a heat, the same on every page: what was typed for it or seen of it, else what its alloy says, else the
 * estimate of what the alloy aims at.
 * @returns null where none is known: it has to be asked for
 */
export function heatLiquidus({ alloy, liquidusC }: Pick<Heat, 'alloy' | 'liquidusC'>): Liquidus | null {
  if (liquidusC !== undefined && liquidusC !== null) return { liquidusC, kind: 'typed', spreadC: 0 }
  return alloy ? liquidusOf(alloy, nominalWhole(alloy)) : null
}

/** Temperatures to pour a heat between; null where they are not known. */
export function heatWindow(heat: Pick<Heat, 'alloy' | 'liquidusC'>): PourWindow | null {
  return heat.alloy ? pourWindow(heat.alloy, heatLiquidus(heat)) : null
}
