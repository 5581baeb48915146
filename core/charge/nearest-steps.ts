import { nth } from '#core/lists'
import { roundedToSteps } from './describe'
import { excessMaxG, normalised } from './blend-model'
import { holds, shortfallsOf } from './holds'
import { meltProbability } from './melt-odds'
import { predictMelt } from './predict'
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

/** Moves tried while steps are sought one by one. */
const MOST_MOVES = 3000

/**
 * Seeks whole steps near a charge, one or two lines a step up or down at a time: first to less that does not hold, and
 * once everything holds to less cost. For problems with gross steps; most others round at once.
 * @param lines g, in whole steps or not
 * @param costOf what lines count, the less the better
 * @returns null where no way down leads to steps that hold
 * @example seekSteps({ version: 2, target: { tapMassG: 10, limits: {} }, lots: [{ id: 'a', composition: { Cu: 100 }, availableG: 90, stepG: 5 }], excessMaxG: 9 }, [{ lot: 'a', massG: 31 }], () => 0)[0].massG // 15
 */
export function seekSteps(
  problem: ChargeProblem,
  lines: readonly PlanLine[],
  costOf: (lines: readonly PlanLine[]) => number,
): PlanLine[] | null {
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const least = problem.minLineG ?? 0
  const stepped = (line: PlanLine, by: number): PlanLine | null => {
    const { stepG, pieceG, fixedG, availableG, maxG = Infinity, minG = 0 } = byId.get(line.lot)!
    if (stepG === undefined || pieceG !== undefined || fixedG !== undefined) return null
    const massG = Number((line.massG + by * stepG).toPrecision(12))
    if (massG < Math.max(stepG, least, minG) - 1e-9 || massG > Math.min(availableG, maxG) + 1e-9) return null
    return { lot: line.lot, massG }
  }
  let now = roundedToSteps(problem, lines)
  let apart = apartFrom(problem, now)
  let cost = costOf(now)
  let left = MOST_MOVES
  const better = (next: PlanLine[]): boolean => {
    left--
    const far = apartFrom(problem, next)
    if (apart > 0 ? far >= apart : far > 0 || costOf(next) >= cost * (1 - 1e-9)) return false
    ;[now, apart, cost] = [next, far, costOf(next)]
    return true
  }
  const move = (changes: readonly [number, number][]): PlanLine[] | null => {
    const next = [...now]
    for (const [at, by] of changes) {
      const line = stepped(nth(next, at), by)
      if (!line) return null
      next[at] = line
    }
    return next
  }
  const moves = (): [number, number][][] => {
    const single = now.flatMap((_, at) => [[[at, 1]], [[at, -1]]] as [number, number][][])
    const pairs = now.flatMap((_, up) =>
      now.flatMap((__, down) =>
        up === down
          ? []
          : [
              [
                [up, 1],
                [down, -1],
              ] as [number, number][],
            ],
      ),
    )
    return [...single, ...pairs]
  }
  for (let again = true; again && left > 0;) {
    again = false
    for (const changes of moves()) {
      const next = left > 0 ? move(changes) : null
      if (next && better(next)) again = true
    }
  }
  return apart === 0 && holds(problem, now) ? now : null
}

/** How far lines are from holding, as shares of what they miss; 0 where they hold. */
function apartFrom(problem: ChargeProblem, lines: readonly PlanLine[]): number {
  let sum = 0
  for (const one of shortfallsOf(problem, lines, { worstCase: true }))
    sum +=
      one.kind === 'tap'
        ? one.byG / problem.target.tapMassG
        : one.by /
          Math.max(1e-3, problem.target.limits[one.kind === 'element' ? one.element : '']?.[one.bound] ?? 1)
  if (sum === 0 && holds(problem, lines)) return 0
  const normal = normalised(problem)
  const known = new Map(normal.lots.map((lot) => [lot.id, lot]))
  const charged = lines.map(({ lot, massG }) => ({ massG, lot: known.get(lot)! }))
  const { tapMassG } = predictMelt(charged, problem.recovery ?? {})
  sum += Math.max(0, tapMassG - problem.target.tapMassG - excessMaxG(problem)) / problem.target.tapMassG
  if (problem.confidence !== undefined)
    sum += Math.max(0, problem.confidence - meltProbability(normal, charged)) + 1e-6
  return sum + 1e-9
}
