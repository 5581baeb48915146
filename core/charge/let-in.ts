import type { ChargeLot, ChargeProblem } from './problem'
import type { ChargeSolver } from './charge-solver'

/** A lot the caster left out, or allowed only so much of, that by itself makes the charge possible. */
export interface RelaxedLotChoice {
  lot: string
  /** how much of it the charge then takes, g */
  massG: number
}

/** Lots tried, the fullest bins first: each is a solve. */
const MOST_TRIED = 12
/** Ways told of, the lightest first. */
const MOST_TOLD = 3
const NODES = 1

/**
 * Which of the lots left out would, let in by itself, make a charge possible that keeps every limit.
 * @param problem that has no plan
 * @param leftOut the lots as they would stand in the problem, as free as their stock
 * @returns proven ways: each was solved
 */
export function relaxedLotChoices(
  solver: ChargeSolver,
  problem: ChargeProblem,
  leftOut: readonly ChargeLot[],
): RelaxedLotChoice[] {
  return [...leftOut]
    .sort((a, b) => b.availableG - a.availableG)
    .slice(0, MOST_TRIED)
    .flatMap((lot) => {
      const lots = [...problem.lots.filter(({ id }) => id !== lot.id), lot]
      const plan = solver.quickPlan({ ...problem, lots }, NODES)
      const massG = plan?.lines.find((line) => line.lot === lot.id)?.massG ?? 0
      return massG > 0 ? [{ lot: lot.id, massG }] : []
    })
    .sort((a, b) => a.massG - b.massG)
    .slice(0, MOST_TOLD)
}
