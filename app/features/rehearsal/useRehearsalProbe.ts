import { computed, reactive, ref, type Ref } from 'vue'
import { parseLine, watchReadings, type TimedReading } from '#core/devices'
import type { Heat } from '#core/heat'
import { probeShows, type Mishap } from '#core/rehearsal'
import type { ProbeHere } from '~/shared/heat/heat-in-hand'
import { useProbeRecorder } from '~/features/devices'

const KEPT = 40

interface Probed {
  heat: Ref<Heat | null>
  nowMs: () => number
  write: (heat: Heat) => void
}

/** The thermocouple of a rehearsal: its lines are read as any other's, and it writes the log as it goes. */
export function useRehearsalProbe({ heat, nowMs, write }: Probed) {
  const readings = ref<TimedReading[]>([])
  const open = ref(false)
  const recordsFor = ref<string | null>(heat.value?.id ?? null)
  const trouble = computed(() => {
    if (open.value) return 'open' as const
    return readings.value.length > 0 ? watchReadings(readings.value, readings.value.at(-1)!.atS) : null
  })
  const celsius = computed(() => (trouble.value ? null : (readings.value.at(-1)?.celsius ?? null)))

  /** The line it sends at this moment. */
  function send(seed: number, mishaps: readonly Mishap[], at: { atS: number; celsius: number }): void {
    const shown = probeShows(seed, mishaps, at.atS, at.celsius)
    const read = parseLine('thermocouple', shown === null ? 'T open' : `T ${shown.toFixed(1)} C`)
    open.value = read === 'open'
    if (typeof read === 'string' || read.kind !== 'thermocouple') return
    readings.value = [...readings.value, { atS: nowMs() / 1000, celsius: read.celsius }].slice(-KEPT)
  }

  useProbeRecorder({
    celsius,
    readings,
    heat: () => (recordsFor.value && heat.value?.id === recordsFor.value ? heat.value : undefined),
    now: () => new Date(nowMs()).toISOString(),
    write,
  })
  const probe = reactive({
    devices: { thermocouple: { running: true, lost: null, source: 'browser' as const } },
    celsius,
    trouble,
    recordsFor,
  }) as ProbeHere
  return {
    probe,
    send,
    begin: () => ((readings.value = []), (open.value = false), (recordsFor.value = heat.value?.id ?? null)),
  }
}
