import { t } from '~/words'
import { computed, type Ref } from 'vue'
import { isNone, type ChargedLine } from '#core/charge'
import { heatMelt, POT_LOT, storedLines, weighedCharge, type Heat } from '#core/heat'
import { useYard } from '~/storage/yard-store'
import { useChargeEngine } from './charge-store'
import { usePutQuestion } from './usePutQuestion'
import { useQuestion } from './useQuestion'

/**
 * The plan of a heat as it is stored, for every page that reads it and none that computes it: the same weights on all of
 * them, until Charge makes another.
 */
export function usePlan(heat: Ref<Heat | null>) {
  const yard = useYard()
  const { ask, mark, beside } = useQuestion(heat)
  const lotName = useLotName(heat)
  const stored = computed(() => (heat.value?.loggedAt || beside ? null : (heat.value?.plan ?? null)))
  /** There is a plan with weights. */
  const planned = computed(() => (stored.value && !isNone(stored.value.answer) ? stored.value : null))
  /** What will be in the crucible: the plan, or what was weighed. */
  const lines = computed<ChargedLine[]>(() => {
    const current = heat.value
    if (!current) return []
    const weighed = weighedCharge(current.weighed, current)
    if (!planned.value) return weighed
    // What was weighed is in; of the plan counts what is still to come.
    const done = new Set(current.weighed.map(({ lotId }) => lotId))
    return [...weighed, ...storedLines(planned.value).filter(({ lot }) => !done.has(lot.id))]
  })
  const prediction = computed(() => (heat.value ? heatMelt(heat.value, lines.value) : null))
  /** Stock, prices, target or gear have changed since the plan was made. */
  const outdated = computed(
    () => stored.value !== null && mark.value !== null && stored.value.of !== mark.value,
  )
  /** What is wanted is known, and nothing was planned for it yet. */
  const missing = computed(() => ask.value !== null && stored.value === null && yard.lots.length > 0)
  const put = usePutQuestion()
  const engine = useChargeEngine()
  /** Computes the plan again, or for the first time. */
  function update(): void {
    if (heat.value && ask.value) put(heat.value, ask.value)
  }
  return {
    ...{ heat, stored, planned, lines, prediction, lotName, outdated, missing, update },
    /** it is being computed again */
    updating: computed(() => ask.value !== null && engine.busy && engine.last === ask.value),
    /** why it could not be */
    fault: computed(() => engine.error),
    /** Weighing step of a lot in the plan, g; every page shows its weights in it. */
    stepOf: (lotId: string) => stored.value?.lots.find(({ id }) => id === lotId)?.stepG ?? 0.1,
    /** by which paper and screen are compared */
    number: computed(() => planned.value?.number ?? null),
  }
}

export type Plan = ReturnType<typeof usePlan>

/** A lot's name, also when the lot is gone. */
export function useLotName(heat: Ref<Heat | null>): (id: string) => string {
  const yard = useYard()
  return (id) =>
    id === POT_LOT
      ? t('charge.heel-lot')
      : (yard.records.lots[id]?.name ??
        heat.value?.weighed.find(({ lotId }) => lotId === id)?.name ??
        t('charge.deleted-lot'))
}
