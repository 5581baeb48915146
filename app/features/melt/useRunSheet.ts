import { t } from '~/words'
import { computed } from 'vue'
import { POUR_CHECKLIST, pourOrder } from '#core/casting'
import {
  crucibleWeight,
  firingOf,
  heatingLimit,
  materialOf,
  wantsFirstFire,
  type Crucible,
  type Furnace,
} from '#core/gear'
import { runSheet, type PotCare, type RunSheetAsk, type RunStep } from '#core/melt'
import { familyOf } from '#core/families'
import { heatLiquidus, heatWalls, POT_LOT, type Heat } from '#core/heat'
import { remindersFor } from '#core/troubles'
import { useYard } from '~/storage/yard-store'
import { stepWords } from './melt-words'
import { usePlan } from '~/features/charge'
import { useGear } from '~/shared/gear/useGear'
import { useHeatClock } from '~/shared/heat/heat-in-hand'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'

/** What a crucible asks for by what it is made of. */
function potCare(crucible: Crucible): PotCare {
  return {
    mind: materialOf(crucible).mind,
    rampCPerH: heatingLimit(crucible, 0)?.cPerH ?? null,
    firing: firingOf(crucible).map(({ what }) => what),
  }
}

/**
 * The run sheet of the heat in hand, and how far it has come.
 * @param topUpZincG zinc to be put back, as the log has it now, g
 */
export function useRunSheet(topUpZincG: () => number = () => 0) {
  const yard = useYard()
  const { heat, edit } = useHeat()
  const clock = useHeatClock()
  const plan = usePlan(heat)
  const { lines, lotName } = plan
  const { grams, degrees, degreesApart } = useUnits()
  const { crucibles, heatsIn } = useGear()

  const liquidus = computed(() => (heat.value ? heatLiquidus(heat.value) : null))
  const metal = computed(() => (heat.value?.alloy ? (familyOf(heat.value.alloy)?.metal ?? null) : null))
  const ask = computed<RunSheetAsk>(() => {
    const crucible = crucibles.value.find(({ id }) => id === heat.value?.crucibleId)
    return {
      chosen: heat.value?.practices ?? {},
      own: yard.practices,
      ...(crucible ? { pot: potCare(crucible) } : {}),
      newCrucible: !!crucible && wantsFirstFire(crucible, heatsIn(crucible.id)),
      fuel:
        yard.gear.find((one): one is Furnace => one.type === 'furnace' && one.id === heat.value?.furnaceId)
          ?.fuel ?? null,
      ...(crucible ? { crucibleG: crucibleWeight(crucible) } : {}),
      pourOrder: pourOrder(heat.value?.need?.parts ?? []),
      ...(heat.value?.need?.mould ? { mould: heat.value.need.mould } : {}),
      walls: heatWalls(heat.value ?? { need: null }),
    }
  })
  const charge = computed(() =>
    lines.value
      .filter(({ lot }) => lot.id !== POT_LOT)
      .map(({ massG, lot }) => ({
        lotId: lot.id,
        name: lotName(lot.id),
        form: formOf(heat.value!, lot.id),
        massG,
        composition: lot.composition,
        coatings: yard.records.lots[lot.id]?.coatings ?? [],
        ...scrapOf(lot.id),
      })),
  )
  const stepsWith = (more: RunSheetAsk): RunStep[] => {
    const alloy = heat.value?.alloy
    if (!alloy || lines.value.length === 0) return []
    return runSheet(alloy, charge.value, liquidus.value, { ...ask.value, ...more })
  }
  /** As the charge wants it, whatever the log says. */
  const planned = computed(() => stepsWith({}))
  const steps = computed(() => stepsWith({ topUpZincG: topUpZincG() }))
  const scrapOf = (lotId: string) => {
    const scrapId = yard.records.lots[lotId]?.scrapId
    return scrapId ? { scrapId } : {}
  }
  const formOf = (current: Heat, lotId: string) =>
    current.weighed.find((line) => line.lotId === lotId)?.form ??
    yard.lots.find(({ id }) => id === lotId)?.form ??
    'casting'

  const words = (step: RunStep) => stepWords(step, { grams, degrees, degreesApart, metal: metal.value })
  const stateOf = (step: RunStep) => heat.value?.done[step.id] ?? null
  const current = computed(() => steps.value.find((step) => !stateOf(step)) ?? null)
  const next = computed(() => {
    const index = current.value ? steps.value.indexOf(current.value) : -1
    return index >= 0 ? (steps.value.slice(index + 1).find((step) => !stateOf(step)) ?? null) : null
  })
  const doneCount = computed(() => steps.value.filter((step) => stateOf(step)).length)
  /** What earlier heats left to be minded. */
  const reminders = computed(() => (heat.value ? remindersFor(heat.value, yard.heats) : []))
  const mouldLookedAt = computed(() => POUR_CHECKLIST.every(({ id }) => heat.value?.lookedAt?.[id]))

  function mark(step: RunStep, skipped: boolean, more: Partial<Heat> = {}): void {
    if (!heat.value) return
    const done = { ...heat.value.done, ...more.done, [step.id]: { at: clock.iso(), skipped } }
    edit(`${skipped ? t('melt.skip') : t('melt.done')}: ${words(step).title}`, { ...more, done })
  }
  function unmark(step: RunStep): void {
    if (!heat.value) return
    const done = Object.fromEntries(Object.entries(heat.value.done).filter(([id]) => id !== step.id))
    edit(t('melt.unmark-edit', { title: words(step).title }), { done })
  }
  /** Cautions read once are not in the way again in this heat. */
  function acknowledge(ids: readonly string[]): void {
    const acknowledged = { ...heat.value?.acknowledged }
    for (const id of ids) acknowledged[id] = clock.iso()
    edit(t('melt.read-caution-edit'), { acknowledged })
  }

  return {
    heat,
    edit,
    planned,
    steps,
    words,
    stateOf,
    current,
    next,
    doneCount,
    mouldLookedAt,
    reminders,
    mark,
    unmark,
    acknowledge,
    liquidus,
    metal,
    /** the plan the sheet is made from */
    plan,
    lines,
    /** The charge is being calculated, so its absence means nothing yet. */
    working: plan.updating,
    grams,
    degrees,
  }
}

export type RunSheet = ReturnType<typeof useRunSheet>
