import type { Limits } from '#core/alloys'
import { meltOdds } from './melt-odds'
import { meltCoefficients } from './melt-coefficients'
import type { ChargedLine } from './predict'
import type { ChargeProblem } from './problem'

/** Points for odds that are shown: to better than a tenth of a percent. */
const SHOWN_POINTS = 2048

/**
 * How often a melt of such lots is inside all its limits at once: in each lot the base makes up what the others are off
 * by, so that their errors go together. The same for the same charge.
 * @param lines with the spread of each lot's base, as the rest to 100
 * @param recoverySd doubt of the recoveries; with it, or with doubtful yields, the losses are counted
 * @returns 0–1, to about a tenth of a percent; null for an empty charge
 * @source `meltOdds`; the melt's mass is taken as certain
 */
export function probabilityInSpec(
  lines: readonly ChargedLine[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  limits: Limits,
  recoverySd?: ChargeProblem['recoverySd'],
): number | null {
  const meltG = lines.reduce(
    (sum, { lot, massG }) => sum + massG * meltCoefficients(lot, recovery).meltPerG,
    0,
  )
  if (!(meltG > 0)) return null
  const odds = meltOdds(
    lines.map(({ lot }) => lot),
    recovery,
    limits,
    recoverySd,
  )
  return odds.of(
    lines.map(({ massG }) => massG),
    SHOWN_POINTS,
  )
}
