import { gatingVolume } from './gating'
import { partsVolume } from './parts'
import type { MetalNeed } from './schema'

/** Sprue, runner and risers of a need: by their sizes where those were told, else as a share of the castings, g. */
export function gatingMass({ castingsG, gatingPct, gating, gatingG }: MetalNeed): number {
  return gating && gatingG !== undefined ? gatingG : (castingsG * gatingPct) / 100
}

/**
 * Tap mass that a pour needs: castings with their gating, an allowance on both, and the heel.
 * @returns g
 * @source common practice: gating 30–100 % for hobby sand moulds, 10 % so as not to run short
 * @example metalNeeded({ castingsG: 1000, gatingPct: 60, allowancePct: 10, heelG: 0 }) // 1760
 */
export function metalNeeded(need: MetalNeed): number {
  return (need.castingsG + gatingMass(need)) * (1 + need.allowancePct / 100) + need.heelG
}

/**
 * A need weighed in a metal: what its parts and its gating come to in it. A need without parts keeps the mass that
 * was typed.
 * @param densityGcm3 of the solid metal
 * @source mass = volume × density; the mould is filled with liquid, and what it loses on freezing the riser feeds
 * @example weighNeed({ ...need, parts: [{ ...part, count: 2, source: { from: 'volume', volumeCm3: 50 } }] }, 8.7).castingsG // 870
 */
export function weighNeed(need: MetalNeed, densityGcm3: number): MetalNeed {
  const { parts, gating } = need
  return {
    ...need,
    ...(parts?.length ? { castingsG: partsVolume(parts) * densityGcm3 } : {}),
    ...(gating ? { gatingG: gatingVolume(gating) * densityGcm3 } : {}),
  }
}
