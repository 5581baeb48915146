import type { ChargeLot } from '#core/charge'
import { metallicYieldOf } from '#core/losses'
import type { Lot } from './schema'

/** Metallic yield of a lot: its own where overruled, else that of its form. Fraction 0–1. */
export function lotYield(lot: Pick<Lot, 'form' | 'metallicYield'>): number {
  return lot.metallicYield ?? metallicYieldOf(lot.form)
}

/**
 * A lot as the charge solver takes it.
 * @param bounds what the caster has decided about this line: at most, or exactly, so many grams, or whole pieces
 */
export function toChargeLot(
  lot: Lot,
  bounds: { maxG?: number | undefined; fixedG?: number | undefined; pieceG?: number | undefined } = {},
): ChargeLot {
  return {
    id: lot.id,
    availableG: lot.massG,
    pricePerKg: lot.pricePerKg,
    metallicYield: lotYield(lot),
    composition: lot.composition,
    sd: lot.sd,
    virgin: lot.kind === 'virgin' || lot.kind === 'master',
    ...(bounds.maxG === undefined ? {} : { maxG: bounds.maxG }),
    ...(bounds.fixedG === undefined ? {} : { fixedG: bounds.fixedG }),
    ...(bounds.pieceG === undefined ? {} : { pieceG: bounds.pieceG }),
  }
}
