import { between } from '#core/lists'
import { IRON_FROM_STEEL } from './crucible-materials'
import type { Banded } from './furnace'

const GAS_KJ = 8.314e-3
const ZERO_C_K = 273.15
/** Wetted wall and bottom of a melt as wide as it is high, over the two-thirds power of its volume: π·1.25 / (π/4)^⅔. */
const WETTED = 4.6

/** A melt standing in a steel pot. */
export interface Standing {
  /** of the melt, cm³ */
  volumeCm3: number
  celsius: number
  minutes: number
  /** a sound wash is on the steel */
  washed: boolean
}

/**
 * Iron that molten aluminium takes up from a steel pot: it dissolves towards what the melt can hold, the faster the
 * hotter and the smaller the pot.
 * @returns wt% of the melt, with the band the estimate lies in
 * @throws RangeError for a volume that is not above zero, or negative minutes
 * @source dC/dt = k·A/V·(Cs − C), dissolution under mass transfer (textbook; from memory); figures in
 *   data/crucible-materials.json: solubility from the Al-Fe phase diagram, the rate an estimate
 * @example ironFromPot({ volumeCm3: 1000, celsius: 750, minutes: 0, washed: false }).mid // 0
 */
export function ironFromPot({ volumeCm3, celsius, minutes, washed }: Standing): Banded {
  if (!(volumeCm3 > 0) || !(minutes >= 0)) throw new RangeError('a melt has a volume and a time')
  const { solubilityPct, rateMs, atC, activationKJmol, factor, washLeaves } = IRON_FROM_STEEL
  const mostPct = between(solubilityPct, celsius)
  const kelvin = (c: number) => c + ZERO_C_K
  const hotter = Math.exp((activationKJmol / GAS_KJ) * (1 / kelvin(atC) - 1 / kelvin(celsius)))
  // Over the volume, 1/m.
  const wettedPerM = WETTED / Math.cbrt(volumeCm3 * 1e-6)
  const done = (times: number) => {
    const rate = times * rateMs * hotter * wettedPerM * (washed ? washLeaves : 1)
    return mostPct * (1 - Math.exp(-rate * minutes * 60))
  }
  return { low: done(1 / factor), mid: done(1), high: done(factor) }
}
