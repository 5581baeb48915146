import { nth } from '#core/lists'
import table from '#data/hydrogen.json'

const ZERO_C_K = 273.15
const ALUMINIUM_MELTS_C = 660.3

const solubility = ({ A, B }: { A: number; B: number }, celsius: number, atm: number) =>
  10 ** (A - B / (celsius + ZERO_C_K)) * Math.sqrt(atm)

/**
 * Hydrogen that liquid aluminium dissolves in equilibrium with hydrogen gas (Sieverts' law).
 * @param temperatureC melt temperature, °C; 660.3 and up
 * @param pressureAtm partial pressure of H₂, atm
 * @returns cm³ (STP) per 100 g of metal
 * @throws RangeError below the melting point
 * @source Ransley & Neufeld 1948 (from memory), in data/hydrogen.json
 * @example hydrogenSolubilityAl(750, 1).toFixed(2) // '1.25'
 */
export function hydrogenSolubilityAl(temperatureC: number, pressureAtm: number): number {
  if (temperatureC < ALUMINIUM_MELTS_C - 0.5) throw new RangeError('below the melting point')
  return solubility(table.liquid, temperatureC, pressureAtm)
}

/**
 * Hydrogen that solid aluminium holds.
 * @returns cm³ (STP) per 100 g of metal
 * @throws RangeError above the melting point
 * @source Ransley & Neufeld 1948 (from memory), in data/hydrogen.json
 * @example hydrogenSolidAl(660, 1).toFixed(3) // '0.036'
 */
export function hydrogenSolidAl(temperatureC: number, pressureAtm: number): number {
  if (temperatureC > ALUMINIUM_MELTS_C + 0.5) throw new RangeError('above the melting point')
  return solubility(table.solid, temperatureC, pressureAtm)
}

/**
 * Gas left after bubbling an inert gas: C(t) = Ce + (C₀ − Ce) e^(−t/τ).
 * @param minutes of bubbling
 * @param tauMin time constant; 3 to 5 min for 3 to 10 kg with a drilled-tip lance (estimate)
 * @throws RangeError for a time below zero or a time constant that is not above it
 * @source first-order model, in data/hydrogen.json
 * @example degassed(0.3, 0.08, 12, 4).toFixed(3) // '0.091'
 */
export function degassed(before: number, floor: number, minutes: number, tauMin: number): number {
  if (!(minutes >= 0) || !(tauMin > 0)) throw new RangeError('time and time constant must be real')
  return floor + (before - floor) * Math.exp(-minutes / tauMin)
}

export const HYDROGEN_GUESS_SOURCE = `${table.guess.source}. ${table.degas.source}`

/**
 * Hydrogen that an aluminium melt has probably taken in: Sieverts' law at the pressure its log speaks for, less what
 * was bubbled out.
 * @param temperatureC the hottest it stood at, °C
 * @param reasons how many things speak for gas
 * @param degasMin minutes of bubbling an inert gas
 * @returns cm³ (STP) per 100 g as a band, and whether its upper end means pores
 * @throws RangeError below the melting point
 * @source estimate over Ransley and Neufeld 1948 (from memory), in data/hydrogen.json
 * @example hydrogenGuess(740, 0, 0).high.toFixed(2) // '0.17'
 */
export function hydrogenGuess(
  temperatureC: number,
  reasons: number,
  degasMin: number,
): { low: number; high: number; sore: boolean } {
  const { quietAtm, perReason, soreCm3, floorAtm } = table.guess
  const floor = hydrogenSolubilityAl(temperatureC, floorAtm)
  const [fast, slow] = [nth(table.degas.tauMin, 0), nth(table.degas.tauMin, 1)]
  const left = (atm: number, tauMin: number) =>
    degassed(
      hydrogenSolubilityAl(temperatureC, Math.min(1, atm * perReason ** reasons)),
      floor,
      degasMin,
      tauMin,
    )
  const low = left(nth(quietAtm, 0), fast)
  const high = left(nth(quietAtm, 1), slow)
  return { low, high, sore: high > soreCm3 }
}

/** Densities by weighing in water are off by so much, %. Engineering estimate. */
const SCALE_ERROR_PCT = 0.5

/**
 * Density index of a reduced-pressure test: how much lighter the sample that froze in a vacuum is.
 * @param airGcm3 of the sample that froze in air
 * @param vacuumGcm3 of the one that froze in a vacuum
 * @returns percent, and what it says; "swapped" where the sample from the vacuum is the denser, which it cannot be
 * @throws RangeError for densities that are not above zero
 * @source common practice, no source, in data/hydrogen.json
 * @example densityIndex(2.68, 2.6).says // 'usable'
 */
export function densityIndex(
  airGcm3: number,
  vacuumGcm3: number,
): { pct: number; says: 'good' | 'usable' | 'degas-again' | 'swapped' } {
  if (!(airGcm3 > 0) || !(vacuumGcm3 > 0)) throw new RangeError('densities must be above zero')
  const pct = (100 * (airGcm3 - vacuumGcm3)) / airGcm3
  const { goodUnder, usableTo } = table.densityIndex
  // A little the wrong way is the scale's error.
  if (pct < -SCALE_ERROR_PCT) return { pct, says: 'swapped' }
  return { pct, says: pct < goodUnder ? 'good' : pct <= usableTo ? 'usable' : 'degas-again' }
}
