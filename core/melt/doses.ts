/** A dose and what it was reckoned from. Masses in g, shares in % of the charge. */
export interface Dose {
  lowG: number
  highG: number
  shareLowPct: number
  shareHighPct: number
  source: string
}

/**
 * A dose as a share of the charge.
 * @example doseOfCharge(2000, 0.5, 1, 'common practice').highG // 20
 */
export function doseOfCharge(
  chargeG: number,
  shareLowPct: number,
  shareHighPct: number,
  source: string,
): Dose {
  return {
    lowG: (chargeG * shareLowPct) / 100,
    highG: (chargeG * shareHighPct) / 100,
    shareLowPct,
    shareHighPct,
    source,
  }
}

/**
 * Phosphorus that a dose of phosphor copper adds, before any of it is spent.
 * @param sharePct phosphor copper, % of the charge
 * @param phosphorusPct P in the phosphor copper, wt%
 * @returns wt% of the melt
 * @source foundry handbooks; from memory
 * @example phosphorusAdded(0.125, 15) // 0.01875
 */
export function phosphorusAdded(sharePct: number, phosphorusPct: number): number {
  return (sharePct * phosphorusPct) / 100
}
