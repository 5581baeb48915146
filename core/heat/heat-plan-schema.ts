import * as z from 'zod'
import { chargePlan2Schema, chargePlan3Schema, CONCESSIONS } from '#core/charge'
import { compositionSchema, spreadSchema } from '#core/composition'

const grams = z.number().min(0).max(1e8)
const share = z.number().min(0).max(1)

/** A lot of a plan as it was when the plan was made: what goes in can be read whatever becomes of the lot. */
const planLotSchema = z.strictObject({
  id: z.string().max(60),
  pricePerKg: z.number().min(0).max(1e6),
  metallicYield: z.number().positive().max(1).optional(),
  metallicYieldSd: z.number().min(0).max(1).optional(),
  weighErrorG: grams.optional(),
  composition: compositionSchema,
  sd: spreadSchema.optional(),
  virgin: z.boolean().optional(),
  stepG: grams.optional(),
  fixedG: grams.optional(),
})

/** How a plan was asked for: `HowAsked` of core/charge. */
const howAskedSchema = z.strictObject({
  tolerance: share,
  wide: z.boolean(),
  certain: z.boolean(),
  room: z.boolean(),
  plannedOnly: z.boolean().optional(),
  lineCost: z.number().min(0),
  purityCost: z.number().min(0),
  leastHarm: z.boolean().optional(),
})

/** The plan of a heat: computed once, read by every page. */
export const heatPlanSchema = z.strictObject({
  /** mark of everything it was computed from */
  of: z.string().max(40),
  /** short number by which paper and screen are compared */
  number: z.string().max(12),
  answer: z.discriminatedUnion('version', [chargePlan2Schema, chargePlan3Schema]),
  how: howAskedSchema,
  concessions: z.array(z.enum(CONCESSIONS)).max(10),
  /** the lots of its lines */
  lots: z.array(planLotSchema).max(1000),
  /** lots left out that would make a charge, with what of them */
  letIn: z
    .array(z.strictObject({ lot: z.string().max(60), massG: grams }))
    .max(40)
    .optional(),
  hurried: z.literal(true).optional(),
  waysHurried: z.literal(true).optional(),
})

export type HeatPlan = z.infer<typeof heatPlanSchema>
