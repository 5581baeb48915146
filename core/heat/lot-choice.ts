import type { LotChoice } from './schema'

/** A lot nothing was said of: the plan takes of it what it wants. */
const FREE: LotChoice = { use: true, capG: null, lockG: null }

/**
 * What is said of a lot in a heat; what is not said is left to the plan.
 * @example lotChoice({ lockG: 180 }) // { use: true, capG: null, lockG: 180 }
 */
export const lotChoice = (said: Partial<LotChoice> = {}): LotChoice => ({ ...FREE, ...said })
