import { fromCelsius, type TemperatureUnit } from '#core/units'

/** Converted temperatures are rounded to 10 from here on; below it are water and rooms. */
const ROUND_FROM_F = 200

/**
 * A text with its temperatures in the scale chosen. Tables and messages write temperatures in °C (one, or two with a
 * short word or a dash between) and differences in K.
 * @example heated('above 120 °C', 'F') // 'above 250 °F'
 * @example heated('50 K under the top', 'C') // '50 °C under the top'
 */
export function heated(text: string, scale: TemperatureUnit): string {
  const told = (celsius: number) => fromCelsius(celsius, scale)
  const apart = (figure: string) => Math.round(told(Number(figure)) - told(0))
  const place = (figure: string) => (scale === 'F' ? inFahrenheit(Number(figure)) : figure)
  return text
    .replace(
      /\b(\d+)(?:( \p{L}{2,3} |–)(\d+))?(\s?)°C/gu,
      (_, from: string, and = '', to = '', space) =>
        `${place(from)}${and}${to && place(to as string)}${space}°${scale}`,
    )
    .replace(/\b(\d+)(\s?)K\b/g, (_, figure: string, space) => `${apart(figure)}${space}°${scale}`)
}

function inFahrenheit(celsius: number): string {
  const exact = fromCelsius(celsius, 'F')
  return String(exact < ROUND_FROM_F ? Math.round(exact) : Math.round(exact / 10) * 10)
}
