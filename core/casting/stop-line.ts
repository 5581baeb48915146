import { gatingMass } from './metal-needed'
import { interruptedAt } from './pouring'
import type { MetalNeed } from './schema'

/** So much of the gates is full before the casting begins to fill, where it is let in from below. Engineering judgement. */
const GATES_FIRST = 0.5

/**
 * Where to look for the line of a pour that was broken off.
 * @param stoppedAtG in the mould by then, g
 * @returns mm over the bottom of the casting; null where its height or weight is not told, or no line is left
 * @source interruptedAt, with half of the gates filled first
 * @example stopLine({ castingsG: 1000, gatingPct: 20, allowancePct: 10, heelG: 0, castingMm: 80 }, 600) // 40
 */
export function stopLine(need: MetalNeed | null, stoppedAtG: number | null | undefined): number | null {
  if (!need?.castingMm || !need.castingsG || !stoppedAtG) return null
  return interruptedAt({
    pouredG: stoppedAtG,
    firstG: GATES_FIRST * gatingMass(need),
    castingG: need.castingsG,
    castingMm: need.castingMm,
  })
}
