import { UNIDENTIFIED, type Composition, type Spread } from '#core/composition'
import type { Measured } from './combine'
import { measuredComposition } from './measured-composition'

/**
 * What a metal is by its assay: what was measured, what was not as predicted, and all that no figure names as its base.
 * A measured sum of 99.3 is the base and rounding, not 0.7 % of something foreign.
 * @param predicted wt%, for elements the method does not see
 * @param base element that makes up the rest
 * @returns adding up to 100 wt% (more only where the others do alone), with spreads of what was measured; the base has
 *   that of the rest
 * @example wholeComposition({ Sn: { pct: 10, sd: 0.1 }, Cu: { pct: 89.3, sd: 0.5 } }, {}, 'Cu').composition.Cu // 90
 */
export function wholeComposition(
  measured: Record<string, Measured>,
  predicted: Composition,
  base: string,
): { composition: Composition; sd: Spread } {
  const composition = measuredComposition(measured)
  const sd: Spread = {}
  for (const [symbol, one] of Object.entries(measured)) if (one.sd > 0 && symbol !== base) sd[symbol] = one.sd
  for (const [symbol, pct] of Object.entries(predicted))
    if (symbol !== UNIDENTIFIED && symbol !== base && !(symbol in measured)) composition[symbol] = pct
  const others = Object.entries(composition).reduce(
    (sum, [symbol, pct]) => sum + (symbol === base ? 0 : pct),
    0,
  )
  composition[base] = Math.max(0, 100 - others)
  return { composition, sd }
}
