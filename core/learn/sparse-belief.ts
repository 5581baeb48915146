import { nth } from '#core/lists'
import type { Belief } from './posterior'

/** One figure of many, by its number, and its weight in a sum. */
export type Weighted = readonly (readonly [at: number, weight: number])[]

/** A figure whose tie to a sum, as a correlation, is under this does not move with it. */
const NO_TIE = 1e-5

/** What is believed of many figures, of which each observation sees a few. */
export interface SparseBelief {
  believed(at: number): Belief
  /** an observed sum against what is believed of it: gap in standard deviations of both together */
  surprise(weights: Weighted, seen: Belief): number
  /** draws all that hangs together with the sum towards what was seen */
  observe(weights: Weighted, seen: Belief): void
}

/**
 * Kalman's update for many figures at once: only those that hang together are kept together, so that an observation
 * costs by what it touches, not by all there is.
 * @param priors independent to begin with; the unit is that of the figures
 * @source Kalman 1960; from memory. What is tied by less than 1e-5 is left, an error of 1e-10 of a variance
 */
export function sparseBelief(priors: readonly Belief[]): SparseBelief {
  const means = Float64Array.from(priors, ({ value }) => value)
  /** covariance by rows, both halves; what is not in it is zero */
  const rows = priors.map(({ sd }, at) => new Map([[at, sd ** 2]]))

  function against(weights: Weighted, seen: Belief) {
    const spread = new Map<number, number>()
    let expected = 0
    for (const [at, weight] of weights) {
      expected += weight * nth(means, at)
      for (const [other, tie] of nth(rows, at)) spread.set(other, (spread.get(other) ?? 0) + weight * tie)
    }
    let variance = seen.sd ** 2
    for (const [at, weight] of weights) variance += weight * spread.get(at)!
    return { spread, variance, gap: seen.value - expected }
  }

  return {
    believed: (at) => ({ value: nth(means, at), sd: Math.sqrt(nth(rows, at).get(at)!) }),
    surprise(weights, seen) {
      const { variance, gap } = against(weights, seen)
      return Math.abs(gap) / Math.sqrt(variance)
    },
    observe(weights, seen) {
      const { spread, variance, gap } = against(weights, seen)
      const tied: number[] = []
      for (const [at, share] of spread)
        if (share ** 2 > NO_TIE ** 2 * variance * nth(rows, at).get(at)!) tied.push(at)
      for (const at of tied) {
        const share = spread.get(at)! / variance
        const row = nth(rows, at)
        means[at]! += share * gap
        for (const other of tied) row.set(other, (row.get(other) ?? 0) - share * spread.get(other)!)
      }
    },
  }
}
