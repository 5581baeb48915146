import { t } from '~/words'
import type { Gear } from '#core/gear'
import { computed } from 'vue'
import { comesAsItIs, freeLots, heatSummary, newHeat, potOf, settled, type Heat, lotChoice } from '#core/heat'
import type { Lot } from '#core/stock'
import { navigateTo } from '#imports'
import { useLearning } from '~/shared/learning/useLearning'
import { useHeatInHand } from './heat-in-hand'
import { useWrittenHeat } from './useWrittenHeat'
import { now, useYard, zoneHere } from '~/storage/yard-store'

/** The heat given from above, that of the page (its number in the address), else the newest open one, else the newest. */
export function useHeat() {
  const yard = useYard()
  const hand = useHeatInHand()
  const written = useWrittenHeat()
  /** With what it becomes, where it aims at nothing: that follows what is put into it. */
  const heat = computed(() => (hand ? hand.heat.value : written.value && asItIs(written.value)))
  const summary = computed(() => (heat.value ? heatSummary(heat.value) : null))

  /** Changes the heat. `mergeKey` makes a run of typing one undo step. */
  function edit(label: string, change: Partial<Heat>, mergeKey?: string): void {
    const current = heat.value
    if (!current) return
    const after = asItIs({ ...current, ...change })
    yard.commit(label, [{ collection: 'heats', id: current.id, after }], mergeKey)
  }

  return { heat, summary, edit: hand?.edit ?? edit }
}

/** A heat with what it becomes, where it takes what its lots give. */
export function asItIs(heat: Heat): Heat {
  if (!comesAsItIs(heat)) return heat
  const { lots, heats, gear } = useYard()
  if (last?.of !== heat || last.lots !== lots || last.heats !== heats || last.gear !== gear) {
    const pot = potOf(heat, heats, gear)
    last = { of: heat, lots, heats, gear, heat: settled(heat, freeLots(lots, heats, heat), pot) }
  }
  return last.heat
}
/** Every part of a page asks for the same heat: it is worked out once for each state of the yard. */
let last: {
  of: Heat
  lots: readonly Lot[]
  heats: readonly Heat[]
  gear: readonly Gear[]
  heat: Heat
} | null = null

/** Starts the next heat and goes to its first stage, or to the one that is told. */
export async function startHeat(change: Partial<Heat> = {}, to?: 'target' | 'charge'): Promise<void> {
  const yard = useYard()
  const { planner } = useLearning()
  const planned = await planner()
  const empty = newHeat({ id: crypto.randomUUID(), now: now(), zone: zoneHere() }, yard.heats)
  const { alloy } = asItIs({ ...empty, ...change })
  // By the yard's own way with losses, as everything that led here was reckoned.
  // Where no metal has a price, the cheapest charge is any: the one nearest to what the alloy should be is better.
  const priced = yard.lots.some(({ pricePerKg }) => pricePerKg > 0)
  const aim = priced || !yard.lots.length ? {} : ({ objective: 'nominal' } as const)
  const heat = asItIs({ ...empty, ...(alloy ? planned(alloy) : {}), ...aim, ...change })
  // A yard that is only looked at takes none.
  if (!yard.commit(t('shared-heat.start-heat-edit'), [{ collection: 'heats', id: heat.id, after: heat }]))
    return
  await navigateTo(`/heat/${heat.number}/${to ?? (comesAsItIs(heat) ? 'charge' : 'target')}`)
}

/** Starts a heat that melts these as they are, all of each or as much as is told, and sees what they become. */
export const meltAsItComes = (
  lots: readonly Pick<Lot, 'id' | 'massG'>[],
  change: Partial<Heat> = {},
): Promise<void> =>
  startHeat({
    asItComes: { practice: null, namedAt: null },
    choices: Object.fromEntries(lots.map(({ id, massG }) => [id, lotChoice({ lockG: massG })])),
    ...change,
  })
