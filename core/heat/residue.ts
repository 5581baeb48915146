import type { Composition } from '#core/composition'
import type { Heat } from './schema'
import { heatSummary } from './summary'

/** What an earlier heat left in a crucible. */
export interface Residue {
  heatId: string
  number: number
  alloy: string
  practice: string | null
  /** skull written down, g; null where nothing was */
  massG: number | null
  /** wt%, measured where it was, else predicted */
  composition: Composition
}

/** Heats of a crucible that are in the ledger, in the order they were logged. */
function loggedIn(heats: readonly Heat[], { id, crucibleId }: Pick<Heat, 'id' | 'crucibleId'>): Heat[] {
  if (!crucibleId) return []
  return heats
    .filter((one) => one.id !== id && one.crucibleId === crucibleId && one.loggedAt)
    .sort((a, b) => (a.loggedAt! < b.loggedAt! ? -1 : 1))
}

/**
 * What the last heat in a heat's crucible left there.
 * @returns null where the crucible has had none, or none was chosen
 */
export function residueFor(heat: Heat, heats: readonly Heat[]): Residue | null {
  const last = loggedIn(heats, heat)
    .filter(({ loggedAt }) => !heat.loggedAt || loggedAt! < heat.loggedAt)
    .at(-1)
  if (!last) return null
  const { predicted, measured } = heatSummary(last)
  const { '?': _, ...composition } = predicted.composition
  for (const [symbol, { pct }] of Object.entries(measured)) composition[symbol] = pct
  return {
    heatId: last.id,
    number: last.number,
    alloy: last.alloy?.name ?? '',
    practice: last.alloy?.practice ?? null,
    massG: last.pour.skullG,
    composition,
  }
}

/** Other heats not yet poured that are planned in the same crucible. */
export function sharingPot(heat: Heat, heats: readonly Heat[]): Heat[] {
  if (!heat.crucibleId || heat.loggedAt) return []
  return heats.filter((one) => one.id !== heat.id && !one.loggedAt && one.crucibleId === heat.crucibleId)
}
