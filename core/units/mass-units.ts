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
