import Papa from 'papaparse'
import { parseDecimal, type DecimalMark } from '#core/units'
import { tableMark } from './stock-csv'

/** One reading of a temperature log. */
export interface LoggedTemperature {
  at: string
  celsius: number
}

export type TemperatureLogFault = 'empty' | 'no-columns' | 'no-readings' | 'too-long' | 'two-readings'
/** What the figures of the time column count. */
export type TimeUnit = 's' | 'min' | 'h' | 'hh:mm'
export type TemperatureLogRead =
  | { ok: true; readings: LoggedTemperature[]; skipped: number; unsure: boolean }
  | { ok: false; fault: TemperatureLogFault }

const ROWS_MOST = 200_000
/** Readings kept of a long log: enough for every turn of a melt. */
const KEPT_MOST = 400
const HOTTEST_C = 3500
/** Bare figures that go on so far count seconds: nobody melts for as many minutes. */
const SURELY_SECONDS = 1000

/**
 * A temperature log: `time,temperature`, the time as ISO 8601 or in seconds, comma, semicolon or tab between, decimal
 * point or comma, °F where the heading says so.
 * @param startedAt what the figures are counted from, ISO 8601
 * @param told what they count, where the heading does not say: seconds when left out
 * @param keptMost readings kept of a long log
 * @returns readings in order of time, and `unsure` where bare figures could as well be minutes; thinned out where there are very many; rows that are none are counted
 */
export function readTemperatureLog(
  text: string,
  startedAt: string,
  told?: TimeUnit,
  keptMost = KEPT_MOST,
): TemperatureLogRead {
  const { data, meta } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: 'greedy' })
  const [header, ...rows] = data.map((row) => row.map((cell) => cell.trim()))
  if (!header) return { ok: false, fault: 'empty' }
  if (rows.length > ROWS_MOST) return { ok: false, fault: 'too-long' }
  const timeAt = header.findIndex((name) =>
    /^(time|date|elapsed|minutes?|mins?|min|m|hours?|h|hh:mm|seconds?|secs?|s|t)\b/i.test(name),
  )
  const heatAt = header.findIndex(
    (name, index) => index !== timeAt && /^(temp|°|celsius|fahrenheit|reading)/i.test(name),
  )
  if (timeAt < 0 || heatAt < 0) return { ok: false, fault: 'no-columns' }
  const fahrenheit = /°\s?F\b|fahrenheit|\bF\)?$/i.test(header[heatAt]!)
  const named = unitOf(header[timeAt]!)
  const unit = named ?? told ?? 's'
  const readings: LoggedTemperature[] = []
  let skipped = 0
  let last = 0
  let bare = false
  const decimal = tableMark(
    rows.map((row) => [row[timeAt] ?? '', row[heatAt] ?? '']),
    meta.delimiter,
  )
  for (const row of rows) {
    const at = momentOf(row[timeAt] ?? '', startedAt, unit, decimal)
    const figure = parseDecimal(row[timeAt] ?? '', decimal)
    if (figure.ok) {
      bare = true
      last = Math.max(last, figure.value)
    }
    const shown = parseDecimal(row[heatAt] ?? '', decimal)
    // 1,085 may be a melt or hardly above freezing: nobody is to guess.
    for (const one of [figure, shown])
      if (!one.ok && one.problem === 'two-readings') return { ok: false, fault: 'two-readings' }
    const celsius = shown.ok ? (fahrenheit ? (shown.value - 32) / 1.8 : shown.value) : NaN
    if (at === null || !(celsius >= -50 && celsius <= HOTTEST_C)) skipped++
    else readings.push({ at, celsius: Number(celsius.toFixed(2)) })
  }
  if (readings.length === 0) return { ok: false, fault: 'no-readings' }
  readings.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  const unsure = bare && named === null && told === undefined && last < SURELY_SECONDS
  return { ok: true, readings: thinned(readings, keptMost), skipped, unsure }
}

/** What the heading of the time column says its figures count; null where it does not. */
function unitOf(heading: string): TimeUnit | null {
  if (/hh?:mm/i.test(heading)) return 'hh:mm'
  const word = /(?:^|[\s([/_])(seconds?|secs?|s|minutes?|mins?|min|m|hours?|hrs?|h)(?:$|[\s)\]./_])/i.exec(
    heading,
  )?.[1]
  if (!word) return null
  return /^s/i.test(word) ? 's' : /^m/i.test(word) ? 'min' : 'h'
}

const SECONDS_IN = { s: 1, min: 60, h: 3600, 'hh:mm': 3600 } as const

function momentOf(
  cell: string,
  startedAt: string,
  unit: TimeUnit,
  decimal: DecimalMark | undefined,
): string | null {
  const start = Date.parse(startedAt)
  const figure = parseDecimal(cell, decimal)
  if (figure.ok)
    return figure.value < 0 ? null : new Date(start + 1000 * SECONDS_IN[unit] * figure.value).toISOString()
  const clock = /^(\d{1,2}):([0-5]\d)(?::([0-5]\d))?$/.exec(cell)
  if (clock) {
    const [hours, minutes, seconds] = clock.slice(1).map((part) => Number(part ?? 0)) as [
      number,
      number,
      number,
    ]
    return new Date(start + 1000 * (3600 * hours + 60 * minutes + seconds)).toISOString()
  }
  const moment = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/.test(cell) ? Date.parse(cell) : NaN
  return Number.isNaN(moment) ? null : new Date(moment).toISOString()
}

/** Evenly spread over the log, the first and the last among them. */
function thinned(readings: LoggedTemperature[], most: number): LoggedTemperature[] {
  if (readings.length <= most) return readings
  return Array.from(
    { length: most },
    (_, index) => readings[Math.round((index * (readings.length - 1)) / (most - 1))]!,
  )
}
