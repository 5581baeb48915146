import { computed } from 'vue'
import { heatSummary, newHeat, type Heat } from '#core/heat'
import { navigateTo, useRoute } from '#imports'
import { now, useYard, zoneHere } from '~/storage/yard-store'

/** The heat of the page (its number in the address), else the newest open one, else the newest. */
export function useHeat() {
  const yard = useYard()
  const route = useRoute()
  const heat = computed<Heat | null>(() => {
    const number = Number(route.params.number)
    if (Number.isInteger(number) && number > 0)
      return yard.heats.find((entry) => entry.number === number) ?? null
    return yard.heats.findLast((entry) => entry.loggedAt === null) ?? yard.heats.at(-1) ?? null
  })
  const summary = computed(() => (heat.value ? heatSummary(heat.value) : null))

  /** Changes the heat. `mergeKey` makes a run of typing one undo step. */
  function edit(label: string, change: Partial<Heat>, mergeKey?: string): void {
    const current = heat.value
    if (!current) return
    const after = { ...current, ...change }
    yard.commit(label, [{ collection: 'heats', id: current.id, after }], mergeKey)
  }

  return { heat, summary, edit }
}

/** Starts the next heat and goes to its first stage. */
export async function startHeat(change: Partial<Heat> = {}): Promise<void> {
  const yard = useYard()
  const heat = {
    ...newHeat({ id: crypto.randomUUID(), now: now(), zone: zoneHere() }, yard.heats),
    ...change,
  }
  // A yard that is only looked at takes none.
  if (!yard.commit('Start a heat', [{ collection: 'heats', id: heat.id, after: heat }])) return
  await navigateTo(`/heat/${heat.number}/target`)
}
