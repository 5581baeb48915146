import * as z from 'zod'
import { FORM_IDS } from '#core/losses'
import { tableOf } from '#core/records'
import file from '#data/cans-foil.json'

const share = z.number().positive().max(1)
const thinWareSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** mass of one, g */
  eachG: z.number().positive(),
  yieldFrom: share,
  yieldTo: share,
  source: z.string(),
  /** what it is made of: its entry in the scrap book */
  scrapId: z.string(),
  form: z.enum(FORM_IDS),
})
/** Thin ware that is counted rather than weighed. */
export type ThinWare = z.infer<typeof thinWareSchema>
export const THIN_WARE: readonly ThinWare[] = tableOf(
  z.strictObject({ version: z.number(), kinds: z.array(thinWareSchema) }),
  file,
).kinds

export interface ThinWareCount {
  count: number
  massG: number
  /** metal in the melt by the yield planned with, g */
  metalG: number
  /** what is left to pour when the elements have lost theirs, g */
  tapG: number
  /** metal with a poor hand and with a good one, g */
  metalFromG: number
  metalToG: number
}

/**
 * Cans or foil: how many, what they weigh, the metal and the tap they give, from any one of these.
 * @param known "tap" is what is wanted to pour
 * @param yields metallic yield planned with, and the share of the metal that is left when its elements have lost theirs
 * @throws RangeError for an amount below zero, or a yield that is no share
 * @source data/cans-foil.json
 * @example countThinWare(can, 'count', 20, { metal: 0.75, recovery: 0.99 }).massG // 290
 */
export function countThinWare(
  ware: ThinWare,
  known: 'count' | 'mass' | 'tap',
  amount: number,
  yields: { metal: number; recovery: number },
): ThinWareCount {
  if (!(amount >= 0)) throw new RangeError('an amount is not below zero')
  const tapOfG = yields.metal * yields.recovery
  if (!(tapOfG > 0 && yields.metal <= 1 && yields.recovery <= 1))
    throw new RangeError('a yield is a share above zero')
  const massG = known === 'mass' ? amount : known === 'count' ? amount * ware.eachG : amount / tapOfG
  const pieces = massG / ware.eachG
  return {
    count: known === 'count' ? amount : known === 'tap' ? Math.ceil(pieces - 1e-9) : pieces,
    massG,
    metalG: massG * yields.metal,
    tapG: massG * tapOfG,
    metalFromG: massG * ware.yieldFrom,
    metalToG: massG * ware.yieldTo,
  }
}
