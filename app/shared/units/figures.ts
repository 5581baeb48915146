import { localDate } from '#core/records'
import { zoneHere } from '~/storage/yard-store'

/** The day of a moment, where the person is: 2026-03-14. */
export const dayOf = (iso: string): string => localDate(iso, zoneHere())

/** A mass percent with the digits that mean something: 88.0, 0.30, 0.005. */
export function percent(value: number): string {
  if (value === 0) return '0'
  if (value >= 10) return value.toFixed(1)
  if (value >= 0.1) return value.toFixed(2)
  if (value >= 0.0095) return value.toFixed(3)
  return value < 0.00005 ? '<0.0001' : value.toFixed(4)
}

/** Several things in one breath: "a, b and c". */
export function listed(parts: readonly string[]): string {
  return parts.length > 1 ? `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}` : (parts[0] ?? '')
}

/** A sentence's first letter made large. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

const trimmed = (value: number) => String(Number(value.toPrecision(6)))

/** A limit as it is written beside an element: 9–11, ≤ 0.3, ≥ 86; nothing where there is none. */
export function limitWords({ min, max }: { min?: number | undefined; max?: number | undefined }): string {
  if (min !== undefined && max !== undefined) return `${trimmed(min)}–${trimmed(max)}`
  if (max !== undefined) return `≤ ${trimmed(max)}`
  return min === undefined ? '' : `≥ ${trimmed(min)}`
}

/** So many of a thing: "1 lot", "12 lots". */
export const counted = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`

/** How often in a hundred: never "100 times in 100", for nothing is that sure. */
export function timesWords(probability: number): string {
  if (probability >= 0.995) return 'more than 99 times in 100'
  return probability < 0.005 ? 'less than once in 100' : `${Math.round(100 * probability)} times in 100`
}
