import type { Lot } from '#core/stock'
import { heatYield } from './losses'
import type { Heat, WeighedLine } from './schema'

/**
 * A line of a charge as it was weighed, with the lot as it was known then.
 * @param plannedG what the plan asked for, g
 * @param massG what the scale said, g
 * @param heat whose losses it is reckoned with; the usual ones when left out
 */
export function weighLine(
  lot: Lot,
  plannedG: number,
  massG: number,
  at: string,
  heat: Pick<Heat, 'yieldOverrides' | 'losses'> = {},
): WeighedLine {
  return {
    lotId: lot.id,
    name: lot.name,
    kind: lot.kind,
    form: lot.form,
    plannedG,
    massG,
    pricePerKg: lot.pricePerKg,
    metallicYield: heatYield(heat, lot),
    composition: lot.composition,
    sd: lot.sd,
    at,
    ...(lot.originHeatId ? { originHeatId: lot.originHeatId } : {}),
  }
}
