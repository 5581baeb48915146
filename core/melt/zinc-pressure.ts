import { ELEMENTS, type Composition } from '#core/composition'
import { ZINC_TABLE as table } from './zinc-table'

const ZERO_C_K = 273.15
const MMHG_PER_ATM = 760
const GAS_JMOLK = 8.314

/**
 * Vapour pressure of pure liquid zinc.
 * @returns atm
 * @source metallurgical thermochemistry text, from memory; in data/zinc-loss.json
 * @example pureZincPressure(907).toFixed(2) // '0.99'
 */
export function pureZincPressure(temperatureC: number): number {
  const kelvin = temperatureC + ZERO_C_K
  const { slopeK, logFactor, constant } = table.pressure
  return 10 ** (slopeK / kelvin + logFactor * Math.log10(kelvin) + constant) / MMHG_PER_ATM
}

/**
 * Pressure of zinc over a liquid copper alloy: p = x γ p°, the activity that of copper and zinc alone.
 * @param composition mass percent
 * @returns atm
 * @source textbook problem, from memory; in data/zinc-loss.json
 * @example zincPressure({ Cu: 70, Zn: 30 }, 1100).toFixed(2) // '0.28'
 */
export function zincPressure(composition: Composition, temperatureC: number): number {
  const moles = (symbol: string) => (composition[symbol] ?? 0) / (ELEMENTS[symbol]?.A ?? Infinity)
  const total = Object.keys(composition).reduce((sum, symbol) => sum + moles(symbol), 0)
  if (!(total > 0)) return 0
  const x = moles('Zn') / total
  const kelvin = temperatureC + ZERO_C_K
  const gamma = Math.exp((table.activity.joulesPerMole * (1 - x) ** 2) / (GAS_JMOLK * kelvin))
  return x * gamma * pureZincPressure(temperatureC)
}
