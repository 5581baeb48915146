import { measuredComposition } from '#core/assay'
import type { Composition } from '#core/composition'
import { heatStamp, heatSummary, type Heat, type HeatSummary } from '#core/heat'
import type { SearchTerm } from './parse-search'

/** A heat as the ledger shows and searches it. */
export interface LedgerRow {
  heat: Heat
  stamp: string
  summary: HeatSummary
  measured: Composition
  /** all that a word may be found in, lower case */
  text: string
  alloy: string
  lots: string
  crucible: string
  verdict: string
  /** for a kilogram that was tapped; null where nothing was weighed */
  costPerKg: number | null
}

const rows = new WeakMap<Heat, LedgerRow>()

/**
 * The row of a heat; reckoned once for each state of it.
 * @param names words for its crucible, by id
 */
export function ledgerRow(heat: Heat, names: (id: string | null | undefined) => string): LedgerRow {
  const known = rows.get(heat)
  if (known) return known
  const summary = heatSummary(heat)
  const stamp = heatStamp(heat.number)
  const alloy = `${heat.alloy?.id ?? ''} ${heat.alloy?.name ?? ''}`.toLowerCase()
  const lots = heat.weighed
    .map(({ name }) => name)
    .join(', ')
    .toLowerCase()
  const crucible = names(heat.crucibleId).toLowerCase()
  const verdict = summary.verdict?.overall ?? 'nothing-measured'
  const tappedKg = ((summary.balance?.tapYield ?? 0) * summary.predicted.chargeMassG) / 1000
  const row: LedgerRow = {
    heat,
    stamp,
    summary,
    measured: measuredComposition(summary.measured, heat.alloy?.base),
    text: [stamp, heat.title, alloy, heat.remarks, heat.date, lots, crucible, verdict, stampsOf(heat)]
      .join(' ')
      .toLowerCase(),
    alloy,
    lots,
    crucible,
    verdict,
    costPerKg: tappedKg > 0 ? summary.cost / tappedKg : null,
  }
  rows.set(heat, row)
  return row
}

const stampsOf = ({ pour }: Heat) => pour.ingots.map(({ stamp }) => stamp).join(' ')

/** Whether a row meets every condition of a search. */
export function matches(row: LedgerRow, terms: readonly SearchTerm[]): boolean {
  return terms.every((term) => {
    switch (term.kind) {
      case 'text':
        return row.text.includes(term.text)
      case 'element': {
        const pct = row.measured[term.element]
        return pct !== undefined && compare(pct, term.op, term.pct, 0.005)
      }
      case 'date':
        return compareDates(row.heat.date, term.op, term.date)
      case 'field':
        return term.field === 'heat'
          ? row.stamp.toLowerCase().includes(term.text) || String(row.heat.number) === term.text
          : row[term.field === 'lot' ? 'lots' : term.field].includes(term.text)
    }
  })
}

const compare = (value: number, op: '<' | '>' | '=', limit: number, within: number) =>
  op === '<' ? value < limit : op === '>' ? value > limit : Math.abs(value - limit) <= within

/** A month or a year stands for all its days. */
function compareDates(date: string, op: '<' | '>' | '=', wanted: string): boolean {
  const cut = date.slice(0, wanted.length)
  return op === '=' ? cut === wanted : op === '<' ? cut < wanted : cut > wanted
}
