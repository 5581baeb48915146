import type { DecimalMark, Parsed } from './types'

/** Between groups of digits and never a decimal mark: spaces of all kinds, and the apostrophe of the Swiss. */
const GROUPING = /(?<=\d)[\s\u00a0\u202f'’٬](?=\d{3}(?!\d))/g
/** One mark with three digits behind it and no more than three before: 1.2, or over a thousand. */
const TWO_WAYS = /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/

/** Digits as other scripts write them, as 0–9; the Arabic decimal mark as a point. */
const plainDigits = (text: string): string =>
  text
    .replace(/[٠-٩]/g, (digit) => String(digit.charCodeAt(0) - 0x660))
    .replace(/[۰-۹]/g, (digit) => String(digit.charCodeAt(0) - 0x6f0))
    .replaceAll('٫', '.')

/**
 * Reads a number as people type it: decimal point or comma, spaces, apostrophes, points or commas between thousands,
 * a leading sign.
 * @param text what was typed
 * @param decimal which mark is the decimal one, where that is known; a single other one with three digits behind it
 *   then stands between thousands
 * @returns the number, or why it is none: "two-readings" where 1,234 could be 1.234 or 1 234; never NaN
 * @example parseDecimal('1 250,5') // { ok: true, value: 1250.5 }
 * @example parseDecimal('1,234', '.') // { ok: true, value: 1234 }
 */
export function parseDecimal(text: string, decimal?: DecimalMark): Parsed<number> {
  const digits = plainDigits(text).trim().replace('−', '-')
  const grouped = digits.search(GROUPING) >= 0
  const trimmed = digits.replace(GROUPING, '').replace(/[\s\u00a0\u202f]/g, '')
  if (trimmed === '') return { ok: false, problem: 'empty' }
  if (!decimal && !grouped && TWO_WAYS.test(trimmed)) return { ok: false, problem: 'two-readings' }
  const plain = withPoint(trimmed, grouped ? undefined : decimal)
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain)) return { ok: false, problem: 'not-a-number' }
  const value = Number(plain)
  return value > 1e9 ? { ok: false, problem: 'too-large' } : { ok: true, value }
}

/** A figure with a point for its decimal mark and nothing between its thousands. */
function withPoint(figure: string, decimal: DecimalMark | undefined): string {
  const marks: readonly string[] = figure.match(/[.,]/g) ?? []
  const last = marks.at(-1)
  if (!last) return figure
  const other = last === '.' ? ',' : '.'
  if (marks.includes(other)) {
    // Both kinds: the last one is the decimal mark, and the others have to stand between thousands.
    const whole = figure.slice(0, figure.lastIndexOf(last))
    return isGrouped(whole, other)
      ? whole.replaceAll(other, '') + figure.slice(whole.length).replace(last, '.')
      : figure + '?'
  }
  const between = marks.length > 1 || (decimal !== undefined && last !== decimal && TWO_WAYS.test(figure))
  if (!between) return figure.replace(last, '.')
  return isGrouped(figure, last) ? figure.replaceAll(last, '') : figure + '?'
}

/** Thousands, or lakhs and crores: two or three digits between marks, three behind the last. */
const isGrouped = (whole: string, mark: string): boolean =>
  (mark === '.' ? /^[+-]?\d{1,3}(\.\d{3})+$/ : /^[+-]?\d{1,3}(,\d{2,3})*,\d{3}$/).test(whole)

/**
 * Reads a share in percent: of two readings the one above 100 is none.
 * @returns the figure, or why it is none
 */
export function parseShare(text: string): Parsed<number> {
  const parsed = parseDecimal(text)
  if (parsed.ok || parsed.problem !== 'two-readings') return parsed
  return parseDecimal(text, text.includes(',') ? ',' : '.')
}

/**
 * The decimal mark that the figures of a table agree on; undefined where none of them says.
 * @param cells of the table, figures and others
 */
export function decimalMarkOf(cells: Iterable<string>): DecimalMark | undefined {
  for (const cell of cells) {
    const figure = cell.trim()
    if (!/^[+-]?[\d.,\s'’]*\d\s*%?$/.test(figure) || parseDecimal(figure.replace(/%$/, '')).ok === false)
      continue
    const at = Math.max(figure.lastIndexOf('.'), figure.lastIndexOf(','))
    const mark = figure[at]
    if (mark !== '.' && mark !== ',') continue
    // 1.234.567 tells of the other mark.
    const repeated = figure.split(mark).length > 2
    return repeated ? (mark === '.' ? ',' : '.') : mark
  }
  return undefined
}
