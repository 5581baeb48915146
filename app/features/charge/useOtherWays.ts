import { inSentence, t } from '~/words'
import { why } from '~/storage/why'
import { isolated } from '~/shared/units/isolated'
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import {
  isNone,
  type Alternative,
  type Certainty,
  type ChargePlan,
  type ChargeProblem,
  type Way,
} from '#core/charge'
import { useChargeEngine } from './charge-store'
import { WAY_WORDS } from './ways-words'
import { totalG } from '#core/lists'
import { isVirgin } from '#core/stock'
import { shownStepG } from '#core/units'
import { useHeat } from '~/shared/heat/useHeat'
import { useStudy } from '~/shared/engines/useStudy'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'

export interface WayRow {
  way: Way
  name: string
  why: string
  cost: number
  virginMassG: number
  lots: number
  chance: number
  /** what is charged more and less of than in the plan at hand */
  differs: string
  /** it is the plan at hand */
  same: boolean
}

/**
 * The other ways to charge the same melt, worked out beside the plan whenever it has come to rest and someone may see
 * them: they take longer than the plan itself, and a phone's battery.
 * @param wanted whether they are on the screen
 */
export function useOtherWays(
  problem: ComputedRef<ChargeProblem | null>,
  plan: ComputedRef<ChargePlan | null>,
  lotName: (id: string) => string,
  wanted: Ref<boolean>,
) {
  const study = useStudy()
  const engine = useChargeEngine()
  const { edit } = useHeat()
  const { grams } = useUnits()
  const yard = useYard()
  const found = shallowRef<Alternative[]>([])
  const certainty = shallowRef<Certainty[]>([])
  /** the plan and problem the ways were looked for beside: the page's own may already be further on */
  const beside = shallowRef<{ plan: ChargePlan; problem: ChargeProblem } | null>(null)
  const fault = ref('')
  let asked = 0
  let lookedAt: ChargeProblem | null = null

  const look = useDebounceFn(async (of: ChargeProblem) => {
    const mine = ++asked
    try {
      const answer = await study.ask((studying) => studying.ways(of))
      if (mine !== asked) return
      if (plan.value) beside.value = { plan: plan.value, problem: of }
      found.value = answer.ways
      engine.foundBeside(answer.ways.map((one) => one.plan))
      certainty.value = answer.certainty
      fault.value = ''
    } catch (error) {
      fault.value = why(error)
    }
  }, 350)
  /** There is a plan that others can stand beside. */
  const askable = computed(() => !!plan.value && !isNone(plan.value) && plan.value.status !== 'least-harm')
  watch(
    [problem, wanted],
    ([next]) => {
      if (!wanted.value || !next || !askable.value || next === lookedAt) return
      lookedAt = next
      void look(next)
    },
    { immediate: true },
  )

  function difference(other: ChargePlan): string {
    const here = new Map(beside.value?.plan.lines.map(({ lot, massG }) => [lot, massG]))
    const there = new Map(other.lines.map(({ lot, massG }) => [lot, massG]))
    const changes = [...new Set([...here.keys(), ...there.keys()])]
      .map((lot) => ({ lot, by: (there.get(lot) ?? 0) - (here.get(lot) ?? 0) }))
      // What would be told as nothing is the same weight.
      .filter(({ by }) => Math.abs(by) >= shownStepG(yard.settings.mass) / 2)
      .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))
    const words = changes.slice(0, 3).map(({ lot, by }) => {
      const name = isolated(lotName(lot))
      if (!there.has(lot)) return t('charge.without-lot', { lotName: name })
      return `${grams(Math.abs(by))} ${by > 0 ? t('small.more') : t('small.less')} ${name}`
    })
    return words.join(', ') + (changes.length > 3 ? ', …' : '')
  }

  /** The question is the one the plan at hand answers; a longer search may at most have shaved a little off. */
  function isAsked(other: ChargeProblem): boolean {
    const here = beside.value?.problem
    return (
      here?.objective === other.objective &&
      here.confidence === other.confidence &&
      (here.lineCost ?? 0) === (other.lineCost ?? 0) &&
      here.maxLots === other.maxLots
    )
  }

  const rows = computed<WayRow[]>(() =>
    found.value.map(({ way, plan: other, problem: asked }) => {
      const differs = isAsked(asked) ? '' : difference(other)
      return {
        way,
        ...WAY_WORDS[way],
        cost: other.cost,
        virginMassG: totalG(
          other.lines.filter(({ lot }) => {
            const own = yard.records.lots[lot]
            return !!own && isVirgin(own)
          }),
        ),
        lots: other.lines.length,
        chance: other.probabilityInLimits,
        differs,
        same: differs === '',
      }
    }),
  )

  /** Makes one of them the plan of the heat. */
  function take(way: Way): void {
    const chosen = found.value.find((entry) => entry.way === way)
    if (!chosen) return
    const { objective, confidence, maxLots } = chosen.problem
    edit(t('charge.take-plan', { wayName: inSentence(WAY_WORDS[way].name) }), {
      objective,
      maxLots: maxLots ?? null,
      ...(way === 'surest' ? { confidence: confidence ?? null } : {}),
      ...(way === 'cheapest' ? { lineShare: 0 } : {}),
    })
  }

  const now = computed(() => ({
    confidence: beside.value?.problem.confidence ?? null,
    cost: beside.value?.plan.cost ?? 0,
  }))
  return { rows, certainty, now, askable, fault, take }
}
