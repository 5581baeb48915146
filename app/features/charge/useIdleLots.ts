import { computed } from 'vue'
import { ALLOYS } from '#core/alloys'
import { couldGoInto, isNone, whyUnused, type WhyUnused } from '#core/charge'
import { heatLot, heatRecovery, usedUpLots } from '#core/heat'
import { elementName } from '~/shared/units/elements'
import { listed, percent } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { t, told } from '~/words'
import type { ChargeRowState } from './useChargeRows'
import type { Charge } from './useCharge'

/** Alloys named that a lot could go into. */
const MOST_NAMED = 3

/** The lots that are not in the plan: why, and what they could go into; the lots to be used up. */
export function useIdleLots({ heat, engine, settled }: Pick<Charge, 'heat' | 'engine' | 'settled'>) {
  const yard = useYard()
  const { grams } = useUnits()

  /** Reasons by lot; an answer that is being looked for has none yet. */
  const reasons = computed(() => {
    const answer = engine.answer
    if (!answer || !settled.value || isNone(answer.plan) || answer.plan.status === 'least-harm')
      return new Map<string, WhyUnused>()
    const used = new Set(answer.plan.lines.map(({ lot }) => lot))
    return new Map(
      answer.problem.lots
        .filter(({ id }) => !used.has(id))
        .map((lot) => [lot.id, whyUnused(answer.problem, answer.plan, lot)] as const),
    )
  })

  function whyIdle({ id, choice }: Pick<ChargeRowState, 'id' | 'choice'>): string {
    if (!choice.use) return t('charge.why-left-out')
    const why = reasons.value.get(id)
    return why ? whyWords(why) : ''
  }
  function whyWords(why: WhyUnused): string {
    switch (why.kind) {
      case 'over':
        return t('charge.why-over', {
          element: elementName(why.element),
          pct: percent(why.pct),
          max: percent(why.max),
        })
      case 'dilutes':
        return t('charge.why-dilutes', {
          element: elementName(why.element),
          pct: percent(why.pct),
          min: percent(why.min),
        })
      case 'too-little':
        return t('charge.why-too-little', { mass: grams(why.leastG) })
      case 'dearer':
        return t('charge.why-dearer')
      case 'virgin':
        return heat.value && usedUpLots(heat.value) ? t('charge.why-spared') : t('charge.why-virgin')
      case 'not-needed':
        return t('charge.why-not-needed')
    }
  }

  function couldBe({ id }: Pick<ChargeRowState, 'id'>): string {
    const current = heat.value
    const lot = yard.records.lots[id]
    if (!current || !lot) return ''
    const own = yard.ownAlloys.map(({ alloy }) => alloy)
    const found = couldGoInto(
      heatLot(current, lot),
      [...own, ...ALLOYS].filter(({ id: one }) => one !== current.alloy?.id),
      heatRecovery(current),
    ).slice(0, MOST_NAMED)
    if (found.length === 0) return t('charge.could-be-none')
    return t('charge.could-be', {
      alloys: listed(
        found.map(({ alloy, share }) =>
          t('charge.could-be-one', { alloyName: told(alloy.name), percent: Math.floor(100 * share) }),
        ),
      ),
    })
  }

  /** Lots to be used up; null where that is not the aim. */
  const useUp = computed(() => {
    const chosen = heat.value && usedUpLots(heat.value)
    return chosen && new Set(chosen)
  })
  return { whyIdle, couldBe, useUp }
}
