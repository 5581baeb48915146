import type { ChargeLot } from '#core/charge'
import { metallicYieldOf } from '#core/losses'
import type { Lot } from './schema'

/** Metallic yields that stand in for the usual ones of the forms, fraction 0–1 by form. */
export type FormYields = Readonly<Record<string, number>>

/** Metallic yield of a lot: its own where overruled, else that of its form. Fraction 0–1. */
export function lotYield(lot: Pick<Lot, 'form' | 'metallicYield'>, yields: FormYields = {}): number {
  return lot.metallicYield ?? yields[lot.form] ?? metallicYieldOf(lot.form)
}

/**
 * Whether metal was bought as such: virgin, or a master alloy.
 * @example isVirgin({ kind: 'master' }) // true
 */
export const isVirgin = ({ kind }: Pick<Lot, 'kind'>): boolean => kind === 'virgin' || kind === 'master'

/**
 * A lot as the charge solver takes it.
 * @param bounds what the caster has decided about this line: at most, or exactly, so many grams, or whole pieces
 * @param metallicYield fraction 0–1; the lot's own or its form's when left out
 */
export function toChargeLot(
  lot: Lot,
  bounds: { maxG?: number | undefined; fixedG?: number | undefined; pieceG?: number | undefined } = {},
  metallicYield = lotYield(lot),
): ChargeLot {
  return {
    id: lot.id,
    availableG: lot.massG,
    pricePerKg: lot.pricePerKg,
    metallicYield,
    composition: lot.composition,
    sd: lot.sd,
    virgin: isVirgin(lot),
    ...(bounds.maxG === undefined ? {} : { maxG: bounds.maxG }),
    ...(bounds.fixedG === undefined ? {} : { fixedG: bounds.fixedG }),
    ...(bounds.pieceG === undefined ? {} : { pieceG: bounds.pieceG }),
  }
}
