import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { computed, ref } from 'vue'
import { crucibleWear, IRON_FROM_STEEL, materialOf, type Crucible, type CrucibleCheck } from '#core/gear'
import { heatsIn, heatStamp, potIron, potStory } from '#core/heat'
import { useGear } from '~/shared/gear/useGear'
import { counted, dayOf, percent } from '~/shared/units/figures'
import { now, useYard } from '~/storage/yard-store'

/** What is being written down of a crucible. */
export type CrucibleForm = 'look' | 'wash-heat' | 'retire'

/** A crucible with what it has been through, and what can be written down of it. */
export function useCrucibleCard(crucible: () => Crucible) {
  const yard = useYard()
  const { keep } = useGear()
  const story = computed(() => potStory(crucible(), yard.heats))
  const material = computed(() => materialOf(crucible()))
  const wear = computed(() => crucibleWear(crucible()))
  const steel = computed(() => material.value.firing === 'wash')

  /** What it held last, and how long it was in the fire, in sentences. */
  const memory = computed(() => {
    const { last, minutes, timed, washHeats, washedOut, coated } = story.value
    const lines: string[] = []
    if (last)
      lines.push(
        t(washedOut ? 'gear.last-held-washed' : 'gear.last-held', {
          alloyName: told(last.alloy),
          heatNumber: heatStamp(last.number),
          date: dayOf(last.at),
        }),
      )
    if (timed > 0)
      lines.push(
        t('gear.hours-in-fire', {
          hours: fixed(minutes / 60, minutes < 600 ? 1 : 0),
          heats: counted(timed, 'heat'),
        }),
      )
    if (washHeats > 0) lines.push(t('gear.wash-heats', { washHeats: counted(washHeats, 'wash-heat') }))
    if (steel.value)
      lines.push(
        coated ? t('gear.wash-fresh') : story.value.heats > 0 ? t('gear.wash-used') : t('gear.wash-none'),
      )
    return lines
  })
  /** Iron it gave the aluminium melted in it, heat by heat, as far as that can be told. */
  const iron = computed(() => {
    const given = heatsIn(yard.heats, crucible().id).flatMap((heat) => {
      const found = potIron(heat, crucible(), yard.heats)
      return found ? [{ heat, found }] : []
    })
    return given.slice(-3).map(({ heat, found: { pct, minutes, celsius, logged } }) => ({
      number: heat.number,
      words: t('gear.iron-dissolved', {
        heatNumber: heatStamp(heat.number),
        mid: percent(pct.mid),
        low: percent(pct.low),
        high: percent(pct.high),
      }),
      minutes,
      celsius,
      logged,
    }))
  })

  const open = ref<CrucibleForm | null>(null)
  const toggle = (form: CrucibleForm) => (open.value = open.value === form ? null : form)
  function write(label: string, change: Partial<Crucible>): void {
    if (keep({ ...crucible(), ...change }, label)) open.value = null
  }
  const look = (check: Omit<CrucibleCheck, 'at'>) =>
    write(t('gear.inspect-edit', { crucibleName: crucible().name }), {
      checks: [...crucible().checks, { at: now(), ...check }],
    })
  const washHeat = (metal: string) =>
    write(t('gear.wash-heat-edit', { crucibleName: crucible().name }), {
      washHeats: [...(crucible().washHeats ?? []), { at: now(), metal: metal.trim() }],
    })
  const coat = () =>
    write(t('gear.wash-edit', { crucibleName: crucible().name }), {
      coats: [...(crucible().coats ?? []), now()],
    })
  const retire = (reason: string) =>
    write(t('gear.retire-edit', { crucibleName: crucible().name }), {
      retiredAt: now(),
      retiredWhy: reason.trim() || undefined,
    })
  const takeBack = () =>
    write(t('gear.unretire-edit', { crucibleName: crucible().name }), {
      retiredAt: null,
      retiredWhy: undefined,
    })

  return {
    story,
    material,
    wear,
    steel,
    memory,
    iron,
    ironSource: IRON_FROM_STEEL.source,
    open,
    toggle,
    look,
    washHeat,
    coat,
    retire,
    takeBack,
  }
}
