import * as z from 'zod'
import { limitsSchema } from '#core/alloys'
import { compositionSchema, elementSchema, spreadSchema, UNIDENTIFIED } from '#core/composition'

const grams = z.number().min(0).max(1e8)
/** No scale of a yard tells less than a milligram. */
const positiveGrams = z.number().min(0.001).max(1e8)
const fraction = z.number().min(0).max(1)
const pct = z.number().min(0).max(100)

export const chargeTargetSchema = z.strictObject({
  tapMassG: positiveGrams.describe('Clean liquid metal wanted, after all losses, g'),
  limits: limitsSchema.describe('wt% of the melt after losses'),
  nominal: z.record(elementSchema, pct).optional(),
  othersEachMax: pct.optional(),
  othersTotalMax: pct.optional(),
  base: elementSchema.optional(),
})

export const chargeLotSchema = z
  .strictObject({
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
  .refine((lot) => (lot.minG ?? 0) <= (lot.maxG ?? Infinity), {
    message: 'minG is above maxG',
    path: ['minG'],
  })

/** `hephaestal/charge-problem`, version 1: what to make, from what, and how to choose. */
export const chargeProblemSchema = z
  .strictObject({
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
  .superRefine((problem, ctx) => {
    const seen = new Set<string>()
    problem.lots.forEach((lot, index) => {
      if (seen.has(lot.id))
        ctx.addIssue({ code: 'custom', path: ['lots', index, 'id'], message: 'two lots share this id' })
      seen.add(lot.id)
    })
    if (problem.objective === 'nominal' && !problem.target.nominal)
      ctx.addIssue({
        code: 'custom',
        path: ['target', 'nominal'],
        message: 'objective "nominal" needs a nominal composition',
      })
  })

export type ChargeProblem = z.infer<typeof chargeProblemSchema>
export type ChargeLot = z.infer<typeof chargeLotSchema>
export type ChargeTarget = z.infer<typeof chargeTargetSchema>

export interface ProblemIssue {
  path: (string | number)[]
  message: string
}

/**
 * Guards a charge problem from outside.
 * @param value anything, usually parsed JSON
 * @returns the problem, or every fault with the path where it stands
 */
export function parseChargeProblem(
  value: unknown,
): { ok: true; problem: ChargeProblem } | { ok: false; issues: ProblemIssue[] } {
  const parsed = chargeProblemSchema.safeParse(value)
  if (parsed.success) return { ok: true, problem: parsed.data }
  return {
    ok: false,
    issues: parsed.error.issues.map((issue) => ({
      path: issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part)),
      message: issue.message,
    })),
  }
}
