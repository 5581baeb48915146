import { nth } from '#core/lists'
import type { Highs } from 'highs'
import { atLeast, atMost, type MassUnit } from '#core/units'
import { applyRemedy, rulesOf } from './apply-remedy'
import { buildBlendModel, type BlendModel } from './blend-model'
import { minimiseWithCones } from './cones'
import { findLimitConflict, fixedConflict, metalConflict, type LimitConflict } from './conflict'
import { NO_SOLUTION, nullOnTimeout, type LinearSolution } from './linear-programme'
import type { ChargePlan, Conflict, LimitChange, Purchase, Remedy } from './plan'
import type { ChargeLot, ChargeProblem } from './problem'
import { withPurchases } from './purchasable'
import { applyRemedyOnScales, type ScaleBench } from './scales'
import { morePurchased } from './sure-purchase'

type Diagnosis = Pick<ChargePlan, 'conflict' | 'remedies'>

const NOTHING_KNOWN: LimitConflict = { solvable: false, conflict: [], together: [], alone: [] }

/** Purchases reported, the lightest first. */
const MOST_PURCHASES = 3

/**
 * Explains why a problem is infeasible and finds remedies.
 * @param works whether a changed problem is feasible under all rules; every remedy is proven by it
 * @param outOfTime when it returns true, no further remedy is tried
 * @param bench scales on which changes are weighed and rounded; null for exact masses
 */
export function diagnose(
  highs: Highs,
  problem: ChargeProblem,
  works: (changed: ChargeProblem) => boolean,
  outOfTime: () => boolean = () => false,
  bench: ScaleBench | null = null,
): Diagnosis {
  const unit = bench?.unit ?? null
  const found = nullOnTimeout(() => findLimitConflict(highs, problem, outOfTime), NOTHING_KNOWN)
  const conflict =
    metalConflict(problem) ??
    fixedConflict(problem) ??
    (found.solvable ? ruleConflict(problem, works) : found.conflict)
  const proven = (remedy: Remedy) => !outOfTime() && works(applyRemedyOnScales(problem, remedy, bench))
  /** A remedy not found in time is left out. */
  const inTime = (find: () => Remedy[]) => (outOfTime() ? [] : nullOnTimeout(find, []))
  const relaxing = relaxations(problem, found).flatMap((one) => provenRelaxing(problem, one, proven))
  const buying = inTime(() => purchases(highs, problem).flatMap((one) => provenPurchase(one, proven, unit)))
  const second = problem.version >= 2
  return {
    conflict,
    remedies: [
      ...(relaxing.length > 0
        ? relaxing
        : relaxedTogether(problem, found).flatMap((one) => provenRelaxing(problem, one, proven))),
      ...(buying.length > 0
        ? buying
        : inTime(() => boughtTogether(highs, problem).flatMap((one) => provenPurchase(one, proven, unit)))),
      ...inTime(() => leavingOut(highs, problem, proven)),
      ...looserRules(problem, found.solvable).filter(proven),
      ...inTime(() => firstProven(lessTap(highs, problem, unit), proven)),
      ...(second ? inTime(() => firstProven(moreTap(highs, problem, unit), proven)) : []),
      ...(second ? relaxedOthers(problem, conflict).filter(proven) : []),
    ],
  }
}

/**
 * Weighing rules each of which, if dropped, makes the problem feasible; all of them when no single one does.
 */
function ruleConflict(problem: ChargeProblem, works: (changed: ChargeProblem) => boolean): Conflict[] {
  const rules = rulesOf(problem)
  const enough = rules.filter((rule) => works(applyRemedy(problem, { kind: 'dropRule', rule })))
  return (enough.length > 0 ? enough : rules).map((rule) => ({ kind: 'rule', rule }))
}

/**
 * Limit changes beyond these make another alloy: minimums below three fifths, maximums above one and a half
 * times, traces above four times. Engineering judgement.
 */
function stillTheMetal({ target }: ChargeProblem, { element, bound, to }: LimitChange): boolean {
  const was = target.limits[element]?.[bound]
  if (was === undefined) return false
  if (bound === 'min') return to >= 0.6 * was
  return to <= (was < 1 ? 4 : 1.5) * was
}

function relaxations(problem: ChargeProblem, { alone }: LimitConflict): Remedy[] {
  return alone
    .filter((change) => stillTheMetal(problem, change))
    .map((change) => ({ kind: 'relax', ...change }))
}

function relaxedTogether(problem: ChargeProblem, { together }: LimitConflict): Remedy[] {
  const sound = together.length > 1 && together.every((change) => stillTheMetal(problem, change))
  return sound ? [{ kind: 'relaxTogether', changes: together }] : []
}

/**
 * Weighing errors and steps may need a limit moved a little further than the linear relaxation says, as a share
 * of it.
 */
const FURTHER = [0, 0.005, 0.015, 0.04]

function provenRelaxing(
  problem: ChargeProblem,
  remedy: Remedy,
  proven: (remedy: Remedy) => boolean,
): Remedy[] {
  const moved = ({ element, bound, to }: LimitChange, share: number): LimitChange => {
    const further = bound === 'max' ? Math.min(100, to * (1 + share)) : to * (1 - share)
    return { element, bound, to: share === 0 ? to : Number(further.toPrecision(3)) }
  }
  for (const share of FURTHER) {
    const changes = remedy.kind === 'relaxTogether' ? remedy.changes : remedy.kind === 'relax' ? [remedy] : []
    const next = changes.map((change) => moved(change, share))
    if (!next.every((change) => stillTheMetal(problem, change))) return []
    const tried: Remedy =
      remedy.kind === 'relax' ? { kind: 'relax', ...nth(next, 0) } : { kind: 'relaxTogether', changes: next }
    if (proven(tried)) return [tried]
  }
  return []
}

/** Leaves out what is locked or weighed or, in version 2, makes it no lighter than necessary. */
function leavingOut(highs: Highs, problem: ChargeProblem, proven: (remedy: Remedy) => boolean): Remedy[] {
  return problem.lots
    .filter(({ fixedG }) => (fixedG ?? 0) > 0)
    .flatMap((lot): Remedy[] => {
      const less = problem.version >= 2 ? mostThatMayStay(highs, problem, lot) : null
      const lighter: Remedy[] = less === null ? [] : [{ kind: 'takeOut', lot: lot.id, toG: less }]
      return firstProven([...lighter, { kind: 'leaveOut', lot: lot.id }], proven)
    })
}

/** The most of a fixed line that can stay, in steps of its scale; null for none. */
function mostThatMayStay(
  highs: Highs,
  problem: ChargeProblem,
  { id, fixedG, stepG = 0 }: ChargeLot,
): number | null {
  const freed: ChargeProblem = {
    ...problem,
    lots: problem.lots.map((lot) => {
      if (lot.id !== id) return lot
      const free = { ...lot, availableG: lot.fixedG! }
      delete free.fixedG
      return free
    }),
  }
  const model = buildBlendModel(freed, { room: 1, costPerG: (lot) => (lot.id === id ? -1 : 0) })
  const solution = relaxation(highs, model)
  const entry = model.lots.find(({ lot }) => lot.id === id)!
  if (!solution.feasible) return null
  const mostG = nth(solution.values, entry.column) * entry.unitG
  const toG = Number(
    (stepG > 0 ? Math.floor(mostG / stepG + 1e-9) * stepG : mostG * (1 - 1e-6)).toPrecision(12),
  )
  return toG > 0 && toG < fixedG! ? toG : null
}

/** Returns the first remedy that works, best first. */
function firstProven(ways: readonly Remedy[], proven: (remedy: Remedy) => boolean): Remedy[] {
  const first = ways.find(proven)
  return first ? [first] : []
}

/** Raises "other elements together" to what they reach, where that is what stands in the way. */
function relaxedOthers({ target }: ChargeProblem, conflict: readonly Conflict[]): Remedy[] {
  const others = conflict.find(({ kind }) => kind === 'others')
  if (others?.kind !== 'others' || target.othersTotalMax === undefined) return []
  return FURTHER.map((share) => Number((others.reached * (1 + share) * 1.001).toPrecision(3)))
    .filter((to) => to > target.othersTotalMax! && to <= 4 * target.othersTotalMax!)
    .slice(0, 1)
    .map((to): Remedy => ({ kind: 'relaxOthers', to }))
}

/** More lots, or one rule fewer, where only rules stand in the way. */
function looserRules(problem: ChargeProblem, solvable: boolean): Remedy[] {
  if (!solvable) return []
  const remedies: Remedy[] = rulesOf(problem)
    .filter((rule) => rule !== 'maxLots')
    .map((rule) => ({ kind: 'dropRule', rule }))
  if (problem.maxLots !== undefined)
    for (const more of [1, 2, 3]) remedies.push({ kind: 'moreLots', maxLots: problem.maxLots + more })
  return remedies
}

/** Solves a model as a plain linear programme with its spreads, without weighing rules. */
function relaxation(highs: Highs, model: BlendModel): LinearSolution {
  if (model.programme.isEmpty) return NO_SOLUTION
  const open = model.programme.open(highs)
  try {
    return minimiseWithCones(open, model)
  } finally {
    open.dispose()
  }
}

/** With weighing rules the smallest purchase may not suffice; somewhat more often does. */
const GENEROUS = [1, 1.1, 1.5, 2.5, 4]

function provenPurchase(least: Remedy, proven: (remedy: Remedy) => boolean, unit: MassUnit | null): Remedy[] {
  for (const times of GENEROUS) {
    const remedy = morePurchased(least, times, unit)
    if (remedy && proven(remedy)) return [remedy]
  }
  return []
}

const enough = (massG: number) => massG * 1.0001 + 0.001

/** For each metal or master alloy, the least of it that by itself makes the problem solvable; the lightest first. */
function purchases(highs: Highs, problem: ChargeProblem): Remedy[] {
  const offer = withPurchases(problem)
  const model = buildBlendModel(offer.problem, {
    costPerG: (lot) => (offer.metalOf.has(lot.id) ? 1 : 0),
  })
  const open = model.programme.open(highs)
  try {
    const offered = model.lots.filter(({ lot }) => offer.metalOf.has(lot.id))
    for (const { column } of offered) open.bound(column, 0, 0)
    const found: Purchase[] = []
    for (const { column, lot, unitG } of offered) {
      open.bound(column)
      const solution = minimiseWithCones(open, model)
      open.bound(column, 0, 0)
      if (solution.feasible)
        found.push({ metal: offer.metalOf.get(lot.id)!, massG: enough(nth(solution.values, column) * unitG) })
    }
    return found
      .sort((a, b) => a.massG - b.massG)
      .slice(0, MOST_PURCHASES)
      .map((one) => ({ kind: 'obtain', ...one }))
  } finally {
    open.dispose()
  }
}

/** The least mass of several metals that together make the problem solvable. */
function boughtTogether(highs: Highs, problem: ChargeProblem): Remedy[] {
  const offer = withPurchases(problem)
  const model = buildBlendModel(offer.problem, {
    costPerG: (lot) => (offer.metalOf.has(lot.id) ? 1 : 1e-6),
  })
  const solution = relaxation(highs, model)
  if (!solution.feasible) return []
  const list = model.lots.flatMap(({ lot, column, unitG }) => {
    const metal = offer.metalOf.get(lot.id)
    const massG = nth(solution.values, column) * unitG
    return metal !== undefined && massG > 0.01 ? [{ metal, massG: enough(massG) }] : []
  })
  return list.length > 0 ? [{ kind: 'obtainTogether', purchases: list }] : []
}

/** Of the least that has to be tapped, how much more is tried: rules of weighing may want it. */
const MORE = [1, 1.005, 1.01, 1.03, 1.1]
/** More than so many times what was asked is another heat. */
const MOST_TIMES = 3

/** The least that can be tapped inside the limits once it is more than was asked: what is weighed too much is thinned. */
function moreTap(highs: Highs, problem: ChargeProblem, unit: MassUnit | null): Remedy[] {
  const { tapMassG } = problem.target
  const model = buildBlendModel(
    { ...problem, target: { ...problem.target, tapMassG: MOST_TIMES * tapMassG } },
    { freeTap: true, costPerG: (_, coefficients) => coefficients.meltPerG },
  )
  const solution = relaxation(highs, model)
  if (!solution.feasible) return []
  const leastG = Number(solution.objective.toPrecision(9))
  // Where all is fixed it has to be just that.
  return [leastG, ...MORE.map((share) => atLeast(Math.max(leastG * 1.0001, tapMassG) * share, unit))]
    .filter((tap) => tap > tapMassG * 1.0005 && tap <= MOST_TIMES * tapMassG)
    .map((tap): Remedy => ({ kind: 'moreTap', tapMassG: tap }))
}

/** Of the most that can be tapped, how much is tried: rules of weighing may want some of it. */
const LESS = [1, 0.995, 0.99, 0.97, 0.9]

/** The most that can be tapped inside the limits from what is there, and somewhat less. */
function lessTap(highs: Highs, problem: ChargeProblem, unit: MassUnit | null): Remedy[] {
  const model = buildBlendModel(problem, {
    freeTap: true,
    costPerG: (_, coefficients) => -coefficients.meltPerG,
  })
  const solution = relaxation(highs, model)
  const mostG = solution.feasible ? -solution.objective * 0.9999 : 0
  return LESS.map((share) => atMost(mostG * share, unit))
    .filter((tapMassG) => tapMassG >= 1 && tapMassG < problem.target.tapMassG)
    .map((tapMassG): Remedy => {
      return { kind: 'lessTap', tapMassG }
    })
}
