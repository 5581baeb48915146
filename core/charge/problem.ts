import * as z from 'zod'
import { limitsSchema } from '#core/alloys'
import { compositionSchema, elementSchema, spreadSchema, UNIDENTIFIED } from '#core/composition'

const grams = z.number().min(0).max(1e8)
/** No scale of a yard tells less than a milligram. */
const positiveGrams = z.number().min(0.001).max(1e8)
const fraction = z.number().min(0).max(1)
const pct = z.number().min(0).max(100)

const chargeTargetSchema = z.strictObject({
  tapMassG: positiveGrams.describe('Clean liquid metal wanted, after all losses, g'),
  limits: limitsSchema.describe('wt% of the melt after losses'),
  nominal: z.record(elementSchema, pct).optional(),
  othersEachMax: pct.optional(),
  othersTotalMax: pct.optional(),
  base: elementSchema.optional(),
})

/** As close as the figures of a problem are held to add up. */
const HAIR = 1e-9

const chargeLotSchema = z.strictObject({
  id: z.string().min(1).max(200),
  availableG: grams,
  pricePerKg: z.number().min(0).max(1e6),
  metallicYield: z.number().min(0.001).max(1).optional(),
  composition: compositionSchema,
  sd: spreadSchema.optional(),
  virgin: z.boolean().optional(),
  pieceG: positiveGrams.optional(),
  minG: grams.optional(),
  maxG: grams.optional(),
  fixedG: grams.optional(),
})

const firstProblem = z.strictObject({
  format: z.literal('hephaestal/charge-problem'),
  version: z.literal(1),
  target: chargeTargetSchema,
  lots: z.array(chargeLotSchema).max(1000),
  recovery: z
    .record(z.union([elementSchema, z.literal(UNIDENTIFIED)]), fraction)
    .optional()
    .describe('Fraction of an element that ends in the melt; 1 where not given'),
  objective: z.enum(['cost', 'virgin', 'nominal']),
  confidence: z.number().gt(0.5).lt(1).optional(),
  maxLots: z.number().int().min(1).optional(),
  minLineG: grams.optional(),
  incrementG: positiveGrams.optional(),
  excessMaxG: grams.optional(),
  timeLimitS: z.number().positive().max(60).optional(),
})

const targetSchema = chargeTargetSchema.extend({
  tapToleranceG: grams.optional().describe('May tap so much less than tapMassG; 0 where not given'),
})

const lotSchema = chargeLotSchema.extend({
  stepG: positiveGrams
    .optional()
    .describe('Step of the scale this line is weighed on: whole multiples only, g'),
  weighErrorG: grams
    .optional()
    .describe('How far this line may be off, g; limits and tap hold in the worst case of all lines together'),
})

const secondProblem = firstProblem.extend({
  version: z.literal(2),
  target: targetSchema,
  lots: z.array(lotSchema).max(1000),
  confidenceOf: z
    .enum(['each', 'all'])
    .optional()
    .describe('"each": every limit with that probability (default); "all": all limits together'),
  lineCost: z
    .number()
    .min(0)
    .max(1e6)
    .optional()
    .describe('Added to the objective "cost" for every line used that is not fixed; not part of "cost"'),
  leastHarm: z
    .boolean()
    .optional()
    .describe(
      'Where nothing holds: the plan with the smallest excess over limits, added up in widths of the limit (max − min; a maximum alone is as wide as itself, a minimum alone as what is left to 100), then the smallest shortfall of tap, then cost',
    ),
})

const thirdLot = lotSchema.extend({
  metallicYieldSd: fraction
    .optional()
    .describe('One standard deviation of this lot’s metallic yield; draws are cut off at 0 and 1'),
  group: z
    .string()
    .min(1)
    .max(200)
    .optional()
    .describe('Lots of one group share their composition errors; without it lots are independent'),
})

const thirdProblem = secondProblem.extend({
  version: z.literal(3),
  lots: z.array(thirdLot).max(1000),
  recoverySd: z
    .record(z.union([elementSchema, z.literal(UNIDENTIFIED)]), fraction)
    .optional()
    .describe('One standard deviation of a recovery, one draw for the whole melt, cut off at 0 and 1'),
})

/** What the shape alone cannot say: ids that differ, bounds in order, a nominal to be close to. */
function consistent(problem: Omit<ChargeProblem, 'version'>, ctx: z.core.$RefinementCtx): void {
  const seen = new Set<string>()
  problem.lots.forEach((lot, index) => {
    if (seen.has(lot.id))
      ctx.addIssue({ code: 'custom', path: ['lots', index, 'id'], message: 'two lots share this id' })
    seen.add(lot.id)
    if ((lot.minG ?? 0) > (lot.maxG ?? Infinity))
      ctx.addIssue({ code: 'custom', path: ['lots', index, 'minG'], message: 'minG is above maxG' })
  })
  if ((problem.target.tapToleranceG ?? 0) > problem.target.tapMassG * (1 - HAIR))
    ctx.addIssue({
      code: 'custom',
      path: ['target', 'tapToleranceG'],
      message: 'a tolerance as large as the tap mass asks for nothing',
    })
  if (problem.objective === 'nominal' && !problem.target.nominal)
    ctx.addIssue({
      code: 'custom',
      path: ['target', 'nominal'],
      message: 'objective "nominal" needs a nominal composition',
    })
}

/** `hephaestal/charge-problem`, version 1: what to make, from what, and how to choose. */
export const chargeProblemSchema = firstProblem.superRefine(consistent)
/** `hephaestal/charge-problem`, version 2: the same with what the hand and the scale add to it. */
export const chargeProblem2Schema = secondProblem.superRefine(consistent)

/** `hephaestal/charge-problem`, version 3: the same with the doubt of the losses. */
export const chargeProblem3Schema = thirdProblem.superRefine(consistent)

/** A problem of any version; what an earlier one does not have, no problem of it has. */
export type ChargeProblem = Omit<z.infer<typeof thirdProblem>, 'version'> & { version: 1 | 2 | 3 }
export type ChargeLot = z.infer<typeof thirdLot>
export type ChargeTarget = z.infer<typeof targetSchema>

export interface ProblemIssue {
  path: (string | number)[]
  message: string
}

/** Faults of a problem that are named; a body of a mebibyte can have hundreds of thousands. */
const MOST_ISSUES = 50

/**
 * Guards a charge problem from outside.
 * @param value anything, usually parsed JSON
 * @returns the problem, or its first fifty faults, each with the path where it stands
 */
export function parseChargeProblem(
  value: unknown,
): { ok: true; problem: ChargeProblem } | { ok: false; issues: ProblemIssue[] } {
  const version = typeof value === 'object' && value !== null && 'version' in value ? value.version : 1
  const schema =
    version === 3 ? chargeProblem3Schema : version === 2 ? chargeProblem2Schema : chargeProblemSchema
  const parsed = schema.safeParse(value)
  if (parsed.success) return { ok: true, problem: parsed.data }
  return {
    ok: false,
    issues: parsed.error.issues.slice(0, MOST_ISSUES).map((issue) => ({
      path: issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part)),
      message: issue.message,
    })),
  }
}
