import type { Banded } from '#core/gear'

/** A heat whose fuel was written down. */
export interface BurntHeat {
  /** taken up by metal and crucible, kJ */
  heatKJ: number
  /** put in, kJ */
  putInKJ: number
}

/** Spread of one heat's efficiency about the furnace's own, as a share: cold start or warm, wind, a lid left off. */
const HEAT_TO_HEAT = 0.25
/** A band is read as two standard deviations either way. */
const BAND_SD = 2

/**
 * Efficiency of a furnace from what is known of its kind and from the heats whose fuel was written down. Log-normal:
 * the prior's band is two standard deviations; each heat counts by how far heats differ among themselves.
 * @returns the prior as it was while fewer than two heats are known
 * @source normal prior, normal data (Gelman et al., Bayesian Data Analysis; from memory); the heat-to-heat spread is
 *   an estimate
 */
export function learnEfficiency(prior: Banded, heats: readonly BurntHeat[]): Banded & { heats: number } {
  const seen = heats.filter(({ heatKJ, putInKJ }) => heatKJ > 0 && putInKJ > heatKJ)
  if (seen.length < 2) return { ...prior, heats: seen.length }
  const priorMean = Math.log(prior.mid)
  const priorSd = Math.log(prior.high / prior.low) / (2 * BAND_SD)
  const mean = seen.reduce((sum, heat) => sum + Math.log(heat.heatKJ / heat.putInKJ), 0) / seen.length
  const priorWeight = 1 / priorSd ** 2
  const dataWeight = seen.length / HEAT_TO_HEAT ** 2
  const posterior = (priorMean * priorWeight + mean * dataWeight) / (priorWeight + dataWeight)
  const sd = Math.sqrt(1 / (priorWeight + dataWeight))
  const at = (steps: number) => Math.min(1, Math.exp(posterior + steps * sd))
  return { low: at(-BAND_SD), mid: at(0), high: at(BAND_SD), heats: seen.length }
}
