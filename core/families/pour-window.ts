import { familyOf, type AlloyKind } from './family'
import type { Liquidus } from './liquidus'

export interface PourWindow {
  fromC: number
  usualC: number
  toC: number
}

/** However doubtful the liquidus, metal is poured at least so much above the highest it may be, °C. */
const ABOVE_DOUBT_C = 20
/** A window is at least so wide, °C. */
const LEAST_WIDTH_C = 30

/**
 * Temperatures to pour between, by the superheat of the alloy's family; above all of the doubt about the liquidus.
 * @returns °C; null without a liquidus, or where no practice is known for the metal
 * @source data/families.json
 * @example pourWindow(gunmetal, { liquidusC: 999, kind: 'published', spreadC: 0 })?.usualC // 1099
 */
export function pourWindow(alloy: AlloyKind, liquidus: Liquidus | null): PourWindow | null {
  const family = familyOf(alloy)
  if (!family || !liquidus) return null
  const { liquidusC, spreadC } = liquidus
  const [from, usual, to] = family.superheatC
  const fromC = liquidusC + Math.max(from, spreadC + ABOVE_DOUBT_C)
  const toC = Math.max(liquidusC + to, fromC + LEAST_WIDTH_C)
  return { fromC, usualC: Math.min(toC, Math.max(liquidusC + usual, fromC)), toC }
}
