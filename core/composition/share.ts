/** Element → mass percent; the schema that guards it is in schema.ts. */
export type Composition = Record<string, number>
export type Spread = Record<string, number>

/**
 * Sum of the named elements.
 * @returns mass percent
 * @example sumPct({ Cu: 88, Sn: 10 }) // 98
 */
export function sumPct(composition: Composition): number {
  return Object.values(composition).reduce((sum, pct) => sum + pct, 0)
}

/**
 * The share nobody has named.
 * @returns mass percent, 0 or more
 * @example unidentifiedPct({ Cu: 88, Sn: 10 }) // 2
 */
export function unidentifiedPct(composition: Composition): number {
  return Math.max(0, 100 - sumPct(composition))
}
