export { chargeHeat, type ChargeHeat, type ChargeInPot } from './charge-heat'
export { forecastHeat, passesAt, type Forecast, type ForecastAsk, type ForecastSpan } from './forecast'
export {
  burn,
  heatCharge,
  type Fire,
  type FurnaceTraits,
  type Heating,
  type HeatingAsk,
  type LidStretch,
  type PowerStretch,
} from './heating'
export { usualFurnace } from './usual-furnace'
export { bareMelt, liftedHeatLoss, radiated, staysAbove } from './open-air'
export { FURNACE_MODEL, type FuelTraits } from './table'
