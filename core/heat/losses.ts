import { alloyRecovery } from '#core/families'
import { FORM_IDS, metallicYieldOf } from '#core/losses'
import { lotYield, type Lot } from '#core/stock'
import type { Heat } from './schema'

type Reckoned = Pick<Heat, 'alloy' | 'recoveryOverrides' | 'losses'>

/**
 * Recovery to plan a heat with: the priors of its base metal, overruled where the caster or the yard's heats did; 1
 * for all where the heat is reckoned without losses.
 * @returns fraction by element
 */
export function heatRecovery(heat: Reckoned): Record<string, number> {
  if (!heat.alloy) return {}
  const usual = alloyRecovery(heat.alloy)
  if (heat.losses === 'none') return Object.fromEntries(Object.keys(usual).map((symbol) => [symbol, 1]))
  return { ...usual, ...heat.recoveryOverrides }
}

/**
 * Metallic yield that a lot is planned with in a heat: the lot's own where it was told, else that of its form; 1 where
 * the heat is reckoned without losses.
 * @returns fraction 0–1
 */
export function heatYield(
  heat: Pick<Heat, 'yieldOverrides' | 'losses'>,
  lot: Pick<Lot, 'form' | 'metallicYield'>,
): number {
  return heat.losses === 'none' ? 1 : lotYield(lot, heat.yieldOverrides)
}

/**
 * Metallic yield by form as a heat reckons with it.
 * @example heatFormYields({ losses: 'none' })['cans-loose'] // 1
 */
export function heatFormYields(heat: Pick<Heat, 'yieldOverrides' | 'losses'>): Record<string, number> {
  return Object.fromEntries(
    FORM_IDS.map((form) => [
      form,
      heat.losses === 'none' ? 1 : (heat.yieldOverrides?.[form] ?? metallicYieldOf(form)),
    ]),
  )
}
