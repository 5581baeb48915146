import type { Heat } from '#core/heat'
import type { LearnedYield } from './form-yield'
import { planRecovery, type LearningChoice } from './plan-recovery'
import type { LearnedRecovery } from './recovery'

/** What the person decided about losses for the yard as a whole. */
export interface LossChoice extends LearningChoice {
  losses?: 'none' | undefined
  overruledYield?: Readonly<Record<string, number>> | undefined
}

/** Heats a learned yield must stand on before plans use it. */
const LEAST_HEATS = 2

/** Metallic yields to plan with in place of the usual ones: those that at least two heats show. Fraction by form. */
export function learnedYields(learned: readonly LearnedYield[]): Record<string, number> {
  return Object.fromEntries(
    learned
      .filter(({ heats }) => heats >= LEAST_HEATS)
      .map(({ form, value }) => [form, Number(value.toFixed(4))]),
  )
}

/**
 * The losses a heat is planned with by the yard's own way: usual, learned or none, and over them what was told by hand.
 * @returns what it writes into the heat
 */
export function planLosses(
  alloy: Heat['alloy'],
  recoveries: readonly LearnedRecovery[],
  yields: readonly LearnedYield[],
  choice: LossChoice,
): Pick<Heat, 'recoveryOverrides' | 'yieldOverrides' | 'losses'> {
  if (choice.losses === 'none') return { recoveryOverrides: {}, yieldOverrides: {}, losses: 'none' }
  return {
    recoveryOverrides: planRecovery(alloy, recoveries, choice),
    yieldOverrides: { ...(choice.useLearned ? learnedYields(yields) : {}), ...choice.overruledYield },
  }
}
