import type { MassUnit } from './types'

/**
 * Grams in one of each mass unit.
 * @source International avoirdupois pound, exactly 453.59237 g (1959 agreement); from memory
 */
export const GRAMS_PER: Readonly<Record<MassUnit | 'ozt', number>> = {
  g: 1,
  kg: 1000,
  oz: 28.349523125,
  lb: 453.59237,
  ozt: 31.1034768,
}

/**
 * What metal is priced by where masses are told in a unit: the kilogram, or the pound.
 * @example priceUnit('oz') // 'lb'
 */
export const priceUnit = (mass: MassUnit): 'kg' | 'lb' => (mass === 'oz' || mass === 'lb' ? 'lb' : 'kg')

/**
 * A price per kilogram as one of another unit.
 * @param perKg money for each kilogram
 * @returns money for each of that unit
 * @example Number(pricePer(2.2046226, 'lb').toFixed(4)) // 1
 */
export const pricePer = (perKg: number, unit: MassUnit): number => (perKg * GRAMS_PER[unit]) / GRAMS_PER.kg
