import type { Lot } from './schema'

/** What has to be told of a lot; all else has a beginning. */
export type LotDraft = Pick<Lot, 'name' | 'massG' | 'composition'> & Partial<Lot>

/**
 * A lot as it is first written down: scrap in castings, a guess, without a price, where nothing else is told.
 * @param stamp id and time are handed in, so that the result can be repeated
 * @param told its name, mass in g, composition in wt%, and whatever else is known
 * @example newLot({ id: 'a', now: at }, { name: 'Taps', massG: 900, composition: { Cu: 60, Zn: 38 } }).knowledge // 'guess'
 */
export function newLot(stamp: { id: string; now: string }, told: LotDraft): Lot {
  return {
    kind: 'scrap',
    form: 'casting',
    pricePerKg: 0,
    sd: {},
    knowledge: 'guess',
    metallicYield: null,
    note: '',
    originHeatId: null,
    ...told,
    id: stamp.id,
    createdAt: stamp.now,
    updatedAt: stamp.now,
  }
}
