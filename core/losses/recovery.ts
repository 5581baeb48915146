import { baseMetal, nominalWhole, type Alloy } from '#core/alloys'
import table from '#data/recovery.json'

export const RECOVERY_SOURCE = table.source

/** How much zinc the steps of the copper alloys' recovery reach to, wt%. */
export const ZINC_STEPS: readonly number[] = table.zincInCopper.map(({ upToPct }) => upToPct)

export interface RecoveryPrior {
  /** fraction of the element that ends in the melt, 0–1 */
  value: number
  source: string
}

/**
 * Fraction of each element expected to end in the melt, at normal superheat under a cover with a short hold.
 * @param base the base metal; one the table does not hold gets no losses
 * @param zincPct zinc wanted in the melt, wt%; copper alloys burn more of it the more they hold
 * @returns element → fraction with its source; an element without an entry is taken as 1
 * @source engineering estimates in data/recovery.json; measured heats are to replace them
 * @example recoveryPriors('Cu', 2).Zn.value // 0.97
 */
export function recoveryPriors(base: string, zincPct: number): Record<string, RecoveryPrior> {
  const family = (table.metals as Record<string, Record<string, number>>)[base] ?? {}
  const priors: Record<string, RecoveryPrior> = {}
  for (const [symbol, value] of Object.entries(family)) priors[symbol] = { value, source: table.source }
  if (base === 'Cu') {
    const step = table.zincInCopper.find(({ upToPct }) => zincPct <= upToPct)
    priors.Zn = { value: (step ?? table.zincInCopper.at(-1)!).value, source: table.source }
  }
  return priors
}

/**
 * Recoveries to plan an alloy with, by the metal it holds most of and the zinc it wants.
 * @returns fraction by element
 * @source recoveryPriors
 * @example alloyRecovery(cartridgeBrass).Zn // 0.95
 */
export function alloyRecovery(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>): Record<string, number> {
  const priors = recoveryPriors(baseMetal(alloy), zincWanted(alloy))
  return Object.fromEntries(Object.entries(priors).map(([symbol, { value }]) => [symbol, value]))
}

/**
 * The least zinc an alloy allows, wt%: its own limit, or, where zinc is what its specification calls the rest, what all
 * its others at their most leave.
 * @returns null where nothing is asked
 * @example zincLeast(cartridgeBrass) // 27.88
 */
export function zincLeast({
  base,
  limits,
  othersTotalMax = 0,
}: Pick<Alloy, 'limits' | 'base' | 'othersTotalMax'>): number | null {
  if (limits.Zn?.min !== undefined) return limits.Zn.min
  if (base !== 'Zn') return null
  const others = Object.values(limits).reduce((sum, { max = 100 }) => sum + max, othersTotalMax)
  return others < 100 ? Number((100 - others).toFixed(4)) : null
}

/** Zinc an alloy aims at, else the most it allows, wt%. */
export function zincWanted(alloy: Pick<Alloy, 'limits' | 'nominal' | 'base'>): number {
  return nominalWhole(alloy).Zn ?? alloy.limits.Zn?.max ?? 0
}
