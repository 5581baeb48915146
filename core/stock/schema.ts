import * as z from 'zod'
import { compositionSchema, spreadSchema } from '#core/composition'
import { FORM_IDS } from '#core/losses'
import { recordFields } from '#core/records'

export const LOT_KINDS = ['scrap', 'virgin', 'master', 'returns', 'ingot'] as const
export const KNOWLEDGE = ['certificate', 'assay', 'grade', 'density', 'inferred', 'guess'] as const

/** What lies on a lot that is not its metal. */
export const COATINGS = ['paint', 'plating', 'oil', 'damp', 'solder', 'plastic', 'steel'] as const

const grams = z.number().min(0).max(1e8)

/** One weighing in or out of a bin: how much it changed by, and why. */
export const lotMoveSchema = z.strictObject({
  at: z.iso.datetime(),
  changeG: z.number().min(-1e8).max(1e8),
  why: z.string().max(200),
})

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
  /** what went in and out since it was written down, the newest last */
  moves: z.array(lotMoveSchema).max(500).optional(),
  /** none named is clean and dry */
  coatings: z.array(z.enum(COATINGS)).max(COATINGS.length).optional(),
  /** masses of single pieces, g */
  pieces: z.array(grams.positive()).max(500).optional(),
  whereFrom: z.string().max(120).optional(),
  /** entry of the scrap book it was taken from: its cautions follow it to the run sheet */
  scrapId: z.string().max(60).optional(),
  /** answer to the question its scrap book entry asks; null while it is open, absent where nothing is asked */
  clue: z.string().max(40).nullable().optional(),
  /** when its label was printed last, and what stood on it */
  labelled: z.strictObject({ at: z.iso.datetime(), text: z.string().max(300) }).optional(),
  gotOn: z.iso.date().optional(),
  /** pictures kept beside the records */
  photos: z.array(z.uuid()).max(12).optional(),
})

export type Lot = z.infer<typeof lotSchema>
export type LotMove = z.infer<typeof lotMoveSchema>
export type LotKind = Lot['kind']
export type Coating = (typeof COATINGS)[number]
export type Knowledge = Lot['knowledge']
