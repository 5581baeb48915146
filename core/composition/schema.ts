import * as z from 'zod'
import { SYMBOLS } from './elements'
import { sumPct } from './share'

const known = new Set(SYMBOLS)

export const elementSchema = z.string().refine((symbol) => known.has(symbol), {
  message: 'not a chemical symbol',
})

const percent = z.number().min(0).max(100)

/** Element → mass percent. What is missing to 100 is unidentified. */
export const compositionSchema = z
  .record(elementSchema, percent)
  .refine((composition) => sumPct(composition) <= 100 + 1e-6, {
    message: 'the elements add up to more than 100 %',
  })

/** Element → one standard deviation, mass percent. */
export const spreadSchema = z.record(elementSchema, percent)
