import { nth } from '#core/lists'

/** A temperature as it came in. */
export interface TimedReading {
  atS: number
  celsius: number
}

/** What looks wrong with a run of readings. */
export type Trouble = 'silent' | 'jump' | 'units' | 'noisy'

/** No reading for so long is silence, s. */
const SILENT_S = 4
/** Molten metal does not change faster, °C in a second. */
const FASTEST_C_PER_S = 20
const NOISY_C = 6
const LOOKED_AT = 8
/** How near a jump must come to Fahrenheit shown as Celsius. */
const UNITS_WITHIN = 0.03

/**
 * What looks wrong with the newest readings of a thermocouple.
 * @param readings in order of time
 * @param nowS the present, on the same clock
 * @returns null while all is well
 * @source engineering estimate: a melt of some kilograms changes by less than 20 °C in a second
 */
export function watchReadings(readings: readonly TimedReading[], nowS: number): Trouble | null {
  const recent = readings.slice(-LOOKED_AT)
  const last = recent.at(-1)
  if (!last || nowS - last.atS > SILENT_S) return 'silent'
  const steps = recent.slice(1).map(({ celsius, atS }, index) => {
    const before = nth(recent, index)
    return {
      from: before.celsius,
      to: celsius,
      rate: (celsius - before.celsius) / Math.max(0.2, atS - before.atS),
    }
  })
  const jumps = steps.filter(({ rate }) => Math.abs(rate) > FASTEST_C_PER_S)
  if (jumps.some(({ from, to }) => swapped(from, to) || swapped(to, from))) return 'units'
  if (noisy(steps.map(({ from, to }) => to - from))) return 'noisy'
  return jumps.length > 0 ? 'jump' : null
}

const swapped = (from: number, to: number) =>
  from > 40 && Math.abs(to - (from * 1.8 + 32)) < UNITS_WITHIN * (from * 1.8 + 32)

/** Up and down by turns, not a rise or a fall. */
function noisy(changes: readonly number[]): boolean {
  if (changes.length < 4) return false
  const turns = changes.slice(1).filter((change, at) => change * nth(changes, at) < 0).length
  const mean = changes.reduce((sum, change) => sum + Math.abs(change), 0) / changes.length
  return turns >= changes.length / 3 && mean > NOISY_C
}
