import { SHED } from './table'

/** A bar with a current through its ends, and the voltage between two edges on it. */
export interface FourWire {
  amps: number
  millivolts: number
  /** between the voltage edges, mm */
  lengthMm: number
  sectionMm2: number
  /** of the bar, °C */
  celsius: number
}

/** One standard deviation of each part, as a share of it or in its unit. Engineering estimates for hand instruments. */
const DOUBT = { amps: 0.01, volts: 0.01, leastMillivolts: 0.01, lengthMm: 0.5, section: 0.02, celsius: 2 }

/**
 * Resistivity at 20 °C from a four-wire reading.
 * @param base metal whose resistivity rises with temperature as the alloy's does
 * @returns µΩ·cm with one standard deviation; null for a metal whose rise is not known
 * @throws RangeError for a current, voltage, length or section that is not above zero
 * @source Ohm's law; the rise with temperature hangs on the metal, hardly on what is dissolved (Matthiessen; from memory)
 * @example fourWire({ amps: 10, millivolts: 1.7241, lengthMm: 100, sectionMm2: 10, celsius: 20 }, 'Cu')?.microOhmCm.toFixed(3) // '1.724'
 */
export function fourWire(
  { amps, millivolts, lengthMm, sectionMm2, celsius }: FourWire,
  base: string,
): { microOhmCm: number; sd: number } | null {
  if (!(amps > 0 && millivolts > 0 && lengthMm > 0 && sectionMm2 > 0))
    throw new RangeError('current, voltage, length and section must be above zero')
  const perKelvin = SHED.resistivity.perKelvin[base]
  if (perKelvin === undefined) return null
  // mV/A · mm²/mm is mΩ·mm: a hundred µΩ·cm.
  const there = ((millivolts / amps) * sectionMm2 * 100) / lengthMm
  const share = Math.hypot(
    DOUBT.amps,
    Math.max(DOUBT.volts, DOUBT.leastMillivolts / millivolts),
    DOUBT.lengthMm / lengthMm,
    DOUBT.section,
  )
  return {
    microOhmCm: there - perKelvin * (celsius - 20),
    sd: Math.hypot(share * there, perKelvin * DOUBT.celsius),
  }
}
