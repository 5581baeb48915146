import * as z from 'zod'
import { bodyFigures } from './shapes'

const mm = z.number().min(0).max(5000)

/** Sprue, runner and risers by their sizes, mm. */
export const gatingSchema = z.strictObject({
  sprueTopMm: mm,
  sprueFootMm: mm,
  sprueHeightMm: mm,
  runnerWidthMm: mm,
  runnerHeightMm: mm,
  runnerLengthMm: mm,
  risers: z.number().int().min(0).max(100),
  riserDiameterMm: mm,
  riserHeightMm: mm,
})

export type Gating = z.infer<typeof gatingSchema>

/** A sprue for a hobby mould to begin with. */
export const USUAL_GATING: Gating = {
  sprueTopMm: 30,
  sprueFootMm: 18,
  sprueHeightMm: 80,
  runnerWidthMm: 15,
  runnerHeightMm: 12,
  runnerLengthMm: 60,
  risers: 1,
  riserDiameterMm: 35,
  riserHeightMm: 50,
}

/**
 * Metal that stands in sprue, runner and risers when the mould is full.
 * @returns cm³
 * @source solid geometry: a cut-off cone, a box, cylinders
 */
export function gatingVolume(gating: Gating): number {
  const { sprueTopMm, sprueFootMm, sprueHeightMm, risers } = gating
  const wide = Math.max(sprueTopMm, sprueFootMm)
  const sprue =
    wide > 0 && sprueHeightMm > 0
      ? bodyFigures('cone', { diameter: wide, top: Math.min(sprueTopMm, sprueFootMm), height: sprueHeightMm })
          .volumeCm3
      : 0
  const runner = (gating.runnerWidthMm * gating.runnerHeightMm * gating.runnerLengthMm) / 1000
  const riser = ((Math.PI / 4) * gating.riserDiameterMm ** 2 * gating.riserHeightMm) / 1000
  return sprue + runner + risers * riser
}
