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

/** Another plan must be better by this share of what the former one costs: weights do not change for less. */
export const WORTH_CHANGING = 1e-3
/** The same in widths of a limit, where nearness to nominal is asked for. */
const WORTH_WIDTHS = 2e-3
/** A charge holding less of what is only tolerated may cost so much more, as a share of the least cost. */
export const PURITY_SHARE = 0.005
/** Shares of the tolerance of the tap that are tried in turn before the whole: a melt is short by little if it can be. */
const TOLERANCES = [0.25, 0.5]
/** Choices of lots looked at for each of the many weights that a band asks about. */
export const BAND_NODES = 1
/** Looks cut short by their time after which no further one is begun. */
const MOST_CUT = 2
/** Room of a melt beside the limits a target names, where its elements have none: never used up. */
export const MARGIN = 1.02

interface Purse {
  lineCost: number
  purityCost: number
}

/** The plan made before, weight by weight, where it still holds and the new one is not worth the change. */
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
  // It may be dearer by a trifle than what was proven the best.
  const same = before <= now * (1 + 1e-9) + 1e-9
  return { ...former, status: same ? status : 'feasible', ...(gap === undefined ? {} : { gap }), limiting }
}

/** What a line, and a tolerated element up to its limit, may cost: shares of the least that the charge can cost. */
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
    // Where nothing has a price, every line is worth the same, and few are best.
    lineCost: lineShare > 0 ? Math.max(least * lineShare, 1e-6) : 0,
    purityCost: (PURITY_SHARE * least) / Math.max(1, tolerated) / MARGIN,
  }
}

interface Wanted {
  /** concessions that are not made: a charge that needs one is none */
  refused?: (concession: Concession) => boolean
  /** whether there is a charge is all that is asked: the first found will do, whatever it taps and costs */
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
  /** @param walks whether walks are counted, where they cost anything at all */
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
      // Where counting walks hides that there is a way at all, any way will do.
      const widest = by(1) ?? (solver.ruledOut() ? null : by(1, false))
      if (!widest) continue
      for (const tolerance of TOLERANCES) {
        const nearer = by(tolerance)
        if (nearer) return nearer
      }
      return widest
    }
  }
  // Without room for errors of the scale there may still be the certainty that was asked.
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
 * The plan at hand with what was weighed in place of what was planned, as long as all it was planned with still holds.
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
 * What is weighed, and the rest as planned; null where the plan can no longer be weighed as it stands.
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
