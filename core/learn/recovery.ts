import type { Heat } from '#core/heat'
import { alloyRecovery, LOSS_FAMILIES, lossFamily } from '#core/families'
import { seenRecoveries, type SeenRecovery } from './heats'
import { learn, ordinary, type Learned } from './posterior'

/** Spread of a recovery to begin with, and among heats of one yard, as fractions. Engineering estimates. */
const PRIOR_SD = 0.02
const HEAT_TO_HEAT = 0.01
/** Volatile elements differ more. */
const VOLATILE: Readonly<Record<string, { prior: number; heats: number }>> = {
  Zn: { prior: 0.03, heats: 0.015 },
  Mg: { prior: 0.05, heats: 0.03 },
  P: { prior: 0.15, heats: 0.1 },
}
export interface LearnedRecovery extends Learned {
  /** of alloys that lose their elements alike */
  family: string
  element: string
  /** the heats behind it */
  seen: SeenRecovery[]
  /** heats too far from the rest to be ordinary */
  setAside: SeenRecovery[]
}

/**
 * Recovery of each element in each family of alloys, as the yard's own heats show it.
 * @param heats of the yard; those not logged, weighed and measured show nothing
 * @param cover only heats under this cover; all where none is told
 * @returns only what at least one heat shows; one heat alone leaves the prior as it was
 * @source priors in data/families.json; the spreads are engineering estimates
 */
export function learnRecovery(heats: readonly Heat[], cover?: string): LearnedRecovery[] {
  const result: LearnedRecovery[] = []
  for (const { id: family } of LOSS_FAMILIES) {
    const members = heats.filter(({ alloy }) => alloy && lossFamily(alloy) === family)
    const first = members.find(({ alloy }) => alloy)
    if (!first?.alloy) continue
    const priors = alloyRecovery(first.alloy)
    const seen = members.flatMap(seenRecoveries).filter((one) => cover === undefined || one.cover === cover)
    for (const element of new Set(seen.map((one) => one.element))) {
      const { prior: priorSd, heats: among } = VOLATILE[element] ?? { prior: PRIOR_SD, heats: HEAT_TO_HEAT }
      const prior = { value: priors[element] ?? 1, sd: priorSd }
      const { kept, setAside } = ordinary(
        prior,
        seen.filter((one) => one.element === element),
        among,
      )
      const learned = learn(prior, kept, among)
      result.push({
        ...learned,
        value: Math.min(1, learned.value),
        family,
        element,
        seen: kept,
        setAside,
      })
    }
  }
  return result
}

/** What was learned of an alloy's family from at least two heats. */
function taughtOf(alloy: Heat['alloy'], learned: readonly LearnedRecovery[]): LearnedRecovery[] {
  const family = alloy && lossFamily(alloy)
  return learned.filter((one) => one.family === family && one.heats >= 2)
}

/** The recoveries to plan an alloy with: what was learned of its family from at least two heats. */
export function recoveryFor(
  alloy: Heat['alloy'],
  learned: readonly LearnedRecovery[],
): Record<string, number> {
  return Object.fromEntries(
    taughtOf(alloy, learned).map(({ element, value }) => [element, Number(value.toFixed(4))]),
  )
}

/**
 * How far the recovery of a single heat may be off that an alloy is planned with, as a fraction: what is left of the
 * doubt about the yard's own figure, and what heats differ by among themselves.
 * @returns by element, of those learned from at least two heats
 * @example recoveryDoubts(gunmetal, []) // {}
 */
export function recoveryDoubts(
  alloy: Heat['alloy'],
  learned: readonly LearnedRecovery[],
): Record<string, number> {
  return Object.fromEntries(
    taughtOf(alloy, learned).map(({ element, sd }) => [
      element,
      Math.hypot(sd, VOLATILE[element]?.heats ?? HEAT_TO_HEAT),
    ]),
  )
}
