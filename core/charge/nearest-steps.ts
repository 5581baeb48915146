import { nth } from '#core/lists'
import { roundedToSteps } from './describe'
import { holds } from './holds'
import type { PlanLine } from './plan'
import type { ChargeProblem } from './problem'

/** Lines of which every pair is tried to the other side: more are left to room that is kept for rounding. */
const MOST_LINES = 9

/**
 * Rounds the free lines of a charge to the steps of their scales, so that everything asked still holds: each to its
 * nearest step, else one or two of them to the other side.
 * @param lines g
 * @returns null where none of these hold
 * @example nearestSteps({ version: 2, target: { tapMassG: 1, limits: {} }, lots: [{ id: 'a', composition: { Cu: 100 }, availableG: 9, stepG: 1 }] }, [{ lot: 'a', massG: 1.2 }])[0].massG // 1
 */
export function nearestSteps(problem: ChargeProblem, lines: readonly PlanLine[]): PlanLine[] | null {
  const near = roundedToSteps(problem, lines)
  if (holds(problem, near)) return near
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const exact = new Map(lines.map(({ lot, massG }) => [lot, massG]))
  const other = near.map((line) => {
    const { stepG, pieceG, fixedG, availableG, maxG = Infinity } = byId.get(line.lot)!
    if (stepG === undefined || pieceG !== undefined || fixedG !== undefined) return null
    const massG = line.massG + (exact.get(line.lot)! >= line.massG ? stepG : -stepG)
    if (massG <= 0 || massG > Math.min(availableG, maxG) + 1e-9) return null
    return { lot: line.lot, massG: Number(massG.toPrecision(12)) }
  })
  const free = other.flatMap((line, at) => (line ? at : []))
  if (free.length > MOST_LINES) return null
  const turned = (...places: number[]) =>
    near.map((line, at) => (places.includes(at) ? nth(other, at)! : line))
  for (const at of free) if (holds(problem, turned(at))) return turned(at)
  for (const [place, at] of free.entries())
    for (const second of free.slice(place + 1))
      if (holds(problem, turned(at, second))) return turned(at, second)
  return null
}
