import type { Heat } from './schema'

/**
 * Whether a heat takes what its lots give: it aims at nothing, and nothing has named it yet.
 * @example comesAsItIs({ asItComes: { practice: null, namedAt: null }, loggedAt: null }) // true
 */
export const comesAsItIs = ({ asItComes, loggedAt }: Pick<Heat, 'asItComes' | 'loggedAt'>): boolean =>
  !!asItComes && asItComes.namedAt === null && loggedAt === null
