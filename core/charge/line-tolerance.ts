import type { Limits } from '#core/alloys'
import { predictMelt, type ChargedLine } from './predict'
import type { ChargeProblem } from './problem'

/** A line is never said to bear more than this share of itself: the rest of the plan was made for its weight. */
const MOST_SHARE = 0.25
const HALVINGS = 24

/**
 * How far one line may be off, everything else weighed as planned, before a limit of the melt breaks.
 * @param lines the charge, g
 * @param index which of them
 * @param limits wt%
 * @returns g to the light and to the heavy side; 0 where the plan already stands at a limit
 * @throws RangeError for a line that is not there
 */
export function lineTolerance(
  lines: readonly ChargedLine[],
  index: number,
  recovery: NonNullable<ChargeProblem['recovery']>,
  limits: Limits,
): { lessG: number; moreG: number } {
  const line = lines[index]
  if (!line) throw new RangeError('no such line')
  const holds = (massG: number) => {
    const { composition } = predictMelt(
      lines.map((other, at) => (at === index ? { ...other, massG } : other)),
      recovery,
    )
    return Object.entries(limits).every(([symbol, { min, max }]) => {
      const pct = composition[symbol] ?? 0
      return pct >= (min ?? 0) * (1 - 1e-6) && pct <= (max ?? 100) * (1 + 1e-6)
    })
  }
  const reach = (side: 1 | -1): number => {
    const most = MOST_SHARE * line.massG
    if (!holds(line.massG)) return 0
    if (holds(line.massG + side * most)) return most
    let low = 0
    let high = most
    for (let halving = 0; halving < HALVINGS; halving++) {
      const middle = (low + high) / 2
      if (holds(line.massG + side * middle)) low = middle
      else high = middle
    }
    return low
  }
  return { lessG: reach(-1), moreG: reach(1) }
}
