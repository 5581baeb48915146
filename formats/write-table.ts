import Papa from 'papaparse'

/** What a spreadsheet takes for something to run: also after space, and in the full-width signs of East Asian keyboards. */
export const FORMULA = /^(?:[\t\r\n]|[\s\u200b\ufeff]*[=+\-@\uff1d\uff0b\uff0d\uff20])/

/** A cell that a spreadsheet would run gets a quote before it; numbers stay numbers. */
const safe = (cell: string | number) => (typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : cell)

/** Spreadsheets split at other marks than the comma, too: what has one in it stands in quotes, and stays one cell. */
export const splits = (cell: unknown) => typeof cell === 'string' && /[;\t|]/.test(cell)

/**
 * A table for a spreadsheet, its cells safe to open.
 * @returns RFC 4180, with a header row and decimal points
 */
export function writeTable(header: string[], rows: readonly (string | number)[][]): string {
  const data = rows.map((row) => row.map(safe))
  return `${Papa.unparse({ fields: header, data }, { newline: '\r\n', quotes: splits })}\r\n`
}
