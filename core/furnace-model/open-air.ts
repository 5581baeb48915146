import type { ChargeHeat } from './charge-heat'
import { FURNACE_MODEL } from './table'

const BOLTZMANN = 5.670374419e-8
const ZERO_C_K = 273.15
const ROOM_C = 25
const STEP_S = 0.5
const LONGEST_S = 1800

/**
 * Heat that a crucible's outside radiates in the open air.
 * @returns W/cm²
 * @source Stefan and Boltzmann; emissivity in data/furnace-model.json
 * @example radiated(900).toFixed(1) // '8.6'
 */
export function radiated(celsius: number): number {
  const fourth = (c: number) => {
    const square = (c + ZERO_C_K) * (c + ZERO_C_K)
    return square * square
  }
  return (FURNACE_MODEL.openAir.emissivity * BOLTZMANN * (fourth(celsius) - fourth(ROOM_C))) / 1e4
}

/**
 * Heat that a melt radiates from its open surface.
 * @param surfaceCm2 of the melt
 * @returns W
 * @source radiated, with the emissivity of a melt under its skin, in data/furnace-model.json
 * @example bareMelt(1100, 50).toFixed(0) // '402'
 */
export function bareMelt(celsius: number, surfaceCm2: number): number {
  const { mouth, openAir } = FURNACE_MODEL
  return radiated(celsius) * (mouth.emissivity / openAir.emissivity) * surfaceCm2
}

/**
 * Heat that metal and crucible lose once lifted.
 * @param mouthCm2 open surface of the melt
 * @returns W
 * @source radiated, over the crucible's outside; the wall runs colder than the melt, in data/furnace-model.json
 * @example (liftedHeatLoss(1100, 80) / 1000).toFixed(1) // '4.8'
 */
export function liftedHeatLoss(celsius: number, mouthCm2: number): number {
  const { outsidePerMouth, meltShare } = FURNACE_MODEL.openAir
  return radiated(celsius) * outsidePerMouth * mouthCm2 * meltShare
}

/**
 * How long a lifted crucible stays above a temperature in the open air.
 * @param fromC as it is lifted, °C
 * @param toC the foot of the pour window, °C
 * @param mouthCm2 open surface of the melt
 * @returns s; 0 where it is below already
 * @source radiation alone, metal and crucible at one temperature: a bare melt skins sooner
 * @example staysAbove(chargeHeat({ composition: { Cu: 100 }, metalG: 2000, crucibleG: 800, solidusC: 1083, liquidusC: 1085 }), 1200, 1200, 80) // 0
 */
export function staysAbove(charge: ChargeHeat, fromC: number, toC: number, mouthCm2: number): number {
  let heat = charge.at(fromC)
  const least = charge.at(toC)
  let celsius = fromC
  let seconds = 0
  while (heat > least && seconds < LONGEST_S) {
    heat -= (liftedHeatLoss(celsius, mouthCm2) * STEP_S) / 1000
    celsius = charge.temperature(heat)
    seconds += STEP_S
  }
  return seconds
}
