import { dayWords } from '~/shared/units/dates'
import { fixed, localFigures } from '~/shared/units/decimal-mark'
import { counting, language, t, type Words } from '~/words'
import { localDate } from '#core/records'
import { zoneHere } from '~/storage/yard-store'

/** The day of a moment, where the person is: 2026-03-14. */
export const dayOf = (iso: string): string => dayWords(localDate(iso, zoneHere()))

/** A mass percent with the digits that mean something: 88.0, 0.30, 0.005. */
export function percent(value: number): string {
  if (value === 0) return '0'
  if (value >= 10) return fixed(value, 1)
  if (value >= 0.1) return fixed(value, 2)
  if (value >= 0.0095) return fixed(value, 3)
  return value < 0.00005 ? '<0.0001' : fixed(value, 4)
}

/** English has no comma before "and" in the app's own spelling. */
const LIST_LOCALE = language === 'en' ? 'en-GB' : language
const conjunction = new Intl.ListFormat(LIST_LOCALE, { type: 'conjunction' })
const unit = new Intl.ListFormat(LIST_LOCALE, { type: 'unit' })
const disjunction = new Intl.ListFormat(LIST_LOCALE, { type: 'disjunction' })

/** Joins things by the language's own rules: "a, b and c". */
export const listed = (parts: readonly string[]): string => conjunction.format(parts)
/** Joins alternatives: "a, b or c". */
export const alternatives = (parts: readonly string[]): string => disjunction.format(parts)
/** Joins facts about one thing, leaving out empty ones: "850 g in stock, locked". */
export const joinFacts = (...parts: readonly (string | 0 | false | null | undefined)[]): string =>
  unit.format(parts.filter((part): part is string => !!part))
/** Sentences one after another, leaving out empty ones. */
export const sentences = (...parts: readonly (string | false | null | undefined)[]): string =>
  parts.filter(Boolean).join(' ')

/** A sentence's first letter made large. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** A figure without noughts at its end, as the language writes it. */
export const trimmed = (value: number) => localFigures(String(Number(value.toPrecision(6))))

/** A limit as it is written beside an element: 9–11, ≤ 0.3, ≥ 86; nothing where there is none. */
export function limitWords({ min, max }: { min?: number | undefined; max?: number | undefined }): string {
  if (min !== undefined && max !== undefined) return `${trimmed(min)}–${trimmed(max)}`
  if (max !== undefined) return `≤ ${trimmed(max)}`
  return min === undefined ? '' : `≥ ${trimmed(min)}`
}

/** So many of a thing, by the language's rules: "1 lot", "12 lots". */
export const counted = (count: number, one: keyof Words['count']): string => counting(`count.${one}`, count)

/** A long time as hours and minutes, to five minutes: "3 h 40 min". @param minutes time, minutes */
export function hoursWords(minutes: number): string {
  const whole = 5 * Math.round(minutes / 5)
  return t('shared.hours-and-minutes', { hours: Math.floor(whole / 60), minutes: whole % 60 })
}

/** How often in a hundred: never "100 times in 100", for nothing is that sure. */
export function timesWords(probability: number): string {
  if (probability >= 0.995) return t('shared.over-99-percent')
  return probability < 0.005
    ? t('shared.under-1-percent')
    : t('shared.percent', { percent: Math.round(100 * probability) })
}

/** The first few names, and how many more there are: "H-1, H-2 and 3 more". */
export const firstFew = (names: readonly string[], most: number): string =>
  listed(names.length > most ? [...names.slice(0, most), counted(names.length - most, 'more')] : names)
