import * as z from 'zod'

/** What has to be poured, as the caster counts it. */
export const metalNeedSchema = z.strictObject({
  castingsG: z.number().min(0).max(1e8),
  /** sprue, runner and riser, % of the castings */
  gatingPct: z.number().min(0).max(400),
  /** so as not to run short, % of castings and gating */
  allowancePct: z.number().min(0).max(200),
  /** metal left in the crucible on purpose, g */
  heelG: z.number().min(0).max(1e8),
})

export type MetalNeed = z.infer<typeof metalNeedSchema>
