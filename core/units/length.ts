import { parseDecimal } from './parse-decimal'
import type { DecimalMark, LengthUnit, Parsed } from './types'

/** Millimetres in each unit of length. */
export const MM_IN: Readonly<Record<LengthUnit, number>> = { mm: 1, in: 25.4 }

const WORDS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  inches: 25.4,
  '"': 25.4,
  '″': 25.4,
}

/**
 * Reads a length as typed: "12", "3/8 in", "1 1/2 in", "2.5 cm"; a bare number is in the default unit.
 * @returns mm, zero or more, or why it could not be read
 * @example parseLength('1 1/2 in', 'mm') // { ok: true, value: 38.1 }
 */
export function parseLength(text: string, defaultUnit: LengthUnit, decimal?: DecimalMark): Parsed<number> {
  const trimmed = text.trim().toLowerCase()
  if (trimmed === '') return { ok: false, problem: 'empty' }
  const [, figure = '', word = ''] =
    /^([-−+\d.,'’٠-٩۰-۹٫٬/\s\u00a0\u202f]*?)\s*([a-z"″]*)$/.exec(trimmed) ?? []
  if (!figure) return { ok: false, problem: 'not-a-number' }
  const perUnit = word === '' ? MM_IN[defaultUnit] : WORDS[word]
  if (perUnit === undefined) return { ok: false, problem: 'unknown-unit' }
  const fraction = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(figure.trim())
  const parsed: Parsed<number> = fraction
    ? { ok: true, value: Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]) }
    : parseDecimal(figure, decimal)
  if (!parsed.ok) return parsed
  if (!Number.isFinite(parsed.value)) return { ok: false, problem: 'not-a-number' }
  if (parsed.value < 0) return { ok: false, problem: 'negative' }
  const mm = parsed.value * perUnit
  return mm > 1e5 ? { ok: false, problem: 'too-large' } : { ok: true, value: mm }
}

/**
 * A length for the eye.
 * @example formatLength(38.1, 'in') // '1.5\u00a0in'
 */
export function formatLength(mm: number, unit: LengthUnit): string {
  const value = mm / MM_IN[unit]
  const digits = unit === 'in' ? (value < 10 ? 2 : 1) : value < 10 ? 1 : 0
  return `${Number(value.toFixed(digits))}\u00a0${unit}`
}
