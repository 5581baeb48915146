import type { Alloy } from './schema'

/**
 * Whether an alloy says what its metal may hold: what a melt became that aimed at nothing does not.
 * @example hasLimits({ limits: {} }) // false
 */
export const hasLimits = ({ limits }: Pick<Alloy, 'limits'>): boolean => Object.keys(limits).length > 0
