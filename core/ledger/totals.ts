import { totalG } from '#core/lists'
import type { Heat } from '#core/heat'

export interface LedgerTotals {
  /** all that was weighed in, g */
  chargeG: number
  /** all that became ingots and castings, g */
  tappedG: number
}

/** What many heats melted and tapped together; a heat that nothing was weighed into does not count. */
export function ledgerTotals(heats: readonly Heat[]): LedgerTotals {
  const totals = { chargeG: 0, tappedG: 0 }
  for (const { weighed, pour } of heats) {
    const chargeG = totalG(weighed)
    if (!(chargeG > 0)) continue
    totals.chargeG += chargeG
    totals.tappedG += totalG(pour.ingots) + (pour.castingsG ?? 0)
  }
  return totals
}
