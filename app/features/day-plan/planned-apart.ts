import { isNone, type ChargePlan } from '#core/charge'
import type { DayAnswer } from '#core/day-plan'
import { nth, totalG } from '#core/lists'
import type { Lot } from '#core/stock'

/** Planned together, the heats must cost this share less than by their own plans for another plan to be shown. */
const WORTH_SHARING = 1e-3

/**
 * Returns a day by the plans its heats have already, where they all have one, one pile has enough for all of them, and
 * planning them together would save next to nothing. A heat then has the same weights here as on its own pages.
 * @param plans one a heat, in their order; null where a heat has none that is up to date
 * @param lots what the pile holds for these heats
 * @param dearest how much more these plans may cost, as a share
 */
export function plannedApart(
  found: DayAnswer,
  plans: readonly (ChargePlan | null)[],
  lots: readonly Pick<Lot, 'id' | 'massG'>[],
  dearest = WORTH_SHARING,
): DayAnswer | null {
  const own = plans.flatMap((plan) => (plan && !isNone(plan) && plan.status !== 'least-harm' ? plan : []))
  if (own.length < plans.length) return null
  const there = new Map(lots.map(({ id, massG }) => [id, massG]))
  const lines = own.flatMap((plan) => plan.lines)
  for (const id of new Set(lines.map(({ lot }) => lot))) {
    const free = there.get(id)
    if (free !== undefined && totalG(lines.filter(({ lot }) => lot === id)) > free + 1e-6) return null
  }
  const cost = own.reduce((sum, plan) => sum + plan.cost, 0)
  const { joint, day } = found
  if (own.length > 1 && !isNone(joint) && cost - joint.cost > dearest * cost) return null
  return {
    ...found,
    joint: { ...joint, status: 'feasible', plans: own.map((_, at) => nth(own, at)), cost, short: [] },
    day: day && { ...day, metal: cost, cost: day.cost - day.metal + cost },
    inTurn: cost,
    reused: [],
    shopping: [],
  }
}
