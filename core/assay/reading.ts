import * as z from 'zod'
import { elementSchema } from '#core/composition'

export const METHODS = ['xrf', 'oes', 'density', 'other'] as const
export type Method = (typeof METHODS)[number]

const pct = z.number().min(0).max(100)

/** One element of one reading: a value with its spread, or "below" a detection limit. wt%. */
export const elementReadingSchema = z.union([
  z.strictObject({ pct, sd: pct.nullable() }),
  z.strictObject({ below: pct }),
])

export const assaySchema = z.strictObject({
  id: z.uuid(),
  at: z.iso.datetime(),
  method: z.enum(METHODS),
  specimen: z.string().max(120),
  readings: z.record(elementSchema, elementReadingSchema),
  /** the instrument as it is called */
  instrument: z.string().max(120).optional(),
  /** where in the pour the specimen came from */
  place: z.enum(['not-told', 'first', 'last', 'top', 'bottom', 'chill', 'sand']).optional(),
  /** pictures of the certificate */
  photos: z.array(z.uuid()).max(12).optional(),
})

export type ElementReading = z.infer<typeof elementReadingSchema>
export type Assay = z.infer<typeof assaySchema>
