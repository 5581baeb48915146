import { t, told } from '~/words'
import { computed } from 'vue'
import { orderedLimits } from '#core/alloys'
import { measuredComposition } from '#core/assay'
import { castSteps, heatLiquidus } from '#core/heat'
import { SYMPTOMS } from '#core/troubles'
import { inferredOf } from '#core/ledger'
import { sourceLots, whereItWent } from '#core/learn'
import { balanceWords, verdictWords } from '~/shared/heat/results-words'
import { useHeat } from '~/shared/heat/useHeat'
import { limitWords } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'

/** A heat from plan to assay: what it is against what was meant, where its metal came from and went. */
export function useStory() {
  const { heat, summary } = useHeat()
  const yard = useYard()
  const { grams } = useUnits()
  const measured = computed(() => measuredComposition(summary.value?.measured ?? {}, heat.value?.alloy?.base))
  /** by its weights and tests, where nothing was measured, wt% with spread */
  const inferred = computed(() =>
    heat.value && Object.keys(inferredOf(heat.value)).length > 0 ? (heat.value.inferred ?? null) : null,
  )
  const liquidus = computed(() => (heat.value ? heatLiquidus(heat.value) : null))
  const origins = computed(() => (heat.value ? sourceLots(heat.value, yard.lots, yard.heats) : []))
  const ticked = computed(
    () => Object.values(heat.value?.done ?? {}).filter(({ skipped }) => !skipped).length,
  )
  const made = computed(() => yard.lots.filter(({ originHeatId }) => originHeatId === heat.value?.id))
  const after = computed(() => {
    const seen = new Map<string, ReturnType<typeof whereItWent>[number]>()
    for (const lot of made.value)
      for (const step of whereItWent(lot.id, yard.lots, yard.heats)) seen.set(step.heat.id, step)
    return [...seen.values()]
  })
  const limits = computed(() =>
    orderedLimits(heat.value?.alloy?.limits ?? {}).map(([element, limit]) => ({
      element,
      limit: limitWords(limit),
      predicted: summary.value?.predicted.composition[element],
      measured: summary.value?.measured[element],
      inferred: inferred.value?.shares[element],
      call: summary.value?.verdict?.limits.find((one) => one.element === element)?.call ?? 'not-measured',
    })),
  )
  const verdict = computed(() =>
    heat.value?.alloy && summary.value?.verdict
      ? verdictWords(summary.value.verdict, told(heat.value.alloy.name))
      : null,
  )
  const balance = computed(() => (summary.value?.balance ? balanceWords(summary.value.balance, grams) : null))
  /** Castings one by one, and what became of each in a few words. */
  const castings = computed(() =>
    (heat.value?.pour.castings ?? []).map((cast) => {
      const { nowG, groundOffG } = castSteps(cast)
      const symptom = told(SYMPTOMS.find(({ id }) => id === cast.fault)?.name)
      const words = [
        cast.verdict === 'not-told' ? '' : cast.verdict,
        symptom ?? '',
        groundOffG ? t('ledger.ground-off', { mass: grams(groundOffG, 0.1) }) : '',
        cast.note,
      ]
      return { ...cast, nowG, words: words.filter(Boolean).join('; ') }
    }),
  )
  const photos = computed(() => [
    ...new Set(
      [
        ...(heat.value?.log ?? []),
        ...(heat.value?.tests ?? []),
        ...(heat.value?.assays ?? []),
        ...(heat.value?.pour.castings ?? []),
      ].flatMap((one) => one.photos ?? []),
    ),
  ])
  return {
    heat,
    summary,
    measured,
    inferred,
    liquidus,
    origins,
    ticked,
    made,
    after,
    limits,
    verdict,
    balance,
    castings,
    photos,
  }
}
