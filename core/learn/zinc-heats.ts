import { combineReadings } from '#core/assay'
import { predictMelt } from '#core/charge'
import { loggedZincG, weighedCharge, type Heat } from '#core/heat'
import { metalFoundG } from './heats'
import type { ZincHeat } from './zinc-rate'

/** Metal is weighed no better than this, as a share. */
const WEIGHING_SHARE = 0.005

/**
 * What a heat shows of the rate at which zinc leaves: lost by the balance against lost by the model.
 * @param brimCm3 of its crucible; null where it is not known
 * @param trace temperatures put right, minutes on the clock of the world and °C
 * @returns null for a heat without zinc, trace, assay or weights
 */
export function zincHeat(
  heat: Heat,
  brimCm3: number | null,
  trace: readonly { atMin: number; celsius: number }[],
): ZincHeat | null {
  const metalG = metalFoundG(heat)
  const zinc = combineReadings(heat.assays).Zn
  if (!heat.loggedAt || metalG === null || !zinc || zinc.below !== undefined) return null
  const predictedG = loggedZincG(heat, trace, brimCm3)
  if (predictedG === null) return null
  const charged = predictMelt(weighedCharge(heat.weighed), {})
  const foundG = (metalG * zinc.pct) / 100
  const lostG = (charged.tapMassG * (charged.composition.Zn ?? 0)) / 100 - foundG
  return { lostG, sdG: foundG * Math.hypot(zinc.sd / zinc.pct, WEIGHING_SHARE), predictedG }
}
