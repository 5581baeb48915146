/**
 * Whose losses a heat is planned with: the usual estimates, what the yard's heats taught, none at all, or figures of
 * one's own.
 */
export const LOSS_WAYS = ['usual', 'learned', 'none', 'own'] as const
export type LossWay = (typeof LOSS_WAYS)[number]
