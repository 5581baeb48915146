import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, onBeforeUnmount, provide, ref, shallowRef, watch, type Ref } from 'vue'
import { practiceInForce, type CoverId } from '#core/melt'
import type { Heat } from '#core/heat'
import {
  actsOfTicks,
  referenceRun,
  debrief,
  HAND_S,
  LONGEST_S,
  mishapsOf,
  openRehearsal,
  rehearse,
  type Act,
  type ActNow,
  type Debrief,
  type Happened,
  type Level,
  type Mark,
  type Poured,
  type Rehearsal,
  type Scenario,
  type Standing,
} from '#core/rehearsal'
import { HEAT_IN_HAND } from '~/shared/heat/heat-in-hand'
import { useRehearsalsHere, type Begun } from './rehearsals-here'
import { useRehearsalProbe } from './useRehearsalProbe'

const TICK_MS = 250
/** Ticks between two drawings of the trace, and between two writings of where it stands: both are dear. */
const DRAWN_EVERY = 8
const KEPT_EVERY = 20
/** So many points are drawn at the most. */
const MOST_DRAWN = 60
export const SPEEDS = [1, 10, 60] as const
export type Speed = (typeof SPEEDS)[number]
/** At these the clock goes slowly by itself: there is something to be done at once. */
const ALARMS: readonly Happened[] = ['flare', 'spat', 'weeps', 'gas-low', 'helper-late']

/** What is rehearsed, and what it is held to. */
export interface Rehearsed {
  key: string
  name: string
  scenario: Scenario
  /** as the bench has it: charged, nothing done yet */
  base: Heat
  marks: readonly Mark[]
}

/** A rehearsal: it has a clock, a log and a thermocouple of its own, and nothing of it enters the yard. */
export function useRehearsal(key: Ref<string | undefined>) {
  const here = useRehearsalsHere()
  const run = shallowRef<Rehearsal | null>(null)
  const now = shallowRef<Standing | null>(null)
  const trace = shallowRef<readonly { atS: number; celsius: number }[]>([])
  const poured = shallowRef<Poured | null>(null)
  const after = shallowRef<{ debrief: Debrief; book: Poured | null } | null>(null)
  const heat = shallowRef<Heat | null>(null)
  const begun = shallowRef<Begun | null>(null)
  const speed = ref<Speed>(10)
  const paused = ref(false)
  const acts = shallowRef<readonly Act[]>([])
  let ticks = 0
  let alarmed = 0

  const lit = computed(() => begun.value?.lit ?? false)
  const nowMs = () => (begun.value?.startedMs ?? Date.now()) + 1000 * (run.value?.now.atS ?? 0)

  function look(drawn = true): void {
    const current = run.value
    if (!current) return
    now.value = { ...current.now, grams: { ...current.now.grams }, added: [...current.now.added] }
    if (drawn) trace.value = thinned(current.trace)
    poured.value = current.poured
    const alarms = alarmsIn(current)
    if (alarms > alarmed) speed.value = 1
    alarmed = alarms
    if (current.poured && begun.value && !after.value) {
      const { scenario } = begun.value
      const plain = { ...scenario, mishaps: [] }
      after.value = {
        debrief: debrief(scenario, acts.value),
        book: rehearse(plain, referenceRun(plain), LONGEST_S).poured,
      }
    }
  }
  /** Where it stands, for a page that ends in the middle. */
  function keepPlace(): void {
    if (!begun.value || !run.value || !heat.value) return
    const atS = run.value.now.atS
    begun.value = { ...begun.value, acts: acts.value, atS, heat: heat.value }
    here.keep(begun.value)
  }

  function begin({ key: of, name, scenario, base, marks }: Rehearsed, level: Level): void {
    const plain = JSON.parse(JSON.stringify(scenario)) as Scenario
    const seed = Math.floor(Math.random() * 1e6) + 1
    const mishaps = [...(plain.mishaps ?? []), ...mishapsOf(plain, level, seed)]
    const whole = { ...plain, mishaps }
    heat.value = JSON.parse(JSON.stringify(base)) as Heat
    const id = crypto.randomUUID()
    const stand = { acts: [], atS: 0, heat: heat.value, startedMs: Date.now(), lit: false }
    open({ id, key: of, name, scenario: whole, seed, level, marks, ...stand })
    keepPlace()
  }
  function open(one: Begun): void {
    begun.value = one
    heat.value = one.heat
    acts.value = one.acts
    after.value = null
    run.value = openRehearsal(one.scenario, one.acts)
    run.value.go(one.atS)
    alarmed = alarmsIn(run.value)
    paused.value = one.atS > 0 && !run.value.poured
    probe.begin()
    look()
  }
  function act(what: ActNow): void {
    const current = run.value
    if (!current || current.poured) return
    if (what.do === 'pour') current.go(current.now.atS + HAND_S)
    const one = { ...what, atS: current.now.atS } as Act
    current.act(one)
    acts.value = [...acts.value, one]
    keepPlace()
    look()
  }
  function light(): void {
    if (!begun.value) return
    begun.value = { ...begun.value, lit: true }
    keepPlace()
  }
  function away(): void {
    if (begun.value) here.drop(begun.value.key)
    run.value = null
    begun.value = null
    heat.value = null
    now.value = null
    poured.value = null
    after.value = null
    trace.value = []
  }

  const cover = (of: Heat): CoverId =>
    (of.alloy && practiceInForce(of.alloy, 'cover', of.practices ?? {})?.practice.cover) ?? 'glass'
  /** What is ticked and written is done to the metal, too. */
  function edit(_label: string, change: Partial<Heat>): void {
    const before = heat.value
    if (!before || !begun.value || !run.value || run.value.poured) return
    const next = { ...before, ...change }
    heat.value = next
    const { scenario } = begun.value
    const lifted = run.value.now.lifted
    const told = { scenario, before, after: next, cover: cover(next), lifted, nowMs: nowMs() }
    for (const one of actsOfTicks(told)) act(one)
    keepPlace()
  }
  const probe = useRehearsalProbe({ heat, nowMs, write: (next) => (heat.value = next) })
  provide(HEAT_IN_HAND, { heat, edit, nowMs, probe: probe.probe })

  watch(
    key,
    (of) => {
      const one = of && !run.value ? here.begun(of) : null
      if (one) open(one)
    },
    { immediate: true },
  )
  useIntervalFn(() => {
    const current = run.value
    const one = begun.value
    if (!current || !one?.lit || paused.value || current.poured) return
    current.go(current.now.atS + (speed.value * TICK_MS) / 1000)
    probe.send(one.seed, one.scenario.mishaps ?? [], current.now)
    ticks++
    if (ticks % KEPT_EVERY === 0) keepPlace()
    look(ticks % DRAWN_EVERY === 0)
  }, TICK_MS)
  useEventListener(window, 'pagehide', keepPlace)
  onBeforeUnmount(keepPlace)

  return { begun, heat, now, trace, poured, after, speed, paused, acts, lit, begin, light, act, away }
}

const alarmsIn = ({ now }: Rehearsal): number =>
  now.happened.filter(({ what }) => ALARMS.includes(what)).length

/** Every so many points of a long trace, the last among them. */
function thinned<T>(trace: readonly T[]): T[] {
  const every = Math.ceil(trace.length / MOST_DRAWN)
  return trace.filter((_, at) => at % every === 0 || at === trace.length - 1)
}
