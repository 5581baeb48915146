import * as z from 'zod'
import { SYMBOLS } from './elements'

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

export type Composition = Record<string, number>
export type Spread = Record<string, number>

/**
 * Sum of the named elements.
 * @returns mass percent
 * @example sumPct({ Cu: 88, Sn: 10 }) // 98
 */
export function sumPct(composition: Composition): number {
  return Object.values(composition).reduce((sum, pct) => sum + pct, 0)
}

/**
 * The share nobody has named.
 * @returns mass percent, 0 or more
 * @example unidentifiedPct({ Cu: 88, Sn: 10 }) // 2
 */
export function unidentifiedPct(composition: Composition): number {
  return Math.max(0, 100 - sumPct(composition))
}
