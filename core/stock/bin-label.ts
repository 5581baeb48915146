import type { Lot } from './schema'

/** So many elements stand on a label, and none rarer than this, wt%. */
const MOST = 7
const LEAST_PCT = 0.01

/**
 * What a bin's label says of its metal, the most first; weights are left out, they change with every melt.
 * @returns symbols with wt%, two figures behind the point at most
 * @example labelShares({ Cu: 88.04, Sn: 9.9, Pb: 0.004 }) // [['Cu', 88.04], ['Sn', 9.9]]
 */
export function labelShares(composition: Lot['composition']): [string, number][] {
  return Object.entries(composition)
    .filter(([, pct]) => pct >= LEAST_PCT)
    .sort(([, a], [, b]) => b - a)
    .slice(0, MOST)
    .map(([symbol, pct]) => [symbol, Number(pct.toFixed(2))])
}

/**
 * What stands on a bin's label, in a line: two labels that say the same are the same.
 * @example labelText({ name: 'Tin bar', knowledge: 'certificate', composition: { Sn: 99.9 } }) // 'Tin bar|certificate|Sn 99.9'
 */
export const labelText = ({
  name,
  knowledge,
  composition,
}: Pick<Lot, 'name' | 'knowledge' | 'composition'>): string =>
  [
    name,
    knowledge,
    labelShares(composition)
      .map((one) => one.join(' '))
      .join(' '),
  ]
    .join('|')
    .slice(0, 300)

/**
 * How a bin stands to its label: never printed, says what it said, or says something else by now.
 * @example labelState({ name: 'Tin bar', knowledge: 'certificate', composition: { Sn: 99.9 } }) // 'none'
 */
export function labelState(
  lot: Pick<Lot, 'name' | 'knowledge' | 'composition' | 'labelled'>,
): 'none' | 'same' | 'changed' {
  if (!lot.labelled) return 'none'
  return lot.labelled.text === labelText(lot) ? 'same' : 'changed'
}
