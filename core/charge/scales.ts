import { scaleFor, type Scale } from '#core/gear'
import { weighingStep, type MassUnit } from '#core/units'
import { applyRemedy } from './apply-remedy'
import { meltCoefficients } from './melt-coefficients'
import type { Remedy } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'

/** The yard's scales, and the unit of mass. */
export interface ScaleBench {
  scales: readonly Pick<Scale, 'stepG' | 'capacityG' | 'errorG'>[]
  unit: MassUnit
}

/** Largest planned excess over the tap mass, as a share of it. */
export const EXCESS = 0.02
/**
 * No mass needs a finer step than this share of the melt, or of the largest possible line. Engineering
 * judgement.
 */
const FINE_OF_TAP = 3e-4
const FINE_OF_LINE = 0.01
/** Resolution of a scale without data, g. */
const USUAL_STEP_G = 1

/**
 * Picks the scale for a line: the finest that can carry it, else the one with the largest capacity.
 * @returns the step weights are planned and shown in, and the weighing error, g
 */
function lineScale(mostG: number, { scales, unit }: ScaleBench): { stepG: number; errorG: number } {
  const [strongest] = [...scales].sort((a, b) => b.capacityG - a.capacityG)
  const scale = scaleFor(scales, mostG) ?? strongest
  const stepG = weighingStep(scale?.stepG ?? USUAL_STEP_G, unit)
  return { stepG, errorG: Math.max(stepG / 2, scale?.errorG ?? 0) }
}

/**
 * Assigns a lot to the scale it will be weighed on.
 * @param problem its target and recoveries bound the mass of a lot
 * @returns the lot with its weighing step and weighing error, g
 */
export function ontoScales(
  { target, recovery = {} }: Pick<ChargeProblem, 'target' | 'recovery'>,
  bench: ScaleBench,
): (lot: ChargeLot) => ChargeLot {
  return (lot) => {
    const mostG = largestMass(lot, target.limits, recovery, target.tapMassG * (1 + EXCESS))
    const { stepG, errorG } = lineScale(mostG, bench)
    return {
      ...lot,
      weighErrorG: errorG,
      stepG: fitting(stepG, Math.min(FINE_OF_TAP * target.tapMassG, FINE_OF_LINE * mostG)),
    }
  }
}

/** Largest mass of a lot that a melt in spec can hold, g; it decides the scale. */
function largestMass(
  lot: ChargeLot,
  limits: ChargeProblem['target']['limits'],
  recovery: Record<string, number>,
  mostTapG: number,
): number {
  if (lot.fixedG !== undefined) return lot.fixedG
  const { elementPct, meltPerG } = meltCoefficients(lot, recovery)
  let most = Math.min(lot.availableG, lot.maxG ?? Infinity, mostTapG / Math.max(meltPerG, 1e-9))
  for (const [element, { max }] of Object.entries(limits)) {
    const content = elementPct[element] ?? 0
    if (max !== undefined && content > 0) most = Math.min(most, (max * mostTapG) / content)
  }
  return most
}

/** Multiples of a scale's step that read well. */
const COUNTS = [500, 200, 100, 50, 20, 10, 5, 2]

/** Coarsens a fine scale to what matters: the largest round multiple of its step that is fine enough. */
function fitting(stepG: number, fineG: number): number {
  const count = COUNTS.find((one) => one * stepG <= fineG * (1 + 1e-9)) ?? 1
  return Number((count * stepG).toPrecision(12))
}

/**
 * The problem once a way out is taken in the yard: what is new is weighed as all else is, in the steps that then suit.
 * @param bench null where lots are taken as they stand
 * @returns a new problem; the one given is left as it was
 * @example applyRemedyOnScales({ target: { tapMassG: 1000, limits: {} }, lots: [] }, { kind: 'obtain', metal: 'Sn', massG: 70 }, { scales: [], unit: 'g' }).lots[0].stepG // 1
 */
export function applyRemedyOnScales(
  problem: ChargeProblem,
  remedy: Remedy,
  bench: ScaleBench | null,
): ChargeProblem {
  const next = applyRemedy(problem, remedy)
  if (!bench || remedy.kind === 'dropRule') return next
  const asTheyAre = new Set(problem.lots.flatMap(({ id, stepG }) => (stepG === undefined ? id : [])))
  const withoutError = problem.lots.every(({ weighErrorG = 0 }) => weighErrorG === 0)
  const onto = ontoScales(next, bench)
  return {
    ...next,
    lots: next.lots.map((lot) => {
      if (asTheyAre.has(lot.id)) return lot
      return withoutError ? { ...onto(lot), weighErrorG: 0 } : onto(lot)
    }),
  }
}
