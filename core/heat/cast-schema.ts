import * as z from 'zod'

const weight = z.number().min(0).max(1e8).nullable()

export const CAST_VERDICTS = ['not-told', 'sound', 'blemished', 'spoiled'] as const

/** A casting, or several alike, weighed from the mould to the last polish; all of them together, g. */
export const castSchema = z.strictObject({
  id: z.uuid(),
  name: z.string().max(120),
  count: z.number().int().min(1).max(10_000),
  /** as broken out of the mould, gates and risers on it */
  grossG: weight,
  /** gates, risers and flash cut off */
  fettledG: weight,
  /** ground, filed, polished */
  finishedG: weight,
  verdict: z.enum(CAST_VERDICTS),
  /** what is wrong with it: a symptom by its id, or nothing */
  fault: z.string().max(60),
  note: z.string().max(500),
  photos: z.array(z.uuid()).max(12),
  /** work on them after the pour, minutes */
  workMin: z.number().min(0).max(100_000).nullable(),
})

export type Cast = z.infer<typeof castSchema>
export type CastVerdict = Cast['verdict']
