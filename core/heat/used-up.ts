import type { Heat } from './schema'

/**
 * Lots a heat is to use up, where that is its aim: stored as "least virgin metal" with a list of lots.
 * @returns ids; null where the heat has another aim
 * @example usedUpLots({ objective: 'cost', useUp: ['a'] }) // null
 */
export const usedUpLots = ({
  objective,
  useUp,
}: Pick<Heat, 'objective' | 'useUp'>): readonly string[] | null =>
  objective === 'virgin' && useUp ? useUp : null
