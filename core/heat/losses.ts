import { alloyRecovery } from '#core/families'
import type { ChargeLot } from '#core/charge'
import { FORM_IDS, metallicYieldOf, recoveryDoubt, yieldDoubt } from '#core/losses'
import { lotYield, toChargeLot, type Lot } from '#core/stock'
import type { Heat } from './schema'

type Reckoned = Pick<Heat, 'alloy' | 'recoveryOverrides' | 'losses'>
type Doubted = Pick<Heat, 'losses' | 'lossDoubt'>

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

/**
 * Whether the certainty of a heat counts the doubt of its losses.
 * @example isDoubted({ losses: 'none' }) // false
 */
export const isDoubted = ({ losses, lossDoubt }: Doubted): boolean => losses !== 'none' && lossDoubt !== 'off'

/**
 * How far each recovery of a heat may be off: one standard deviation of a fraction, of every element that its alloy
 * names. Nothing where the doubt is switched off.
 * @returns by element
 * @source `recoveryDoubt`, or what the caster or the yard's heats say
 * @example heatRecoverySd({ alloy: null }) // {}
 */
export function heatRecoverySd(heat: Pick<Heat, 'alloy' | 'recoverySds'> & Doubted): Record<string, number> {
  const { alloy, recoverySds = {} } = heat
  if (!alloy || !isDoubted(heat)) return {}
  const named = new Set([
    alloy.base,
    ...Object.keys(alloy.limits),
    ...Object.keys(alloyRecovery(alloy)),
    ...Object.keys(recoverySds),
  ])
  return Object.fromEntries(
    [...named].map((symbol) => [symbol, recoverySds[symbol] ?? recoveryDoubt(symbol, alloy.base)]),
  )
}

/**
 * How far a metallic yield of a heat may be off: one standard deviation of a fraction. 0 where the doubt is switched
 * off.
 * @source `yieldDoubt`, or what the caster or the yard's heats say
 * @example heatYieldSd({ lossDoubt: 'off' }, 'cans-loose', 0.8) // 0
 */
export function heatYieldSd(
  heat: Pick<Heat, 'yieldSds'> & Doubted,
  form: string,
  metallicYield: number,
): number {
  return isDoubted(heat) ? (heat.yieldSds?.[form] ?? yieldDoubt(metallicYield)) : 0
}

/**
 * A lot as the charge of a heat takes it, with the yield it is planned with and the doubt of it.
 * @param bounds as in `toChargeLot`
 * @example heatLot({ lossDoubt: 'off' }, { id: 'a', form: 'bar', massG: 9, pricePerKg: 1, composition: {}, sd: {}, kind: 'scrap', metallicYield: null }).metallicYield // 0.99
 */
export function heatLot(
  heat: Pick<Heat, 'yieldOverrides' | 'yieldSds'> & Doubted,
  lot: Lot,
  bounds: Parameters<typeof toChargeLot>[1] = {},
): ChargeLot {
  const metallicYield = heatYield(heat, lot)
  const sd = heatYieldSd(heat, lot.form, metallicYield)
  return { ...toChargeLot(lot, bounds, metallicYield), ...(sd > 0 ? { metallicYieldSd: sd } : {}) }
}
