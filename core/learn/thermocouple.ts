import { offsets, type FixedPointCheck } from '#core/gear'
import { learn, type Learned } from './posterior'

/** A cheap probe is good to so much before it was ever checked; a check to so much, °C. Estimates. */
const PRIOR_SD_C = 8
const CHECK_SD_C = 2
const AMONG_C = 2

/**
 * The correction of a thermocouple over all its fixed-point checks: what has to be added to its readings.
 * @returns °C
 * @source tolerance of a type K probe, 0.75 % of reading (IEC 60584; from memory), read at 1000 °C
 */
export function learnOffset(checks: readonly FixedPointCheck[]): Learned {
  const seen = offsets(checks).map(({ addC }) => ({ value: addC, sd: CHECK_SD_C }))
  return learn({ value: 0, sd: PRIOR_SD_C }, seen, AMONG_C)
}
