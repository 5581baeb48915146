import { lossFamily } from '#core/families'
import type { Heat } from '#core/heat'
import { recoveryFor, type LearnedRecovery } from './recovery'

/** What the person decided about learning. */
export interface LearningChoice {
  useLearned?: boolean | undefined
  overruledRecovery?: Readonly<Record<string, number>> | undefined
}

/**
 * The name of one recovery in the settings.
 * @example recoveryKey('Al', 'Mg') // 'Al/Mg'
 */
export const recoveryKey = (family: string, element: string): string => `${family}/${element}`

/** Recoveries to overrule the priors with in a plan: what was learned where that is wanted, and what was told by hand. */
export function planRecovery(
  alloy: Heat['alloy'],
  learned: readonly LearnedRecovery[],
  { useLearned, overruledRecovery = {} }: LearningChoice,
): Record<string, number> {
  const family = alloy && lossFamily(alloy)
  const told = Object.entries(overruledRecovery).flatMap(([key, value]) => {
    const [of, element] = key.split('/')
    return of === family && element ? [[element, value] as const] : []
  })
  return { ...(useLearned ? recoveryFor(alloy, learned) : {}), ...Object.fromEntries(told) }
}
