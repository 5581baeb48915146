import { predictMelt, type ChargedLine } from '#core/charge'

/** Elements that leave as vapour rather than into the dross. */
const VOLATILE = ['Zn', 'Mg', 'Cd'] as const

/**
 * Mass expected to leave as fume: what of the volatile metals is not recovered.
 * @param lines what went in, g
 * @param recovery fraction by element
 * @returns g
 */
export function expectedFumeG(lines: readonly ChargedLine[], recovery: Record<string, number>): number {
  const allKept = predictMelt(lines, {})
  return VOLATILE.reduce((sum, symbol) => {
    const grams = (allKept.composition[symbol] ?? 0) * (allKept.tapMassG / 100)
    return sum + grams * (1 - (recovery[symbol] ?? 1))
  }, 0)
}
