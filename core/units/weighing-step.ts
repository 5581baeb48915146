import { GRAMS_PER } from './mass-units'
import type { MassUnit } from './types'

/** What scales count in: one, two or five of the last decimal place. */
const COUNTS = [1, 2, 5, 10]
/** Decimal places a weight is shown with at the most. */
const MOST_PLACES = 5

/**
 * The step to plan and show weights in, so that what is shown can be weighed and what is weighed can be typed: the
 * scale's own where it is a plain decimal in the unit, else the next one, two or five of a decimal place.
 * @param stepG finest step of the scale, g
 * @param unit the unit weights are shown in; pounds are weighed in ounces
 * @returns g
 * @throws RangeError for a step that is not above zero
 * @example weighingStep(1, 'oz') / 28.349523125 // 0.05
 */
export function weighingStep(stepG: number, unit: MassUnit): number {
  if (!(stepG > 0)) throw new RangeError('a step is above zero')
  const perUnit = unit === 'lb' ? GRAMS_PER.oz : GRAMS_PER[unit]
  const step = stepG / perUnit
  // A step that is a plain decimal in this unit is shown as it is.
  if (Math.abs(step - Number(step.toFixed(MOST_PLACES))) < 1e-9) return stepG
  const place = 10 ** Math.floor(Math.log10(step) + 1e-9)
  const count = COUNTS.find((one) => one * place >= step * (1 - 1e-9)) ?? 10
  return Number((count * place).toPrecision(6)) * perUnit
}
