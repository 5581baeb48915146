import * as z from 'zod'
import { elementSchema } from '#core/composition'

const pct = z.number().min(0).max(100)

/** One limit, mass percent of the melt; either side may be open. */
export const limitSchema = z
  .strictObject({ min: pct.optional(), max: pct.optional() })
  .refine((limit) => limit.min !== undefined || limit.max !== undefined, {
    message: 'a limit needs a min, a max or both',
  })
  .refine((limit) => (limit.min ?? 0) <= (limit.max ?? 100), {
    message: 'min is above max',
  })

export const limitsSchema = z.record(elementSchema, limitSchema)

export const GROUPS = ['bronze', 'brass', 'copper', 'aluminium', 'zinc', 'tin'] as const

/** How the metal behaves in the furnace: decides order, cover and deoxidant. */
export const PRACTICES = [
  'tin-bronze',
  'leaded-bronze',
  'red-brass',
  'yellow-brass',
  'wrought-brass',
  'manganese-bronze',
  'silicon-bronze',
  'silicon-brass',
  'aluminium-bronze',
  'conductive-copper',
  'deoxidised-copper',
  'copper-nickel',
  'nickel-silver',
  'aluminium-casting',
  'aluminium-magnesium',
  'aluminium-wrought',
  'zinc-aluminium',
  'tin-base',
] as const

export const alloySchema = z.strictObject({
  id: z.string().min(1).max(60),
  designation: z.string().max(60),
  name: z.string().min(1).max(120),
  group: z.enum(GROUPS),
  practice: z.enum(PRACTICES),
  base: elementSchema,
  limits: limitsSchema,
  nominal: z.record(elementSchema, pct).optional(),
  /** what metal of this grade usually holds, where that is not what the limits lead to expect */
  typical: z.record(elementSchema, pct).optional(),
  othersEachMax: pct.optional(),
  othersTotalMax: pct.optional(),
  othersSource: z.string().optional(),
  solidusC: z.number().min(-50).max(3500).optional(),
  liquidusC: z.number().min(-50).max(3500).optional(),
  /** half-width of the doubt about it, °C; 0 where it is not told */
  liquidusDoubtC: z.number().min(0).max(1000).optional(),
  densityGcm3: z.number().positive().max(30).optional(),
  use: z.string().max(300).optional(),
  note: z.string().max(500).optional(),
  source: z.string().max(300),
})

export type Limit = z.infer<typeof limitSchema>
export type Limits = z.infer<typeof limitsSchema>
export type Alloy = z.infer<typeof alloySchema>
export type AlloyGroup = (typeof GROUPS)[number]
export type Practice = (typeof PRACTICES)[number]
