import { t } from '~/words'
import { computed, ref } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { correctReading, type Thermocouple } from '#core/gear'
import { blankEntry, furnaceSettings, heatTrace, MOST_LOGGED, type LogEntry, type LogKind } from '#core/heat'
import { useGear } from '~/shared/gear/useGear'
import { useHeatClock } from '~/shared/heat/heat-in-hand'
import { useHeat } from '~/shared/heat/useHeat'
import { useNotices } from '~/shared/page/useNotices'
import { useUnits } from '~/shared/units/useUnits'

const MINUTE_MS = 60_000

/** The furnace log of the heat in hand: what happened, the temperature trace, and the clocks. */
export function useMeltLog() {
  const { heat, edit } = useHeat()
  const { say } = useNotices()
  const { degrees } = useUnits()
  const { thermocouples } = useGear()
  const clock = useHeatClock()
  const present = ref(clock.ms())
  useIntervalFn(() => (present.value = clock.ms()), 1000)

  const entries = computed<LogEntry[]>(() => heat.value?.log ?? [])
  const probe = computed<Thermocouple | null>(
    () =>
      thermocouples.value.find(({ id }) => id === heat.value?.thermocoupleId) ??
      (heat.value?.thermocoupleId === undefined ? (thermocouples.value[0] ?? null) : null),
  )
  /** A reading as its thermocouple's own checks put it right. */
  const truly = (celsius: number) => correctReading(probe.value?.checks ?? [], celsius)
  const startMs = computed(() => {
    const times = [
      ...Object.values(heat.value?.done ?? {}).map(({ at }) => Date.parse(at)),
      ...entries.value.map(({ at }) => Date.parse(at)),
    ]
    return times.length > 0 ? Math.min(...times) : present.value
  })
  const minutesAt = (iso: string) => (Date.parse(iso) - startMs.value) / MINUTE_MS
  /** Until the heat was poured, or until now. */
  const nowMin = computed(() => {
    const poured = heat.value?.done.pour
    return poured && !poured.skipped ? minutesAt(poured.at) : (present.value - startMs.value) / MINUTE_MS
  })
  const trace = computed(() => heatTrace(entries.value, probe.value?.checks ?? [], startMs.value))
  /** To what the fire was set, and when the lid came off: as it was written down. */
  const settings = computed(() => furnaceSettings(entries.value, startMs.value))
  /** As they are now: all the way up and on before anything was written. */
  const setting = computed(() => ({
    fire: settings.value.fire.at(-1)?.power ?? 1,
    lidOff: settings.value.lid.at(-1)?.off ?? false,
  }))

  /** `mergeKey` makes what comes in by itself one undo step. */
  function add(
    kind: LogKind,
    what: Partial<LogEntry> = {},
    label = t('melt.log-edit'),
    mergeKey?: string,
  ): void {
    const entry = { ...blankEntry({ id: crypto.randomUUID(), at: clock.iso() }, kind), ...what }
    const log = [...entries.value, entry].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
    edit(label, { log: log.slice(-MOST_LOGGED) }, mergeKey)
    if (mergeKey) return
    say(
      entry.celsius === null
        ? t('melt.logged')
        : t('melt.reading-logged', { temperature: degrees(entry.celsius) }),
    )
  }
  /** Readings of a logger, as one entry of the undo list. */
  function addReadings(readings: readonly { at: string; celsius: number }[], from: string): void {
    const fresh = readings.map(({ at, celsius }) => ({
      ...blankEntry({ id: crypto.randomUUID(), at }, 'temperature'),
      celsius,
      from: 'table' as const,
    }))
    const log = [...entries.value, ...fresh].sort((a, b) => (a.at < b.at ? -1 : 1)).slice(-MOST_LOGGED)
    edit(t('melt.import-trace-edit', { fileName: from }), { log })
  }
  /** What was struck last, to be put back with one press. */
  const struck = ref<LogEntry | null>(null)
  function strike(id: string): void {
    struck.value = entries.value.find((entry) => entry.id === id) ?? null
    say(t('melt.entry-deleted'))
    edit(t('melt.delete-entry-edit'), { log: entries.value.filter((entry) => entry.id !== id) })
  }
  function putBack(): void {
    if (!struck.value) return
    const log = [...entries.value, struck.value].sort((a, b) => (a.at < b.at ? -1 : 1)).slice(-MOST_LOGGED)
    struck.value = null
    edit(t('melt.restore-entry-edit'), { log })
  }

  function startClock(step: string): void {
    edit(t('melt.start-timer-edit'), { clocks: { ...heat.value?.clocks, [step]: clock.iso() } })
    say(t('melt.timer-started'))
  }
  /** Seconds since a step's clock was started; null where it was not. */
  function runS(step: string): number | null {
    const since = heat.value?.clocks?.[step]
    return since ? Math.max(0, (present.value - Date.parse(since)) / 1000) : null
  }

  return {
    heat,
    edit,
    entries,
    probe,
    truly,
    trace,
    corrected: computed(() => (probe.value?.checks.length ?? 0) > 0),
    settings,
    setting,
    nowMin,
    minutesAt,
    startMs,
    add,
    addReadings,
    strike,
    struck,
    putBack,
    startClock,
    runS,
  }
}

export type MeltLog = ReturnType<typeof useMeltLog>
