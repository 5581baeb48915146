import { nth } from '#core/lists'
import type { Highs } from 'highs'
import { buildBlendModel, type BlendModel } from './blend-model'
import { minimiseWithCones } from './cones'
import { describePlan, readLines } from './describe'
import { LinearProgramme, workMs, type LinearSolution } from './linear-programme'
import type { ChargePlan } from './plan'
import type { ChargeProblem } from './problem'
import { search } from './search'

/** Default budget of counted work for all heats together, seconds. */
const DEFAULT_TIME_LIMIT_S = 5
/** Emergency brake: wall-clock seconds, whatever work was counted. */
const BRAKE_S = 30
const NODES = 40

/** Several heats planned from one stock. */
export interface JointPlan {
  /** "unknown" where time ran out before there were charges, or before it was proven that there are none. */
  status: 'optimal' | 'feasible' | 'infeasible' | 'unknown'
  /** One per problem, in their order; empty where there are none. */
  plans: ChargePlan[]
  cost: number
  /** If infeasible: how much more of each shared lot the heats would need, least in total. */
  short: { lot: string; missingG: number }[]
}

interface Shared {
  lot: string
  availableG: number
  /** Its lines in the heats, as columns and grams in one of their units. */
  lines: { column: number; unitG: number }[]
}

/**
 * Plans two or more heats from one stock at the least total cost, without promising metal twice.
 * @param problems one per heat; lots with the same id are the same metal, and the smallest `availableG` given
 * counts
 * @param clockMs a running clock, milliseconds; only for time limits
 * @throws Error only when the solver itself fails
 */
export function planTogether(
  highs: Highs,
  problems: readonly ChargeProblem[],
  clockMs: () => number = () => 0,
): JointPlan {
  const nothing: JointPlan = { status: 'infeasible', plans: [], cost: 0, short: [] }
  const { model, heats, shared } = writeTogether(problems)
  if (model.programme.isEmpty) return nothing
  for (const { availableG, lines } of shared)
    model.programme.row(-Infinity, 100, (put) => {
      for (const { column, unitG } of lines) put(column, (100 * unitG) / Math.max(availableG, 1e-9))
    })
  const seconds = problems.reduce(
    (least, { timeLimitS }) => Math.min(least, timeLimitS ?? Infinity),
    Infinity,
  )
  // Counted work ends the search; the clock counts where a problem sets a limit, and as a brake.
  const [done, began] = [workMs(highs), clockMs()]
  const workS = Math.min(seconds, DEFAULT_TIME_LIMIT_S)
  const clockS = seconds < Infinity ? workS : BRAKE_S
  const late = () => workMs(highs) - done > 1000 * workS || clockMs() - began > 1000 * clockS
  const open = model.programme.open(highs)
  try {
    const { solution, proven } = search(open, model, late, NODES)
    if (!solution.feasible)
      return proven ? { ...nothing, short: shortages(highs, problems) } : { ...nothing, status: 'unknown' }
    const plans = heats.map((heat, index): ChargePlan => {
      const plan = describePlan(nth(problems, index), readLines(heat.lots, solution))
      return { ...plan, status: proven ? 'optimal' : 'feasible' }
    })
    return {
      status: proven ? 'optimal' : 'feasible',
      plans,
      cost: plans.reduce((sum, { cost }) => sum + cost, 0),
      short: [],
    }
  } finally {
    open.dispose()
  }
}

/** All heats side by side in one model, with the lots that several may use. */
function writeTogether(problems: readonly ChargeProblem[], elastic = false) {
  const programme = new LinearProgramme()
  let first = 0
  const heats = problems.map((problem, heat) => {
    const written = buildBlendModel(problem, {
      beside: { programme, heat, first },
      // Each heat plans its share in steps of its own scales.
      room: 1,
      ...(elastic ? { costPerG: () => 0 } : {}),
    })
    first += written.lots.length
    return written
  })
  const model: BlendModel = {
    programme,
    lots: heats.flatMap(({ lots }) => lots),
    rows: heats.flatMap(({ rows }) => rows),
    cones: heats.flatMap(({ cones }) => cones),
    sums: heats.flatMap(({ sums }) => sums),
    maxLots: heats.flatMap(({ maxLots }) => maxLots),
    decides: heats.flatMap(({ decides }) => decides),
  }
  const byLot = new Map<string, Shared>()
  for (const { lot, column, unitG } of model.lots) {
    const entry = byLot.get(lot.id) ?? { lot: lot.id, availableG: Infinity, lines: [] }
    entry.availableG = Math.min(entry.availableG, lot.availableG)
    entry.lines.push({ column, unitG })
    byLot.set(lot.id, entry)
  }
  return { model, heats, shared: [...byLot.values()].filter(({ lines }) => lines.length > 1) }
}

/** The smallest increase of the shared lots that makes every heat possible. */
function shortages(highs: Highs, problems: readonly ChargeProblem[]): JointPlan['short'] {
  const { model, shared } = writeTogether(problems, true)
  const missing = shared.map(({ availableG, lines }) => {
    const column = model.programme.column(1, 0, Infinity)
    model.programme.row(-Infinity, availableG, (put) => {
      for (const line of lines) put(line.column, line.unitG)
      put(column, -1)
    })
    return column
  })
  const open = model.programme.open(highs)
  try {
    const solution: LinearSolution = minimiseWithCones(open, model)
    if (!solution.feasible) return []
    return shared.flatMap(({ lot }, index) => {
      const missingG = nth(solution.values, nth(missing, index))
      return missingG > 0.05 ? [{ lot, missingG }] : []
    })
  } finally {
    open.dispose()
  }
}

/**
 * Plans the same heats one after the other, each cheapest from what is left: the reference for joint planning.
 * @param quickPlan answers one problem; null when infeasible
 * @returns total cost, or null when a later heat is infeasible
 */
export function costInTurn(
  problems: readonly ChargeProblem[],
  quickPlan: (problem: ChargeProblem) => ChargePlan | null,
): number | null {
  const used = new Map<string, number>()
  let cost = 0
  for (const problem of problems) {
    const lots = problem.lots.map((lot) => ({
      ...lot,
      availableG: Math.max(0, lot.availableG - (used.get(lot.id) ?? 0)),
    }))
    const plan = quickPlan({ ...problem, lots })
    if (!plan) return null
    cost += plan.cost
    for (const { lot, massG } of plan.lines) used.set(lot, (used.get(lot) ?? 0) + massG)
  }
  return cost
}
