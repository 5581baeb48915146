import { UNIDENTIFIED } from '#core/composition'
import type { ChargeLot, ChargeProblem } from './problem'

/** Contribution of one gram of a lot to the melt, after metallic yield and recovery. */
export interface MeltCoefficients {
  /** Grams of melt per gram charged. */
  meltPerG: number
  /** Centigrams of each element in the melt per gram charged (yield × wt% × recovery), "?" included. */
  elementPct: Record<string, number>
  /** The same for each element's standard deviation. */
  sdPct: Record<string, number>
}

/**
 * Returns the contribution of one gram of a lot to the melt.
 * @param lot composition in wt%, metallic yield 0–1 (1 when left out)
 * @param recovery fraction by element (1 when left out)
 */
export function meltCoefficients(
  lot: Pick<ChargeLot, 'composition' | 'metallicYield' | 'sd'>,
  recovery: NonNullable<ChargeProblem['recovery']>,
): MeltCoefficients {
  const metallicYield = lot.metallicYield ?? 1
  const elementPct: Record<string, number> = {}
  let total = 0
  let named = 0
  // Plain loops: this runs for every lot at every keystroke.
  for (const symbol in lot.composition) {
    const pct = lot.composition[symbol]!
    named += pct
    const contribution = metallicYield * pct * (recovery[symbol] ?? 1)
    if (contribution <= 0) continue
    elementPct[symbol] = contribution
    total += contribution
  }
  const unnamed = (100 - named) * metallicYield * (recovery[UNIDENTIFIED] ?? 1)
  if (100 - named > 1e-9 && unnamed > 0) {
    elementPct[UNIDENTIFIED] = unnamed
    total += unnamed
  }
  const sdPct: Record<string, number> = {}
  for (const symbol in lot.sd) {
    const sd = lot.sd[symbol]!
    if (sd > 0) sdPct[symbol] = metallicYield * sd * (recovery[symbol] ?? 1)
  }
  return { meltPerG: total / 100, elementPct, sdPct }
}
