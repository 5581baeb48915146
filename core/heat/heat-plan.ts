import { withBaseSpread } from '#core/composition'
import {
  isNone,
  problemOf,
  type ChargedLine,
  type ChargePlan,
  type Weighing,
  type WeighingAsk,
} from '#core/charge'
import { inOrder } from '#core/records'
import type { HeatPlan } from './heat-plan-schema'
import { shortMark } from './short-mark'

/** Raised when the same question may get another plan: stored plans are then computed again. */
const PLANNER = 2

/**
 * Returns the mark of everything a plan is computed from: target, aims, stock, prices, gear, what is weighed. Two
 * questions with the same mark have the same plan.
 * @returns up to 11 letters and digits
 * @example askMark({ problem: { lots: [] } }) === askMark({ problem: { lots: [] }, former: {} }) // true
 */
export function askMark({ former: _, known: __, ...asked }: WeighingAsk): string {
  const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  const { problem, leftOut = [], ...rest } = asked
  const { lots = [], ...target } = problem
  return shortMark(
    JSON.stringify([PLANNER, target, [...lots].sort(byId), [...leftOut].sort(byId), inOrder(rest)]),
  )
}

/** Letters and digits that cannot be taken for each other, aloud or on paper. */
const SIGNS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'
const DIGITS = 4

/**
 * Returns the short number of a plan, the same for the same weights: what is printed and what is on the screen are
 * compared by it.
 * @returns four signs
 * @example planNumber([{ lot: 'tin', massG: 10 }]) === planNumber([{ lot: 'tin', massG: 10.000001 }]) // true
 */
export function planNumber(lines: readonly { lot: string; massG: number }[]): string {
  const text = lines
    .map(({ lot, massG }) => `${lot} ${massG.toFixed(3)}`)
    .sort()
    .join()
  let left = parseInt(shortMark(text), 36)
  let number = ''
  for (let digit = 0; digit < DIGITS; digit++) {
    number += SIGNS[left % SIGNS.length]
    left = Math.floor(left / SIGNS.length)
  }
  return number
}

/**
 * Returns an answer as a heat keeps it.
 * @example planToStore({ problem: { lots: [] } }, { plan: { lines: [] }, problem: { lots: [] }, concessions: [] }).lots // []
 */
export function planToStore(ask: WeighingAsk, { plan, problem, how, ...rest }: Weighing): HeatPlan {
  const used = new Set(plan.lines.map(({ lot }) => lot))
  return {
    of: askMark(ask),
    number: planNumber(plan.lines),
    answer: { ...plan, version: 3, shortfalls: plan.shortfalls ?? [] },
    how,
    concessions: rest.concessions,
    lots: problem.lots
      .filter(({ id }) => used.has(id))
      .map(({ id, pricePerKg, metallicYield, metallicYieldSd, weighErrorG, composition, sd, ...rest }) => ({
        ...{ id, pricePerKg, composition },
        ...(metallicYield === undefined ? {} : { metallicYield }),
        ...(metallicYieldSd === undefined ? {} : { metallicYieldSd }),
        ...(weighErrorG === undefined ? {} : { weighErrorG }),
        ...(sd === undefined ? {} : { sd }),
        ...(rest.virgin === undefined ? {} : { virgin: rest.virgin }),
        ...(rest.stepG === undefined ? {} : { stepG: rest.stepG }),
        ...(rest.fixedG === undefined ? {} : { fixedG: rest.fixedG }),
      })),
    ...(rest.letIn ? { letIn: rest.letIn } : {}),
    ...(rest.hurried ? { hurried: true as const } : {}),
    ...(rest.waysHurried ? { waysHurried: true as const } : {}),
  }
}

/**
 * Returns a stored plan as the answer it was, with its problem; null where the question has changed since.
 * @example storedAnswer(null, {}) // null
 */
export function storedAnswer(stored: HeatPlan | null | undefined, ask: WeighingAsk): Weighing | null {
  return stored && stored.of === askMark(ask) ? answerOf(stored, ask) : null
}

/**
 * Returns the plan among several that answers a question, with its answer: one that was asked before, as after an undo,
 * needs no search.
 * @param plans the first that answers is taken
 * @example planAmong([], { problem: { lots: [] } }) // null
 */
export function planAmong(
  plans: readonly HeatPlan[],
  ask: WeighingAsk,
): { plan: HeatPlan; answer: Weighing } | null {
  const mark = askMark(ask)
  const plan = plans.find(({ of }) => of === mark)
  return plan ? { plan, answer: answerOf(plan, ask) } : null
}

function answerOf(stored: HeatPlan, ask: WeighingAsk): Weighing {
  return {
    plan: stored.answer as ChargePlan,
    problem: problemOf(ask, stored.how),
    how: stored.how,
    concessions: stored.concessions,
    ...(stored.letIn ? { letIn: stored.letIn } : {}),
    ...(stored.hurried ? { hurried: true as const } : {}),
    ...(stored.waysHurried ? { waysHurried: true as const } : {}),
  }
}

/**
 * Returns what goes into the crucible by a stored plan, what lies in it already among it.
 * @example storedLines({ answer: { status: 'infeasible' }, lots: [] }) // []
 */
export function storedLines({ answer, lots }: HeatPlan): ChargedLine[] {
  if (isNone(answer)) return []
  const byId = new Map(lots.map((lot) => [lot.id, lot]))
  return answer.lines.flatMap(({ lot: id, massG }) => {
    const lot = byId.get(id)
    if (!lot) return []
    const { pricePerKg, metallicYield, metallicYieldSd, weighErrorG, composition, sd } = lot
    return [
      {
        massG,
        lot: {
          ...{ id, composition, pricePerKg, sd: withBaseSpread(composition, sd ?? {}) },
          ...(metallicYield === undefined ? {} : { metallicYield }),
          ...(metallicYieldSd === undefined ? {} : { metallicYieldSd }),
          ...(weighErrorG === undefined ? {} : { weighErrorG }),
        },
      },
    ]
  })
}
