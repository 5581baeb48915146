import { amountOf, quantityIn, tileNamed, type PileAmount } from '#core/scrap-pile'
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
    .map((line) => line.trim().replace(POUNDS_COMMA, '$1 '))
    .filter((line) => line.length > 0)
  const rows = lines.flatMap((line) => metalsOf(line, unit))
  if (!rows.some(([, mass]) => mass)) return null
  return { header: ['name', `mass ${unit}`, 'note'], rows, fields: ['name', 'mass', 'note'] }
}

/** "2 lb, 3 oz" is one weight. */
const POUNDS_COMMA = /(\d\s*(?:lbs?|pounds?)),\s+(?=\d[\d.]*\s*(?:oz|ounces?))/gi
/** Between the metals of one line: "2 kg copper, 1 kg tin and 20 cans". A decimal comma has no space behind it. */
const BETWEEN = /\s*;\s*|,\s+|\s+(?:and|und|plus)\s+|\s+\+\s+/i

/** One metal, or several where each part of the line names one with its weight. */
function metalsOf(line: string, unit: MassUnit): PastedLine[] {
  const parts = line.split(BETWEEN).filter(Boolean)
  const read = parts.length > 1 ? parts.map((part) => nameAndMass(part, unit)) : []
  return read.length > 1 && read.every(([name, mass]) => name && mass) ? read : [nameAndMass(line, unit)]
}

/** "copper wire 3 kg", "3 kg of copper wire", "20 cans", "two car wheels", "half a bucket of taps", "wheels: 2". */
function nameAndMass(line: string, unit: MassUnit): PastedLine {
  const counted = countedLine(line)
  if (counted) return counted
  const found = WEIGHT.exec(line)?.[1] ?? BARE.exec(line)?.slice(1).find(Boolean) ?? ''
  const name = line.replace(found, ' ').replace(LOOSE, '').replace(/\s+/g, ' ').replace(FILLER, '').trim()
  return (
    (found && countBehind(name, found, unit)) || [name, found && parseMass(found, unit).ok ? found : '', '']
  )
}
/** What is called, its mass with its unit, and how that was counted. */
type PastedLine = [name: string, mass: string, note: string]

const figure = (value: number) => String(Number(value.toPrecision(6)))
const lineOf = (name: string, { massG, counted }: PileAmount): PastedLine => [
  name,
  `${figure(massG)} g`,
  counted ? `${figure(counted.count)} × ${figure(counted.eachG)} g` : '',
]

/** A line that begins with a count of an everyday thing. */
function countedLine(line: string): PastedLine | null {
  const said = quantityIn(line.replace(LOOSE, ''))
  if (!said || said.thing.length === 0) return null
  const name = said.thing.filter((word) => !/^(?:of|x|×|mm|in|inch|"|[\d.,/]+)$/.test(word)).join(' ')
  const tile = tileNamed(name)
  const read = tile && amountOf(line.replace(LOOSE, ''), tile, 'g')
  if (read?.ok && read.value.counted) return lineOf(name, read.value)
  // What a bucket of it weighs is not known: the name is, and the mass is asked for.
  return said.in && !tile && !WEIGHT.test(line) && !BARE.test(line) ? [name, '', ''] : null
}

/**
 * A count behind a name: "car wheels: 2" is two wheels, "drink cans 3000" is a weight. It is a count where the name is
 * that of a piece and so much metal would not be a tenth of one.
 */
function countBehind(name: string, found: string, unit: MassUnit): PastedLine | null {
  if (!/^\d{1,3}$/.test(found)) return null
  const plain = name.replace(/\s*[x×]$/, '')
  const tile = tileNamed(plain)
  const weighed = parseMass(found, unit)
  if (!tile?.piece || !weighed.ok || weighed.value > tile.piece.massG / 10) return null
  const read = amountOf(`${found} ${plain}`, tile, unit)
  return read.ok && read.value.counted?.of === 'piece' ? lineOf(plain, read.value) : null
}
