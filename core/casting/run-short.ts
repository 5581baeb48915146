import { normalCdf, normalQuantile } from '#core/charge'
import { gatingMass, metalNeeded } from './metal-needed'
import type { MetalNeed } from './schema'

/**
 * The chance that a tap is too small for what the castings, their gating and the heel take, without any allowance.
 * @param tap mean and one standard deviation, g
 * @returns 0–1; null where the need is nothing or the spread is unknown
 * @source normal distribution of the tap
 * @example runsShort({ castingsG: 1000, gatingPct: 0, allowancePct: 0, heelG: 0 }, { meanG: 1000, sdG: 20 }) // 0.5
 */
export function runsShort(need: MetalNeed, tap: { meanG: number; sdG: number }): number | null {
  const takesG = metalNeeded({ ...need, allowancePct: 0 })
  if (!(need.castingsG > 0) || !(tap.sdG > 0)) return null
  return normalCdf((takesG - tap.meanG) / tap.sdG)
}

/**
 * The allowance with which a tap is too small with a given chance.
 * @param chance of running short, 0–0.5
 * @param relativeSd standard deviation of the tap as a share of it
 * @returns % of castings and gating, rounded up to a tenth; null where no allowance does
 * @source normal distribution of the tap
 * @example allowanceFor({ castingsG: 1000, gatingPct: 0, allowancePct: 0, heelG: 0 }, 0.05, 0.02) // 3.5
 */
export function allowanceFor(need: MetalNeed, chance: number, relativeSd: number): number | null {
  const takenG = need.castingsG + gatingMass(need)
  const margin = normalQuantile(1 - chance) * relativeSd
  if (!(takenG > 0) || !(margin < 1)) return null
  const share = (margin * (takenG + need.heelG)) / (takenG * (1 - margin))
  return Math.ceil(1000 * share - 1e-9) / 10
}
