/** Newtons in a unit of force: kgf by standard gravity and lbf by the pound of 1959, both exact. */
export const NEWTONS_PER = { N: 1, kN: 1000, kgf: 9.80665, lbf: 4.4482216152605 } as const
export type ForceUnit = keyof typeof NEWTONS_PER
/** Megapascals in a unit of pressure, as a gauge shows it. */
export const MPA_PER = { bar: 0.1, psi: 0.006894757293168, MPa: 1, 'kgf/cm²': 0.0980665 } as const
export type PressureUnit = keyof typeof MPA_PER

/**
 * Load that a press puts on a bar, from what its gauge shows.
 * @param pressureMPa in the ram
 * @param ramMm bore of the ram, mm
 * @returns N
 * @source pressure × area of the ram; friction of the ram's seal is not in it
 * @example Math.round(ramLoadN(10, 50)) // 19635
 */
export const ramLoadN = (pressureMPa: number, ramMm: number): number => pressureMPa * roundSection(ramMm)

/**
 * Section of a round bar.
 * @param diameterMm mm
 * @returns mm²
 * @example roundSection(10).toFixed(2) // '78.54'
 */
export const roundSection = (diameterMm: number): number => (Math.PI / 4) * diameterMm ** 2

/**
 * A stress in pounds on the square inch.
 * @param mpa N/mm²
 * @returns psi
 * @example Math.round(toPsi(300)) // 43511
 */
export const toPsi = (mpa: number): number => mpa / MPA_PER.psi
