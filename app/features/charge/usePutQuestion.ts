import type { ChargePlan, WeighingAsk } from '#core/charge'
import { planAmong, planToStore, type Heat, type HeatPlan } from '#core/heat'
import { useYard } from '~/storage/yard-store'
import { useChargeEngine } from './charge-store'

/** Plans remembered beside the stored ones: undo, and a figure typed back, find theirs here. */
const REMEMBERED = 16
let recent: readonly HeatPlan[] = []
const remember = (plan: HeatPlan) =>
  (recent = [plan, ...recent.filter(({ of }) => of !== plan.of)].slice(0, REMEMBERED))

/**
 * Puts the question of a heat to the charge engine, and keeps the answer with the heat whatever page is open by then. A
 * plan that is stored, or was made before, and still answers the question is taken as it is.
 */
export function usePutQuestion(): (heat: Heat, question: WeighingAsk) => void {
  const yard = useYard()
  const engine = useChargeEngine()
  function store(id: string, plan: HeatPlan): void {
    remember(plan)
    const now = yard.records.heats[id]
    if (now && !now.loggedAt) yard.keep('heats', { ...now, plan })
  }
  return ({ id, plan }, question) => {
    if (plan) remember(plan)
    const known = planAmong(plan ? [plan, ...recent] : recent, question)
    engine.askFor(id, question, {
      stored: known?.answer ?? null,
      former: plan ? { plan: plan.answer as ChargePlan, how: plan.how, concessions: plan.concessions } : null,
      keep: (answer) => store(id, planToStore(question, answer)),
    })
    // Not while the question is being put: keeping it changes the heat that the question is made from.
    if (known && known.plan !== plan) queueMicrotask(() => store(id, known.plan))
  }
}
