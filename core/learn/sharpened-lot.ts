import { roundShares, sumPct } from '#core/composition'
import type { Lot } from '#core/stock'
import type { SharperShare } from './sharpen-lots'

const DIGITS = 3

/**
 * A lot with one share as its heats taught it; the largest other share makes up the difference, so that what was
 * named before is named still, and no more. Where the largest is too small for that, the others give way in proportion.
 * @param share what was learned, wt%
 */
export function sharpenedLot(lot: Lot, { element, after }: Pick<SharperShare, 'element' | 'after'>): Lot {
  const value = Math.min(100, Number(after.value.toPrecision(DIGITS)))
  const { [element]: before = 0, ...others } = lot.composition
  const [largest] = Object.entries(others).sort(([, a], [, b]) => b - a)
  if (largest) others[largest[0]] = Math.max(0, largest[1] - (value - before))
  const room = 100 - value
  const rest = sumPct(others)
  if (rest > room) for (const symbol of Object.keys(others)) others[symbol]! *= room / rest
  return {
    ...lot,
    composition: roundShares({ ...lot.composition, ...others, [element]: value }, 8),
    sd: { ...lot.sd, [element]: Math.min(100, Number(after.sd.toPrecision(DIGITS))) },
  }
}
