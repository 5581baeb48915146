import { why } from '~/storage/why'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import type { ChargeProblem, JointPlan } from '#core/charge'
import { freeLots, heatChargeProblem, shareStock, type Heat } from '#core/heat'
import { useNotices } from '~/shared/page/useNotices'
import { isolated } from '~/shared/units/isolated'
import { useUnits } from '~/shared/units/useUnits'
import { useYard, type Edit } from '~/storage/yard-store'

/** Divides a pile among several charges: all of them together at least cost, and what they cost one after the other. */
export type Together = (problems: ChargeProblem[]) => Promise<{ joint: JointPlan; inTurn: number | null }>

/** Two or more heats from one pile, planned together so that no lot is promised twice. */
export function useTogether(together: Together) {
  const yard = useYard()
  const { grams, money } = useUnits()
  const { announce } = useNotices()
  const open = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt === null))
  const ready = computed(() => open.value.filter(({ alloy, tapMassG }) => alloy && tapMassG !== null))
  const left = reactive(new Set<string>())
  const chosen = computed(() => ready.value.filter(({ id }) => !left.has(id)))
  const joint = shallowRef<JointPlan | null>(null)
  const inTurn = ref<number | null>(null)
  const planned = shallowRef<Heat[]>([])
  const margin = ref(true)
  const busy = ref(false)
  const fault = ref('')
  let asked = 0

  watch(
    [chosen, () => yard.lots],
    async () => {
      const heats = chosen.value
      const mine = ++asked
      if (heats.length < 2) {
        joint.value = null
        return
      }
      busy.value = true
      try {
        const others = yard.heats.filter((heat) => !heats.includes(heat))
        const lots = freeLots(yard.lots, others)
        const problems = heats.map((heat) => heatChargeProblem(heat, lots)!)
        let answer = await together(problems)
        const withMargin = answer.joint.status !== 'infeasible'
        if (!withMargin) answer = await together(problems.map(withoutCertainty))
        if (mine !== asked) return
        margin.value = withMargin
        joint.value = answer.joint
        inTurn.value = answer.inTurn
        planned.value = heats
        fault.value = ''
      } catch (error) {
        fault.value = why(error)
      } finally {
        if (mine === asked) busy.value = false
      }
    },
    { immediate: true },
  )
  function withoutCertainty(problem: ChargeProblem): ChargeProblem {
    const plain = { ...problem }
    delete plain.confidence
    return plain
  }
  const lotName = (id: string) => yard.records.lots[id]?.name ?? 'a lot no longer here'
  const table = computed(() => {
    const plans = joint.value?.plans ?? []
    const ids = [...new Set(plans.flatMap(({ lines }) => lines.map(({ lot }) => lot)))]
    return ids
      .map((id) => {
        const masses = plans.map(({ lines }) => lines.find(({ lot }) => lot === id)?.massG ?? 0)
        const thereG = yard.lots.find((lot) => lot.id === id)?.massG ?? 0
        return { id, masses, totalG: masses.reduce((sum, massG) => sum + massG, 0), thereG }
      })
      .sort((a, b) => b.totalG - a.totalG)
  })
  const headline = computed(() => {
    const answer = joint.value
    if (!answer) return busy.value ? 'Working it out…' : ''
    if (answer.status === 'infeasible') {
      const short = answer.short.map(
        ({ lot, missingG }) => `${grams(missingG)} more ${isolated(lotName(lot))}`,
      )
      return short.length
        ? `The pile does not do for all of them: it would take ${short.join(' and ')}.`
        : 'One of these heats cannot be made from this pile, alone or together; its Charge stage says why.'
    }
    const saved = inTurn.value === null ? null : inTurn.value - answer.cost
    const against =
      inTurn.value === null
        ? 'One after the other, a later one would go without'
        : saved !== null && saved > 0.005
          ? `${money(saved)} less than one after the other`
          : 'the same as one after the other'
    return `${answer.plans.length} heats for ${money(answer.cost)}: ${against}.`
  })
  function keep(): void {
    const heats = shareStock(planned.value, joint.value!.plans, yard.lots)
    const edits = heats.map((heat): Edit => ({ collection: 'heats', id: heat.id, after: heat }))
    if (yard.commit('Share the pile between the heats', edits))
      announce('Each heat now keeps to its share of the pile. Undo takes it back.')
  }
  const leave = (id: string) => (left.has(id) ? left.delete(id) : left.add(id))
  return { open, ready, left, leave, joint, planned, margin, fault, lotName, table, headline, keep }
}
