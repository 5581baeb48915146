import * as z from 'zod'
import { tableOf } from '#core/records'
import file from '#data/zinc-loss.json'

export const COVER_IDS = ['bare', 'charcoal', 'glass', 'glass-lid'] as const
export type CoverId = (typeof COVER_IDS)[number]

const source = z.string()
const above = z.number().positive()
/** What is known of zinc leaving a melt. */
export const ZINC_TABLE = tableOf(
  z.strictObject({
    version: z.number(),
    pressure: z.strictObject({ slopeK: z.number(), logFactor: z.number(), constant: z.number(), source }),
    activity: z.strictObject({ joulesPerMole: z.number(), source }),
    covers: z.array(z.strictObject({ id: z.enum(COVER_IDS), name: z.string(), factor: above })),
    coverSource: source,
    reference: z.strictObject({
      zincPct: above,
      celsius: above,
      crucibleNo: above,
      meltG: above,
      minutes: above,
      lostShare: above.max(1),
      source,
    }),
    doubt: z.strictObject({ factor: above, source }),
    crucibleHeightOverBore: z.strictObject({ value: above, source }),
  }),
  file,
)
