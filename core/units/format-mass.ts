import { GRAMS_PER } from './mass-units'
import type { MassUnit } from './types'

export interface FormattedMass {
  figure: string
  unit: string
}

/** Decimal places a weight is shown with at the most. */
const MOST_PLACES = 5
/** Tenths of an ounce suit a kitchen scale; grams do as they are. */
const USUAL_STEP_G: Readonly<Record<MassUnit, number>> = {
  g: 1,
  kg: 1,
  oz: 0.05 * GRAMS_PER.oz,
  lb: 0.1 * GRAMS_PER.oz,
}

/**
 * A mass in the chosen unit, rounded as a scale would show it. Grams turn to kilograms from 10 kg;
 * pounds are written with their ounces.
 * @param grams mass, g
 * @param unit the unit to write in
 * @param stepG smallest step worth showing, g; what suits a kitchen scale when left out
 * @example formatMass(2585, 'lb') // { figure: '5 lb 11.2', unit: 'oz' }
 */
export function formatMass(grams: number, unit: MassUnit, stepG = USUAL_STEP_G[unit]): FormattedMass {
  if (unit === 'lb') return formatPounds(grams, decimalsFor(stepG / GRAMS_PER.oz))
  if (unit === 'g' && Math.abs(grams) >= 10000) return formatMass(grams, 'kg', stepG)
  const decimals = decimalsFor(stepG / GRAMS_PER[unit])
  return { figure: tidy(grams / GRAMS_PER[unit], decimals), unit }
}

function formatPounds(grams: number, decimals: number): FormattedMass {
  const perOunce = 10 ** decimals
  const parts = Math.round((Math.abs(grams) / GRAMS_PER.oz) * perOunce)
  const sign = grams < 0 && parts > 0 ? '−' : ''
  const pounds = Math.floor(parts / (16 * perOunce))
  const ounces = (parts % (16 * perOunce)) / perOunce
  if (pounds === 0) return { figure: sign + ounces.toFixed(decimals), unit: 'oz' }
  return { figure: `${sign}${pounds} lb ${ounces.toFixed(decimals)}`, unit: 'oz' }
}

/** Places that tell one step from the next; one more where a step such as 0.025 needs it to be told exactly. */
function decimalsFor(step: number): number {
  const places = Math.min(MOST_PLACES, Math.max(0, Math.ceil(-Math.log10(step) - 1e-9)))
  const whole = (decimals: number) =>
    Math.abs(step * 10 ** decimals - Math.round(step * 10 ** decimals)) < 1e-6
  return places < MOST_PLACES && !whole(places) && whole(places + 1) ? places + 1 : places
}

/** Thousands apart, decimals together. */
function tidy(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals)
  const [whole = '', rest] = text.split('.')
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f') + (rest === undefined ? '' : `.${rest}`)
  return value < 0 && Number(text) !== 0 ? `−${grouped}` : grouped
}
