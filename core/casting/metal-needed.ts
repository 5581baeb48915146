import type { MetalNeed } from './schema'

/**
 * Tap mass that a pour needs: castings with their gating, an allowance on both, and the heel.
 * @returns g
 * @source common practice: gating 30–100 % for hobby sand moulds, 10 % so as not to run short
 * @example metalNeeded({ castingsG: 1000, gatingPct: 60, allowancePct: 10, heelG: 0 }) // 1760
 */
export function metalNeeded({ castingsG, gatingPct, allowancePct, heelG }: MetalNeed): number {
  return castingsG * (1 + gatingPct / 100) * (1 + allowancePct / 100) + heelG
}
