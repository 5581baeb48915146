import { GRAMS_PER } from './mass-units'
import { parseDecimal } from './parse-decimal'
import { parseMass } from './parse-mass'
import type { DecimalMark, Parsed } from './types'

/**
 * Reads a crucible's number as typed: "6", or the aluminium it holds brim-full: "3.5 kg".
 * @returns its number, or why it could not be read
 * @source the number is the aluminium it holds in pounds: common practice, no source (data/plan-checks.json)
 * @example parseCrucibleNumber('2 kg') // { ok: true, value: 4.41 }
 */
export function parseCrucibleNumber(text: string, decimal?: DecimalMark): Parsed<number> {
  if (!/[a-z]/i.test(text)) {
    const number = parseDecimal(text, decimal)
    return number.ok && number.value < 0 ? { ok: false, problem: 'negative' } : number
  }
  const held = parseMass(text, 'lb', decimal)
  return held.ok ? { ok: true, value: Number((held.value / GRAMS_PER.lb).toPrecision(3)) } : held
}
