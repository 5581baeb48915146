import { t, told } from '~/words'
import { why } from '~/storage/why'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import type { DayAnswer, DayQuestion } from '#core/day-plan'
import { DAY, returnsLotId } from '#core/day-plan'
import { fuelOf, scaleFor, type Furnace } from '#core/gear'
import {
  askMark,
  asksTheSame,
  benchOf,
  freeLots,
  heatLiquidus,
  heatStamp,
  heatWeighing,
  planToStore,
  shareStock,
  type Heat,
} from '#core/heat'
import { runSheet } from '#core/melt'
import { isNone, PURCHASABLE, type ChargePlan, type Weighing, type WeighingAsk } from '#core/charge'
import { useFuelUnit } from '~/shared/gear/useFuelUnit'
import { useFurnaceEnergy } from '~/shared/gear/useFurnaceEnergy'
import { FAMILY_WORDS } from '~/shared/gear/gear-words'
import { useGear } from '~/shared/gear/useGear'
import { useReckoning } from '~/shared/heat/useReckoning'
import { useNotices } from '~/shared/page/useNotices'
import { useRememberedHere } from '~/shared/page/useRemembered'
import { counted } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import { useUnits } from '~/shared/units/useUnits'
import { useYard, type Edit } from '~/storage/yard-store'
import { UNTOLD_POT, dayQuestion } from './day-question'
import { plannedApart } from './planned-apart'

/** Solves a day: order, crucibles and metal together. */
export type SolveDay = (question: DayQuestion) => Promise<DayAnswer>

/** Plans one heat, as Charge does. */
export type PlanHeat = (ask: WeighingAsk) => Promise<Weighing>

/** Several heats of one day: in which order, in which crucible, from one pile, with one fire. */
export function useDay(solve: SolveDay, planHeat: PlanHeat) {
  const yard = useYard()
  const units = useUnits()
  const { grams, money } = units
  const { announce } = useNotices()
  const gear = useGear()
  const { potOf, heatTaken, learnedOf } = useFurnaceEnergy()
  const { selling } = useReckoning()
  const begins = useRememberedHere('day-begins', '09:00')
  const turnMin = useRememberedHere<number | null>('day-turn', DAY.turnMinutes)

  const open = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt === null))
  const ready = computed(() => open.value.filter(({ alloy, tapMassG }) => alloy && tapMassG !== null))
  const left = reactive(new Set<string>())
  const leave = (id: string) => (left.has(id) ? left.delete(id) : left.add(id))
  const chosen = computed(() => ready.value.filter(({ id }) => !left.has(id)))
  /** The fire of the day: that of its first heat which names one, else the only one there is. */
  const furnace = computed<Furnace | null>(() => {
    const named = chosen.value.flatMap(
      ({ furnaceId }) => gear.furnaces.value.find(({ id }) => id === furnaceId) ?? [],
    )
    return named[0] ?? gear.furnaces.value[0] ?? null
  })
  const usable = computed(() => gear.crucibles.value.filter(({ retiredAt }) => retiredAt === null))

  /** The same list while nothing else is asked: a plan that is stored is no reason to solve the day again. */
  const asking = computed<readonly Heat[]>((before) =>
    before?.length === chosen.value.length &&
    before.every((heat, at) => heat.id === chosen.value[at]!.id && asksTheSame(heat, chosen.value[at]!))
      ? before
      : chosen.value,
  )
  const solved = shallowRef<DayAnswer | null>(null)
  const planned = shallowRef<Heat[]>([])
  /** the plan each heat would have from its share of the pile: what "Keep" keeps */
  const proposed = shallowRef<ChargePlan[] | null>(null)
  const margin = ref(true)
  const busy = ref(false)
  const fault = ref('')
  let asked = 0

  function question(heats: readonly Heat[], certain: boolean): DayQuestion | null {
    const others = yard.heats.filter(({ id }) => !heats.some((heat) => heat.id === id))
    return dayQuestion({
      heats,
      all: yard.heats,
      lots: freeLots(yard.lots, others),
      crucibles: usable.value,
      furnace: furnace.value,
      energy: furnace.value && learnedOf(furnace.value),
      taken: heatTaken,
      holds: gear.holds,
      familyOf: gear.familyOf,
      potG: (id) => potOf({ crucibleId: id }).potG,
      ratePerHour: selling.value.ratePerHour,
      turnMin: turnMin.value ?? DAY.turnMinutes,
      certain,
    })
  }
  watch(
    [asking, () => yard.lots, () => yard.gear, turnMin],
    async () => {
      const heats = [...asking.value]
      const mine = ++asked
      const first = heats.length === 0 ? null : question(heats, true)
      if (!first) {
        solved.value = null
        return
      }
      busy.value = true
      try {
        let found = await solve(first)
        const certain = !isNone(found.joint)
        const plain = certain ? null : question(heats, false)
        if (plain) found = await solve(plain)
        if (mine !== asked) return
        margin.value = certain
        proposed.value = null
        solved.value = found
        planned.value = heats
        fault.value = ''
        const plans = apart.value ? null : await plansOf(found, heats)
        if (mine !== asked) return
        proposed.value = plans
      } catch (error) {
        fault.value = why(error)
      } finally {
        if (mine === asked) busy.value = false
      }
    },
    { immediate: true },
  )

  /** Plans each heat from its share, as Charge does; null where one of them has no plan. */
  async function plansOf({ joint, reused }: DayAnswer, heats: readonly Heat[]): Promise<ChargePlan[] | null> {
    // What leaves one heat for the next is in no plan of a heat by itself.
    if (isNone(joint) || reused.length > 0) return null
    const shared = shareStock(heats, joint.plans, yard.lots)
    const all = yard.heats.map((heat) => shared.find(({ id }) => id === heat.id) ?? heat)
    const plans: ChargePlan[] = []
    for (const heat of shared) {
      const ask = askOf(heat, all)
      const found = ask && (await planHeat(ask).catch(() => null))
      if (!found || isNone(found.plan)) return null
      plans.push(found.plan)
    }
    return plans
  }

  /** What Charge asks of a heat as it stands in the yard. */
  function askOf(heat: Heat, heats: readonly Heat[] = yard.heats): WeighingAsk | null {
    const { gear: all, settings } = yard
    const bench = benchOf(heat, { heats, gear: all, unit: settings.mass })
    return heatWeighing(heat, freeLots(yard.lots, heats, heat), bench)
  }
  /** The plan of a heat as its own pages show it; null where it has none that is up to date. */
  function ownPlan({ id }: Heat): ChargePlan | null {
    const heat = yard.records.heats[id]
    const ask = heat?.plan ? askOf(heat) : null
    return heat?.plan && ask && askMark(ask) === heat.plan.of ? (heat.plan.answer as ChargePlan) : null
  }
  /** The heats by their own plans, where these do for all of them. */
  const apart = computed(() => byPlans(planned.value.map(ownPlan)))
  /** The heats by the plans they would have from their shares. */
  const shares = computed(() => proposed.value && byPlans(proposed.value, Infinity))
  const answer = computed(() => apart.value ?? shares.value ?? solved.value)
  function byPlans(plans: readonly (ChargePlan | null)[], dearest?: number): DayAnswer | null {
    const ids = new Set(planned.value.map(({ id }) => id))
    const others = yard.heats.filter(({ id }) => !ids.has(id))
    return solved.value && plannedApart(solved.value, plans, freeLots(yard.lots, others), dearest)
  }

  const heatOf = (id: string) => planned.value.find((heat) => heat.id === id)
  const nameOf = (id: string) => {
    const heat = heatOf(id)
    return heat ? `${heatStamp(heat.number)} ${isolated(heat.title || (told(heat.alloy?.name) ?? ''))}` : ''
  }
  const lotName = (id: string) => {
    const from = planned.value.find((heat) => returnsLotId(heat.id) === id)
    return from
      ? t('day-plan.returns-of', { heatNumber: heatStamp(from.number) })
      : (yard.records.lots[id]?.name ?? t('day-plan.deleted-lot'))
  }
  const feasible = computed(() => !!answer.value && !isNone(answer.value.joint))

  /** The time of day so many minutes after the fire was lit. */
  function clock(minutes: number): string {
    const [hours = 9, past = 0] = begins.value.split(':').map(Number)
    const all = Math.round(hours * 60 + past + minutes)
    return `${String(Math.floor(all / 60) % 24).padStart(2, '0')}:${String(all % 60).padStart(2, '0')}`
  }
  const fuel = computed(() => (furnace.value ? fuelOf(furnace.value.fuel) : null))
  const { figure, unitOf } = useFuelUnit()
  const fuelAmount = (kJ: number) => {
    const { value: known } = fuel
    if (!known) return ''
    return `${figure(known, kJ / 1000 / known.mjPerUnit)} ${unitOf(known)}`
  }
  /** A crucible by its name; one nobody wrote down by the metal it would be kept for. */
  function potName(id: string): string {
    if (!id.startsWith(UNTOLD_POT)) return usable.value.find((one) => one.id === id)?.name ?? ''
    const metal = id.slice(UNTOLD_POT.length)
    return t('day-plan.crucible-for', { familyName: FAMILY_WORDS[metal] ?? metal })
  }
  /** The heats in their places. */
  const steps = computed(() =>
    (answer.value?.day?.steps ?? []).map((step) => ({
      ...step,
      heat: heatOf(step.id),
      potName: potName(step.pot),
      from: clock(step.fromMin),
      pour: clock(step.pourMin),
      fuel: fuelAmount(step.putInKJ),
      warm: step.wallsKJ < 1,
      takes: (answer.value?.reused ?? [])
        .filter(({ by }) => by === step.id)
        .map(({ from, massG }) =>
          t('day-plan.mass-of-returns', {
            mass: grams(massG),
            heatNumber: heatStamp(heatOf(from)?.number ?? 0),
          }),
        ),
    })),
  )
  const totalKJ = computed(() => steps.value.reduce((sum, { putInKJ }) => sum + putInKJ, 0))
  /** A cost of nothing is a lack of prices. */
  const priced = (cost: number) => Math.abs(cost) > 1e-9
  const headline = computed(() => {
    const { value: found } = answer
    if (!found) return busy.value ? t('day-plan.calculating') : ''
    if (!found.day) {
      const names = found.stuck.map((id) => heatStamp(heatOf(id)?.number ?? 0)).join(', ')
      return names ? t('day-plan.no-crucible', { heats: names }) : t('day-plan.no-order')
    }
    const end = clock(found.day.minutes)
    const alone = planned.value.length === 1
    if (!feasible.value && alone) return t('day-plan.not-enough-for-one')
    if (!feasible.value) return t('day-plan.not-enough-for-all', { end })
    const day = alone
      ? t('day-plan.summary-one', { begins: begins.value, end })
      : t('day-plan.summary', {
          heats: counted(planned.value.length, 'heat'),
          begins: begins.value,
          end,
        })
    return priced(found.day.cost) ? `${day}: ${money(found.day.cost)}.` : `${day}.`
  })
  /** Of what it is made up, and how well that is known to be the least. */
  const costs = computed(() => {
    const day = answer.value?.day
    if (!day || !feasible.value) return ''
    const parts = [
      ...(priced(day.metal) ? [t('day-plan.cost-metal', { metal: money(day.metal) })] : []),
      ...(day.fuel > 0 ? [t('day-plan.cost-fuel', { fuel: money(day.fuel) })] : []),
      ...(day.work > 0 ? [t('day-plan.cost-work', { work: money(day.work) })] : []),
    ]
    const washes =
      day.washes > 0
        ? ` ${t('day-plan.wash-heats-included', { washes: counted(day.washes, 'wash-heat') })}`
        : ''
    const best = day.proven ? t('day-plan.order-proved') : t('day-plan.order-found')
    return `${parts.length > 0 ? `${parts.join(', ')}.` : ''}${washes} ${best}`.trim()
  })
  const saved = computed(() => {
    const { value: found } = answer
    if (!found || !feasible.value) return ''
    if (found.inTurn === null) return t('day-plan.shared-possible')
    const apart = found.inTurn - found.joint.cost
    return apart > 0.005 ? t('day-plan.shared-saves', { saving: money(apart) }) : ''
  })
  /** The finest step a lot was planned in by one of the heats, g. */
  const plannedStep = (lotId: string) =>
    Math.min(
      ...planned.value.flatMap(
        ({ id }) => yard.records.heats[id]?.plan?.lots.find((lot) => lot.id === lotId)?.stepG ?? 1,
      ),
    )
  const table = computed(() => {
    const plans = answer.value?.joint.plans ?? []
    const ids = [...new Set(plans.flatMap(({ lines }) => lines.map(({ lot }) => lot)))]
    return ids
      .map((id) => {
        const masses = plans.map(({ lines }) => lines.find(({ lot }) => lot === id)?.massG ?? 0)
        const thereG = yard.lots.find((lot) => lot.id === id)?.massG ?? null
        const stepG =
          apart.value || shares.value
            ? plannedStep(id)
            : Math.max(0.1, scaleFor(gear.scales.value, Math.max(...masses))?.stepG ?? 0.1)
        return { id, masses, stepG, totalG: masses.reduce((sum, massG) => sum + massG, 0), thereG }
      })
      .sort((a, b) => b.totalG - a.totalG)
  })
  /** What is to be bought before the day. */
  const shopping = computed(() =>
    (answer.value?.shopping ?? []).map(({ metal, massG }) => ({
      name: told(PURCHASABLE.find(({ id }) => id === metal)?.name ?? metal),
      massG,
    })),
  )

  /** Covers, fluxes and deoxidants of all heats, by the practices chosen for each. */
  const doses = computed(() => {
    const sums = new Map<string, { name: string; lowG: number; highG: number }>()
    planned.value.forEach((heat, at) => {
      const lines = answer.value?.joint.plans[at]?.lines ?? []
      if (!heat.alloy || lines.length === 0) return
      const charge = lines.map(({ lot, massG }) => {
        const known = yard.records.lots[lot]
        return {
          lotId: lot,
          name: lotName(lot),
          form: known?.form ?? ('casting' as const),
          massG,
          composition: known?.composition ?? {},
        }
      })
      const ask = { chosen: heat.practices ?? {}, own: yard.practices, fuel: furnace.value?.fuel ?? null }
      for (const { dose, practice } of runSheet(heat.alloy, charge, heatLiquidus(heat), ask)) {
        if (!dose || !practice || dose.highG <= 0) continue
        const sum = sums.get(practice.name) ?? { name: told(practice.name), lowG: 0, highG: 0 }
        const more = { lowG: sum.lowG + dose.lowG, highG: sum.highG + dose.highG }
        sums.set(practice.name, { ...sum, ...more })
      }
    })
    return [...sums.values()]
  })

  /** Shares the pile and makes the plan of each heat from its share: the one its own pages show. */
  async function keep(): Promise<void> {
    const { value: found } = answer
    if (!found) return
    const pots = new Map(found.day?.steps.map(({ id, pot }) => [id, pot]))
    const now_ = planned.value.map((heat) => yard.records.heats[heat.id] ?? heat)
    const heats = shareStock(now_, found.joint.plans, yard.lots)
    const edits = heats.map((heat): Edit => {
      const crucible = usable.value.find(({ id }) => id === pots.get(heat.id))
      const inPot =
        crucible && !heat.crucibleId ? { crucibleId: crucible.id, crucibleNo: crucible.number } : {}
      const fire = furnace.value && !heat.furnaceId ? { furnaceId: furnace.value.id } : {}
      return { collection: 'heats', id: heat.id, after: { ...heat, ...inPot, ...fire } }
    })
    if (!yard.commit(t('day-plan.keep-shares-edit'), edits)) return
    announce(t('day-plan.shares-kept'))
    for (const { id } of heats) {
      const heat = yard.records.heats[id]
      const ask = heat && askOf(heat)
      const plan = ask && (await planHeat(ask).catch(() => null))
      const now = yard.records.heats[id]
      if (plan && now && !now.loggedAt) yard.keep('heats', { ...now, plan: planToStore(ask, plan) })
    }
  }

  return {
    open,
    ready,
    chosen,
    left,
    leave,
    begins,
    turnMin,
    furnace,
    fuel,
    answer,
    /** the weights are those of the heats' own plans */
    asPlanned: computed(() => apart.value !== null),
    /** heats without a plan that is up to date, by their stamps */
    unplanned: computed(() =>
      planned.value.filter((heat) => !ownPlan(heat)).map(({ number }) => heatStamp(number)),
    ),
    planNumber: (id: string) => yard.records.heats[id]?.plan?.number ?? '',
    planned,
    margin,
    busy,
    fault,
    feasible,
    steps,
    totalKJ,
    fuelAmount,
    clock,
    nameOf,
    lotName,
    headline,
    priced,
    costs,
    saved,
    table,
    shopping,
    doses,
    keep,
  }
}
