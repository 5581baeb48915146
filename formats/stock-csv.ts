import Papa from 'papaparse'
import { SYMBOLS, sumPct, type Composition, type Spread } from '#core/composition'
import { FORM_IDS } from '#core/losses'
import { metalNamed } from '#core/scrap-pile'
import {
  COATINGS,
  formatPieces,
  KNOWLEDGE,
  LOT_KINDS,
  parsePieces,
  spreadFor,
  type Coating,
  type Lot,
} from '#core/stock'
import {
  decimalMarkOf,
  parseDecimal,
  parseMass,
  parseShare,
  pricePer,
  type DecimalMark,
  type MassUnit,
} from '#core/units'
import { FORMULA, writeTable } from './write-table'

/** What a column of a table can mean. */
export type StockField =
  | 'name'
  | 'kind'
  | 'form'
  | 'mass'
  | 'price'
  | 'knowledge'
  | 'note'
  | 'coatings'
  | 'pieces'
  | 'whereFrom'
  | 'gotOn'
  | { element: string }
  | { spread: string }
  | null

export interface StockTable {
  header: string[]
  rows: string[][]
  /** a first guess at what each column means, in the order of the header */
  fields: StockField[]
  /** the decimal mark its figures agree on, where they do */
  decimal?: DecimalMark | undefined
}

/** What can be wrong with a cell, or with a row as a whole. */
export type StockProblem =
  | {
      kind: 'not-a-share' | 'two-readings' | 'not-a-mass' | 'not-a-price' | 'not-a-piece' | 'not-a-date'
      cell: string
    }
  | { kind: 'not-allowed'; cell: string; allowed: readonly string[] }
  | { kind: 'no-name' | 'no-mass' }
  | { kind: 'over-100'; totalPct: number }
  | { kind: 'unknown-metal'; name: string }

/** A problem and where it stands: the heading of a column, or the part of a lot that is missing. */
export type StockFault = StockProblem & { column: string }

/** A row of the table: the lot it would add, or its faults. */
export type StockRow =
  | { ok: true; line: number; lot: Omit<Lot, 'id' | 'createdAt' | 'updatedAt'> }
  | { ok: false; line: number; faults: StockFault[] }

const MOST_ROWS = 5000

/**
 * The stock as a table: one row a lot, one column an element in wt%, its spread beside it.
 * Cells that a spreadsheet would run get a quote before them.
 * @returns RFC 4180, UTF-8, with a header row and decimal points
 */
export function writeStock(lots: readonly Lot[]): string {
  const symbols = SYMBOLS.filter((symbol) => lots.some(({ composition }) => symbol in composition))
  const header = [
    ...['name', 'kind', 'form', 'mass g', 'price per kg', 'known from', 'note'],
    ...['on it', 'pieces g', 'where from', 'got on'],
    ...symbols.flatMap((symbol) => [symbol, `${symbol} ±`]),
  ]
  const rows = lots.map((lot) => [
    ...[lot.name, lot.kind, lot.form, lot.massG, lot.pricePerKg, lot.knowledge, lot.note],
    ...[
      (lot.coatings ?? []).join(', '),
      formatPieces(lot.pieces ?? [], 'g'),
      lot.whereFrom ?? '',
      lot.gotOn ?? '',
    ],
    ...symbols.flatMap((symbol) => [lot.composition[symbol] ?? '', lot.sd[symbol] ?? '']),
  ])
  return writeTable(header, rows)
}

/**
 * A table of lots: comma, semicolon or tab between cells, decimal point or comma.
 * @returns header, rows and a guess at the columns; null where there is no table in the text
 */
export function readTable(text: string): StockTable | null {
  const { data, meta } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: 'greedy' })
  const [header, ...rows] = data.map((row) => row.map((cell) => cell.trim()))
  if (!header || header.length < 2 || rows.length === 0 || rows.length > MOST_ROWS) return null
  return { header, rows, fields: header.map(guessField), decimal: tableMark(rows, meta.delimiter) }
}

/**
 * The decimal mark of a table: the one its figures agree on. A table parted by commas has the point, unless a cell of
 * it says otherwise.
 */
export function tableMark(rows: readonly (readonly string[])[], delimiter: string): DecimalMark | undefined {
  const cells = rows.flat()
  const told = decimalMarkOf(cells)
  if (told) return told
  return delimiter === ',' && !cells.some((cell) => cell.includes(',')) ? '.' : undefined
}

const NAMES: readonly (readonly [StockField, RegExp])[] = [
  ['name', /^(name|lot|bin|metal|item|description)$/i],
  ['kind', /^(kind|type)$/i],
  ['form', /^(form|shape)$/i],
  ['mass', /^(mass|weight|amount|quantity|available)\b/i],
  ['price', /^(price|cost)\b/i],
  ['knowledge', /^(known from|knowledge|source|basis)$/i],
  ['note', /^(note|notes|remark|remarks|comment)$/i],
  ['coatings', /^(on it|coating|coatings)$/i],
  ['pieces', /^(pieces|single pieces)\b/i],
  ['whereFrom', /^(where from|origin|from)$/i],
  ['gotOn', /^(got on|date|bought)$/i],
]

function guessField(column: string): StockField {
  for (const [field, pattern] of NAMES) if (pattern.test(column)) return field
  const [, symbol, mark] = /^([A-Z][a-z]?)\s*(%|wt%|±|\+\/-|sd)?$/.exec(column) ?? []
  if (!symbol || !SYMBOLS.includes(symbol)) return null
  return mark === '±' || mark === '+/-' || mark === 'sd' ? { spread: symbol } : { element: symbol }
}

/** Every row as a lot or with its faults; `fields` as the person matched them. */
export function lotsOfTable(
  { header, rows, decimal }: StockTable,
  fields: readonly StockField[],
): StockRow[] {
  return rows.map((cells, index) => lotOfRow(cells, index + 2, header, fields, decimal))
}

function lotOfRow(
  cells: readonly string[],
  line: number,
  header: readonly string[],
  fields: readonly StockField[],
  decimal: DecimalMark | undefined,
): StockRow {
  const faults: StockFault[] = []
  const composition: Composition = {}
  const typedSd: Spread = {}
  const lot = {
    name: '',
    kind: 'scrap' as Lot['kind'],
    form: 'casting' as Lot['form'],
    massG: NaN,
    pricePerKg: 0,
    knowledge: 'guess' as Lot['knowledge'],
    note: '',
  }
  const extras: Partial<Lot> = {}
  fields.forEach((field, at) => {
    const cell = unquoted(cells[at] ?? '')
    const fault = (problem: StockProblem) => faults.push({ column: header[at]!, ...problem })
    if (field === null || cell === '') return
    if (typeof field === 'object') {
      const parsed = parseShare(cell.replace(/%$/, ''))
      if (!parsed.ok || parsed.value < 0 || parsed.value > 100) return fault({ kind: 'not-a-share', cell })
      if ('element' in field) composition[field.element] = parsed.value
      else typedSd[field.spread] = parsed.value
      return
    }
    if (field === 'mass') {
      const parsed = parseMass(cell, unitOf(header[at]!), decimal)
      if (!parsed.ok && parsed.problem === 'two-readings') return fault({ kind: 'two-readings', cell })
      if (!parsed.ok) return fault({ kind: 'not-a-mass', cell })
      lot.massG = parsed.value
    } else if (field === 'price') {
      const parsed = parseDecimal(cell, decimal)
      if (!parsed.ok && parsed.problem === 'two-readings') return fault({ kind: 'two-readings', cell })
      if (!parsed.ok || parsed.value < 0) return fault({ kind: 'not-a-price', cell })
      // By the kilogram, where the heading names nothing else.
      lot.pricePerKg = parsed.value / pricePer(1, unitOf(header[at]!, 'kg'))
    } else if (field === 'coatings') {
      const named = cell
        .toLowerCase()
        .split(/\s*[,;]\s*/)
        .filter(Boolean)
      const strange = named.find((one) => !(COATINGS as readonly string[]).includes(one))
      if (strange) return fault({ kind: 'not-allowed', cell: strange, allowed: COATINGS })
      extras.coatings = [...new Set(named)] as Coating[]
    } else if (field === 'pieces') {
      const parsed = parsePieces(cell, unitOf(header[at]!), decimal)
      if (!parsed.ok && parsed.problem === 'two-readings')
        return fault({ kind: 'two-readings', cell: parsed.part })
      if (!parsed.ok) return fault({ kind: 'not-a-piece', cell: parsed.part })
      extras.pieces = parsed.pieces
    } else if (field === 'gotOn') {
      if (!/^\d{4}-\d{2}-\d{2}$/.test(cell) || Number.isNaN(Date.parse(cell)))
        return fault({ kind: 'not-a-date', cell })
      extras.gotOn = cell
    } else if (field === 'whereFrom') {
      extras.whereFrom = cell.slice(0, 120)
    } else if (field === 'kind' || field === 'form' || field === 'knowledge') {
      const known: readonly string[] = { kind: LOT_KINDS, form: FORM_IDS, knowledge: KNOWLEDGE }[field]
      const value = cell.toLowerCase()
      if (!known.includes(value)) return fault({ kind: 'not-allowed', cell, allowed: known })
      Object.assign(lot, { [field]: value })
    } else lot[field] = cell.slice(0, field === 'name' ? 120 : 2000)
  })
  if (!lot.name) faults.push({ column: 'name', kind: 'no-name' })
  if (Number.isNaN(lot.massG) && !faults.some(({ kind }) => kind === 'not-a-mass' || kind === 'two-readings'))
    faults.push({ column: 'mass', kind: 'no-mass' })
  const total = sumPct(composition)
  if (total > 100 + 1e-6) faults.push({ column: 'composition', kind: 'over-100', totalPct: total })
  // A row without elements may be known by its name.
  const named = total === 0 ? metalNamed(lot.name) : null
  if (total === 0 && !named) faults.push({ column: 'composition', kind: 'unknown-metal', name: lot.name })
  if (faults.length > 0) return { ok: false, line, faults }
  if (named)
    return {
      ok: true,
      line,
      lot: {
        ...lot,
        sd: {},
        metallicYield: null,
        originHeatId: null,
        ...named,
        ...extras,
        ...(lot.note ? { note: lot.note } : {}),
        massG: lot.massG,
        pricePerKg: lot.pricePerKg,
      },
    }
  return {
    ok: true,
    line,
    lot: {
      ...lot,
      ...extras,
      composition,
      sd: { ...spreadFor(composition, lot.knowledge), ...typedSd },
      metallicYield: null,
      originHeatId: null,
    },
  }
}

/** The unit a column of masses, or of what a mass costs, names in its heading. */
function unitOf(heading: string, unnamed: MassUnit = 'g'): MassUnit {
  const [, unit] = /\b(kg|oz|lb)\b/i.exec(heading) ?? []
  return (unit?.toLowerCase() as MassUnit | undefined) ?? unnamed
}

/** A cell as it was before a quote was put in front to keep a spreadsheet from running it. */
function unquoted(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell
}
