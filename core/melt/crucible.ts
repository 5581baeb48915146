import { GRAMS_PER } from '#core/units'
import table from '#data/plan-checks.json'

/**
 * Melt that a crucible takes with a fifth of its height left free.
 * @param crucibleNo its number: pounds of aluminium it holds brim-full
 * @param densityGcm3 of the solid alloy, g/cm³
 * @returns g
 * @throws RangeError for a number or density that is not above zero
 * @source data/plan-checks.json: common practice, with estimates named there
 * @example Math.round(crucibleHolds(4, 8.72)) // 4860
 */
export function crucibleHolds(crucibleNo: number, densityGcm3: number): number {
  if (!(crucibleNo > 0) || !(densityGcm3 > 0)) throw new RangeError('number and density must be above zero')
  const { freeboard, lbAluminiumPerNumber, liquidAluminiumGcm3, liquidOverSolidDensity } = table.crucible
  const brimCm3 = (crucibleNo * lbAluminiumPerNumber * GRAMS_PER.lb) / liquidAluminiumGcm3
  return brimCm3 * (1 - freeboard) * densityGcm3 * liquidOverSolidDensity
}
