import { between } from '#core/lists'
import { blendDensity } from '#core/composition'

/** Density of water, °C → g/cm³. @source published tables; from memory */
const WATER: readonly (readonly [number, number])[] = [
  [0, 0.9998],
  [5, 1.0],
  [10, 0.9997],
  [15, 0.9991],
  [20, 0.9982],
  [25, 0.997],
  [30, 0.9957],
  [40, 0.9922],
]

/**
 * Water in a workshop is between freezing and bath-warm.
 * @example waterDensity(20).toFixed(3) // '0.998'
 */
export function waterDensity(temperatureC: number): number {
  if (!(temperatureC >= 0 && temperatureC <= 40)) throw new RangeError('water between 0 and 40 °C')
  return between(WATER, temperatureC)
}

/**
 * Density of a piece from its weight and the weight of the water it pushes aside: a beaker of water stands on the
 * scale, set to zero; the piece hangs in it from a thread, touching nothing; the scale shows the water's weight.
 * @param airG the piece on the scale, g
 * @param buoyancyG what the scale shows with the piece hanging in the water, g
 * @param resolutionG the scale's step, g
 * @param temperatureC of the water
 * @returns g/cm³, and one standard deviation from the scale's steps (uniform, two readings)
 * @throws RangeError for weights that are not above zero, or a piece that would float
 * @source Archimedes' principle
 * @example weighInWater(89.4, 10.02, 0.01, 20).gcm3.toFixed(2) // '8.91'
 */
export function weighInWater(
  airG: number,
  buoyancyG: number,
  resolutionG: number,
  temperatureC = 20,
): { gcm3: number; sd: number } {
  if (!(airG > 0) || !(buoyancyG > 0)) throw new RangeError('both weights must be above zero')
  if (buoyancyG >= airG) throw new RangeError('it pushes aside more than it weighs: it would float')
  const gcm3 = (waterDensity(temperatureC) * airG) / buoyancyG
  const step = resolutionG / Math.sqrt(12)
  // The zero before and the reading after are both in steps.
  const relative = Math.hypot((Math.SQRT2 * step) / airG, (Math.SQRT2 * step) / buoyancyG)
  return { gcm3, sd: gcm3 * relative }
}

/** What density tells of a metal of two elements. */
export type TwoMetal =
  | { ok: true; pct: number; sd: number }
  | { ok: false; why: 'lighter' | 'heavier' | 'not-told' }

/**
 * Share of the second element in a metal of two, from its density.
 * @param pair base and solute
 * @param mostPct the most solute looked for, wt%
 * @returns wt% of the solute with one standard deviation; lighter than both means pores or a third metal, heavier a
 *   third metal; "not-told" where density hardly changes with the share
 */
export function twoMetalShare(
  pair: readonly [base: string, solute: string],
  density: { gcm3: number; sd: number },
  mostPct = 40,
): TwoMetal {
  const [base, solute] = pair
  const at = (pct: number) => blendDensity({ [base]: 100 - pct, [solute]: pct })
  const [start, end] = [at(0), at(mostPct)]
  const slope = (end - start) / mostPct
  if (Math.abs(slope) < 1e-3) return { ok: false, why: 'not-told' }
  const slack = 2 * density.sd
  if (density.gcm3 < Math.min(start, end) - slack) return { ok: false, why: 'lighter' }
  if (density.gcm3 > Math.max(start, end) + slack) return { ok: false, why: 'heavier' }
  let low = 0
  let high = mostPct
  for (let halving = 0; halving < 50; halving++) {
    const middle = (low + high) / 2
    if (at(middle) > density.gcm3 === slope < 0) low = middle
    else high = middle
  }
  return { ok: true, pct: (low + high) / 2, sd: density.sd / Math.abs(slope) }
}
