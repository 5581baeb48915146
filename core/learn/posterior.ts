import { nth } from '#core/lists'

/** What is believed of a figure: a value with one standard deviation. */
export interface Belief {
  value: number
  sd: number
}

export interface Learned extends Belief {
  /** heats (or checks) it was learned from */
  heats: number
  /** what it started from */
  prior: Belief
}

/** From one heat alone nothing is learned. */
const LEAST_HEATS = 2

/**
 * A belief drawn together with what heats showed: normal prior, normal observations. Heats differ among themselves by
 * more than their own error; that spread is put on each.
 * @param prior to begin with
 * @param seen one observation a heat, with its own standard deviation
 * @param heatToHeat standard deviation among heats, same unit
 * @returns the prior as it was while fewer than two heats are known
 * @source conjugate normal model (Gelman et al., Bayesian Data Analysis; from memory)
 * @example learn({ value: 0.95, sd: 0.02 }, [{ value: 0.93, sd: 0.01 }, { value: 0.93, sd: 0.01 }], 0).value.toFixed(4) // '0.9322'
 */
export function learn(prior: Belief, seen: readonly Belief[], heatToHeat: number): Learned {
  if (seen.length < LEAST_HEATS) return { ...prior, heats: seen.length, prior }
  let weight = 1 / prior.sd ** 2
  let sum = prior.value * weight
  for (const { value, sd } of seen) {
    const one = 1 / (sd ** 2 + heatToHeat ** 2)
    weight += one
    sum += value * one
  }
  return { value: sum / weight, sd: Math.sqrt(1 / weight), heats: seen.length, prior }
}

/** So many standard deviations from what the prior and the other heats say, a heat was no ordinary one. */
const ACCIDENT = 4

/**
 * Splits heats into ordinary ones and accidents: a heat far from what the prior and the others together say.
 * @source leave-one-out prediction; four standard deviations is an engineering judgement
 */
export function ordinary<T extends Belief>(
  prior: Belief,
  seen: readonly T[],
  heatToHeat: number,
): { kept: T[]; setAside: T[] } {
  let kept = seen.map((one) => ({ one, weight: 1 / (one.sd ** 2 + heatToHeat ** 2) }))
  const setAside: T[] = []
  const start = 1 / prior.sd ** 2
  // The worst first: one accident must not make the next look ordinary.
  for (;;) {
    const total = kept.reduce((sum, { weight }) => sum + weight, start)
    const sum = kept.reduce((all, { one, weight }) => all + one.value * weight, prior.value * start)
    let worst = { at: -1, off: ACCIDENT }
    for (const [at, { one, weight }] of kept.entries()) {
      // All but this one, taken off the sums: a round costs by the heats, not by their square.
      const expected =
        kept.length > LEAST_HEATS
          ? { value: (sum - one.value * weight) / (total - weight), sd: 1 / Math.sqrt(total - weight) }
          : prior
      const off = Math.abs(one.value - expected.value) / Math.hypot(one.sd, heatToHeat, expected.sd)
      if (off > worst.off) worst = { at, off }
    }
    if (worst.at < 0) return { kept: kept.map(({ one }) => one), setAside }
    setAside.push(nth(kept, worst.at).one)
    kept = kept.filter((_, at) => at !== worst.at)
  }
}

/** Believed values of several figures at once, with how they hang together. */
export interface JointBelief {
  mean: number[]
  covariance: number[][]
}

/**
 * One more observation of a weighted sum of figures, put into what is believed of them.
 * @param weights of each figure in the sum
 * @param seen the sum as observed, with its standard deviation
 * @source Kalman's update (Kalman 1960; from memory)
 */
export function updateOnSum(
  { mean, covariance }: JointBelief,
  weights: readonly number[],
  seen: Belief,
): JointBelief {
  const spread = covariance.map((row) => row.reduce((sum, value, at) => sum + value * nth(weights, at), 0))
  const variance = weights.reduce((sum, weight, at) => sum + weight * nth(spread, at), seen.sd ** 2)
  const gap = seen.value - weights.reduce((sum, weight, at) => sum + weight * nth(mean, at), 0)
  return {
    mean: mean.map((value, at) => value + (nth(spread, at) / variance) * gap),
    covariance: covariance.map((row, i) =>
      row.map((value, j) => value - (nth(spread, i) * nth(spread, j)) / variance),
    ),
  }
}
