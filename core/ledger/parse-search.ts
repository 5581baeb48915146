import { SYMBOLS } from '#core/composition'

/** One condition of a search. */
export type SearchTerm =
  | { kind: 'text'; text: string }
  | { kind: 'element'; element: string; op: Operator; pct: number }
  | { kind: 'date'; op: Operator; date: string }
  | { kind: 'field'; field: SearchField; text: string }

const FIELDS = ['alloy', 'lot', 'crucible', 'verdict', 'heat'] as const
export type SearchField = (typeof FIELDS)[number]
const OPERATORS = ['<', '>', '='] as const
type Operator = (typeof OPERATORS)[number]

/** Part of a search that could not be read. */
export interface SearchFault {
  part: string
  why: 'not-a-share' | 'not-a-date'
}

export interface Search {
  terms: SearchTerm[]
  faults: SearchFault[]
}

const PARTS = /(\w+:)?"[^"]*"|\S+/g
const COMPARED = /^([A-Za-z]+)(<|>|=)(.*)$/
const DATE = /^\d{4}(-\d{2}(-\d{2})?)?$/

/**
 * Reads a search of the ledger: words; `Sn>9`; `date>2026-05`; `alloy:C905`, `lot:"tap bodies"`, `crucible:four`,
 * `verdict:outside`, `heat:11`. All of it has to hold.
 * @example parseSearch('gnomon Sn>9').terms.length // 2
 */
export function parseSearch(text: string): Search {
  const terms: SearchTerm[] = []
  const faults: SearchFault[] = []
  for (const [part] of text.matchAll(PARTS)) {
    const colon = part.indexOf(':')
    const told = part.slice(0, Math.max(0, colon)).toLowerCase()
    const field = FIELDS.find((one) => one === told)
    if (field) {
      const wanted = plain(part.slice(colon + 1))
      if (wanted) terms.push({ kind: 'field', field, text: wanted })
      continue
    }
    const [, name = '', sign, value = ''] = COMPARED.exec(part) ?? []
    const op = OPERATORS.find((one) => one === sign)
    const element = SYMBOLS.find((symbol) => symbol.toLowerCase() === name.toLowerCase())
    if (op && name.toLowerCase() === 'date') {
      if (!DATE.test(value)) faults.push({ part, why: 'not-a-date' })
      else terms.push({ kind: 'date', op, date: value })
    } else if (op && element) {
      const pct = Number(value.replace(',', '.').replace(/%$/, ''))
      if (value === '' || !(pct >= 0 && pct <= 100)) faults.push({ part, why: 'not-a-share' })
      else terms.push({ kind: 'element', element, op, pct })
    } else if (plain(part)) terms.push({ kind: 'text', text: plain(part) })
  }
  return { terms, faults }
}

const plain = (text: string) => text.replaceAll('"', '').trim().toLowerCase()
