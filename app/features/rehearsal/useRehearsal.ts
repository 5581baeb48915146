import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue'
import {
  byTheBook,
  debrief,
  openRehearsal,
  probeShows,
  rehearse,
  type Act,
  type Debrief,
  type Level,
  type Poured,
  type Rehearsal,
  type Scenario,
  type Standing,
} from '#core/rehearsal'
import { useRemembered } from '~/shared/page/useRemembered'

const TICK_MS = 250
/** Ticks between two drawings of the trace, and between two writings of where it stands: both are dear. */
const DRAWN_EVERY = 4
const KEPT_EVERY = 20
/** So many points are drawn at the most. */
const MOST_DRAWN = 120
export const SPEEDS = [1, 10, 60] as const
export type Speed = (typeof SPEEDS)[number]

/** What is kept of a rehearsal until it is thrown away: the page may end in the middle of it. */
interface Kept {
  scenario: Scenario
  acts: Act[]
  atS: number
  seed: number
  level: Level
}
/** An act without its moment: it is done now. */
export type ActNow = Act extends infer One ? (One extends Act ? Omit<One, 'atS'> : never) : never

const LONGEST_S = 4 * 3600

/** A rehearsal of the heat in hand: it has a clock of its own, and nothing of it enters the yard. */
export function useRehearsal(heatId: Ref<string | undefined>, scenario: Ref<Scenario | null>) {
  const all = useRemembered<Record<string, Kept>>('rehearsals', {}, { deep: true })
  const run = shallowRef<Rehearsal | null>(null)
  const now = shallowRef<Standing | null>(null)
  const trace = shallowRef<readonly { atS: number; celsius: number }[]>([])
  const poured = shallowRef<Poured | null>(null)
  const after = shallowRef<{ debrief: Debrief; book: Poured | null } | null>(null)
  const speed = ref<Speed>(10)
  const paused = ref(false)

  const kept = computed(() => (heatId.value ? (all.value[heatId.value] ?? null) : null))
  const acts = computed(() => kept.value?.acts ?? [])
  const shownC = computed(() =>
    now.value && kept.value
      ? probeShows(kept.value.seed, kept.value.level, now.value.atS, now.value.celsius)
      : null,
  )

  let ticks = 0

  function look(drawn = true): void {
    const current = run.value
    if (!current) return
    now.value = { ...current.now, grams: { ...current.now.grams }, added: [...current.now.added] }
    if (drawn) trace.value = thinned(current.trace)
    poured.value = current.poured
    if (current.poured && kept.value && !after.value) {
      const { scenario: of, acts: done } = kept.value
      after.value = { debrief: debrief(of, done), book: rehearse(of, byTheBook(of), LONGEST_S).poured }
    }
  }
  function keep(change: Partial<Kept>): void {
    if (!heatId.value || !kept.value) return
    all.value = { ...all.value, [heatId.value]: { ...kept.value, ...change } }
  }
  function begin(level: Level): void {
    if (!heatId.value || !scenario.value) return
    const plain = JSON.parse(JSON.stringify(scenario.value)) as Scenario
    const seed = Math.floor(Math.random() * 1e6) + 1
    all.value = { ...all.value, [heatId.value]: { scenario: plain, acts: [], atS: 0, seed, level } }
    after.value = null
    paused.value = false
    run.value = openRehearsal(plain)
    look()
  }
  /** Where it was left, whatever the page did meanwhile. */
  function resume(): void {
    if (!kept.value || run.value) return
    run.value = openRehearsal(kept.value.scenario, kept.value.acts)
    run.value.go(kept.value.atS)
    paused.value = !run.value.poured
    look()
  }
  watch(heatId, resume, { immediate: true })

  function act(what: ActNow): void {
    const current = run.value
    if (!current || current.poured) return
    const done = { ...what, atS: current.now.atS } as Act
    current.act(done)
    keep({ acts: [...acts.value, done], atS: current.now.atS })
    look()
  }
  function away(): void {
    if (!heatId.value) return
    const { [heatId.value]: _, ...others } = all.value
    all.value = others
    run.value = null
    now.value = null
    poured.value = null
    after.value = null
    trace.value = []
  }
  useIntervalFn(() => {
    const current = run.value
    if (!current || paused.value || current.poured) return
    current.go(current.now.atS + (speed.value * TICK_MS) / 1000)
    ticks++
    if (ticks % KEPT_EVERY === 0) keepPlace()
    look(ticks % DRAWN_EVERY === 0)
  }, TICK_MS)
  const keepPlace = () => run.value && keep({ atS: run.value.now.atS })
  useEventListener(window, 'pagehide', keepPlace)
  onBeforeUnmount(keepPlace)

  return { kept, now, trace, shownC, poured, after, speed, paused, acts, begin, act, away }
}

/** Every so many points of a long trace, the last among them. */
function thinned<T>(trace: readonly T[]): T[] {
  const every = Math.ceil(trace.length / MOST_DRAWN)
  return trace.filter((_, at) => at % every === 0 || at === trace.length - 1)
}
