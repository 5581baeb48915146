import { predictMelt, type ChargedLine } from '#core/charge'

/** Elements that leave as vapour rather than into the dross. */
export const VOLATILE: readonly string[] = ['Zn', 'Mg', 'Cd']
/** Doubt of each part of the loss, as a share of it. Engineering estimates. */
const DOUBT = { yield: 0.5, solid: 0.5, fume: 0.5, measuredFume: 0.25 }

/** What is expected not to come out as metal, g. */
export interface ExpectedLoss {
  /** paint, oil, oxide and dirt that the metallic yields leave out */
  yieldG: number
  /** metal that goes into the dross */
  solidG: number
  /** metal that goes up as vapour */
  fumeG: number
  /** one standard deviation of all together */
  sdG: number
}

/**
 * Loss to be expected of a charge: what its yields leave out, what does not stay of its elements, and what of the
 * volatile ones the assay shows to be gone.
 * @param lines what went in, g
 * @param recovery fraction by element
 * @param measured wt% of what was poured, where it was measured
 * @param metalG metal found again, dross aside; 0 while nothing was weighed
 * @param loggedZincG zinc that the furnace log speaks for having gone up, where it was not measured
 * @source arithmetic; the doubts are engineering estimates
 */
export function expectedLoss(
  lines: readonly ChargedLine[],
  recovery: Record<string, number>,
  measured: Readonly<Record<string, { pct: number; below?: number | undefined }>> = {},
  metalG = 0,
  loggedZincG: number | null = null,
): ExpectedLoss {
  const yieldG = lines.reduce((sum, { massG, lot }) => sum + massG * (1 - (lot.metallicYield ?? 1)), 0)
  const whole = predictMelt(lines, {})
  let solidG = 0
  let fumeG = 0
  let variance = (DOUBT.yield * yieldG) ** 2
  for (const [symbol, pct] of Object.entries(whole.composition)) {
    const broughtG = (pct * whole.tapMassG) / 100
    const expectedG = broughtG * (1 - (recovery[symbol] ?? 1))
    if (!VOLATILE.includes(symbol)) {
      solidG += expectedG
      continue
    }
    const seen = measured[symbol]
    const known = seen && seen.below === undefined && metalG > 0
    const logged = symbol === 'Zn' ? Math.min(broughtG, loggedZincG ?? 0) : 0
    const goneG = known ? Math.max(0, broughtG - (seen.pct * metalG) / 100) : Math.max(expectedG, logged)
    fumeG += goneG
    variance += ((known ? DOUBT.measuredFume : DOUBT.fume) * goneG) ** 2
  }
  variance += (DOUBT.solid * solidG) ** 2
  return { yieldG, solidG, fumeG, sdG: Math.sqrt(variance) }
}
