import type { FuelId } from '#core/gear'
import type { FurnaceTraits } from './heating'
import { FURNACE_MODEL } from './table'

const ROOM_C = 25

/**
 * A furnace as one of its kind usually is, before anything was read of it.
 * @param powerKw heat put in at full power
 * @source data/furnace-model.json, engineering estimates
 * @example usualFurnace('propane', 20).enters // 0.25
 */
export function usualFurnace(fuel: FuelId, powerKw: number): FurnaceTraits {
  const { enters, direct, liningKJK, hottestC, responseS } = FURNACE_MODEL.fuels[fuel]
  const enteredW = powerKw * enters * 1000
  return {
    powerKw,
    enters,
    direct,
    liningKJK,
    lossWK: enteredW / (hottestC - ROOM_C),
    exchangeWK: enteredW / FURNACE_MODEL.drive.celsius,
    responseS,
  }
}
