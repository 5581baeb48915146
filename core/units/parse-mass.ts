import { GRAMS_PER } from './mass-units'
import { parseDecimal } from './parse-decimal'
import type { DecimalMark, MassUnit, Parsed } from './types'

const UNIT_WORDS: Readonly<Record<string, keyof typeof GRAMS_PER>> = {
  g: 'g',
  gram: 'g',
  grams: 'g',
  kg: 'kg',
  kilo: 'kg',
  kilos: 'kg',
  oz: 'oz',
  ounce: 'oz',
  ounces: 'oz',
  lb: 'lb',
  lbs: 'lb',
  pound: 'lb',
  pounds: 'lb',
  ozt: 'ozt',
}

/**
 * Reads a mass as typed at the bench: "2 kg", "30.4", "5 lb 11.2 oz"; a bare number is in the default unit.
 * @param text what was typed
 * @param defaultUnit the unit of a number without one
 * @param decimal which mark is the decimal one, where that is known
 * @returns grams, zero or more, or why it could not be read
 * @example parseMass('5 lb 11.2 oz', 'g') // { ok: true, value: 2585.476509 }
 */
export function parseMass(text: string, defaultUnit: MassUnit, decimal?: DecimalMark): Parsed<number> {
  const trimmed = text.trim().toLowerCase()
  if (trimmed === '') return { ok: false, problem: 'empty' }
  const bare = parseDecimal(trimmed, decimal)
  if (bare.ok) return nonNegative(bare.value * GRAMS_PER[defaultUnit])
  if (bare.problem === 'too-large' || bare.problem === 'two-readings') return bare
  const parts = [...trimmed.matchAll(/([+\-−]?[\d.,'’٠-٩۰-۹٫٬\s\u00a0\u202f]+)([a-z]+)/g)]
  const consumed = parts.map((part) => part[0]).join('')
  if (parts.length === 0 || consumed.length !== trimmed.length) return { ok: false, problem: 'not-a-number' }
  let grams = 0
  for (const [, figure, word] of parts) {
    const unit = UNIT_WORDS[word!]
    if (!unit) return { ok: false, problem: 'unknown-unit' }
    const value = parseDecimal(figure!, decimal)
    if (!value.ok) return value
    if (value.value < 0) return { ok: false, problem: 'negative' }
    grams += value.value * GRAMS_PER[unit]
  }
  return nonNegative(grams)
}

function nonNegative(grams: number): Parsed<number> {
  if (grams < 0) return { ok: false, problem: 'negative' }
  if (grams > 1e8) return { ok: false, problem: 'too-large' }
  return { ok: true, value: grams }
}
