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

/**
 * Tap mass that a pour needs: castings with their gating, an allowance on both, and the heel.
 * @returns g
 * @source common practice: gating 30–100 % for hobby sand moulds, 10 % so as not to run short
 * @example metalNeeded({ castingsG: 1000, gatingPct: 60, allowancePct: 10, heelG: 0 }) // 1760
 */
export function metalNeeded({ castingsG, gatingPct, allowancePct, heelG }: MetalNeed): number {
  return castingsG * (1 + gatingPct / 100) * (1 + allowancePct / 100) + heelG
}
