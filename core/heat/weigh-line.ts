import { lotYield, type Lot } from '#core/stock'
import type { WeighedLine } from './schema'

/**
 * A line of a charge as it was weighed, with the lot as it was known then.
 * @param plannedG what the plan asked for, g
 * @param massG what the scale said, g
 */
export function weighLine(lot: Lot, plannedG: number, massG: number, at: string): WeighedLine {
  return {
    lotId: lot.id,
    name: lot.name,
    kind: lot.kind,
    form: lot.form,
    plannedG,
    massG,
    pricePerKg: lot.pricePerKg,
    metallicYield: lotYield(lot),
    composition: lot.composition,
    sd: lot.sd,
    at,
    ...(lot.originHeatId ? { originHeatId: lot.originHeatId } : {}),
  }
}
