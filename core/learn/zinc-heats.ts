import { baseMetal } from '#core/alloys'
import { combineReadings } from '#core/assay'
import { predictMelt } from '#core/charge'
import { stepDoneMin, weighedCharge, type Heat } from '#core/heat'
import { brimOfNumber, meltSurface, practiceInForce, zincLoss } from '#core/melt'
import { metalFoundG } from './heats'
import type { ZincHeat } from './zinc-rate'

const USUAL_CRUCIBLE_NO = 4
const LEAST_ZINC_PCT = 0.5
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
  if (
    !heat.loggedAt ||
    !heat.alloy ||
    baseMetal(heat.alloy) !== 'Cu' ||
    metalG === null ||
    !zinc ||
    trace.length < 2
  )
    return null
  const charged = predictMelt(weighedCharge(heat.weighed), {})
  const beganPct = charged.composition.Zn ?? 0
  if (beganPct < LEAST_ZINC_PCT || zinc.below !== undefined) return null
  const done = (id: string) => stepDoneMin(heat, id)
  const from = done('add-brass') ?? done('add-zinc') ?? done('base')
  const to = done('pour')
  if (from === null || to === null || to <= from) return null
  const { '?': _, ...composition } = charged.composition
  const predicted = zincLoss({
    meltG: charged.tapMassG,
    composition,
    surfaceCm2: meltSurface(brimCm3 ?? brimOfNumber(heat.crucibleNo ?? USUAL_CRUCIBLE_NO)),
    cover: practiceInForce(heat.alloy, 'cover', heat.practices ?? {})?.practice.cover ?? 'glass',
    trace,
    fromMin: from,
    toMin: to,
  })
  const foundG = (metalG * zinc.pct) / 100
  const lostG = (charged.tapMassG * beganPct) / 100 - foundG
  return { lostG, sdG: foundG * Math.hypot(zinc.sd / zinc.pct, WEIGHING_SHARE), predictedG: predicted.lostG }
}
