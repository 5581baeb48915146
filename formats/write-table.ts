import Papa from 'papaparse'

/** What a spreadsheet takes for something to run. */
export const FORMULA = /^[=+\-@\t\r]/

/** A cell that a spreadsheet would run gets a quote before it; numbers stay numbers. */
const safe = (cell: string | number) => (typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : cell)

/**
 * A table for a spreadsheet, its cells safe to open.
 * @returns RFC 4180, with a header row and decimal points
 */
export function writeTable(header: string[], rows: readonly (string | number)[][]): string {
  return `${Papa.unparse({ fields: header, data: rows.map((row) => row.map(safe)) }, { newline: '\r\n' })}\r\n`
}
