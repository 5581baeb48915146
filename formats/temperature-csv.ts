import Papa from 'papaparse'
import { parseDecimal } from '#core/units'

/** One reading of a temperature log. */
export interface LoggedTemperature {
  at: string
  celsius: number
}

export type TemperatureLogFault = 'empty' | 'no-columns' | 'no-readings' | 'too-long'
export type TemperatureLogRead =
  { ok: true; readings: LoggedTemperature[]; skipped: number } | { ok: false; fault: TemperatureLogFault }

const ROWS_MOST = 200_000
/** Readings kept of a long log: enough for every turn of a melt. */
const KEPT_MOST = 400
const HOTTEST_C = 3500

/**
 * A temperature log: `time,temperature`, the time as ISO 8601 or in seconds, comma, semicolon or tab between, decimal
 * point or comma, °F where the heading says so.
 * @param startedAt what seconds are counted from, ISO 8601
 * @returns readings in order of time, thinned out where there are very many; rows that are none are counted
 */
export function readTemperatureLog(text: string, startedAt: string): TemperatureLogRead {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: 'greedy' })
  const [header, ...rows] = data.map((row) => row.map((cell) => cell.trim()))
  if (!header) return { ok: false, fault: 'empty' }
  if (rows.length > ROWS_MOST) return { ok: false, fault: 'too-long' }
  const timeAt = header.findIndex((name) => /^(time|date|seconds?|sec|s|t)\b/i.test(name))
  const heatAt = header.findIndex(
    (name, index) => index !== timeAt && /^(temp|°|celsius|fahrenheit|reading)/i.test(name),
  )
  if (timeAt < 0 || heatAt < 0) return { ok: false, fault: 'no-columns' }
  const fahrenheit = /°\s?F\b|fahrenheit|\bF\)?$/i.test(header[heatAt]!)
  const readings: LoggedTemperature[] = []
  let skipped = 0
  for (const row of rows) {
    const at = momentOf(row[timeAt] ?? '', startedAt)
    const shown = parseDecimal(row[heatAt] ?? '')
    const celsius = shown.ok ? (fahrenheit ? (shown.value - 32) / 1.8 : shown.value) : NaN
    if (at === null || !(celsius >= -50 && celsius <= HOTTEST_C)) skipped++
    else readings.push({ at, celsius: Number(celsius.toFixed(2)) })
  }
  if (readings.length === 0) return { ok: false, fault: 'no-readings' }
  readings.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  return { ok: true, readings: thinned(readings), skipped }
}

function momentOf(cell: string, startedAt: string): string | null {
  const seconds = parseDecimal(cell)
  if (seconds.ok)
    return seconds.value < 0 ? null : new Date(Date.parse(startedAt) + 1000 * seconds.value).toISOString()
  const moment = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/.test(cell) ? Date.parse(cell) : NaN
  return Number.isNaN(moment) ? null : new Date(moment).toISOString()
}

/** Evenly spread over the log, the first and the last among them. */
function thinned(readings: LoggedTemperature[]): LoggedTemperature[] {
  if (readings.length <= KEPT_MOST) return readings
  return Array.from(
    { length: KEPT_MOST },
    (_, index) => readings[Math.round((index * (readings.length - 1)) / (KEPT_MOST - 1))]!,
  )
}
