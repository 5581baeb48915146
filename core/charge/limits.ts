import { UNIDENTIFIED } from '#core/composition'
import type { ChargeProblem } from './problem'

/** One side of a limit: the symbols whose sum it is about. */
export interface LimitTerm {
  kind: 'element' | 'others'
  element: string
  bound: 'min' | 'max'
  limit: number
  symbols: string[]
  /** stands in the target's own limits, to which alone the asked confidence applies */
  named?: boolean
}

/** Every limit of the target, those on unlisted elements included. */
export function limitsOf({ target, lots }: ChargeProblem): LimitTerm[] {
  const terms: LimitTerm[] = []
  for (const [element, limit] of Object.entries(target.limits))
    for (const bound of ['min', 'max'] as const)
      if (limit[bound] !== undefined && !(bound === 'min' && limit.min === 0))
        terms.push({ kind: 'element', element, bound, limit: limit[bound]!, symbols: [element], named: true })
  const others = new Set<string>()
  for (const lot of lots)
    for (const element of Object.keys(lot.composition))
      if (!(element in target.limits) && element !== target.base) others.add(element)
  if (target.othersEachMax !== undefined)
    for (const element of others)
      terms.push({
        kind: 'element',
        element,
        bound: 'max',
        limit: target.othersEachMax,
        symbols: [element],
      })
  if (target.othersTotalMax !== undefined)
    terms.push({
      kind: 'others',
      element: '',
      bound: 'max',
      limit: target.othersTotalMax,
      symbols: [...others, UNIDENTIFIED],
    })
  return terms
}
