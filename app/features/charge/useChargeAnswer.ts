import { usedUpLots } from '#core/heat'
import { t } from '~/words'
import { isNone, type Limiting, type LossDoubtCost } from '#core/charge'
import { totalG } from '#core/lists'
import { isVirgin } from '#core/stock'
import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import {
  concessionWords,
  conflictWords,
  harmWords,
  limitingSentences,
  OUT_OF_TIME,
  planHeadline,
} from '~/shared/words/charge-words'
import { elementName } from '~/shared/units/elements'
import { capital, listed } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import { useUnits } from '~/shared/units/useUnits'
import type { Charge } from './useCharge'
import { useStudy } from '~/shared/engines/useStudy'
import { useWaysOut } from './useWaysOut'
import { useYard } from '~/storage/yard-store'

/** What the solver found, in sentences: what to charge and what limits it, or why nothing fits and what would help. */
export function useChargeAnswer({
  heat,
  frozen,
  engine,
  plan,
  prediction,
  lotName,
  settled,
  old,
  number,
}: Charge) {
  const { grams, money } = useUnits()
  const yard = useYard()
  const study = useStudy()
  const told = (id: string) => isolated(lotName(id))
  const infeasible = computed(() => !!plan.value && isNone(plan.value))
  /** Something was weighed that cannot be kept inside the limits: the least harm, said and carried on. */
  const harmed = computed(() => plan.value?.status === 'least-harm')
  const tools = computed(() => ({ lotName: told, grams, money, mainSource, limitOf }))
  const limitOf = (element: string, bound: 'min' | 'max') => heat.value?.alloy?.limits[element]?.[bound]

  /** The lot that brings more than half of an element. */
  function mainLot(element: string): string | null {
    const list = prediction.value?.sources[element]
    const total = list ? totalG(list) : 0
    return list?.[0] && list[0].massG > 0.5 * total ? list[0].lot : null
  }
  function mainSource(element: string): string | null {
    const lot = mainLot(element)
    return lot === null ? null : told(lot)
  }
  /** What metal without a price limits would save nothing that is known. */
  const hangsOnUnpriced = (one: Limiting) => {
    const lot = one.kind === 'stock' ? one.lot : one.kind === 'element' ? mainLot(one.element) : null
    return lot !== null && unpriced.value.includes(lot)
  }

  const { waysOut } = useWaysOut(() => (frozen.value ? null : engine.answer), tools)
  /** What the room for errors of the scale costs, where it costs anything. */
  const roomCost = ref<number | null>(null)
  const doubtCost = shallowRef<LossDoubtCost | null>(null)
  watchDebounced(
    () => [engine.answer, settled.value] as const,
    async ([answer]) => {
      roomCost.value = null
      doubtCost.value = null
      if (!answer || frozen.value || heat.value?.weighed.length) return
      if (!settled.value) return
      const found = await study.ask((other) => other.room(answer)).catch(() => null)
      if (engine.answer !== answer) return
      roomCost.value = found
      const doubted = await study.ask((other) => other.lossDoubt(answer)).catch(() => null)
      if (engine.answer === answer) doubtCost.value = doubted
    },
    { debounce: 400, immediate: true },
  )
  const doubt = computed(() => {
    const found = doubtCost.value
    if (!found?.most || found.most.saves < 0.01) return ''
    const cost = money(found.most.saves)
    return found.most.of === 'yields'
      ? t('charge.yield-doubt-cost', { cost })
      : t('charge.recovery-doubt-cost', { cost, element: elementName(found.most.element) })
  })
  const room = computed(() => {
    const cost = roomCost.value
    return cost !== null && cost >= 0.01 ? t('charge.scale-error-cost', { cost: money(cost) }) : ''
  })
  /** Bought metal of the plan that has no price, where other metal of it has one: it is not free, and counts so. */
  const unpriced = computed(() => {
    if (!plan.value || frozen.value || infeasible.value || plan.value.cost <= 0) return []
    return plan.value.lines.flatMap(({ lot: id }) => {
      const lot = yard.records.lots[id]
      return lot && isVirgin(lot) && lot.pricePerKg === 0 ? [id] : []
    })
  })
  /** Something was given up, or not found, because the time ran out: nothing shows that there is no better. */
  const hurried = computed(() => !frozen.value && engine.answer?.hurried === true)
  /** Ways out were not looked at to the end; where the charge was not either, that is what is told. */
  const waysHurried = computed(() => !frozen.value && !hurried.value && engine.answer?.waysHurried === true)
  return {
    unpriced: computed(() =>
      unpriced.value.length > 0
        ? t('charge.no-price-warning', { lots: capital(listed(unpriced.value.map(told))) })
        : '',
    ),
    /** what is shown is from before the last change */
    old: computed(() => !frozen.value && old.value && plan.value !== null),
    /** the search goes on: a better charge may follow */
    searching: computed(() => !frozen.value && !settled.value && engine.error === null),
    number,
    infeasible,
    hurried,
    waysHurried,
    harmed,
    waysOut,
    room,
    doubt,
    tools,
    harm: computed(() =>
      plan.value && harmed.value ? harmWords(plan.value.shortfalls ?? [], tools.value) : '',
    ),
    headline: computed(() =>
      plan.value && !infeasible.value ? planHeadline(plan.value, heat.value?.tapMassG ?? 0, tools.value) : '',
    ),
    usedUp: computed(() => {
      const useUp = heat.value && usedUpLots(heat.value)
      if (!useUp || !plan.value || infeasible.value || frozen.value) return ''
      const chosen = new Set(useUp)
      return t('charge.use-up-answer', {
        mass: grams(totalG(plan.value.lines.filter(({ lot }) => chosen.has(lot)))),
        stock: grams(totalG(yard.lots.filter(({ id }) => chosen.has(id)))),
      })
    }),
    limiting: computed(() =>
      limitingSentences(
        // More of what counts as free would save nothing that is known.
        (plan.value?.limiting ?? []).filter((one) => !hangsOnUnpriced(one)),
        heat.value && usedUpLots(heat.value) ? 'use-up' : (heat.value?.objective ?? 'cost'),
        tools.value,
      ),
    ),
    concession: computed(() =>
      infeasible.value
        ? ''
        : concessionWords(engine.answer?.concessions ?? [], heat.value?.confidence ?? null),
    ),
    conflict: computed(() =>
      !plan.value
        ? ''
        : plan.value.status === 'unknown'
          ? OUT_OF_TIME
          : conflictWords(plan.value.conflict, tools.value),
    ),
  }
}

export type ChargeAnswer = ReturnType<typeof useChargeAnswer>
