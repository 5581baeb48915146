import { baseMetal, nominalOf, type Alloy } from '#core/alloys'
import { judge, measuredComposition, type Measured, type Verdict } from '#core/assay'

/** A library alloy and how far a metal is from it. */
export interface NearAlloy {
  alloy: Alloy
  verdict: Verdict
  /** limits that are broken, and elements that have no place in it */
  broken: number
  /** how far outside, in widths of the limits; 0 for a metal that fits */
  distance: number
}

/** A limit narrower than this is taken as wide, wt%. */
const LEAST_WIDTH = 0.2

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
  const [main] = Object.entries(whole).sort(([, one], [, other]) => other - one)[0] ?? []
  return alloys
    .filter((alloy) => baseMetal(alloy) === main)
    .map((alloy) => {
      const verdict = judge(alloy.limits, measured, alloy.base)
      let distance = 0
      let broken = 0
      for (const [element, { min, max }] of Object.entries(alloy.limits)) {
        const pct = whole[element] ?? measured[element]?.pct
        if (pct === undefined) continue
        const width = Math.max(LEAST_WIDTH, (max ?? 100) - (min ?? 0) < 50 ? (max ?? 0) - (min ?? 0) : 0)
        const over = Math.max(0, (min ?? 0) - pct, pct - (max ?? 100))
        if (over > 0) broken++
        distance += over / width
      }
      // What is there in earnest and has no place in the alloy counts too.
      for (const [element, pct] of Object.entries(whole))
        if (!alloy.limits[element] && element !== alloy.base && pct > LEAST_WIDTH) {
          broken++
          distance += pct
        }
      const centre = Object.entries(nominalOf(alloy)).reduce(
        (sum, [element, pct]) =>
          sum + Math.abs((whole[element] ?? measured[element]?.pct ?? pct) - pct) / 100,
        0,
      )
      return { alloy, verdict, broken, distance: distance + 0.01 * centre }
    })
    .sort((a, b) => a.distance - b.distance)
    .slice(0, count)
}
