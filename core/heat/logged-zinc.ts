import { predictMelt } from '#core/charge'
import { factsOf } from '#core/families'
import { brimOfNumber, meltSurface, practiceInForce, zincLoss } from '#core/melt'
import { weighedCharge } from './charge-problem'
import { heatTrace, stepDoneMin } from './furnace-times'
import type { Heat } from './schema'

/** A crucible to reckon with where none was told. */
const USUAL_CRUCIBLE_NO = 4
/** A melt with less zinc than this has none to speak of, wt%. */
const LEAST_ZINC_PCT = 0.5

/**
 * Zinc that the log of a heat speaks for having gone up: by the temperatures written down, from when zinc went in to
 * the pour.
 * @param trace temperatures, minutes on the clock of the world and °C; those of the log as they were read where left out
 * @param brimCm3 of its crucible; by its number where that is not known
 * @returns g; null where the log does not tell enough
 * @source zincLoss, at its starting rate
 */
export function loggedZincG(
  heat: Heat,
  trace: readonly { atMin: number; celsius: number }[] = heatTrace(heat.log ?? [], []),
  brimCm3: number | null = null,
): number | null {
  if (!heat.alloy || !factsOf(heat.alloy)?.loses.includes('Zn') || heat.weighed.length === 0) return null
  const from = stepDoneMin(heat, 'add-brass') ?? stepDoneMin(heat, 'add-zinc') ?? stepDoneMin(heat, 'base')
  const to = stepDoneMin(heat, 'pour')
  if (trace.length < 2 || from === null || to === null || to <= from) return null
  const melt = predictMelt(weighedCharge(heat.weighed), {})
  const { '?': _, ...composition } = melt.composition
  if ((composition.Zn ?? 0) < LEAST_ZINC_PCT) return null
  return zincLoss({
    meltG: melt.tapMassG,
    composition,
    surfaceCm2: meltSurface(brimCm3 ?? brimOfNumber(heat.crucibleNo ?? USUAL_CRUCIBLE_NO)),
    cover: practiceInForce(heat.alloy, 'cover', heat.practices ?? {})?.practice.cover ?? 'glass',
    trace,
    fromMin: from,
    toMin: to,
  }).lostG
}
