/** A thermocouple found out by the metal it stands in. */
export interface ProbeError {
  /** to be added to what it shows, °C */
  offByC: number
  /** the least it can be, or as well as it is known */
  kind: 'at-least' | 'about'
  spreadC: number
}

/** Less than this is no lie, °C. */
const WORTH_C = 5

/**
 * Metal that is liquid through stands above its liquidus: a reading below that is too low.
 * @param readC as the instrument shows it, its own correction put in, °C
 * @param liquidusC of the metal that is liquid
 * @param spreadC half-width of the doubt about that
 * @returns null where the reading may be right
 * @source common practice: 950 °C with copper already liquid reads at least 135 °C low
 * @example probeErrorWhileMolten(950, 1085, 0)?.offByC // 135
 */
export function probeErrorWhileMolten(readC: number, liquidusC: number, spreadC: number): ProbeError | null {
  const offByC = liquidusC - spreadC - readC
  return offByC > WORTH_C ? { offByC, kind: 'at-least', spreadC } : null
}

/**
 * What the freezing plateau of the melt itself says of the thermocouple.
 * @param plateauC where the trace stood still, °C
 * @returns null while the plateau is where it should be, within the doubt
 * @source common practice: hold through the freezing plateau of a known metal and compare
 * @example probeErrorAtPlateau(985, 1000, 5)?.offByC // 15
 */
export function probeErrorAtPlateau(plateauC: number, liquidusC: number, spreadC: number): ProbeError | null {
  const offByC = liquidusC - plateauC
  return Math.abs(offByC) > Math.max(WORTH_C, spreadC) ? { offByC, kind: 'about', spreadC } : null
}
