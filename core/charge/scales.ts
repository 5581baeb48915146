import { scaleFor, type Scale } from '#core/gear'
import { weighingStep, type MassUnit } from '#core/units'
import { applyRemedy } from './apply-remedy'
import { meltCoefficients } from './melt-coefficients'
import type { Remedy } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'

/** The yard's scales, and the unit that weights are told and read in. */
export interface ScaleBench {
  scales: readonly Pick<Scale, 'stepG' | 'capacityG' | 'errorG'>[]
  unit: MassUnit
}

/** How far a melt is planned over what was asked, as a share of it. */
export const EXCESS = 0.02
/** Finer than this share of the melt, or of the most a line can be, no weight has to be. Engineering judgement. */
const FINE_OF_TAP = 3e-4
const FINE_OF_LINE = 0.01
/** Step of a scale nobody described, g. */
const USUAL_STEP_G = 1

/**
 * The scale for a line of up to so much: the finest that bears it, else the one that bears most.
 * @returns the step weights are planned and shown in, and how far a weight may be off, g
 */
function lineScale(mostG: number, { scales, unit }: ScaleBench): { stepG: number; errorG: number } {
  const [strongest] = [...scales].sort((a, b) => b.capacityG - a.capacityG)
  const scale = scaleFor(scales, mostG) ?? strongest
  const stepG = weighingStep(scale?.stepG ?? USUAL_STEP_G, unit)
  return { stepG, errorG: Math.max(stepG / 2, scale?.errorG ?? 0) }
}

/**
 * Puts a lot of a problem onto the scale it will stand on.
 * @param problem its target and recoveries say how much of a lot there can be
 * @returns the lot with the step it is weighed in, and how far its weight may be off, g
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

/** The most of a lot that a melt inside its limits can hold, g: which scale it will stand on. */
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

/** Counts of a scale's step that read well. */
const COUNTS = [500, 200, 100, 50, 20, 10, 5, 2]

/** A fine scale is read as finely as it matters: the largest round count of its steps that is fine enough. */
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
