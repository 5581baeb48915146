import { hasLimits } from '#core/alloys'
import { combineReadings, judge, measuredComposition, type Verdict } from '#core/assay'
import type { Composition } from '#core/composition'
import { heatStamp, heatSummary, type Heat, type HeatSummary } from '#core/heat'
import type { SearchTerm } from './parse-search'

/** A heat as the ledger shows and searches it. What only a row in sight shows is reckoned when it is asked for. */
export interface LedgerRow {
  heat: Heat
  stamp: string
  readonly summary: HeatSummary
  readonly measured: Composition
  /** what its weights and tests say it is, where nothing was measured, wt% */
  readonly inferred: Composition
  readonly verdict: Verdict['overall']
  /** all that a word may be found in but its verdict and its crucible's name, lower case */
  text: string
  alloy: string
  lots: string
  /** for a kilogram that was tapped; null where nothing was weighed */
  readonly costPerKg: number | null
}

/** Every word a verdict may be. */
const VERDICTS = 'inside inside-measured outside unclear nothing-measured'

const rows = new WeakMap<Heat, LedgerRow>()

/** The row of a heat; reckoned once for each state of it. */
export function ledgerRow(heat: Heat): LedgerRow {
  const known = rows.get(heat)
  if (known) return known
  const stamp = heatStamp(heat.number)
  const alloy = `${heat.alloy?.id ?? ''} ${heat.alloy?.name ?? ''}`.toLowerCase()
  const lots = heat.weighed
    .map(({ name }) => name)
    .join(', ')
    .toLowerCase()
  let readings: ReturnType<typeof combineReadings> | undefined
  const combined = () => (readings ??= combineReadings(heat.assays))
  let summary: HeatSummary | undefined
  let measured: Composition | undefined
  let inferred: Composition | undefined
  let verdict: Verdict['overall'] | undefined
  const row: LedgerRow = {
    heat,
    stamp,
    get summary() {
      return (summary ??= heatSummary(heat))
    },
    get measured() {
      return (measured ??= measuredComposition(combined(), heat.alloy?.base))
    },
    get inferred() {
      return (inferred ??= inferredOf(heat))
    },
    get verdict() {
      return (verdict ??=
        heat.alloy && hasLimits(heat.alloy)
          ? judge(heat.alloy.limits, combined(), heat.alloy.base).overall
          : 'nothing-measured')
    },
    text: [stamp, heat.title, alloy, heat.remarks, heat.date, lots, stampsOf(heat), testsOf(heat)]
      .join(' ')
      .toLowerCase(),
    alloy,
    lots,
    get costPerKg() {
      const tappedKg = ((this.summary.balance?.tapYield ?? 0) * this.summary.predicted.chargeMassG) / 1000
      // What nobody paid anything for, or said no price of, has no cost to compare.
      return tappedKg > 0 && this.summary.cost > 0 ? this.summary.cost / tappedKg : null
    },
  }
  rows.set(heat, row)
  return row
}

/**
 * What a heat's weights and tests say it is, kept as it was logged.
 * @returns wt%; empty where an analyser saw it, or nothing was kept
 * @example inferredOf({ assays: [] }) // {}
 */
export function inferredOf({ inferred, assays }: Pick<Heat, 'inferred' | 'assays'>): Composition {
  if (!inferred || assays.some(({ readings }) => Object.keys(readings).length > 0)) return {}
  return Object.fromEntries(Object.entries(inferred.shares).map(([symbol, { pct }]) => [symbol, pct]))
}

const stampsOf = ({ pour }: Heat) =>
  [...pour.ingots.map(({ stamp }) => stamp), ...(pour.castings ?? []).map(({ name }) => name)].join(' ')

/** Kinds of its tests, where their specimens were from, what was seen. */
const testsOf = ({ tests = [] }: Heat) =>
  tests.map(({ kind, place, text }) => `${kind} ${place === 'not-told' ? '' : place} ${text}`).join(' ')

/**
 * Whether a row meets every condition of a search.
 * @param crucibles names of crucibles by id, lower case
 */
export function matches(
  row: LedgerRow,
  terms: readonly SearchTerm[],
  crucibles: ReadonlyMap<string, string>,
): boolean {
  const crucible = crucibles.get(row.heat.crucibleId ?? '') ?? ''
  return terms.every((term) => {
    switch (term.kind) {
      case 'text':
        return (
          row.text.includes(term.text) ||
          crucible.includes(term.text) ||
          (VERDICTS.includes(term.text) && row.verdict.includes(term.text))
        )
      case 'element': {
        const pct = row.measured[term.element] ?? row.inferred[term.element]
        return pct !== undefined && compare(pct, term.op, term.pct, 0.005)
      }
      case 'date':
        return compareDates(row.heat.date, term.op, term.date)
      case 'field':
        if (term.field === 'crucible') return crucible.includes(term.text)
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
