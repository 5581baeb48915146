import { parseDecimal } from './parse-decimal'
import type { DecimalMark, Parsed } from './types'

/** cm³ in an inch cubed. */
const CM3_PER_IN3 = 2.54 ** 3
const WORDS: Readonly<Record<string, number>> = {
  ...{ mm3: 0.001, cm3: 1, ccm: 1, cc: 1, ml: 1, milliliter: 1, millilitre: 1, cl: 10, dl: 100 },
  ...{ l: 1000, ltr: 1000, lt: 1000, liter: 1000, litre: 1000, dm3: 1000, m3: 1e6 },
  ...{ in3: CM3_PER_IN3, cuin: CM3_PER_IN3, cubicinch: CM3_PER_IN3, cubicinche: CM3_PER_IN3 },
}
const MOST_CM3 = 1e6

/**
 * Reads a volume as typed: "45.2", "1.45 l", "620 ml", "12 in³". Gallons and pints are not read: they differ from one
 * country to another.
 * @param bare what a figure without a unit is in
 * @returns cm³, zero or more, or why it could not be read
 * @example parseVolume('1.45 l', 'cm3') // { ok: true, value: 1450 }
 */
export function parseVolume(text: string, bare: 'cm3' | 'in3', decimal?: DecimalMark): Parsed<number> {
  const plain = text.trim().toLowerCase().replaceAll('³', '3').replaceAll('ℓ', 'l')
  if (plain === '') return { ok: false, problem: 'empty' }
  const [, figure = '', unit = ''] = /^([^a-z]*?)\s*([a-z][a-z.\s]*3?)?$/.exec(plain) ?? []
  if (!figure) return { ok: false, problem: 'not-a-number' }
  const word = unit.replace(/[.\s]/g, '').replace(/(?<=e|r|n)s$/, '')
  const perUnit = WORDS[word === '' ? bare : word]
  if (perUnit === undefined) return { ok: false, problem: 'unknown-unit' }
  const parsed = parseDecimal(figure, decimal)
  if (!parsed.ok) return parsed
  if (!Number.isFinite(parsed.value)) return { ok: false, problem: 'not-a-number' }
  if (parsed.value < 0) return { ok: false, problem: 'negative' }
  const cm3 = parsed.value * perUnit
  return cm3 > MOST_CM3 ? { ok: false, problem: 'too-large' } : { ok: true, value: cm3 }
}
