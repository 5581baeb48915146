import * as z from 'zod'
import { gatingSchema } from './gating'
import { partSchema } from './parts'

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
  mould: z.enum(['sand', 'plaster']).optional(),
  /** top of the sprue over the top of the casting, mm */
  headMm: z.number().min(0).max(5000).nullable().optional(),
})

export type MetalNeed = z.infer<typeof metalNeedSchema>
