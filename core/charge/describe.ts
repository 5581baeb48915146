import { nth } from '#core/lists'
import type { BlendLot } from './blend-lot'
import { normalised } from './blend-model'
import { shortfallsOf } from './holds'
import type { LinearSolution } from './linear-programme'
import { hasLossDoubt, meltSpread } from './loss-odds'
import { meltProbability } from './melt-odds'
import type { ChargePlan, PlanLine } from './plan'
import { predictMelt, probabilityInLimits } from './predict'
import type { ChargeProblem } from './problem'

/** Lines lighter than this are solver noise, g. */
const DUST_G = 1e-6

/** Returns the lines of a solution, g; of one heat where several were planned together. */
export function readLines(lots: readonly BlendLot[], { values }: LinearSolution): PlanLine[] {
  const lines: PlanLine[] = []
  for (const { lot, column, upperG, stepG, unitG } of lots) {
    const massG = lot.fixedG ?? Math.min(nth(values, column) * unitG, upperG)
    if (massG <= DUST_G) continue
    if (stepG === undefined || lot.fixedG !== undefined) {
      lines.push({ lot: lot.id, massG })
      continue
    }
    const steps = Math.round(massG / stepG)
    // Keeps 30.4 from becoming 30.400000000000002.
    const whole = Number((steps * stepG).toPrecision(12))
    if (steps > 0) lines.push({ lot: lot.id, massG: whole, ...(lot.pieceG ? { pieces: steps } : {}) })
  }
  return lines
}

/** Rounds free lines to the nearest step of their scales, within stock; pieces stay as they are. */
export function roundedToSteps(problem: ChargeProblem, lines: readonly PlanLine[]): PlanLine[] {
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  return lines.flatMap((line) => {
    const { stepG, pieceG, fixedG, availableG, maxG = Infinity } = byId.get(line.lot)!
    if (stepG === undefined || pieceG !== undefined || fixedG !== undefined) return [line]
    const most = Math.floor(Math.min(availableG, maxG) / stepG + 1e-9)
    const steps = Math.min(most, Math.round(line.massG / stepG))
    return steps > 0 ? [{ lot: line.lot, massG: Number((steps * stepG).toPrecision(12)) }] : []
  })
}

/** Recomputes everything reported about a plan from its lines, not from the solver. */
export function describePlan(given: ChargeProblem, lines: PlanLine[]): ChargePlan {
  const problem = normalised(given)
  const lotById = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const charged = lines.map(({ lot, massG }) => ({ massG, lot: lotById.get(lot)! }))
  const melt = predictMelt(charged, problem.recovery ?? {})
  const used = lines.filter(({ lot }) => lotById.get(lot)!.fixedG === undefined).length
  return {
    ...emptyPlan(given),
    ...(problem.lineCost === undefined ? {} : { lineCost: problem.lineCost * used }),
    ...(given.version >= 2 ? { shortfalls: shortfallsOf(given, lines) } : {}),
    lines,
    chargeMassG: melt.chargeMassG,
    tapMassG: melt.tapMassG,
    cost: charged.reduce((sum, { massG, lot }) => sum + (massG * lot.pricePerKg) / 1000, 0),
    virginMassG: charged.reduce((sum, { massG, lot }) => sum + (lot.virgin ? massG : 0), 0),
    composition: melt.composition,
    sd: melt.sd,
    ...(given.version === 3 ? meltSpread(problem, charged) : {}),
    probabilityInLimits:
      problem.confidenceOf === 'all' || hasLossDoubt(problem)
        ? meltProbability(problem, charged)
        : probabilityInLimits(melt.composition, melt.sd, problem.target.limits),
  }
}

/** Returns an empty plan for an infeasible problem. */
export function emptyPlan({ version }: Pick<ChargeProblem, 'version'>): ChargePlan {
  return {
    format: 'hephaestal/charge-plan',
    version,
    ...(version >= 2 ? { shortfalls: [] } : {}),
    status: 'infeasible',
    lines: [],
    chargeMassG: 0,
    tapMassG: 0,
    cost: 0,
    virginMassG: 0,
    composition: {},
    sd: {},
    probabilityInLimits: 0,
    limiting: [],
    conflict: [],
    remedies: [],
  }
}
