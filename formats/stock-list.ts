import { amountOf, PILE_TILES } from '#core/scrap-pile'
import { parseMass, type MassUnit } from '#core/units'
import { readTable, type StockTable } from './stock-csv'

const UNIT = String.raw`(?:kilograms?|kilos?|kg|grams?|gr|g|ounces?|oz|pounds?|lbs?)`
const FIGURE = String.raw`\d[\d.,]*(?:\s+\d+\/\d+|\/\d+)?`
/** A weight with its unit, at the start or the end of a line or between its cells. */
const WEIGHT = new RegExp(
  String.raw`(?:^|[\s,;:(=–-])(${FIGURE}\s*${UNIT}(?:\s+${FIGURE}\s*(?:ounces?|oz))?)(?=$|[\s,;:)])`,
  'i',
)
/** A figure without a unit at an end of the line. */
const BARE = /(?:^|[\s,;:])(\d[\d.,]*)$|^(\d[\d.,]*)(?=[\s,;:])/
const LOOSE = /^[\s,;:()=–-]+|[\s,;:()=–-]+$/g
/** Words that name no metal. */
const FILLER = /^(of|x)\s+/i

/**
 * What was pasted: a table with a header, as a spreadsheet gives it, or a list with a metal and its weight in each line.
 * @param unit of weights that tell none
 * @returns null where no line of it has a weight; lines without one stand in the table and are told of there
 */
export function readPasted(text: string, unit: MassUnit): StockTable | null {
  const table = readTable(text)
  if (table && table.fields.includes('name') && table.fields.includes('mass')) return table
  const lines = text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line.length > 0)
  const rows = lines.map((line) => nameAndMass(line, unit))
  if (!rows.some(([, mass]) => mass)) return null
  return { header: ['name', `mass ${unit}`], rows, fields: ['name', 'mass'] }
}

/** "copper wire 3 kg", "3 kg of copper wire", "20 cans". */
function nameAndMass(line: string, unit: MassUnit): [name: string, mass: string] {
  for (const tile of PILE_TILES) {
    if (!tile.piece) continue
    const amount = amountOf(line, tile, unit)
    if (amount.ok && amount.value.counted?.of === 'piece') return [tile.name, `${amount.value.massG} g`]
  }
  const found = WEIGHT.exec(line)?.[1] ?? BARE.exec(line)?.slice(1).find(Boolean) ?? ''
  const name = line.replace(found, ' ').replace(LOOSE, '').replace(/\s+/g, ' ').replace(FILLER, '').trim()
  return [name, found && parseMass(found, unit).ok ? found : '']
}
