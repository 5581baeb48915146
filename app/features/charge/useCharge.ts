import { t } from '~/words'
import { computed, watch } from 'vue'
import { solidDensity } from '#core/alloys'
import { withBaseSpread } from '#core/composition'
import { isNone, predictMelt, type ChargedLine, type ChargePlan } from '#core/charge'
import {
  POT_LOT,
  potOf,
  freeLots,
  heatRecovery,
  heatWeighing,
  planKey,
  weighedCharge,
  type Heat,
  type WeighingBench,
} from '#core/heat'
import { crucibleHolds } from '#core/melt'
import { useChargeEngine } from './charge-store'
import { useYard } from '~/storage/yard-store'
import type { Ref } from 'vue'
import { useGear } from '~/shared/gear/useGear'
import { useHeatInHand } from '~/shared/heat/heat-in-hand'

/** The charge of a heat, solved again in the worker whenever anything it depends on changes. */
export function useCharge(heat: Ref<Heat | null>) {
  /** in the ledger: nothing of it is planned or weighed any more */
  const frozen = computed(() => !!heat.value?.loggedAt)
  const yard = useYard()
  const engine = useChargeEngine()
  const { bench } = useWeighingBench(heat)
  /** what other open heats do not hold */
  const lots = computed(() => (heat.value ? freeLots(yard.lots, yard.heats, heat.value) : yard.lots))
  /** Worked at beside the yard it takes what it has weighed, and nothing of the yard's. */
  const beside = useHeatInHand() !== null
  const ask = computed(() =>
    heat.value && !heat.value.loggedAt && !beside ? heatWeighing(heat.value, lots.value, bench.value) : null,
  )
  watch(
    ask,
    (next) => {
      if (next && heat.value) engine.askFor(heat.value.id, next)
      else if (!beside) engine.clear()
    },
    { immediate: true },
  )
  /** The plan at hand answers the heat as it stands now. */
  const settled = computed(() => ask.value !== null && engine.settledOn === ask.value)
  /** The plan without what is in the pot already: that is not weighed. */
  const plan = computed(() => (ask.value && engine.answer ? withoutPot(engine.answer.plan) : null))
  const lotName = (id: string) =>
    id === POT_LOT
      ? t('charge.what-the-heat-before-left-in')
      : yard.records.lots[id]
        ? yard.records.lots[id].name
        : (heat.value?.weighed.find(({ lotId }) => lotId === id)?.name ?? t('charge.a-lot-no-longer-here'))

  /** What will be in the crucible: the plan while one holds, else what was weighed. */
  const lines = computed<ChargedLine[]>(() => {
    const current = heat.value
    if (!current) return []
    if (!plan.value || isNone(plan.value)) return weighedCharge(current.weighed)
    const byId = new Map(engine.answer?.problem.lots.map((lot) => [lot.id, lot]))
    return (engine.answer?.plan.lines ?? []).flatMap(({ lot: id, massG }) => {
      const lot = byId.get(id)
      if (!lot) return []
      return [{ massG, lot: { ...lot, sd: withBaseSpread(lot.composition, lot.sd ?? {}) } }]
    })
  })
  const prediction = computed(() => (heat.value ? predictMelt(lines.value, heatRecovery(heat.value)) : null))

  /** The plan at hand as a heat keeps it, to be weighed by. */
  function planToKeep(current: Heat): Heat['planned'] {
    if (!plan.value) return current.planned
    return {
      of: planKey(current),
      lines: Object.fromEntries(plan.value.lines.map(({ lot, massG }) => [lot, Number(massG.toFixed(6))])),
      without: engine.answer?.concessions ?? [],
    }
  }
  return { heat, frozen, lots, bench, ask, settled, engine, plan, lines, prediction, lotName, planToKeep }
}

export type Charge = ReturnType<typeof useCharge>

/** What a heat is weighed with: the yard's scales, its unit, and what the chosen crucible takes. */
export function useWeighingBench(heat: Ref<Heat | null>) {
  const yard = useYard()
  const { scales, holdsOf } = useGear()
  const bench = computed<WeighingBench>(() => {
    const current = heat.value
    const known = current ? holdsOf(current) : undefined
    const byNumber =
      current?.alloy && current.crucibleNo
        ? crucibleHolds(current.crucibleNo, solidDensity(current.alloy).gcm3)
        : null
    const pot = current && potOf(current, yard.heats, yard.gear)
    return { scales: scales.value, unit: yard.settings.mass, crucibleG: known ?? byNumber, pot }
  })
  return { bench }
}

function withoutPot(plan: ChargePlan): ChargePlan {
  const pot = plan.lines.find(({ lot }) => lot === POT_LOT)
  if (!pot) return plan
  return {
    ...plan,
    lines: plan.lines.filter((line) => line !== pot),
    chargeMassG: plan.chargeMassG - pot.massG,
  }
}
