/** Signs of gas in a melt. */
export type GasReason = 'damp' | 'oil' | 'paint' | 'thin' | 'hot' | 'long' | 'not-degassed'

export interface GasCase {
  /** of the metal: hydrogen is bubbled out of it */
  wantsDegassing: boolean
  coatings: readonly string[]
  forms: readonly string[]
  /** hottest so far over the liquidus, °C; null where no temperature was taken */
  superheatC: number | null
  /** since the first metal was molten, min */
  heldMin: number
  degassed: boolean
}

const HOT_C = 150
const LONG_MIN = 20
const THIN = new Set(['cans-loose', 'cans-pressed', 'foil', 'turnings', 'oily-turnings'])

/**
 * Signs of gas in the log of a heat.
 * @returns the reasons; none is a quiet melt, more than two a gassy one
 * @source common practice: damp, oily and painted charge, cans, no degassing, a hold over 20 minutes, over 150 °C of
 *   superheat
 * @example gasReasons({ coatings: ['damp'], forms: ['foil'], superheatC: 40, heldMin: 5, degassed: true })
 *   // ['damp', 'thin']
 */
export function gasReasons({
  wantsDegassing,
  coatings,
  forms,
  superheatC,
  heldMin,
  degassed,
}: GasCase): GasReason[] {
  const reasons: GasReason[] = []
  if (coatings.includes('damp')) reasons.push('damp')
  if (coatings.includes('oil') || forms.includes('oily-turnings')) reasons.push('oil')
  if (coatings.includes('paint') || forms.includes('painted')) reasons.push('paint')
  if (forms.some((form) => THIN.has(form))) reasons.push('thin')
  if (superheatC !== null && superheatC > HOT_C) reasons.push('hot')
  if (heldMin > LONG_MIN) reasons.push('long')
  if (wantsDegassing && !degassed) reasons.push('not-degassed')
  return reasons
}
