import { UNIDENTIFIED, unidentifiedPct } from '#core/composition'
import type { ChargeLot, ChargeProblem } from './problem'

/** What one gram of a lot brings to the melt, after metallic yield and recovery. */
export interface MeltCoefficients {
  /** grams of melt per gram charged */
  meltPerG: number
  /** centigrams of each element in the melt per gram charged (yield × wt% × recovery), "?" included */
  elementPct: Record<string, number>
  /** the same of each element's standard deviation */
  sdPct: Record<string, number>
}

/**
 * What one gram of a lot brings to the melt.
 * @param lot composition in wt%, metallic yield 0–1 (1 when not given)
 * @param recovery fraction by element (1 when not given)
 */
export function meltCoefficients(
  lot: Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'>,
  recovery: NonNullable<ChargeProblem['recovery']>,
): MeltCoefficients {
  const metallicYield = lot.metallicYield ?? 1
  const elementPct: Record<string, number> = {}
  let total = 0
  const add = (symbol: string, pct: number) => {
    const contribution = metallicYield * pct * (recovery[symbol] ?? 1)
    if (contribution <= 0) return
    elementPct[symbol] = contribution
    total += contribution
  }
  for (const [symbol, pct] of Object.entries(lot.composition)) add(symbol, pct)
  const unnamed = unidentifiedPct(lot.composition)
  if (unnamed > 1e-9) add(UNIDENTIFIED, unnamed)
  const sdPct: Record<string, number> = {}
  for (const [symbol, sd] of Object.entries(lot.sd ?? {}))
    if (sd > 0) sdPct[symbol] = metallicYield * sd * (recovery[symbol] ?? 1)
  return { meltPerG: total / 100, elementPct, sdPct }
}
