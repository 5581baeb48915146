import { startingRate, ZINC_DOUBT } from '#core/melt'
import { learn, type Learned } from './posterior'

/** A heat whose zinc was assayed and whose temperatures were logged. */
export interface ZincHeat {
  /** zinc lost by the balance, g, with its error */
  lostG: number
  sdG: number
  /** what the starting rate would have lost, g */
  predictedG: number
}

/** Heats of one yard differ by so much, as a logarithm. Engineering estimate. */
const HEAT_TO_HEAT = 0.4

/**
 * The rate at which zinc leaves, learned from heats: log-normal about the starting rate.
 * @returns g/(cm²·min·atm), its standard deviation as a share, and the heats behind it
 * @source data/zinc-loss.json for the start and its doubt; conjugate normal model on the logarithm
 */
export function learnZincRate(heats: readonly ZincHeat[]): Learned {
  const prior = { value: Math.log(startingRate()), sd: Math.log(ZINC_DOUBT) / 2 }
  const seen = heats
    .filter(({ lostG, predictedG }) => lostG > 0 && predictedG > 0)
    .map(({ lostG, sdG, predictedG }) => ({
      value: prior.value + Math.log(lostG / predictedG),
      sd: sdG / lostG,
    }))
  const learned = learn(prior, seen, HEAT_TO_HEAT)
  return {
    value: Math.exp(learned.value),
    sd: learned.sd,
    heats: learned.heats,
    prior: { value: Math.exp(prior.value), sd: prior.sd },
  }
}
