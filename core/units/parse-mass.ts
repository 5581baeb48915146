import { GRAMS_PER } from './mass-units'
import { parseDecimal } from './parse-decimal'
import type { DecimalMark, MassUnit, Parsed } from './types'

/** What units of mass are called. */
export const UNIT_WORDS: Readonly<Record<string, keyof typeof GRAMS_PER>> = {
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

/** So many times what stands beside it: 3 × 96 g, 96 g x 3. */
const TIMES = /^(?:(\d{1,4})\s*[x×*]\s*(\S.*)|(.*\S)\s*[x×*]\s*(\d{1,4}))$/
/** Between weights that are added up or taken off; a sign before the first is none, and a minus stands apart. */
const SIGN = /((?<=\S)\s*\+\s*(?=\S)|(?<=\S)\s+[-−–]\s*(?=\S))/

/**
 * Reads a mass as typed at the bench: "2 kg", "30.4", "5 lb 11.2 oz", "1/2 lb"; several at once are added up: "5.7 oz +
 * 7.55 oz", "3 × 96 g", and what they were weighed in is taken off: "2.4 kg - 310 g". A bare number is in the default unit, or in that of the next weight beside it.
 * @param text what was typed
 * @param defaultUnit the unit of a number without one
 * @param decimal which mark is the decimal one, where that is known
 * @returns grams, zero or more, or why it could not be read
 * @example parseMass('5 lb 11.2 oz', 'g') // { ok: true, value: 2585.476509 }
 * @example parseMass('3 × 96 g + 40', 'g') // { ok: true, value: 328 }
 * @example parseMass('2400 - 310', 'g') // { ok: true, value: 2090 }
 */
export function parseMass(text: string, defaultUnit: MassUnit, decimal?: DecimalMark): Parsed<number> {
  let grams = 0
  let unit = defaultUnit
  // From the last to the first, so that a bare one finds the unit that stands behind it.
  const parts = text.trim().toLowerCase().split(SIGN)
  for (let at = parts.length - 1; at >= 0; at -= 2) {
    const term = parts[at] ?? ''
    const read = parseTerm(term, unit, decimal)
    if (!read.ok) return read
    grams += /[-−–]/.test(parts[at - 1] ?? '') ? -read.value : read.value
    unit = unitIn(term) ?? unit
  }
  // What is left of a weight and its container is no more exact than they are.
  return nonNegative(parts.length > 1 ? Number(grams.toFixed(6)) : grams)
}

/**
 * Which of pounds and ounces a bare figure is in, where the two are told together: the one that brings it nearer to
 * what is expected.
 * @param nearG g that the plan asks for
 * @returns of what is no weight yet, the one that is expected
 * @example poundsOrOunces('8.6', 242) // 'oz'
 */
export function poundsOrOunces(text: string, nearG: number, decimal?: DecimalMark): 'lb' | 'oz' {
  const [pounds, ounces] = [parseMass(text, 'lb', decimal), parseMass(text, 'oz', decimal)]
  if (nearG <= 0) return 'lb'
  if (!pounds.ok || !ounces.ok || ounces.value <= 0) return nearG < GRAMS_PER.lb ? 'oz' : 'lb'
  const off = (grams: number) => Math.abs(Math.log(grams / nearG))
  return off(ounces.value) < off(pounds.value) ? 'oz' : 'lb'
}

/** The one unit a weight is told in, where that is one a bare number may be in. */
function unitIn(term: string): MassUnit | null {
  const found = new Set([...term.matchAll(/[a-wyz]+/g)].flatMap(([word]) => UNIT_WORDS[word] ?? []))
  const [only, ...others] = found
  return only && only !== 'ozt' && others.length === 0 ? only : null
}

/** One weight, or one so many times. */
function parseTerm(term: string, unit: MassUnit, decimal: DecimalMark | undefined): Parsed<number> {
  const [, before, after, first, last] = TIMES.exec(term) ?? []
  const count = before ?? last
  if (count === undefined) return parseOne(term, unit, decimal)
  const one = parseOne(after ?? first ?? '', unit, decimal)
  return one.ok ? nonNegative(one.value * Number(count)) : one
}

/** "1 1/2" and "3/4" as figures with a point. */
const withoutFractions = (text: string): string =>
  text.replace(
    /(?:(\d+)\s+)?(\d+)\s*[/⁄]\s*([1-9]\d*)/g,
    (_, whole: string | undefined, over: string, under: string) =>
      String(Number(whole ?? 0) + Number(over) / Number(under)),
  )

function parseOne(text: string, defaultUnit: MassUnit, decimal: DecimalMark | undefined): Parsed<number> {
  const fraction = /[/⁄]/.test(text)
  const trimmed = fraction ? withoutFractions(text) : text
  // What a fraction came to has a point, whatever mark is used here.
  const mark = fraction ? '.' : decimal
  if (trimmed === '') return { ok: false, problem: 'empty' }
  const bare = parseDecimal(trimmed, mark)
  if (bare.ok) return nonNegative(bare.value * GRAMS_PER[defaultUnit])
  if (bare.problem === 'too-large' || bare.problem === 'two-readings') return bare
  const parts = [...trimmed.matchAll(/([+\-−]?[\d.,'’٠-٩۰-۹٫٬\s\u00a0\u202f]+)([a-z]+)/g)]
  const consumed = parts.map((part) => part[0]).join('')
  if (parts.length === 0 || consumed.length !== trimmed.length) return { ok: false, problem: 'not-a-number' }
  let grams = 0
  for (const [, figure, word] of parts) {
    const unit = UNIT_WORDS[word!]
    if (!unit) return { ok: false, problem: 'unknown-unit' }
    const value = parseDecimal(figure!, mark)
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
