import { baseMetal, outsideOf, type Alloy, type Outside } from '#core/alloys'
import { judge, measuredComposition, type Measured } from '#core/assay'
import { mainElement } from '#core/composition'
import { probabilityInSpec, predictMelt, type ChargedLine } from '#core/charge'

/** A library alloy and how far a metal is from it. */
export interface NearAlloy extends Outside {
  alloy: Alloy
  /** how likely it is that the metal is inside, as far as it is known; 0–1 */
  odds: number
}

/**
 * Alloys of the library nearest to a measured metal: those it fits first, then by how far outside it lies. Only alloys
 * of the same metal come into question: copper with some aluminium in it is near no aluminium alloy.
 * @param measured wt% with spread
 * @param rest element that the reading leaves as the rest, where it was not read itself
 * @source engineering judgement: distance is the sum over limits of the overstep in widths of that limit
 */
export function nearestAlloys(
  measured: Readonly<Record<string, Measured>>,
  alloys: readonly Alloy[],
  rest?: string,
  count = 4,
): NearAlloy[] {
  const whole = measuredComposition(measured, rest)
  const main = mainElement(whole)
  return alloys
    .filter((alloy) => baseMetal(alloy) === main)
    .map((alloy) => {
      const { limits } = judge(alloy.limits, measured, alloy.base)
      const pctOf = (symbol: string) => whole[symbol] ?? measured[symbol]?.pct
      const outside = outsideOf(alloy, pctOf, whole)
      const held = limits.reduce((odds, { probability = 1 }) => odds * probability, 1)
      return { alloy, ...outside, odds: outside.strangers > 0 ? 0 : held }
    })
    .sort((a, b) => a.distance - b.distance)
    .slice(0, count)
}

/**
 * Alloys of the library nearest to what a charge is predicted to become, with how often such a melt is inside them.
 * What is in no lot is taken as not in the melt.
 * @param lines what goes in, with the spread of each lot
 * @param recovery fraction by element
 * @returns none for a charge whose metal the library does not have
 * @source outsideOf and probabilityInSpec
 * @example nearestPredicted([], {}, [gunmetal]) // []
 */
export function nearestPredicted(
  lines: readonly ChargedLine[],
  recovery: Readonly<Record<string, number>>,
  alloys: readonly Alloy[],
  count = 4,
): NearAlloy[] {
  const { '?': _, ...whole } = predictMelt(lines, recovery).composition
  const main = mainElement(whole)
  return alloys
    .filter((alloy) => baseMetal(alloy) === main)
    .map((alloy) => ({ alloy, ...outsideOf(alloy, (symbol) => whole[symbol] ?? 0, whole) }))
    .sort((a, b) => a.distance - b.distance)
    .slice(0, count)
    .map((near) => ({
      ...near,
      odds: near.strangers > 0 ? 0 : (probabilityInSpec(lines, recovery, near.alloy.limits) ?? 0),
    }))
}
