import { zincWanted } from '#core/alloys'
import { factsOf, metalFacts, metalOf, type Composed } from './family'
import { METALS, type FamilyMetal, type MetalFacts } from './schema'
import { TABLE } from './table'

export const RECOVERY_SOURCE = TABLE.recoverySource

/** Kinds of alloy that lose their elements alike, by name, and the most zinc each wants, wt%. */
export const LOSS_FAMILIES: readonly { id: string; zincUpToPct: number }[] = METALS.flatMap(
  (metal) => metalFacts(metal).lossFamilies,
)

/**
 * The kind of alloys that lose their elements alike: the base metal, and for copper how much zinc.
 * @returns null where none is learned from
 * @example lossFamily(gunmetal) // 'Cu-low-zinc'
 */
export function lossFamily(alloy: Composed): string | null {
  const facts = factsOf(alloy)
  return (facts && withZinc(facts, zincWanted(alloy))?.id) ?? null
}

/** The kind of a metal's alloys that so much zinc makes it. */
const withZinc = ({ lossFamilies }: MetalFacts, zincPct: number) =>
  lossFamilies.find(({ zincUpToPct }) => zincPct <= zincUpToPct)

/**
 * Fraction of each element expected to end in a melt, at normal superheat under a cover with a short hold.
 * @param zincPct zinc wanted in the melt, wt%; copper alloys burn more of it the more they hold
 * @returns fraction by element, 0–1; an element without an entry is taken as 1
 * @source engineering estimates in data/families.json; measured heats are to replace them
 * @example recoveryPriors('Cu', 2).Zn // 0.97
 */
export function recoveryPriors(metal: FamilyMetal, zincPct: number): Record<string, number> {
  const facts = metalFacts(metal)
  const zinc = withZinc(facts, zincPct)?.zinc
  return { ...facts.recovery, ...(zinc === undefined ? {} : { Zn: zinc }) }
}

/**
 * Recoveries to plan an alloy with, by the metal it holds most of and the zinc it wants.
 * @returns fraction by element; none for a metal that no practice is known for, which is told where it is chosen
 * @source recoveryPriors
 * @example alloyRecovery(cartridgeBrass).Zn // 0.95
 */
export function alloyRecovery(alloy: Composed): Record<string, number> {
  const metal = metalOf(alloy)
  return metal ? recoveryPriors(metal, zincWanted(alloy)) : {}
}
