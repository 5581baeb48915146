import { parseDecimal } from './parse-decimal'
import type { DecimalMark, Parsed, TemperatureUnit } from './types'

/**
 * Celsius to the chosen temperature unit.
 * @param celsius temperature, °C
 * @example fromCelsius(100, 'F') // 212
 */
export function fromCelsius(celsius: number, unit: TemperatureUnit): number {
  return unit === 'F' ? celsius * 1.8 + 32 : celsius
}

/**
 * A figure of the chosen scale of temperature, °C: the way back from fromCelsius.
 * @example toCelsius(212, 'F') // 100
 */
export function toCelsius(figure: number, unit: TemperatureUnit): number {
  return unit === 'F' ? (figure - 32) / 1.8 : figure
}

/**
 * A temperature with its unit, in whole degrees.
 * @param digits after the point, where a tenth of a degree means something
 * @example formatTemperature(1200, 'F') // '2192 °F'
 */
export function formatTemperature(celsius: number, unit: TemperatureUnit, digits = 0): string {
  // Nothing is written as minus nothing.
  const rounded = Number(fromCelsius(celsius, unit).toFixed(digits)) + 0
  return `${rounded.toFixed(digits)} °${unit}`
}

/**
 * Reads a temperature as typed: "1180", "2150 F", "1180 °C".
 * @returns °C, above −90 and below 3500, or why it could not be read
 */
export function parseTemperature(
  text: string,
  defaultUnit: TemperatureUnit,
  decimal?: DecimalMark,
): Parsed<number> {
  const match = /^(.*?)\s*°?\s*([cf])?$/i.exec(text.trim())
  const unit = (['C', 'F'] as const).find((one) => one === match?.[2]?.toUpperCase()) ?? defaultUnit
  const figure = parseDecimal(match?.[1] ?? text, decimal)
  if (!figure.ok) return figure
  const celsius = toCelsius(figure.value, unit)
  if (celsius < -90) return { ok: false, problem: 'negative' }
  if (celsius > 3500) return { ok: false, problem: 'too-large' }
  return { ok: true, value: celsius }
}
