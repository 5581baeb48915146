import { between } from '#core/lists'
import { ELEMENTS } from './elements'
import type { Composition } from './share'

/** Wrought brass, wt% Zn → g/cm³. @source wrought brass data; from memory */
const BRASS_DENSITY: readonly (readonly [number, number])[] = [
  [0, 8.94],
  [10, 8.8],
  [15, 8.75],
  [20, 8.67],
  [30, 8.53],
  [35, 8.47],
  [40, 8.39],
]

/** Aluminium bronze, wt% Al → g/cm³. @source published densities of C60800, C61000, C95200, C95400; from memory */
const ALUMINIUM_BRONZE_DENSITY: readonly (readonly [number, number])[] = [
  [0, 8.94],
  [5, 8.17],
  [8, 7.78],
  [9, 7.64],
  [10.75, 7.45],
  [12, 7.35],
]

/**
 * Density of a solid alloy from its composition: specific volumes added, 1/ρ = Σ wᵢ/ρᵢ; plain brasses,
 * which shrink on alloying, from the wrought-brass table, aluminium bronzes from theirs.
 * Within 1 % for tin and leaded bronzes, aluminium bronzes and aluminium casting alloys; up to 5 % light for silicon
 * bronze.
 * @param composition mass percent; the unidentified share is taken as more of the same
 * @returns g/cm³
 * @throws RangeError when no element with a known density is named
 * @source ideal mixing of volumes; element densities from data/elements.json
 * @example blendDensity({ Cu: 70, Zn: 30 }) // 8.53
 */
export function blendDensity(composition: Composition): number {
  const zinc = composition.Zn ?? 0
  const copper = composition.Cu ?? 0
  if (zinc > 5 && zinc <= 40 && zinc + copper > 97) return between(BRASS_DENSITY, zinc)
  const aluminium = composition.Al ?? 0
  const hard = (composition.Fe ?? 0) + (composition.Ni ?? 0) + (composition.Mn ?? 0)
  if (aluminium > 2 && aluminium <= 12 && copper > 70 && aluminium + copper + hard > 96)
    return between(ALUMINIUM_BRONZE_DENSITY, aluminium)
  let mass = 0
  let volume = 0
  for (const [symbol, pct] of Object.entries(composition)) {
    const rho = ELEMENTS[symbol]?.rhoS
    if (!rho || pct <= 0) continue
    mass += pct
    volume += pct / rho
  }
  if (volume === 0) throw new RangeError('no element with a known density')
  return mass / volume
}
