import { fromCelsius, type TemperatureUnit } from '#core/units'

/** Told temperatures from here on are round ones; below it is water, and a room. */
const ROUND_FROM_F = 200

/**
 * A text of a table or a message with its temperatures in a scale. There a temperature is written in °C, a difference
 * of temperatures in K.
 * @example heated('above 120 °C', 'F') // 'above 250 °F'
 * @example heated('50 K under the top', 'C') // '50 °C under the top'
 */
export function heated(text: string, scale: TemperatureUnit): string {
  const told = (celsius: number) => fromCelsius(celsius, scale)
  const apart = (figure: string) => Math.round(told(Number(figure)) - told(0))
  const place = (figure: string) => (scale === 'F' ? inFahrenheit(Number(figure)) : figure)
  return text
    .replace(
      /\b(\d+)(?:( (?:to|and|bis|und) |–)(\d+))?(\s?)°C/g,
      (_, from: string, and = '', to = '', space) =>
        `${place(from)}${and}${to && place(to as string)}${space}°${scale}`,
    )
    .replace(/\b(\d+)(\s?)K\b/g, (_, figure: string, space) => `${apart(figure)}${space}°${scale}`)
}

function inFahrenheit(celsius: number): string {
  const exact = fromCelsius(celsius, 'F')
  return String(exact < ROUND_FROM_F ? Math.round(exact) : Math.round(exact / 10) * 10)
}
