import { GRAMS_PER } from '#core/units'
import table from '#data/plan-checks.json'

/** Liquid over solid density of a casting alloy. */
export const LIQUID_OVER_SOLID = table.crucible.liquidOverSolidDensity

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
  return brimHolds(brimOfNumber(crucibleNo), densityGcm3)
}

/** Brim volume that goes with a crucible's number, cm³. */
export function brimOfNumber(crucibleNo: number): number {
  const { lbAluminiumPerNumber, liquidAluminiumGcm3 } = table.crucible
  return (crucibleNo * lbAluminiumPerNumber * GRAMS_PER.lb) / liquidAluminiumGcm3
}

/**
 * Melt that a crucible of known brim volume takes with a fifth of its height left free.
 * @param brimCm3 measured with water: a gram is a cubic centimetre
 * @param densityGcm3 of the solid alloy, g/cm³
 * @returns g
 * @throws RangeError for a volume or density that is not above zero
 * @source data/plan-checks.json: common practice, with estimates named there
 * @example Math.round(brimHolds(750, 8.72)) // 4761
 */
export function brimHolds(brimCm3: number, densityGcm3: number): number {
  if (!(brimCm3 > 0) || !(densityGcm3 > 0)) throw new RangeError('volume and density must be above zero')
  const { freeboard, liquidOverSolidDensity } = table.crucible
  return brimCm3 * (1 - freeboard) * densityGcm3 * liquidOverSolidDensity
}
