import { expose } from 'comlink'
import type { Heat } from '#core/heat'
import { forecastHeat, type Forecast, type ForecastAsk } from '#core/furnace-model'
import { inferHeat, readCoolingCurve, type CurvePoint, type InferenceYard } from '#core/inference'

/** What a heat's metal is, by all that was found out about it; and when it will be as hot as asked. */
const engine = {
  heat: (heat: Heat, yard: InferenceYard) => inferHeat(heat, yard),
  curve: (points: CurvePoint[]) => readCoolingCurve(points),
  forecast: (ask: ForecastAsk): Forecast => forecastHeat(ask),
}

export type EstimateEngine = typeof engine

expose(engine)
