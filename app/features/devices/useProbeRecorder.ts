import { watch, type Ref } from 'vue'
import { blankEntry, MOST_LOGGED, type Heat } from '#core/heat'
import type { TimedReading } from '#core/devices'

/** A reading at least so often, and sooner when the metal moves. */
const EVERY_S = 20
const MOVED_C = 15
const SOONEST_S = 2

/** A thermocouple, and the heat it writes the log of. */
interface Recorded {
  /** believed, °C; null while nothing can be */
  celsius: Readonly<Ref<number | null>>
  readings: Readonly<Ref<readonly TimedReading[]>>
  /** whose log is written; none, and none is */
  heat: () => Heat | undefined
  /** the moment, ISO */
  now: () => string
  write: (heat: Heat) => void
}

/** Writes the connected thermocouple into the log of the heat it records for, on whatever page the caster is. */
export function useProbeRecorder({ celsius: believed, readings, heat: of, now, write }: Recorded): void {
  watch(
    () => [believed.value, readings.value.at(-1)?.atS ?? 0] as const,
    ([celsius, atS]) => {
      const heat = of()
      if (!heat || heat.loggedAt || celsius === null) return
      const log = heat.log ?? []
      const last = log.findLast((entry) => entry.celsius !== null)
      const gapS = last ? atS - Date.parse(last.at) / 1000 : Infinity
      const moved = last ? Math.abs(celsius - last.celsius!) >= MOVED_C : true
      if (gapS < SOONEST_S || (gapS < EVERY_S && !moved)) return
      const entry = {
        ...blankEntry({ id: crypto.randomUUID(), at: now() }, 'temperature'),
        celsius: Math.round(celsius * 10) / 10,
        from: 'device' as const,
      }
      write({ ...heat, log: [...log, entry].slice(-MOST_LOGGED) })
    },
  )
}
