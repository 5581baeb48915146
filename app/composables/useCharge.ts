import { computed, watch } from 'vue'
import { freeLots, heatChargeAttempts, heatRecovery, weighedCharge, type Heat } from '#core/heat'
import { predictMelt, type ChargedLine } from '#core/charge'
import { useChargeEngine } from '~/stores/charge'
import { useYard } from '~/stores/yard'
import type { Ref } from 'vue'

/** The charge of a heat, solved again in the worker whenever anything it depends on changes. */
export function useCharge(heat: Ref<Heat | null>) {
  const yard = useYard()
  const engine = useChargeEngine()
  /** what other open heats do not hold */
  const lots = computed(() => (heat.value ? freeLots(yard.lots, yard.heats, heat.value) : yard.lots))
  const attempts = computed(() =>
    heat.value && !heat.value.loggedAt ? heatChargeAttempts(heat.value, lots.value) : [],
  )
  watch(
    attempts,
    (next) => {
      if (next.length > 0) void engine.ask(next)
      else engine.clear()
    },
    { immediate: true },
  )
  /** The plan at hand answers the heat as it stands now. */
  const settled = computed(() => engine.settledOn === attempts.value)
  const lotName = (id: string) =>
    yard.records.lots[id]
      ? (yard.records.lots[id] as { name: string }).name
      : (heat.value?.weighed.find(({ lotId }) => lotId === id)?.name ?? 'a lot no longer here')

  /** What will be in the crucible: the plan while one holds, else what was weighed. */
  const lines = computed<ChargedLine[]>(() => {
    const plan = engine.plan
    if (heat.value?.loggedAt || !plan || plan.status === 'infeasible')
      return heat.value ? weighedCharge(heat.value.weighed) : []
    const byId = new Map(engine.answered?.lots.map((lot) => [lot.id, lot]))
    return plan.lines.flatMap(({ lot, massG }) => {
      const known = byId.get(lot)
      return known ? [{ massG, lot: known }] : []
    })
  })
  const prediction = computed(() => (heat.value ? predictMelt(lines.value, heatRecovery(heat.value)) : null))
  return { lots, settled, engine, lines, prediction, lotName }
}
