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
  /** metal that can be expected in the melt, g */
  metalFromG: number
  metalToG: number
}

/**
 * Cans or foil: how many, what they weigh, and the metal they give, from any one of the three.
 * @param known "metal" is what is wanted in the melt: the count is then enough for a poor yield
 * @throws RangeError for an amount below zero
 * @source data/cans-foil.json
 * @example countThinWare(can, 'count', 20).massG // 290
 */
export function countThinWare(
  ware: ThinWare,
  known: 'count' | 'mass' | 'metal',
  amount: number,
): ThinWareCount {
  if (!(amount >= 0)) throw new RangeError('an amount is not below zero')
  const massG = known === 'mass' ? amount : known === 'count' ? amount * ware.eachG : amount / ware.yieldFrom
  return {
    count:
      known === 'count' ? amount : known === 'metal' ? Math.ceil(massG / ware.eachG) : massG / ware.eachG,
    massG,
    metalFromG: massG * ware.yieldFrom,
    metalToG: massG * ware.yieldTo,
  }
}
