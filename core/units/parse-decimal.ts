import type { Parsed } from './types'

/**
 * Reads a number as people type it: decimal point or comma, spaces between thousands, a leading sign.
 * @param text what was typed
 * @returns the number, or why it is none; never NaN
 * @example parseDecimal('1 250,5') // { ok: true, value: 1250.5 }
 */
export function parseDecimal(text: string): Parsed<number> {
  const trimmed = text.trim().replace(/[\s\u00a0\u202f]/g, '')
  if (trimmed === '') return { ok: false, problem: 'empty' }
  const plain = trimmed.replace('−', '-').replace(',', '.')
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain)) return { ok: false, problem: 'not-a-number' }
  const value = Number(plain)
  return value > 1e9 ? { ok: false, problem: 'too-large' } : { ok: true, value }
}
