import type { Heat } from './schema'

/**
 * A short mark of all that a heat decides about its plan. A plan made under another mark is no longer the plan of the
 * heat as it stands.
 * @returns the same text for the same decisions
 * @source cyrb53, a 53-bit string hash in the public domain; from memory
 */
export function planKey(heat: Heat): string {
  const { alloy, tapMassG, objective, confidence, confidenceOf, maxLots, tapTolerancePct, lineShare } = heat
  const { losses, recoveryOverrides, yieldOverrides, choices } = heat
  const text = JSON.stringify([
    [alloy?.limits, alloy?.base, alloy?.othersEachMax, alloy?.othersTotalMax, tapMassG],
    [objective, confidence, confidenceOf, maxLots, tapTolerancePct, lineShare],
    [losses, recoveryOverrides, yieldOverrides],
    Object.entries(choices).sort(([a], [b]) => (a < b ? -1 : 1)),
  ])
  let h1 = 0xdeadbeef
  let h2 = 0x41c6ce57
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at)
    h1 = Math.imul(h1 ^ code, 2654435761)
    h2 = Math.imul(h2 ^ code, 1597334677)
  }
  h1 = Math.imul(h1 ^ (h1 >>> 16), 2246822507) ^ Math.imul(h2 ^ (h2 >>> 13), 3266489909)
  h2 = Math.imul(h2 ^ (h2 >>> 16), 2246822507) ^ Math.imul(h1 ^ (h1 >>> 13), 3266489909)
  return (4294967296 * (2097151 & h2) + (h1 >>> 0)).toString(36)
}
