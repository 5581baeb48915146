import { totalG } from '#core/lists'
import type { Measured } from '#core/assay'
import { SYMBOLS } from '#core/composition'
import type { Heat } from '#core/heat'
import { ledgerRow } from '#core/ledger'
import { writeTable } from './write-table'

const WEIGHTS = [
  ['castings g', 'castingsG'],
  ['sprues, gates, risers g', 'returnsG'],
  ['dross g', 'drossG'],
  ['skull g', 'skullG'],
  ['spill g', 'spillG'],
  ['heel g', 'heelG'],
  ['samples g', 'samplesG'],
  ['poured at °C', 'pourTemperatureC'],
] as const

/**
 * The ledger as a table: one row a heat; what was weighed in g, shares in wt%, of each element what was predicted and,
 * with its spread, what was measured. What nobody told stays empty.
 * @returns RFC 4180, UTF-8, with a header row and decimal points
 */
export function writeLedger(heats: readonly Heat[]): string {
  const rows = heats.map((heat) => ledgerRow(heat))
  const symbols = SYMBOLS.filter((symbol) =>
    rows.some(
      ({ summary }) => symbol in summary.measured || (summary.predicted.composition[symbol] ?? 0) > 0,
    ),
  )
  const header = [
    ...['heat', 'date', 'name', 'alloy', 'designation', 'verdict', 'lots', 'charge g', 'ingots g'],
    ...WEIGHTS.map(([name]) => name),
    ...['missing g', 'tapped %', 'cost', 'cost per kg', 'remarks'],
    ...symbols.flatMap((symbol) => [`${symbol} predicted`, `${symbol} measured`, `${symbol} ±`]),
  ]
  return writeTable(
    header,
    rows.map(({ heat, stamp, summary, verdict, costPerKg }) => {
      const { predicted, measured, balance, cost } = summary
      return [
        ...[stamp, heat.date, heat.title, heat.alloy?.name ?? '', heat.alloy?.designation ?? '', verdict],
        heat.weighed.map(({ name, massG }) => `${name} ${rounded(massG, 1)} g`).join('; '),
        rounded(predicted.chargeMassG, 1),
        heat.pour.ingots.length ? rounded(totalG(heat.pour.ingots), 1) : '',
        ...WEIGHTS.map(([, key]) => heat.pour[key] ?? ''),
        balance ? rounded(balance.missingG, 1) : '',
        balance ? rounded(100 * balance.tapYield, 1) : '',
        rounded(cost, 2),
        costPerKg === null ? '' : rounded(costPerKg, 2),
        heat.remarks,
        ...symbols.flatMap((symbol) => {
          const reading = measured[symbol]
          const pct = predicted.composition[symbol]
          return [pct === undefined ? '' : rounded(pct, 4), ...(reading ? told(reading) : ['', ''])]
        }),
      ]
    }),
  )
}

/** A reading and its spread; one that nobody saw as it is written: below its detection limit. */
const told = ({ pct, sd, below }: Measured): (string | number)[] =>
  below === undefined ? [rounded(pct, 4), rounded(sd, 4)] : [`<${below}`, '']
const rounded = (value: number, digits: number) => Number(value.toFixed(digits))
