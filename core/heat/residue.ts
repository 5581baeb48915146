import type { ChargeLot } from '#core/charge'
import type { Composition } from '#core/composition'
import type { Gear } from '#core/gear'
import { heatsIn } from './heats-in'
import { pouredAt, washedSince } from './pot-story'
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
  /** told to be still in the crucible, g: it is counted in the next plan; null where that was not told */
  stayedG: number | null
  /** wt%, measured where it was, else predicted */
  composition: Composition
}

/**
 * What the last heat in a heat's crucible left there.
 * @param gear of the yard: a wash heat told of the crucible took it out
 * @returns null where the crucible has had none since it was washed out, or none was chosen
 */
export function residueFor(heat: Heat, heats: readonly Heat[], gear: readonly Gear[]): Residue | null {
  if (!heat.crucibleId) return null
  const last = heatsIn(heats, heat.crucibleId).findLast(
    ({ id, loggedAt }) => id !== heat.id && (!heat.loggedAt || loggedAt < heat.loggedAt),
  )
  if (!last) return null
  const crucible = gear.find(({ id }) => id === heat.crucibleId)
  if (crucible?.type === 'crucible' && washedSince(crucible, pouredAt(last))) return null
  const { predicted, measured } = heatSummary(last)
  const { '?': _, ...composition } = predicted.composition
  for (const [symbol, { pct }] of Object.entries(measured)) composition[symbol] = pct
  return {
    heatId: last.id,
    number: last.number,
    alloy: last.alloy?.name ?? '',
    practice: last.alloy?.practice ?? null,
    massG: last.pour.stayedG ?? last.pour.skullG,
    stayedG: last.pour.stayedG ?? null,
    composition,
  }
}

/** What is in the crucible already, among the lots of a charge problem. */
export const POT_LOT = 'in-the-pot'
/** It is judged by eye: half of it either way. Engineering judgement. */
const DOUBT = 0.5

/**
 * What stayed in a crucible, as a fixed line of the next charge: its weight in doubt, its metal as it was.
 * @returns null where nothing was told to have stayed
 */
export function potLot(residue: Residue | null): ChargeLot | null {
  const massG = residue?.stayedG ?? 0
  if (!residue || massG <= 0) return null
  return {
    id: POT_LOT,
    availableG: massG,
    fixedG: massG,
    pricePerKg: 0,
    metallicYield: 1,
    composition: residue.composition,
    weighErrorG: DOUBT * massG,
  }
}

/**
 * What is in a heat's crucible already, unless it was told that nothing is.
 * @returns null where nothing was told to have stayed
 * @example potOf({ potClean: '2026-05-01T08:00:00Z' }, [], []) // null
 */
export const potOf = (heat: Heat, heats: readonly Heat[], gear: readonly Gear[]): ChargeLot | null =>
  heat.potClean ? null : potLot(residueFor(heat, heats, gear))

/**
 * Other heats not yet poured that are planned in the same crucible.
 * @example sharingPot({ id: 'a', crucibleId: null, loggedAt: null }, []) // []
 */
export function sharingPot(heat: Heat, heats: readonly Heat[]): Heat[] {
  if (!heat.crucibleId || heat.loggedAt) return []
  return heats.filter((one) => one.id !== heat.id && !one.loggedAt && one.crucibleId === heat.crucibleId)
}
