import Papa from 'papaparse'
import { METHODS, type Assay, type ElementReading } from '#core/assay'
import { SYMBOLS } from '#core/composition'
import { splits } from './write-table'

/** One reading of an analyser's table, not yet a record. */
export type ReadAssay = Omit<Assay, 'id'>

export type AssayCsvFault =
  | { kind: 'empty' | 'no-elements' | 'too-long' }
  | { kind: 'cell'; row: number; column: string; text: string }
export type AssayCsvRead =
  | { ok: true; readings: ReadAssay[]; unknown: string[] }
  | { ok: false; fault: AssayCsvFault }

const MOST_ROWS = 5000
/** Columns by what they may be called, lower case. */
const CALLED: Readonly<Record<string, readonly string[]>> = {
  date: ['date', 'time', 'at', 'datum', 'datetime'],
  instrument: ['instrument', 'device', 'analyser', 'analyzer'],
  method: ['method', 'technique'],
  specimen: ['specimen', 'sample', 'name', 'id', 'probe'],
}

/** What a column holds: an element, its spread, or one of the words. */
function columnOf(heading: string): { element: string; spread: boolean } | { word: string } | null {
  const text = heading.trim().replace(/\s*(%|wt%|\[%\]|\(%\)|wt\.%)\s*$/i, '')
  const spread = /(±|\+\/-|error|sd|err)/i.test(text)
  const symbol = text.replace(/\s*(±|\+\/-|error|sd|err).*$/i, '').trim()
  const element = SYMBOLS.find((one) => one.toLowerCase() === symbol.toLowerCase())
  if (element) return { element, spread }
  const word = Object.keys(CALLED).find((key) => CALLED[key]!.includes(text.toLowerCase()))
  return word ? { word } : null
}

const figure = (cell: string): number => (/^[\d.,eE+-]+$/.test(cell) ? Number(cell.replace(',', '.')) : NaN)

/**
 * Readings from an analyser's table: one row a reading, columns matched by what they are called; `<0.02` is below
 * detection; `;` and decimal comma are taken too.
 * @param now for rows that tell no date, ISO 8601
 */
export function readAssays(text: string, now: string): AssayCsvRead {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy' })
  const [head, ...rows] = data
  if (!head || rows.length === 0) return { ok: false, fault: { kind: 'empty' } }
  if (rows.length > MOST_ROWS) return { ok: false, fault: { kind: 'too-long' } }
  const columns = head.map(columnOf)
  if (!columns.some((column) => column && 'element' in column))
    return { ok: false, fault: { kind: 'no-elements' } }
  const readings: ReadAssay[] = []
  for (const [index, row] of rows.entries()) {
    const words: Record<string, string> = {}
    const read: Record<string, ElementReading> = {}
    const spreads: Record<string, number> = {}
    for (const [at, column] of columns.entries()) {
      const cell = (row[at] ?? '').trim().replace(/^'/, '')
      if (!column || cell === '' || /^(nd|n\/a|-|–)$/i.test(cell)) continue
      if ('word' in column) {
        words[column.word] = cell.slice(0, 120)
        continue
      }
      const below = cell.startsWith('<')
      const pct = figure(below ? cell.slice(1).trim() : cell.replace(/\s*%$/, ''))
      if (!(pct >= 0 && pct <= 100))
        return { ok: false, fault: { kind: 'cell', row: index + 2, column: head[at]!, text: cell } }
      if (column.spread) spreads[column.element] = pct
      else read[column.element] = below ? { below: pct } : { pct, sd: null }
    }
    for (const [element, sd] of Object.entries(spreads)) {
      const one = read[element]
      if (one && 'pct' in one) read[element] = { pct: one.pct, sd }
    }
    if (Object.keys(read).length === 0) continue
    const date = Date.parse(words.date ?? '')
    const method = METHODS.find((one) => (words.method ?? words.instrument ?? '').toLowerCase().includes(one))
    readings.push({
      at: Number.isFinite(date) ? new Date(date).toISOString() : now,
      method: method ?? 'xrf',
      specimen: words.specimen ?? '',
      readings: read,
      ...(words.instrument ? { instrument: words.instrument } : {}),
    })
  }
  if (readings.length === 0) return { ok: false, fault: { kind: 'empty' } }
  return { ok: true, readings, unknown: head.filter((name, at) => name.trim() && columns[at] === null) }
}

/** Writes readings as the table of the open CSV shape: an element and its spread side by side. */
export function writeAssays(assays: readonly Assay[]): string {
  const elements = [...new Set(assays.flatMap(({ readings }) => Object.keys(readings)))].sort()
  const rows = assays.map(({ at, instrument = '', method, specimen, readings }) => {
    const cells = elements.flatMap((element) => {
      const reading = readings[element]
      if (!reading) return ['', '']
      return 'below' in reading
        ? [`<${reading.below}`, '']
        : [String(reading.pct), reading.sd === null ? '' : String(reading.sd)]
    })
    return [at, instrument, method, specimen, ...cells]
  })
  const head = [
    'date',
    'instrument',
    'method',
    'specimen',
    ...elements.flatMap((element) => [element, `${element} ±`]),
  ]
  return Papa.unparse([head, ...rows], { escapeFormulae: true, newline: '\n', quotes: splits })
}
