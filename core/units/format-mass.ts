import { GRAMS_PER } from './mass-units'
import type { MassUnit } from './types'

export interface FormattedMass {
  figure: string
  unit: string
}

/**
 * A mass in the chosen unit, rounded as a scale would show it. Grams turn to kilograms from 10 kg;
 * pounds are written with their ounces.
 * @param grams mass, g
 * @param unit the unit to write in
 * @param stepG smallest step worth showing, g; the default suits a kitchen scale
 * @example formatMass(2585, 'lb') // { figure: '5 lb 11.2', unit: 'oz' }
 */
export function formatMass(grams: number, unit: MassUnit, stepG = 1): FormattedMass {
  if (unit === 'lb') return formatPounds(grams)
  if (unit === 'g' && Math.abs(grams) >= 10000) return formatMass(grams, 'kg', stepG)
  const decimals = decimalsFor(stepG / GRAMS_PER[unit])
  return { figure: tidy(grams / GRAMS_PER[unit], decimals), unit }
}

function formatPounds(grams: number): FormattedMass {
  const tenthsOfOunce = Math.round((Math.abs(grams) / GRAMS_PER.oz) * 10)
  const sign = grams < 0 && tenthsOfOunce > 0 ? '−' : ''
  const pounds = Math.floor(tenthsOfOunce / 160)
  const ounces = (tenthsOfOunce % 160) / 10
  if (pounds === 0) return { figure: sign + ounces.toFixed(1), unit: 'oz' }
  return { figure: `${sign}${pounds} lb ${ounces.toFixed(1)}`, unit: 'oz' }
}

function decimalsFor(step: number): number {
  return Math.min(4, Math.max(0, Math.ceil(-Math.log10(step) - 1e-9)))
}

function tidy(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals)
  const grouped = text.replace(/\B(?=(\d{3})+(?!\d))/, '\u202f')
  return value < 0 && Number(text) !== 0 ? `−${grouped}` : grouped
}
