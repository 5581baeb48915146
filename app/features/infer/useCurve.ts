import { useDebounceFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { blankTest, MOST_CURVE_POINTS, type MetalTest } from '#core/heat'
import type { CurvePoint, CurveReading } from '#core/inference'
import { parseDecimal, toCelsius } from '#core/units'
import { useDevices } from '~/features/devices'
import { useEstimates } from '~/shared/engines/useEstimates'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { now, useYard } from '~/storage/yard-store'
import { why } from '~/storage/why'
import { t } from '~/words'

/** Written into the heat so often while it is recorded, and less often the longer it is: a page that ends loses no more, s. */
const WRITTEN_EVERY_S = 5
const READINGS_PER_S = 40
/** Readings closer together than this say nothing new, s. */
const SOONEST_S = 0.4
const SETTLED_MS = 300

/** Cooling curves of a heat: recorded, from a file, or typed; read off as they grow. */
export function useCurve() {
  const { heat, edit } = useHeat()
  const yard = useYard()
  const store = useDevices()
  const { temperature } = useUnits()
  const recordingId = ref<string | null>(null)
  const points = ref<[number, number][]>([])
  let startedMs = 0
  let writtenAtS = 0

  const curves = computed(() => (heat.value?.tests ?? []).filter(({ kind }) => kind === 'cooling'))
  const chosen = ref<string | null>(null)
  const shown = computed(
    () =>
      curves.value.find(({ id }) => id === (recordingId.value ?? chosen.value)) ??
      curves.value.at(-1) ??
      null,
  )
  const shownPoints = computed<readonly CurvePoint[]>(() =>
    recordingId.value ? points.value : (shown.value?.curve?.points ?? []),
  )

  function put(test: MetalTest, label: string, mergeKey?: string): void {
    const others = (heat.value?.tests ?? []).filter(({ id }) => id !== test.id)
    edit(label, { tests: [...others, test] }, mergeKey)
  }
  const made = (id: string, part: Partial<MetalTest>): MetalTest => ({
    ...blankTest('cooling'),
    id,
    at: now(),
    ...part,
  })

  function begin(): void {
    recordingId.value = crypto.randomUUID()
    chosen.value = recordingId.value
    startedMs = Date.now()
    writtenAtS = 0
    points.value = []
  }
  /** What is recorded so far, in the heat's record, as one step to be undone. */
  function write(): void {
    const id = recordingId.value
    if (!id || points.value.length === 0) return
    const probeId = heat.value?.thermocoupleId ?? null
    put(
      made(id, { curve: { points: points.value.map(([s, c]) => [s, c]), probeId } }),
      t('infer.record-curve-edit'),
      `curve-${id}`,
    )
  }
  function stop(): void {
    write()
    recordingId.value = null
    yard.seal()
  }
  watch(
    () => [store.devices.thermocouple.at, store.devices.thermocouple.reading] as const,
    ([at, reading]) => {
      if (!recordingId.value || reading?.kind !== 'thermocouple' || store.devices.thermocouple.fault) return
      const seconds = Number(((at - startedMs) / 1000).toFixed(1))
      const last = points.value.at(-1)
      if (seconds < 0 || (last && seconds - last[0] < SOONEST_S)) return
      const next: [number, number][] = [...points.value, [seconds, Number(reading.celsius.toFixed(1))]]
      // A long curve keeps every other reading: its turns stay.
      points.value = next.length > MOST_CURVE_POINTS ? next.filter((_, index) => index % 2 === 0) : next
      if (seconds - writtenAtS < Math.max(WRITTEN_EVERY_S, points.value.length / READINGS_PER_S)) return
      writtenAtS = seconds
      write()
    },
  )
  onScopeDispose(() => {
    if (recordingId.value) write()
  })

  /** A whole curve at once, from a file or as typed. */
  function take(read: readonly CurvePoint[], text: string): void {
    const id = crypto.randomUUID()
    chosen.value = id
    const probeId = heat.value?.thermocoupleId ?? null
    put(
      made(id, { text: text.slice(0, 500), curve: { points: read.map(([s, c]) => [s, c]), probeId } }),
      t('infer.add-curve-edit'),
    )
  }
  /** Only where it froze, read by eye. */
  function takeArrest(celsius: number): void {
    put(made(crypto.randomUUID(), { value: celsius }), t('infer.add-curve-edit'))
  }
  /** "0 720" and so on, a line a reading, in the yard's degrees. */
  function parseTyped(text: string): CurvePoint[] | { line: number } {
    const read: CurvePoint[] = []
    for (const [index, line] of text.split('\n').entries()) {
      const cells = line.trim().split(/[\s;]+/)
      if (cells[0] === '') continue
      const [s, c] = cells.map((cell) => parseDecimal(cell))
      if (cells.length !== 2 || !s?.ok || !c?.ok || s.value < 0) return { line: index + 1 }
      const celsius = toCelsius(c.value, temperature.value)
      if (celsius < -50 || celsius > 3500) return { line: index + 1 }
      read.push([s.value, Number(celsius.toFixed(2))])
    }
    return read.length > 0 ? read.slice(0, MOST_CURVE_POINTS) : { line: 1 }
  }
  function remove(id: string): void {
    edit(t('assay.remove-test-edit'), { tests: (heat.value?.tests ?? []).filter((test) => test.id !== id) })
  }

  const reading = shallowRef<CurveReading | null>(null)
  const fault = ref('')
  let asked = 0
  const look = useDebounceFn(async (of: readonly CurvePoint[]) => {
    const mine = ++asked
    const plain = of.map(([s, c]): CurvePoint => [s, c])
    try {
      const answer = await useEstimates().ask((worker) => worker.curve(plain) as Promise<CurveReading>)
      if (mine === asked) [reading.value, fault.value] = [answer, '']
    } catch (error) {
      if (mine === asked) fault.value = why(error)
    }
  }, SETTLED_MS)
  watch(
    shownPoints,
    (of) => {
      if (of.length === 0) [reading.value, asked] = [null, asked + 1]
      else void look(of)
    },
    { immediate: true },
  )
  onScopeDispose(() => asked++)

  return {
    heat,
    store,
    recording: computed(() => recordingId.value !== null),
    begin,
    stop,
    take,
    takeArrest,
    parseTyped,
    remove,
    curves,
    chosen,
    shown,
    shownPoints,
    reading,
    fault,
  }
}
