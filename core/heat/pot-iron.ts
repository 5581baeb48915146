import { baseMetal, solidDensity } from '#core/alloys'
import { ironFromPot, IRON_FROM_STEEL, materialOf, type Banded, type Crucible } from '#core/gear'
import { LIQUID_OVER_SOLID } from '#core/melt'
import { heatTrace, stepDoneMin } from './furnace-times'
import { heatWindow } from './liquidus'
import { pouredAt, potStory } from './pot-story'
import type { Heat } from './schema'

/** Iron that a steel crucible gives an aluminium heat, and what it was reckoned with. */
export interface PotIron {
  pct: Banded
  minutes: number
  celsius: number
  /** from the log, not from what is usual */
  logged: boolean
  washed: boolean
}

/**
 * Iron that an aluminium heat takes up from a steel crucible: by the log where it has the time and the temperatures,
 * else by half an hour at the heat's usual pouring temperature.
 * @returns null for any other metal or crucible, or where no temperature is known
 * @source ironFromPot
 * @example potIron({ alloy: null }, {}, []) // null
 */
export function potIron(heat: Heat, crucible: Crucible, heats: readonly Heat[]): PotIron | null {
  const { alloy, tapMassG } = heat
  if (!alloy || !tapMassG || baseMetal(alloy) !== 'Al' || materialOf(crucible).metals.Al !== 'washed')
    return null
  const molten = stepDoneMin(heat, 'base')
  const poured = stepDoneMin(heat, 'pour')
  const stood = molten !== null && poured !== null && poured > molten ? poured - molten : null
  const read = heatTrace(heat.log ?? [], []).filter(
    ({ atMin }) => molten !== null && atMin >= molten && atMin <= (poured ?? Infinity),
  )
  const mean = read.length > 0 ? read.reduce((sum, { celsius }) => sum + celsius, 0) / read.length : null
  const celsius = mean ?? heatWindow(heat)?.usualC ?? null
  if (celsius === null) return null
  const minutes = stood ?? IRON_FROM_STEEL.usualMinutes
  // What was on the steel when this heat was poured.
  const at = pouredAt(heat) || '9'
  const before = heats.filter((one) => one.id !== heat.id && pouredAt(one) < at)
  const coats = crucible.coats?.filter((coat) => coat <= at) ?? []
  const washed = potStory({ ...crucible, coats }, before).coated
  const volumeCm3 = tapMassG / (LIQUID_OVER_SOLID * solidDensity(alloy).gcm3)
  return {
    pct: ironFromPot({ volumeCm3, celsius, minutes, washed }),
    minutes,
    celsius,
    logged: stood !== null && mean !== null,
    washed,
  }
}
