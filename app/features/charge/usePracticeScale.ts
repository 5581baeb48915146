import { computed, onBeforeUnmount, ref } from 'vue'
import { readScale, type ScaleReading, type ScaleTraits } from '#core/gear'
import { useRememberedHere } from '~/shared/page/useRemembered'

/** What every scale gives the page, real or pretended. */
export interface ScaleSource {
  /** net, as it shows now; null while it shows nothing */
  reading: Readonly<{ value: ScaleReading | null }>
  overload: Readonly<{ value: boolean }>
  tare: () => void
}

/** A kitchen scale of the better kind. */
const TRAITS: ScaleTraits = { stepG: 0.1, noiseG: 0.06, capacityG: 10_000 }
const TICK_MS = 250
/** A still pan is read as stable after so many quiet ticks. */
const QUIET_TICKS = 3

/** A pretended scale to practise on: metal is put on and taken off with buttons; it flutters before it settles. */
export function usePracticeScale() {
  const loadG = useRememberedHere('practice-scale-load', 0)
  const tareG = useRememberedHere('practice-scale-tare', 0)
  const reading = ref<ScaleReading | null>(null)
  const overload = ref(false)
  let quiet = 0

  function tick(): void {
    quiet++
    const settled = quiet >= QUIET_TICKS
    const shown = readScale(
      loadG.value,
      tareG.value,
      settled ? { ...TRAITS, noiseG: 0 } : { ...TRAITS, noiseG: TRAITS.noiseG * 6 },
      Math.random,
    )
    overload.value = shown === 'overload'
    reading.value = shown === 'overload' ? null : { massG: shown.massG, stable: settled && shown.stable }
  }
  const timer = setInterval(tick, TICK_MS)
  onBeforeUnmount(() => clearInterval(timer))

  function put(grams: number): void {
    loadG.value = Math.max(0, loadG.value + grams)
    quiet = 0
    tick()
  }
  function tare(): void {
    tareG.value = loadG.value
    quiet = 0
    tick()
  }
  /** Takes everything off; what the scale was set to zero with stays on. */
  function empty(): void {
    loadG.value = tareG.value
    quiet = 0
    tick()
  }
  tick()
  return {
    reading: computed(() => reading.value),
    overload: computed(() => overload.value),
    tare,
    put,
    empty,
  }
}
