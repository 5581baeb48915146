import { nth } from '#core/lists'
import type { ChargePlan } from '#core/charge'
import type { Lot } from '#core/stock'
import { lotChoice } from './lot-choice'
import type { Heat } from './schema'

/**
 * Bounds that keep several heats planned together out of each other's metal: each may take its planned share of a
 * lot, and an equal part of what no plan wants.
 * @param heats and their plans, in the same order
 * @returns the heats with their choices changed
 */
export function shareStock(
  heats: readonly Heat[],
  plans: readonly Pick<ChargePlan, 'lines'>[],
  lots: readonly Lot[],
): Heat[] {
  const plannedG = plans.map(({ lines }) => new Map(lines.map(({ lot, massG }) => [lot, massG])))
  return heats.map((heat, index) => {
    const choices = { ...heat.choices }
    for (const lot of lots) {
      const wanted = plannedG.map((plan) => plan.get(lot.id) ?? 0)
      if (wanted.every((massG) => massG === 0)) continue
      const spare = Math.max(0, lot.massG - wanted.reduce((sum, massG) => sum + massG, 0)) / heats.length
      const choice = choices[lot.id] ?? lotChoice()
      choices[lot.id] = { ...choice, capG: Number((nth(wanted, index) + spare).toFixed(1)) }
    }
    return { ...heat, choices }
  })
}
