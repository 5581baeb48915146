import * as z from 'zod'
import { gatingSchema } from './gating'
import { partSchema } from './parts'

/** Moulds by what they are made of. */
export const MOULD_IDS = ['sand', 'dry-sand', 'plaster', 'ceramic-shell', 'graphite', 'steel'] as const
export type MouldId = (typeof MOULD_IDS)[number]

/** What has to be poured, as the caster counts it. */
export const metalNeedSchema = z.strictObject({
  castingsG: z.number().min(0).max(1e8),
  /** sprue, runner and riser, % of the castings */
  gatingPct: z.number().min(0).max(400),
  /** so as not to run short, % of castings and gating */
  allowancePct: z.number().min(0).max(200),
  /** metal left in the crucible on purpose, g */
  heelG: z.number().min(0).max(1e8),
  /** what `castingsG` is added up from */
  parts: z.array(partSchema).max(200).optional(),
  /** sprue, runner and risers by size, in place of `gatingPct` */
  gating: gatingSchema.nullable().optional(),
  /** what `gating` weighs in the alloy chosen, g */
  gatingG: z.number().min(0).max(1e8).optional(),
  /** the mould */
  mould: z.enum(MOULD_IDS).optional(),
  /** top of the sprue over the top of the casting, mm */
  headMm: z.number().min(0).max(5000).nullable().optional(),
  /** height of the casting as it stands in the mould, mm */
  castingMm: z.number().positive().max(5000).nullable().optional(),
  /** wall that most of it has, mm; the measured one where it is not told */
  wallMm: z.number().positive().max(2000).nullable().optional(),
  /** where the metal is let in; where it should be, where it is not told */
  gateAt: z.enum(['top', 'parting', 'bottom']).nullable().optional(),
})

export type MetalNeed = z.infer<typeof metalNeedSchema>
