import { computed, ref, shallowRef, watch, type ComputedRef } from 'vue'
import { watchDebounced } from '@vueuse/core'
import type { Weighing, WeighingAsk, WeightBand } from '#core/charge'
import { scaleFor } from '#core/gear'
import { outcomeWords, type ChargeTools } from '~/shared/words/charge-words'
import type { Charge } from './useCharge'
import type { ChargeRows } from './useChargeRows'
import { useGear } from '~/shared/gear/useGear'
import { useRememberedHere } from '~/shared/page/useRemembered'
import { useStudy } from '~/shared/engines/useStudy'

/** A reading may stand still for so long before it is asked what comes of it, ms. */
const SETTLE_MS = 180

/** The scale posture: one lot after the other, what the pan shows, and what comes of it before it is taken. */
export function useScale(
  { engine, ask, settled }: Pick<Charge, 'engine' | 'ask' | 'settled'>,
  { rows, weigh, choose }: Pick<ChargeRows, 'rows' | 'weigh' | 'choose'>,
  tools: ComputedRef<ChargeTools>,
) {
  const { scales } = useGear()
  const study = useStudy()
  const waiting = computed(() => rows.value.planned.filter(({ weighedG }) => weighedG === null))
  const done = computed(() => rows.value.planned.filter(({ weighedG }) => weighedG !== null))
  // The lot on the pan stays the lot on the pan, however the rest is worked out again.
  const held = ref<string | null>(null)
  const current = computed(
    () => waiting.value.find(({ id }) => id === held.value) ?? waiting.value[0] ?? null,
  )
  /** as typed or as the simulated scale shows it, with the container on */
  const shown = ref<number | null>(null)
  const containerG = useRememberedHere<number | null>('scale-container', null, {
    serializer: {
      read: (text) => (text === '' ? null : Number(text)),
      write: (value) => String(value ?? ''),
    },
  })
  const practice = useRememberedHere('scale-practice', false)
  const reading = computed(() => {
    if (shown.value === null) return null
    return practice.value ? shown.value : shown.value - (containerG.value ?? 0)
  })
  const light = computed(() => reading.value !== null && reading.value <= 0)
  watch(practice, () => (shown.value = null))
  watch(
    () => current.value?.id ?? null,
    (id) => {
      held.value = id
      shown.value = null
    },
    { immediate: true },
  )
  const off = computed(() =>
    reading.value === null || !current.value ? null : reading.value - current.value.plannedG,
  )
  /** Nearer than half a step is on target: no scale tells more. */
  const onTarget = computed(
    () => off.value !== null && Math.abs(off.value) <= (current.value?.stepG ?? 1) / 2 + 1e-9,
  )

  /** The question with the plan on the screen as the one that is weighed by. */
  function asked(): WeighingAsk | null {
    const answer = engine.answer
    if (!ask.value || !answer || !settled.value) return null
    return {
      ...ask.value,
      planned: Object.fromEntries(waiting.value.map(({ id, plannedG }) => [id, plannedG])),
      plannedWithout: answer.concessions,
      plannedLots:
        ask.value.plannedLots.length > 0 ? ask.value.plannedLots : rows.value.planned.map(({ id }) => id),
    }
  }

  const band = shallowRef<WeightBand | null>(null)
  let bandFor = ''
  watch(
    [current, () => engine.settledOn, settled],
    async () => {
      const row = current.value
      const question = asked()
      const key = `${row?.id} ${row?.plannedG}`
      if (!row || !question || !engine.answer) return
      if (bandFor !== key) band.value = null
      bandFor = key
      const now = engine.answer
      const found = await study.ask((other) => other.band(question, now, row.id, row.stepG)).catch(() => null)
      if (bandFor === key) band.value = found
    },
    { immediate: true },
  )
  const outside = computed(
    () =>
      !!band.value &&
      reading.value !== null &&
      (reading.value < band.value.fromG - 1e-6 || reading.value > band.value.toG + 1e-6),
  )

  const outcome = shallowRef<{ answer: Weighing; readingG: number } | null>(null)
  watchDebounced(
    [reading, () => current.value?.id, () => engine.settledOn],
    async () => {
      const row = current.value
      const readingG = reading.value
      const question = asked()
      if (!row || !question || readingG === null || readingG <= 0) return
      const answer = await engine.whatIf(question, row.id, readingG).catch(() => null)
      if (answer && reading.value === readingG && current.value?.id === row.id)
        outcome.value = { answer, readingG }
    },
    { debounce: SETTLE_MS },
  )
  watch([reading, current], () => (outcome.value = null))

  /** What comes of the weight on the pan if it is taken, said before it is. */
  const told = computed(() => {
    const before = engine.answer
    if (!outcome.value || !before || !current.value) return null
    return outcomeWords(before, outcome.value.answer, current.value.id, tools.value)
  })

  const scaleOf = computed(() => {
    const row = current.value
    if (!row) return null
    return scaleFor(scales.value, row.plannedG + (containerG.value ?? 0))
  })

  function take(): void {
    if (current.value && reading.value !== null && reading.value > 0) weigh(current.value, reading.value)
  }
  /** There is none of it after all: the rest is worked out without. */
  function none(): void {
    if (current.value) choose(current.value.id, { use: false })
  }

  return {
    waiting,
    done,
    current,
    shown,
    containerG,
    practice,
    reading,
    light,
    off,
    onTarget,
    band,
    outside,
    told,
    scaleOf,
    take,
    none,
  }
}
