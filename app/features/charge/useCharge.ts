import { computed, watch, type Ref } from 'vue'
import { withBaseSpread } from '#core/composition'
import { isNone, type ChargedLine, type ChargePlan } from '#core/charge'
import { heatMelt, planKey, POT_LOT, weighedCharge, type Heat } from '#core/heat'
import { useChargeEngine } from './charge-store'
import { useLotName } from './usePlan'
import { usePutQuestion } from './usePutQuestion'
import { useQuestion } from './useQuestion'

/**
 * The charge of a heat on the pages that plan it: computed once for each question, and stored with the heat. A question
 * that was answered before, and whose inputs are the same, is not solved again.
 */
export function useCharge(heat: Ref<Heat | null>) {
  /** in the ledger: nothing of it is planned or weighed any more */
  const frozen = computed(() => !!heat.value?.loggedAt)
  const engine = useChargeEngine()
  const { ask, mark, lots, bench, beside } = useQuestion(heat)
  const put = usePutQuestion()
  watch(
    ask,
    (question) => {
      if (question && heat.value) put(heat.value, question)
      else if (!beside) engine.clear()
    },
    { immediate: true },
  )

  /** The plan at hand answers the heat as it stands now, for good. */
  const settled = computed(() => ask.value !== null && engine.settledOn === ask.value)
  /** What is shown belongs to the question before: nobody is to weigh by it. */
  const old = computed(() => ask.value !== null && !settled.value && engine.draftFor !== ask.value)
  /** The plan without what is in the pot already: that is not weighed. */
  const plan = computed(() => (ask.value && engine.answer ? withoutPot(engine.answer.plan) : null))
  const lotName = useLotName(heat)

  /** What will be in the crucible: the plan while one holds, else what was weighed. */
  const lines = computed<ChargedLine[]>(() => {
    const current = heat.value
    if (!current) return []
    if (!plan.value || isNone(plan.value)) return weighedCharge(current.weighed, current)
    const byId = new Map(engine.answer?.problem.lots.map((lot) => [lot.id, lot]))
    return (engine.answer?.plan.lines ?? []).flatMap(({ lot: id, massG }) => {
      const lot = byId.get(id)
      if (!lot) return []
      return [{ massG, lot: { ...lot, sd: withBaseSpread(lot.composition, lot.sd ?? {}) } }]
    })
  })
  const prediction = computed(() => (heat.value ? heatMelt(heat.value, lines.value) : null))
  /** by which paper and screen are compared; none while a plan is being computed */
  const number = computed(() =>
    settled.value && heat.value?.plan?.of === mark.value ? (heat.value?.plan?.number ?? null) : null,
  )

  /** The plan at hand as a heat keeps it, to be weighed by. */
  function planToKeep(current: Heat): Heat['planned'] {
    if (!plan.value) return current.planned
    return {
      of: planKey(current),
      lines: Object.fromEntries(plan.value.lines.map(({ lot, massG }) => [lot, Number(massG.toFixed(6))])),
      without: engine.answer?.concessions ?? [],
    }
  }
  return {
    ...{ heat, frozen, lots, bench, ask, settled, old, engine, plan, lines, prediction, lotName, number },
    planToKeep,
  }
}

export type Charge = ReturnType<typeof useCharge>

function withoutPot(plan: ChargePlan): ChargePlan {
  const pot = plan.lines.find(({ lot }) => lot === POT_LOT)
  if (!pot) return plan
  return {
    ...plan,
    lines: plan.lines.filter((line) => line !== pot),
    chargeMassG: plan.chargeMassG - pot.massG,
  }
}
