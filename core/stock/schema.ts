import * as z from 'zod'
import { compositionSchema, spreadSchema } from '#core/composition'
import { FORM_IDS } from '#core/losses'
import { recordFields } from '#core/records'

export const LOT_KINDS = ['scrap', 'virgin', 'master', 'returns', 'ingot'] as const
export const KNOWLEDGE = ['certificate', 'assay', 'grade', 'density', 'guess'] as const

const grams = z.number().min(0).max(1e8)

/** One bin of metal: how much there is, what it is, and how well that is known. */
export const lotSchema = z.strictObject({
  ...recordFields,
  name: z.string().trim().min(1).max(120),
  kind: z.enum(LOT_KINDS),
  form: z.enum(FORM_IDS),
  massG: grams,
  pricePerKg: z.number().min(0).max(1e6),
  composition: compositionSchema,
  sd: spreadSchema,
  knowledge: z.enum(KNOWLEDGE),
  /** overrules the yield that goes with the form, fraction 0–1 */
  metallicYield: z.number().positive().max(1).nullable(),
  note: z.string().max(2000),
  originHeatId: z.uuid().nullable(),
})

export type Lot = z.infer<typeof lotSchema>
export type LotKind = Lot['kind']
export type Knowledge = Lot['knowledge']
