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
 * @example formatMass(232.466, 'oz', 0.1) // { figure: '8.2', unit: 'oz' }
 * @example formatMass(2585, 'lb') // { figure: '5 lb 11.2', unit: 'oz' }
 */
export function formatMass(grams: number, unit: MassUnit, stepG = USUAL_STEP_G[unit]): FormattedMass {
  const inOunces = unit === 'oz' || unit === 'lb'
  const step = stepG / (inOunces ? GRAMS_PER.oz : GRAMS_PER[unit])
  const decimals = decimalsFor(step)
  // A tenth of a gram is no step of ounces: what was typed as 8.2 is not told as 8.200.
  const told = (figure: string) => (inOunces && !isPlain(step, decimals) ? withoutZeros(figure) : figure)
  if (unit === 'lb') {
    const { figure, unit: written } = formatPounds(grams, decimals)
    return { figure: told(figure), unit: written }
  }
  if (unit === 'g' && Math.abs(grams) >= 10000) return formatMass(grams, 'kg', stepG)
  return { figure: told(tidy(grams / GRAMS_PER[unit], decimals)), unit }
}

/**
 * The step a mass is shown in where none is asked for: less than half of it is shown as nothing.
 * @returns g
 * @example shownStepG('kg') // 1
 */
export const shownStepG = (unit: MassUnit): number => USUAL_STEP_G[unit]

/** Counted in steps, a hair is none. */
const HAIR = 1e-9

/**
 * A mass no smaller, as it can be told: in whole grams, or in whole steps of what is shown in the yard's unit.
 * @param massG g
 * @example atLeast(28.4, null) // 29
 * @example formatMass(atLeast(28.4, 'lb'), 'lb').figure // '1.1'
 */
export const atLeast = (massG: number, unit: MassUnit | null): number => toldIn(unit, massG, Math.ceil, -HAIR)

/**
 * A mass no larger, as it can be told: in whole grams, or in whole steps of what is shown in the yard's unit.
 * @param massG g
 * @example atMost(28.4, null) // 28
 */
export const atMost = (massG: number, unit: MassUnit | null): number => toldIn(unit, massG, Math.floor, HAIR)

function toldIn(
  unit: MassUnit | null,
  massG: number,
  round: (steps: number) => number,
  hair: number,
): number {
  const stepG = unit === null ? 1 : shownStepG(unit)
  return Number((round(massG / stepG + hair) * stepG).toPrecision(12))
}

/** Without the zeros at the end, but for one behind the mark. */
const withoutZeros = (figure: string): string => figure.replace(/(\.\d+?)0+$/, '$1')

function formatPounds(grams: number, decimals: number): FormattedMass {
  const perOunce = 10 ** decimals
  const parts = Math.round((Math.abs(grams) / GRAMS_PER.oz) * perOunce)
  const sign = grams < 0 && parts > 0 ? '−' : ''
  const pounds = Math.floor(parts / (16 * perOunce))
  const ounces = (parts % (16 * perOunce)) / perOunce
  if (ounces === 0 && pounds > 0) return { figure: `${sign}${pounds}`, unit: 'lb' }
  if (pounds === 0) return { figure: sign + ounces.toFixed(decimals), unit: 'oz' }
  return { figure: `${sign}${pounds} lb ${ounces.toFixed(decimals)}`, unit: 'oz' }
}

/** Places that tell one step from the next; one more where a step such as 0.025 needs it to be told exactly. */
function decimalsFor(step: number): number {
  const places = Math.min(MOST_PLACES, Math.max(0, Math.ceil(-Math.log10(step) - 1e-9)))
  return places < MOST_PLACES && !isPlain(step, places) && isPlain(step, places + 1) ? places + 1 : places
}

/** Whether so many places tell a step exactly. */
const isPlain = (step: number, decimals: number): boolean =>
  Math.abs(step * 10 ** decimals - Math.round(step * 10 ** decimals)) < 1e-6

/** Thousands apart, decimals together. */
function tidy(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals)
  const [whole = '', rest] = text.split('.')
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f') + (rest === undefined ? '' : `.${rest}`)
  return value < 0 && Number(text) !== 0 ? `−${grouped}` : grouped
}
