import { excessMaxG } from './blend-model'
import type { ChargeSolver } from './charge-solver'
import { describePlan } from './describe'
import { holds } from './holds'
import { objectiveWithPurity } from './objective'
import type { ChargePlan, PlanLine } from './plan'
import type { ChargeProblem } from './problem'
import { isWanted } from './wanted'
import {
  problemOf,
  type Change,
  type Concession,
  type HowAsked,
  type Weighing,
  type WeighingAsk,
} from './weighing-ask'

/** A new plan must be better by this share of the old cost, so that weights do not change for less. */
export const WORTH_CHANGING = 1e-3
/** The same in limit widths, for the aim "closest to nominal". */
const WORTH_WIDTHS = 2e-3
/** Extra cost accepted for less of a merely tolerated element, as a share of the least cost. */
export const PURITY_SHARE = 0.005
/** Shares of the tap tolerance tried before all of it, so that the melt falls short by little if possible. */
const TOLERANCES = [0.25, 0.5]
/** Nodes for each of the many weights a tolerance band tries. */
export const BAND_NODES = 1
/** Searches cut off by time after which no further one starts. */
const MOST_CUT = 2
/** Safety factor on the melt's content beyond the limits named; never reached. */
export const MARGIN = 1.02

interface Purse {
  lineCost: number
  purityCost: number
}

/** The earlier plan, weight by weight, if it is still feasible and the new one is not worth the change. */
function formerOr(plan: ChargePlan, ask: WeighingAsk, problem: ChargeProblem, how: HowAsked): ChargePlan {
  if (!ask.former) return plan
  const lines = linesAsPlanned({ planned: ask.former }, problem)
  if (!lines || !holds(problem, lines)) return plan
  const former = describePlan(problem, lines)
  const [now, before] = [plan, former].map((one) => objectiveWithPurity(problem, one, how.purityCost)) as [
    number,
    number,
  ]
  const worth = problem.objective === 'nominal' ? WORTH_WIDTHS : WORTH_CHANGING * Math.abs(now)
  if (before - now > worth) return plan
  const { status, gap, limiting } = plan
  // It may cost marginally more than the proven optimum.
  const same = before <= now * (1 + 1e-9) + 1e-9
  return { ...former, status: same ? status : 'feasible', ...(gap === undefined ? {} : { gap }), limiting }
}

/** Penalties for a line and for a tolerated element at its limit, as shares of the least cost. */
function purseOf(solver: ChargeSolver, { problem, lineShare, mostTapG }: WeighingAsk): Purse {
  const wide: ChargeProblem = {
    ...problem,
    target: { ...problem.target, tapToleranceG: 0 },
    excessMaxG: Math.max(excessMaxG(problem), mostTapG - problem.target.tapMassG),
  }
  const least = problem.objective === 'cost' ? (solver.leastCost(wide) ?? 0) : 0
  const elements = new Set(problem.lots.flatMap(({ composition }) => Object.keys(composition)))
  const tolerated = [...elements].filter((element) => !isWanted(problem.target, element)).length
  return {
    // Without prices every line counts the same, and few are best.
    lineCost: lineShare > 0 ? Math.max(least * lineShare, 1e-6) : 0,
    purityCost: (PURITY_SHARE * least) / Math.max(1, tolerated) / MARGIN,
  }
}

interface Wanted {
  /** Concessions not allowed: a charge that needs one is rejected. */
  refused?: (concession: Concession) => boolean
  /** Only feasibility matters: return the first plan found, whatever its tap mass and cost. */
  whether?: boolean
}

/**
 * The best answer that keeps every limit, at least by the predicted figures.
 * @param nodes how many choices of lots are looked at beyond the first plan
 * @returns null where there is none
 * @example withinAsked({ quickPlan: () => null, leastCost: () => null, cutShort: () => 0, ruledOut: () => false }, { begun: false, planned: null, plannedWithout: [], plannedLots: [], lineShare: 0, mostTapG: 0, problem: { lots: [], target: { tapMassG: 1, limits: {} }, objective: 'cost' } }, 1) // null
 */
export function withinAsked(
  solver: ChargeSolver,
  ask: WeighingAsk,
  nodes: number,
  { refused = () => false, whether = false }: Wanted = {},
): Weighing | null {
  const followed = followPlan(ask)
  if (followed) return followed
  const before = solver.cutShort()
  let known: Purse | null = null
  const purse = () => (known ??= purseOf(solver, ask))
  /** @param walks whether the cost per lot is counted, where there is one */
  const attempt = (change: Change, concessions: Concession[], walks = true): Weighing | null => {
    if (concessions.some(refused) || solver.cutShort() - before >= MOST_CUT) return null
    const counted = walks || ask.lineShare === 0
    const how: HowAsked = { ...change, ...(counted ? purse() : { lineCost: 0, purityCost: 0 }) }
    const problem = problemOf(ask, how)
    const candidates = [...(ask.former ? [Object.keys(ask.former)] : []), ...(ask.known ?? [])]
    const plan = counted
      ? solver.quickPlan(problem, nodes, { purityCost: purse().purityCost, candidates })
      : solver.quickPlan(problem, BAND_NODES)
    return plan && { plan: formerOr(plan, ask, problem, how), problem, how, concessions }
  }
  const weighingOn = ask.begun && ask.plannedLots.length > 0
  const asked = ask.problem.confidence !== undefined
  for (const certain of asked ? [true, false] : [false]) {
    const lost: Concession[] = asked && !certain ? ['no-margin'] : []
    for (const plannedOnly of weighingOn ? [true, false] : [false]) {
      const others: Concession[] = weighingOn && !plannedOnly ? ['other-lots'] : []
      const by = (tolerance: number, walks = true) =>
        attempt(
          { tolerance, wide: ask.begun && tolerance > 0, certain, room: true, plannedOnly },
          [...others, ...lost],
          walks,
        )
      if (whether) {
        const any = by(1, false) ?? by(1) ?? by(0)
        if (any) return any
        continue
      }
      const whole = by(0)
      if (whole) return whole
      // If the cost per lot hides a feasible plan, take any feasible one.
      const widest = by(1) ?? (solver.ruledOut() ? null : by(1, false))
      if (!widest) continue
      for (const tolerance of TOLERANCES) {
        const nearer = by(tolerance)
        if (nearer) return nearer
      }
      return widest
    }
  }
  // Without an allowance for scale error the asked certainty may still be possible.
  const others: Concession[] = weighingOn ? ['other-lots'] : []
  const roomless = (certain: boolean) =>
    attempt({ tolerance: 1, wide: ask.begun, certain, room: false }, [
      ...others,
      ...(asked && !certain ? (['no-margin'] as const) : []),
      'no-room',
    ])
  return (asked ? roomless(true) : null) ?? roomless(false)
}

/**
 * Returns the current plan with weighed masses in place of planned ones, while everything it was planned for
 * still holds.
 * @returns null where it does not, or nothing was weighed
 * @example followPlan({ begun: false, planned: null, plannedWithout: [] }) // null
 */
export function followPlan(ask: WeighingAsk): Weighing | null {
  const { begun, planned, plannedWithout } = ask
  if (!begun || !planned || plannedWithout.includes('harm')) return null
  const how: HowAsked = {
    tolerance: 1,
    wide: false,
    certain: !plannedWithout.includes('no-margin'),
    room: !plannedWithout.includes('no-room'),
    lineCost: 0,
    purityCost: 0,
  }
  const problem = problemOf(ask, how)
  const lines = linesAsPlanned(ask, problem)
  if (!lines || !holds(problem, lines)) return null
  return {
    plan: { ...describePlan(problem, lines), status: 'feasible' },
    problem,
    how,
    concessions: [...plannedWithout],
  }
}

/**
 * Returns weighed masses, and the rest as planned; null where the plan cannot be continued.
 * @example linesAsPlanned({ planned: null }, { lots: [] }) // null
 */
export function linesAsPlanned(
  { planned }: Pick<WeighingAsk, 'planned'>,
  problem: ChargeProblem,
): PlanLine[] | null {
  if (!planned) return null
  const known = new Set(problem.lots.map(({ id }) => id))
  if (Object.keys(planned).some((id) => planned[id]! > 0 && !known.has(id))) return null
  const lines: PlanLine[] = []
  for (const lot of problem.lots) {
    const massG = lot.fixedG ?? planned[lot.id] ?? 0
    if (massG <= 0) continue
    if (lot.fixedG === undefined) {
      const most = Math.min(lot.availableG, lot.maxG ?? Infinity)
      const step = lot.pieceG ?? lot.stepG
      const steps = step ? massG / step : 0
      if (massG > most + 1e-9 || Math.abs(steps - Math.round(steps)) > 1e-6) return null
    }
    const pieces = lot.pieceG && lot.fixedG === undefined ? { pieces: Math.round(massG / lot.pieceG) } : {}
    lines.push({ lot: lot.id, massG, ...pieces })
  }
  return lines
}
