import { nth } from '#core/lists'
import type { BlendLot } from './blend-lot'
import { normalised } from './blend-model'
import { shortfallsOf } from './holds'
import type { LinearSolution } from './linear-programme'
import { oddsOfMelt } from './melt-odds'
import type { ChargePlan, PlanLine } from './plan'
import { predictMelt, probabilityInLimits } from './predict'
import type { ChargeProblem } from './problem'

/** Lines lighter than this are the solver's dust, g. */
const DUST_G = 1e-6

/** The lines of a solution, g; those of one heat where several were planned together. */
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
    // A step of 0.1 g must not turn 30.4 into 30.400000000000002.
    const whole = Number((steps * stepG).toPrecision(12))
    if (steps > 0) lines.push({ lot: lot.id, massG: whole, ...(lot.pieceG ? { pieces: steps } : {}) })
  }
  return lines
}

/** Free lines to the nearest whole step of their scales, inside what there is of the lot; pieces stay as they are. */
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

/** Everything said of a plan is computed again from its lines, not read from the solver. */
export function describePlan(given: ChargeProblem, lines: PlanLine[]): ChargePlan {
  const problem = normalised(given)
  const lotById = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const charged = lines.map(({ lot, massG }) => ({ massG, lot: lotById.get(lot)! }))
  const melt = predictMelt(charged, problem.recovery ?? {})
  const used = lines.filter(({ lot }) => lotById.get(lot)!.fixedG === undefined).length
  return {
    ...emptyPlan(given),
    ...(problem.lineCost === undefined ? {} : { lineCost: problem.lineCost * used }),
    ...(given.version === 2 ? { shortfalls: shortfallsOf(given, lines) } : {}),
    lines,
    chargeMassG: melt.chargeMassG,
    tapMassG: melt.tapMassG,
    cost: charged.reduce((sum, { massG, lot }) => sum + (massG * lot.pricePerKg) / 1000, 0),
    virginMassG: charged.reduce((sum, { massG, lot }) => sum + (lot.virgin ? massG : 0), 0),
    composition: melt.composition,
    sd: melt.sd,
    probabilityInLimits:
      problem.confidenceOf === 'all'
        ? oddsOfMelt(problem, charged)
        : probabilityInLimits(melt.composition, melt.sd, problem.target.limits),
  }
}

/** A plan with nothing in it: what is told of a problem that cannot be solved. */
export function emptyPlan({ version }: Pick<ChargeProblem, 'version'>): ChargePlan {
  return {
    format: 'hephaestal/charge-plan',
    version,
    ...(version === 2 ? { shortfalls: [] } : {}),
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
