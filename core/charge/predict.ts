import type { Limits } from '#core/alloys'
import { meltCoefficients } from './melt-coefficients'
import { normalCdf } from './normal'
import type { ChargeLot, ChargeProblem } from './problem'

export interface ChargedLine {
  massG: number
  lot: Pick<
    ChargeLot,
    'id' | 'composition' | 'metallicYield' | 'metallicYieldSd' | 'sd' | 'group' | 'weighErrorG'
  > &
    Partial<Pick<ChargeLot, 'pricePerKg'>>
}

/** Where an element of the melt came from: grams brought by each lot. */
export type ElementSources = Record<string, { lot: string; massG: number }[]>

export interface MeltPrediction {
  chargeMassG: number
  tapMassG: number
  /** wt% of the melt; "?" for the unidentified share */
  composition: Record<string, number>
  /** one standard deviation, wt% */
  sd: Record<string, number>
  sources: ElementSources
}

/**
 * Melt that a weighed charge gives: every element followed from lot to melt through yield and recovery,
 * spreads added as independent.
 * @param lines what goes in, g
 * @param recovery fraction by element
 * @returns tap mass in g, composition and spread in wt%; an empty charge gives 0 g and no composition
 */
export function predictMelt(
  lines: readonly ChargedLine[],
  recovery: NonNullable<ChargeProblem['recovery']>,
): MeltPrediction {
  const elementG: Record<string, number> = {}
  const variance: Record<string, number> = {}
  const sources: ElementSources = {}
  let chargeMassG = 0
  for (const { massG, lot } of lines) {
    if (massG <= 0) continue
    const { elementPct, sdPct } = meltCoefficients(lot, recovery)
    chargeMassG += massG
    for (const [symbol, pct] of Object.entries(elementPct)) {
      const grams = (massG * pct) / 100
      elementG[symbol] = (elementG[symbol] ?? 0) + grams
      ;(sources[symbol] ??= []).push({ lot: lot.id, massG: grams })
    }
    for (const [symbol, sd] of Object.entries(sdPct))
      variance[symbol] = (variance[symbol] ?? 0) + (massG * sd) ** 2
  }
  const tapMassG = Object.values(elementG).reduce((sum, grams) => sum + grams, 0)
  const composition: Record<string, number> = {}
  const sd: Record<string, number> = {}
  if (tapMassG > 0) {
    for (const [symbol, grams] of Object.entries(elementG)) composition[symbol] = (100 * grams) / tapMassG
    for (const [symbol, value] of Object.entries(variance)) sd[symbol] = Math.sqrt(value) / tapMassG
  }
  for (const list of Object.values(sources)) list.sort((a, b) => b.massG - a.massG)
  return { chargeMassG, tapMassG, composition, sd, sources }
}

/** How much of the doubt about one element lies inside its limit. A sharp value counts 0 or 1. */
export function probabilityInLimit(
  value: number,
  sd: number,
  limit: { min?: number | undefined; max?: number | undefined },
): number {
  const min = limit.min ?? -Infinity
  const max = limit.max ?? Infinity
  if (sd <= 0) return value >= min - 1e-9 && value <= max + 1e-9 ? 1 : 0
  return normalCdf((max - value) / sd) - normalCdf((min - value) / sd)
}

/**
 * Probability that every limit holds at once, elements taken as independent and normal.
 * @param composition wt%
 * @param sd one standard deviation, wt%; missing is 0
 * @returns 0–1
 */
export function probabilityInLimits(
  composition: Record<string, number>,
  sd: Record<string, number>,
  limits: Limits,
): number {
  let probability = 1
  for (const [symbol, limit] of Object.entries(limits))
    probability *= probabilityInLimit(composition[symbol] ?? 0, sd[symbol] ?? 0, limit)
  return probability
}
