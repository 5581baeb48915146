import type { ChargePlan, WeighingAsk } from '#core/charge'
import { planToStore, storedAnswer, type Heat, type HeatPlan } from '#core/heat'
import { useYard } from '~/storage/yard-store'
import { useChargeEngine } from './charge-store'

/**
 * Puts the question of a heat to the charge engine, and keeps the answer with the heat whatever page is open by then. A
 * plan that is stored and still answers the question is taken as it is.
 */
export function usePutQuestion(): (heat: Heat, question: WeighingAsk) => void {
  const yard = useYard()
  const engine = useChargeEngine()
  function store(id: string, plan: HeatPlan): void {
    const now = yard.records.heats[id]
    if (now && !now.loggedAt) yard.keep('heats', { ...now, plan })
  }
  return ({ id, plan }, question) =>
    engine.askFor(id, question, {
      stored: storedAnswer(plan, question),
      former: plan ? { plan: plan.answer as ChargePlan, how: plan.how, concessions: plan.concessions } : null,
      keep: (answer) => store(id, planToStore(question, answer)),
    })
}
