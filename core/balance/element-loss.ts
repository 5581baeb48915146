import type { ChargedLine } from '#core/charge'
import { expectedLoss } from './expected-loss'

/**
 * Mass expected to leave as fume: what of the volatile metals is not recovered.
 * @param lines what went in, g
 * @param recovery fraction by element
 * @returns g
 */
export const expectedFumeG = (lines: readonly ChargedLine[], recovery: Record<string, number>): number =>
  expectedLoss(lines, recovery).fumeG
