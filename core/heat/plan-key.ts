import { shortMark } from './short-mark'
import type { Heat } from './schema'

/**
 * A short mark of all that a heat decides about its plan. A plan made under another mark is no longer the plan of the
 * heat as it stands.
 * @returns the same text for the same decisions
 */
export function planKey(heat: Heat): string {
  const { alloy, tapMassG, objective, confidence, confidenceOf, maxLots, tapTolerancePct, lineShare } = heat
  const { useUp, losses, recoveryOverrides, yieldOverrides, choices } = heat
  const text = JSON.stringify([
    [alloy?.limits, alloy?.base, alloy?.othersEachMax, alloy?.othersTotalMax, tapMassG],
    [objective, confidence, confidenceOf, maxLots, tapTolerancePct, lineShare],
    [losses, recoveryOverrides, yieldOverrides],
    Object.entries(choices).sort(([a], [b]) => (a < b ? -1 : 1)),
    ...(useUp?.length ? [useUp] : []),
  ])
  return shortMark(text)
}
