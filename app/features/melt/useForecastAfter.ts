import { computed, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import type { ChargeInPot, ForecastAsk, ForecastSpan } from '#core/furnace-model'
import type { Furnace } from '#core/gear'
import type { PourWindow } from '#core/families'
import { useEstimates } from '~/shared/engines/useEstimates'
import { useFurnaceEnergy } from '~/shared/gear/useFurnaceEnergy'
import type { MeltLog } from './useMeltLog'

/** So many readings at the least, for a forecast to be held against what came. */
const LEAST_READINGS = 6
/** Readings that the first forecast has. */
const FIRST = 3

interface Melted {
  mouthCm2: Readonly<Ref<number>>
  pot: Readonly<Ref<ChargeInPot | null>>
  furnace: Readonly<Ref<Furnace | null>>
  window: Readonly<Ref<PourWindow | null>>
  distrusted: Readonly<Ref<boolean>>
}

/** A forecast beside what came. */
export interface ForecastHeld {
  /** s on the clock of the log */
  actualS: number
  first: ForecastSpan | null
  halfway: ForecastSpan | null
  /** heats the furnace's own figures stand on by now, this one among them; null where it has none yet */
  heats: number | null
}

/** After the pour: what the forecast said with its first readings and half-way, beside what came, and what it taught. */
export function useForecastAfter(
  { heat, trace, settings }: Pick<MeltLog, 'heat' | 'trace' | 'settings'>,
  { mouthCm2, pot, furnace, window, distrusted }: Melted,
): ComputedRef<ForecastHeld | null> {
  const { learnedOf } = useFurnaceEnergy()
  const said = shallowRef<{ key: string; first: ForecastSpan | null; halfway: ForecastSpan | null } | null>(
    null,
  )
  const asked = computed(() => {
    const targetC = window.value?.usualC
    const done = heat.value?.done.pour
    if (!done || done.skipped || !pot.value || !furnace.value || targetC === undefined || distrusted.value)
      return null
    const readings = trace.value.map(({ atMin, celsius }) => ({ atS: atMin * 60, celsius }))
    const at = readings.findIndex(({ celsius }) => celsius >= targetC)
    if (at < LEAST_READINGS) return null
    const { fuel, powerKw } = furnace.value
    const ask = { pot: pot.value, fuel, powerKw, targetC } as const
    const upTo = (count: number): ForecastAsk => {
      const until = readings.slice(0, count)
      const nowS = until.at(-1)?.atS ?? 0
      // What was set later nobody knew.
      const known = ({ atS }: { atS: number }) => atS <= nowS
      const fire = settings.value.fire.filter(known)
      const lid = { mouthCm2: mouthCm2.value, changes: settings.value.lid.filter(known) }
      return { ...ask, readings: until, nowS, fire, lid }
    }
    return {
      actualS: readings[at]!.atS,
      first: upTo(FIRST),
      halfway: upTo(Math.max(FIRST + 1, Math.ceil(at / 2))),
    }
  })
  watch(
    () => asked.value && JSON.stringify(asked.value),
    async (key) => {
      said.value = null
      if (!key) return
      const { first, halfway } = JSON.parse(key) as { first: ForecastAsk; halfway: ForecastAsk }
      const ask = async (question: ForecastAsk) =>
        (await useEstimates().ask((worker) => worker.forecast(question))).reachesS
      try {
        said.value = { key, first: await ask(first), halfway: await ask(halfway) }
      } catch {
        // Without its worker nothing is held against anything.
      }
    },
    { immediate: true },
  )
  return computed(() => {
    const now = asked.value
    if (!now || !furnace.value || said.value?.key !== JSON.stringify(now)) return null
    const learned = learnedOf(furnace.value)
    const { first, halfway } = said.value
    return { actualS: now.actualS, first, halfway, heats: learned ? learned.heats : null }
  })
}
