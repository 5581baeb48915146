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
})

export type ElementReading = z.infer<typeof elementReadingSchema>
export type Assay = z.infer<typeof assaySchema>

/**
 * Spread of a method when the instrument does not print one, one standard deviation in wt%.
 * @source common practice: OES 1 % relative; XRF 3 % relative above 1 wt%, 10 % below; density ±1 wt%;
 * anything else taken as 5 % relative (estimate)
 * @example methodSpread('xrf', 10) // 0.3
 */
export function methodSpread(method: Method, value: number): number {
  switch (method) {
    case 'oes':
      return 0.01 * value
    case 'xrf':
      return (value < 1 ? 0.1 : 0.03) * value
    case 'density':
      return 1
    case 'other':
      return 0.05 * value
  }
}
