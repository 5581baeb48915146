import * as z from 'zod'
import { elementSchema, UNIDENTIFIED } from '#core/composition'

const grams = z.number().min(0)
const bound = z.enum(['min', 'max'])
const lot = z.string()
const pctByElement = z.record(z.union([elementSchema, z.literal(UNIDENTIFIED)]), z.number().min(0))

/** One line of a charge: so much of one lot. */
export const planLineSchema = z.strictObject({ lot, massG: grams, pieces: z.number().int().optional() })

/** What holds the plan where it is, with the price of holding it there (objective units per wt% or per gram). */
export const limitingSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('element'), element: elementSchema, bound, shadowPrice: z.number() }),
  z.strictObject({ kind: z.literal('others'), bound: z.literal('max'), shadowPrice: z.number() }),
  z.strictObject({ kind: z.literal('stock'), lot, shadowPrice: z.number() }),
])

/** A rule of weighing that keeps amounts from being just any. */
export const weighingRuleSchema = z.enum(['pieces', 'maxLots', 'minLine', 'increment'])

/** Things that cannot hold together, each with how far it would have to give were it alone to give. */
export const conflictSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('element'),
    element: elementSchema,
    bound,
    limit: z.number(),
    reached: z.number(),
  }),
  z.strictObject({
    kind: z.literal('others'),
    bound: z.literal('max'),
    limit: z.number(),
    reached: z.number(),
  }),
  z.strictObject({ kind: z.literal('stock'), lot, availableG: grams, neededG: grams }),
  z.strictObject({ kind: z.literal('line'), lot, fixedG: grams }),
  z.strictObject({ kind: z.literal('rule'), rule: weighingRuleSchema }),
  z.strictObject({ kind: z.literal('metal'), wantedG: grams, possibleG: grams }),
  z.strictObject({ kind: z.literal('fixed'), excessG: grams }),
])

const limitChange = { element: elementSchema, bound, to: z.number().min(0).max(100) }
const purchase = {
  metal: z.string().describe('An element, or a master alloy of the purchasable table'),
  massG: grams,
}

/** One limit moved. */
export const limitChangeSchema = z.strictObject(limitChange)
/** So much of a virgin metal or master alloy (an id of the purchasable table). */
export const purchaseSchema = z.strictObject(purchase)

/** A way out, each enough by itself; each was solved again to prove it. */
const firstRemedies = [
  z.strictObject({ kind: z.literal('relax'), ...limitChange }),
  z.strictObject({ kind: z.literal('relaxTogether'), changes: z.array(limitChangeSchema) }),
  z.strictObject({ kind: z.literal('obtain'), ...purchase }),
  z.strictObject({ kind: z.literal('obtainTogether'), purchases: z.array(purchaseSchema) }),
  z.strictObject({ kind: z.literal('lessTap'), tapMassG: grams }),
  z.strictObject({ kind: z.literal('leaveOut'), lot }),
  z.strictObject({ kind: z.literal('moreLots'), maxLots: z.number().int().min(1) }),
  z.strictObject({ kind: z.literal('dropRule'), rule: weighingRuleSchema }),
] as const
export const remedySchema = z.discriminatedUnion('kind', firstRemedies)

/** Ways out of version 2: a weighed or locked line made lighter, more tapped, the others together let up to so much. */
export const remedy2Schema = z.discriminatedUnion('kind', [
  ...firstRemedies,
  z.strictObject({ kind: z.literal('takeOut'), lot, toG: grams }),
  z.strictObject({ kind: z.literal('moreTap'), tapMassG: grams }),
  z.strictObject({ kind: z.literal('relaxOthers'), to: z.number().min(0).max(100) }),
])

const firstPlan = z.strictObject({
  format: z.literal('hephaestal/charge-plan'),
  version: z.literal(1),
  status: z.enum(['optimal', 'feasible', 'infeasible', 'unknown']),
  gap: z
    .number()
    .min(0)
    .max(1)
    .optional()
    .describe('Share of the objective by which a better plan may still exist'),
  lines: z.array(planLineSchema),
  chargeMassG: grams,
  tapMassG: grams,
  cost: z.number().min(0),
  virginMassG: grams,
  composition: pctByElement,
  sd: pctByElement,
  probabilityInLimits: z.number().min(0).max(1),
  limiting: z.array(limitingSchema),
  conflict: z.array(conflictSchema),
  remedies: z.array(remedySchema),
})

/** What does not hold of a plan that does the least harm, and by how much: wt%, or g. */
export const shortfallSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('element'), element: elementSchema, bound, by: z.number().min(0) }),
  z.strictObject({ kind: z.literal('others'), bound: z.literal('max'), by: z.number().min(0) }),
  z.strictObject({ kind: z.literal('tap'), byG: grams }),
])

/** `hephaestal/charge-plan`, version 1. */
export const chargePlanSchema = firstPlan

/** `hephaestal/charge-plan`, version 2. */
export const chargePlan2Schema = firstPlan.extend({
  version: z.literal(2),
  status: z.enum(['optimal', 'feasible', 'infeasible', 'least-harm', 'unknown']),
  lineCost: z
    .number()
    .min(0)
    .optional()
    .describe('What the lines used add to the objective; not part of cost'),
  shortfalls: z.array(shortfallSchema).describe('Empty where all holds'),
  remedies: z.array(remedy2Schema),
})

/** `hephaestal/charge-plan`, version 3. */
export const chargePlan3Schema = chargePlan2Schema.extend({
  version: z.literal(3),
  tapSdG: grams.optional().describe('One standard deviation of the tap, g'),
})

export type PlanLine = z.infer<typeof planLineSchema>
export type Limiting = z.infer<typeof limitingSchema>
export type WeighingRule = z.infer<typeof weighingRuleSchema>
export type Conflict = z.infer<typeof conflictSchema>
export type LimitChange = z.infer<typeof limitChangeSchema>
export type Purchase = z.infer<typeof purchaseSchema>
export type Remedy = z.infer<typeof remedy2Schema>
export type Shortfall = z.infer<typeof shortfallSchema>
/** A plan of any version; one of an earlier carries nothing that only a later has. */
export type ChargePlan = Omit<z.infer<typeof chargePlan3Schema>, 'version' | 'shortfalls'> & {
  version: 1 | 2 | 3
  shortfalls?: Shortfall[]
}

/**
 * Whether an answer is no charge: there is none, or none was found in the time.
 * @example isNone({ status: 'unknown' }) // true
 */
export function isNone({ status }: Pick<ChargePlan, 'status'>): boolean {
  return status === 'infeasible' || status === 'unknown'
}
