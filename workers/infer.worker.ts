import { expose } from 'comlink'
import type { Heat } from '#core/heat'
import { inferHeat, readCoolingCurve, type CurvePoint, type InferenceYard } from '#core/inference'

/** What a heat's metal is, by all that was found out about it. */
const engine = {
  heat: (heat: Heat, yard: InferenceYard) => inferHeat(heat, yard),
  curve: (points: CurvePoint[]) => readCoolingCurve(points),
}

export type InferEngine = typeof engine

expose(engine)
