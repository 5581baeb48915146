/** Why a typed quantity could not be read. Words for people are made in the interface. */
export type QuantityProblem =
  | 'empty'
  /** thousands or a decimal mark: 1,234 */
  | 'two-readings'
  | 'not-a-number'
  | 'unknown-unit'
  | 'negative'
  | 'zero'
  | 'too-large'

export type Parsed<T> = { ok: true; value: T } | { ok: false; problem: QuantityProblem }

/** The mark before the tenths. */
export type DecimalMark = '.' | ','

export type MassUnit = 'g' | 'kg' | 'oz' | 'lb'
export type TemperatureUnit = 'C' | 'F'
export type LengthUnit = 'mm' | 'in'

/** The person's two choices: metric or avoirdupois masses, Celsius or Fahrenheit. */
export interface UnitChoice {
  mass: MassUnit
  temperature: TemperatureUnit
}
