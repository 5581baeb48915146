import { computed, type Ref } from 'vue'
import type { WeighingAsk } from '#core/charge'
import {
  askMark,
  asksTheSame,
  benchOf,
  freeLots,
  heatWeighing,
  type Heat,
  type WeighingBench,
} from '#core/heat'
import { useHeatInHand } from '~/shared/heat/heat-in-hand'
import { useYard } from '~/storage/yard-store'

const sameItems = (one: readonly unknown[], other: readonly unknown[]) =>
  one.length === other.length && one.every((item, at) => item === other[at])

/**
 * What a heat asks of the charge engine, and the mark of it. Both stay the same object and text until something a plan
 * is computed from changes. A log entry or a newly stored plan does not count.
 */
export function useQuestion(heat: Ref<Heat | null>) {
  const yard = useYard()
  /** Worked at beside the yard it takes what it has weighed, and nothing of the yard's. */
  const beside = useHeatInHand() !== null
  const asking = computed<Heat | null>((before) =>
    before && heat.value && asksTheSame(before, heat.value) ? before : heat.value,
  )
  const others = computed<readonly Heat[]>((before) => {
    const open = yard.heats.filter(({ id, loggedAt }) => !loggedAt && id !== asking.value?.id)
    return before && sameItems(before, open) ? before : open
  })
  /** what other open heats do not hold */
  const lots = computed(() => (asking.value ? freeLots(yard.lots, others.value, asking.value) : yard.lots))
  const bench = computed<WeighingBench>((before) => {
    const { heats, gear, settings } = yard
    const now = benchOf(asking.value, { heats, gear, unit: settings.mass })
    return before && JSON.stringify(before) === JSON.stringify(now) ? before : now
  })
  const ask = computed<WeighingAsk | null>((before) => {
    if (!asking.value || asking.value.loggedAt || beside) return null
    const next = heatWeighing(asking.value, lots.value, bench.value)
    // An equal question stays the same object, so that nothing is solved or drawn again for it.
    return next && before && markOf(next) === markOf(before) ? before : next
  })
  const mark = computed(() => (ask.value ? markOf(ask.value) : null))
  return { ask, mark, lots, bench, beside }
}

const marks = new WeakMap<WeighingAsk, string>()
function markOf(ask: WeighingAsk): string {
  const known = marks.get(ask) ?? askMark(ask)
  marks.set(ask, known)
  return known
}
