import type { Banded } from '#core/gear'

/** A heat whose fuel was written down. */
export interface BurntHeat {
  /** taken up by metal and crucible, kJ */
  heatKJ: number
  /** put in, kJ */
  putInKJ: number
}

/** What a furnace takes: its own walls first, then for each kJ that metal and crucible take up so many more. */
export interface FurnaceEnergy {
  /** into the lining and out through it, kJ a heat; 0 while that is not known apart */
  liningKJ: number
  /** share of what is put in beyond that which ends in metal and crucible */
  efficiency: Banded
  heats: number
  /** to be put in for a heat of so much, kJ */
  forecast: (heatKJ: number) => Banded
}

/** Spread of one heat about what the furnace usually takes, as a share: cold start or warm, wind, a lid left off. */
const HEAT_TO_HEAT = 0.15
/** A band is read as two standard deviations either way. */
const BAND_SD = 2
/** Before any heat the walls may take nothing, or as much as the furnace puts in within so many hours. */
const LINING_HOURS = 4

/**
 * A furnace as an energy account, put in = a + b · taken up, both learned: b from the efficiency of its kind, a from
 * nothing, and from two heats on from what was written down.
 * @param prior efficiency of its kind, or as told
 * @param powerKw of the furnace
 * @source normal prior, normal data, linear (Gelman et al., Bayesian Data Analysis; from memory); the spreads are
 *   estimates
 */
export function learnFurnace(prior: Banded, powerKw: number, heats: readonly BurntHeat[]): FurnaceEnergy {
  const seen = heats.filter(({ heatKJ, putInKJ }) => heatKJ > 0 && putInKJ > heatKJ)
  if (seen.length < 2) {
    const forecast = (heatKJ: number) => ({
      low: heatKJ / prior.high,
      mid: heatKJ / prior.mid,
      high: heatKJ / prior.low,
    })
    return { liningKJ: 0, efficiency: prior, heats: seen.length, forecast }
  }
  const perKJ = { mean: 1 / prior.mid, sd: (1 / prior.low - 1 / prior.high) / (2 * BAND_SD) }
  const liningSd = powerKw * LINING_HOURS * 3600
  const both = posterior(seen, perKJ, liningSd)
  // Walls give nothing away: where the best line would have them do so, all goes by the share.
  const known = both.lining < 0 ? posterior(seen, perKJ, 0) : both
  const { lining, slope, variance } = known
  const slopeSd = Math.sqrt(variance[2])
  const share = (steps: number) => Math.min(1, 1 / Math.max(slope + steps * slopeSd, 1))
  return {
    liningKJ: lining,
    efficiency: { low: share(BAND_SD), mid: share(0), high: share(-BAND_SD) },
    heats: seen.length,
    forecast: (heatKJ) => {
      const mid = lining + slope * heatKJ
      const [aa, ab, bb] = variance
      const sd = Math.sqrt(aa + 2 * heatKJ * ab + heatKJ ** 2 * bb + (HEAT_TO_HEAT * mid) ** 2)
      return { low: Math.max(heatKJ, mid - BAND_SD * sd), mid, high: mid + BAND_SD * sd }
    },
  }
}

/** Mean and covariance of lining and slope; a lining without spread stays nothing. */
function posterior(
  heats: readonly BurntHeat[],
  perKJ: { mean: number; sd: number },
  liningSd: number,
): { lining: number; slope: number; variance: readonly [number, number, number] } {
  let [aa, ab, bb] = [liningSd > 0 ? 1 / liningSd ** 2 : 0, 0, 1 / perKJ.sd ** 2]
  let [a, b] = [0, perKJ.mean / perKJ.sd ** 2]
  for (const { heatKJ, putInKJ } of heats) {
    const weight = 1 / (HEAT_TO_HEAT * putInKJ) ** 2
    if (liningSd > 0) {
      aa += weight
      ab += weight * heatKJ
      a += weight * putInKJ
    }
    bb += weight * heatKJ ** 2
    b += weight * heatKJ * putInKJ
  }
  if (liningSd === 0) return { lining: 0, slope: b / bb, variance: [0, 0, 1 / bb] }
  const determinant = aa * bb - ab ** 2
  return {
    lining: (a * bb - b * ab) / determinant,
    slope: (b * aa - a * ab) / determinant,
    variance: [bb / determinant, -ab / determinant, aa / determinant],
  }
}
