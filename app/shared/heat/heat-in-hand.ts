import { hasInjectionContext, inject, type InjectionKey, type Ref } from 'vue'
import type { Heat } from '#core/heat'
import type { Trouble } from '#core/devices'
import { now } from '~/storage/yard-store'

/** A thermocouple as the furnace's log reads it. */
export interface ProbeHere {
  devices: { thermocouple: { running: boolean; lost: unknown; source: 'server' | 'browser' | 'serial' } }
  /** as shown, where nothing looks wrong, °C */
  celsius: number | null
  trouble: Trouble | 'open' | null
  /** the heat whose log it writes by itself */
  recordsFor: string | null
}

/**
 * A heat that is worked at beside the yard: what is done to it does not enter the yard, and its clock is its own. Below
 * the page that gives it, the furnace's parts take it for the heat of the page.
 */
export interface HeatInHand {
  heat: Readonly<Ref<Heat | null>>
  edit: (label: string, change: Partial<Heat>, mergeKey?: string) => void
  /** ms since 1970 by its clock */
  nowMs: () => number
  probe: ProbeHere
}
export const HEAT_IN_HAND: InjectionKey<HeatInHand> = Symbol('heat in hand')

/** The heat given by a page above; null for the yard's own. */
export const useHeatInHand = (): HeatInHand | null =>
  hasInjectionContext() ? inject(HEAT_IN_HAND, null) : null

/** The clock the heat goes by: the one on the wall, where it has none of its own. */
export function useHeatClock(): { ms: () => number; iso: () => string } {
  const hand = useHeatInHand()
  return hand
    ? { ms: hand.nowMs, iso: () => new Date(hand.nowMs()).toISOString() }
    : { ms: Date.now, iso: now }
}
