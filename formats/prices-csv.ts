import { heatStamp } from '#core/heat'
import type { PriceRow } from '#core/ledger'
import { writeTable } from './write-table'

const money = (value: number | null) => (value === null ? '' : Number(value.toFixed(2)))

/**
 * The price list as a table: one row a casting, masses in g, money in the yard's currency for one piece. What is not
 * known stays empty.
 * @returns RFC 4180, UTF-8, with a header row and decimal points
 * @example writePrices([]).trim() // 'casting,heats,good,spoiled,each g,of what was cast %,metal,fuel,consumables,work,cost,ask'
 */
export function writePrices(rows: readonly PriceRow[]): string {
  const header = ['casting', 'heats', 'good', 'spoiled', 'each g', 'of what was cast %']
  return writeTable(
    [...header, 'metal', 'fuel', 'consumables', 'work', 'cost', 'ask'],
    rows.map((row) => [
      row.name,
      row.heats.map(heatStamp).join(' '),
      row.good,
      row.spoiled,
      row.eachG === null ? '' : Number(row.eachG.toFixed(1)),
      row.yield === null ? '' : Number((100 * row.yield).toFixed(1)),
      ...[row.metal, row.fuel, row.consumables, row.work, row.cost, row.price].map(money),
    ]),
  )
}
