import type { Heat } from '#core/heat'
import type { LearnedYield } from './form-yield'
import { planRecovery, type LearningChoice } from './plan-recovery'
import { recoveryDoubts, type LearnedRecovery } from './recovery'

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
 * What the heats leave in doubt of what they taught: one standard deviation by element and by form.
 * @example learnedDoubts(null, [], []) // { recoverySds: {}, yieldSds: {} }
 */
export function learnedDoubts(
  alloy: Heat['alloy'],
  recoveries: readonly LearnedRecovery[],
  yields: readonly LearnedYield[],
): { recoverySds: Record<string, number>; yieldSds: Record<string, number> } {
  const rounded = (sd: number) => Number(sd.toFixed(4))
  return {
    recoverySds: Object.fromEntries(
      Object.entries(recoveryDoubts(alloy, recoveries)).map(([symbol, sd]) => [symbol, rounded(sd)]),
    ),
    yieldSds: Object.fromEntries(
      yields.filter(({ heats }) => heats >= LEAST_HEATS).map(({ form, sd }) => [form, rounded(sd)]),
    ),
  }
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
): Pick<Heat, 'recoveryOverrides' | 'yieldOverrides' | 'recoverySds' | 'yieldSds' | 'losses'> {
  const usual = { recoverySds: undefined, yieldSds: undefined }
  if (choice.losses === 'none') return { recoveryOverrides: {}, yieldOverrides: {}, ...usual, losses: 'none' }
  const learned = choice.useLearned
  return {
    ...usual,
    ...(learned ? learnedDoubts(alloy, recoveries, yields) : {}),
    recoveryOverrides: planRecovery(alloy, recoveries, choice),
    yieldOverrides: { ...(choice.useLearned ? learnedYields(yields) : {}), ...choice.overruledYield },
  }
}
