import { nth } from '#core/lists'
import type { Highs } from 'highs'
import { buildBlendModel, excessMaxG, type BlendModel, type LimitRow } from './blend-model'
import { minimiseWithCones, spreadOf } from './cones'
import { NO_SOLUTION, nullOnTimeout, type LinearSolution, type OpenProgramme } from './linear-programme'
import { meltCoefficients } from './melt-coefficients'
import type { Conflict, LimitChange, WeighingRule } from './plan'
import { withoutRule } from './apply-remedy'
import type { ChargeLot, ChargeProblem } from './problem'

const INF = Number.POSITIVE_INFINITY
/** A limit violated by less than this fraction of itself is met. */
const MET = 1e-6
/** Limit on the sets tried when looking for the smallest conflict. */
const MOST_TRIALS = 700

/** Weighing rules that a linear relaxation leaves out. */
const ASIDE: readonly WeighingRule[] = ['maxLots', 'pieces', 'minLine']

/** Result of the linear analysis of an infeasible problem. */
export interface LimitConflict {
  /** Only weighing rules stand in the way. */
  solvable: boolean
  /** Smallest set of limits, stocks and lines that conflict. */
  conflict: Conflict[]
  /** Smallest change of all limits together that makes it feasible. */
  together: LimitChange[]
  /** For each conflicting limit, the value that alone would make it feasible, if any. */
  alone: LimitChange[]
}

/**
 * Finds a smallest set of limits that conflict, then the stocks and fixed lines involved, each with the value it
 * alone would need. Limits are weighed as fractions of themselves, so that 0.005 % counts as much as 88 %. Whole
 * pieces, smallest lines and the number of lots are left out.
 * @param outOfTime when it returns true, the conflict found so far is returned, perhaps not the smallest
 */
export function findLimitConflict(
  highs: Highs,
  whole: ChargeProblem,
  outOfTime: () => boolean = () => false,
): LimitConflict {
  const problem = ASIDE.reduce(withoutRule, whole)
  const model = buildBlendModel(problem, { elasticCost: 1, costPerG: () => 0 })
  if (model.programme.isEmpty) return { solvable: false, conflict: [], together: [], alone: [] }
  const open = model.programme.open(highs)
  try {
    const sketch = new ConflictSketch(problem, model, open, outOfTime)
    return sketch.read()
  } finally {
    open.dispose()
  }
}

/** Largest tap mass the stock could give, when it is below what is wanted. */
export function metalConflict(problem: ChargeProblem): Conflict[] | null {
  const possibleG = problem.lots.reduce(
    (sum, lot) => sum + usableG(lot) * meltCoefficients(lot, problem.recovery ?? {}).meltPerG,
    0,
  )
  const wantedG = problem.target.tapMassG
  return possibleG < (wantedG - (problem.target.tapToleranceG ?? 0)) * (1 - 1e-9)
    ? [{ kind: 'metal', wantedG, possibleG }]
    : null
}

/** Excess of the fixed lines over the tap mass. */
export function fixedConflict(problem: ChargeProblem): Conflict[] | null {
  const fixedG = problem.lots.reduce(
    (sum, lot) => sum + (lot.fixedG ?? 0) * meltCoefficients(lot, problem.recovery ?? {}).meltPerG,
    0,
  )
  const excessG = fixedG - problem.target.tapMassG - excessMaxG(problem)
  return excessG > 1e-6 ? [{ kind: 'fixed', excessG }] : null
}

const usableG = (lot: ChargeLot) => lot.fixedG ?? Math.min(lot.availableG, lot.maxG ?? INF)

class ConflictSketch {
  private trials = 0

  constructor(
    private readonly problem: ChargeProblem,
    private readonly model: BlendModel,
    private readonly open: OpenProgramme,
    private readonly outOfTime: () => boolean,
  ) {}

  read(): LimitConflict {
    const { rows } = this.model
    const elastic = this.look()
    if (!elastic.feasible) return { solvable: false, conflict: [], together: [], alone: [] }
    const given = rows.filter(({ slack }) => nth(elastic.values, slack!) > MET)
    if (given.length === 0) return { solvable: true, conflict: [], together: [], alone: [] }
    const together = given.flatMap((row) => this.changeOf(row, elastic))
    this.giveWay(null)
    const members = this.fewestLimits(given)
    const held = this.holders(members)
    const conflict = [
      ...members.map((row) => this.withReach(row, members, held)),
      ...held.map((index) => this.holderConflict(index, members, held)),
    ]
    return { solvable: false, conflict, together, alone: this.relaxedAlone(members) }
  }

  /** Lets all limits, none, or one be violated. */
  private giveWay(which: LimitRow | 'all' | null): void {
    for (const row of this.model.rows)
      this.open.bound(row.slack!, 0, which === 'all' || which === row ? INF : 0)
  }

  private enforceOnly(members: readonly LimitRow[]): void {
    for (const row of this.model.rows) {
      this.open.enforce(row.row, members.includes(row))
      if (row.twin !== undefined) this.open.enforce(row.twin, members.includes(row))
    }
  }

  /** Returns null on timeout; what is known by then is reported. */
  private solve(): LinearSolution {
    return nullOnTimeout(() => this.look(), NO_SOLUTION)
  }

  /** @throws SearchTimeout */
  private look(): LinearSolution {
    return minimiseWithCones(this.open, this.model)
  }

  private clash(members: readonly LimitRow[]): boolean {
    this.trials++
    this.enforceOnly(members)
    // A set not checked in time is not reported as a conflict.
    return nullOnTimeout(() => !this.look().feasible, false)
  }

  /** Every conflicting set has a violated limit; smaller sets are tried first. */
  private fewestLimits(given: readonly LimitRow[]): LimitRow[] {
    const { rows } = this.model
    for (const first of given) if (this.clash([first])) return [first]
    for (const first of given)
      for (const second of rows) {
        if (this.outOfTime()) return this.thinnedOut()
        if (second !== first && this.clash([first, second])) return [first, second]
      }
    for (const first of given)
      for (const [at, second] of rows.entries())
        for (const third of rows.slice(at + 1)) {
          if (this.trials > MOST_TRIALS || this.outOfTime()) return this.thinnedOut()
          if (second === first || third === first) continue
          if (this.clash([first, second, third])) return [first, second, third]
        }
    return this.thinnedOut()
  }

  /** Removes limits that are not needed for the conflict, as far as checked. */
  private thinnedOut(): LimitRow[] {
    let members = [...this.model.rows]
    for (const row of this.model.rows) {
      if (this.outOfTime()) break
      const fewer = members.filter((other) => other !== row)
      if (this.clash(fewer)) members = fewer
    }
    return members
  }

  /** Lots whose stock or fixed mass is part of the conflict, by index. */
  private holders(members: readonly LimitRow[]): number[] {
    const all = this.model.lots.map((_, index) => index)
    this.release(all)
    if (this.clash(members)) {
      this.release([])
      return []
    }
    let held = all
    for (const index of all) {
      // A half-finished check would list every lot as a cause.
      if (this.outOfTime()) {
        held = []
        break
      }
      const fewer = held.filter((other) => other !== index)
      this.release(all.filter((other) => !fewer.includes(other)))
      if (this.clash(members)) held = fewer
    }
    this.release([])
    return held
  }

  /** Removes the bounds of these lots and restores those of the others. */
  private release(indices: readonly number[]): void {
    this.model.lots.forEach(({ column }, index) => {
      if (indices.includes(index)) this.open.bound(column, 0, INF)
      else this.open.bound(column)
    })
  }

  private withReach(row: LimitRow, members: readonly LimitRow[], held: readonly number[]): Conflict {
    this.release(this.model.lots.map((_, index) => index).filter((index) => !held.includes(index)))
    this.enforceOnly(members)
    this.giveWay(row)
    const solution = this.solve()
    this.giveWay(null)
    this.release([])
    const reached = solution.feasible ? this.reached(row, solution) : NaN
    const { kind, element, bound, limit } = row
    // If one limit alone cannot give enough, the conflict is larger than this set; it then stays at its limit.
    const value = Number.isFinite(reached) ? Math.max(0, reached) : limit
    return kind === 'others'
      ? { kind, bound: 'max', limit, reached: value }
      : { kind, element, bound, limit, reached: value }
  }

  private holderConflict(index: number, members: readonly LimitRow[], held: readonly number[]): Conflict {
    const { lot, column, unitG } = nth(this.model.lots, index)
    if (lot.fixedG !== undefined) return { kind: 'line', lot: lot.id, fixedG: lot.fixedG }
    this.release(this.model.lots.map((_, at) => at).filter((at) => at === index || !held.includes(at)))
    this.enforceOnly(members)
    this.open.recost(column, 1)
    const solution = this.solve()
    this.open.recost(column, 0)
    this.release([])
    const availableG = usableG(lot)
    const neededG = solution.feasible ? nth(solution.values, column) * unitG : availableG
    return { kind: 'stock', lot: lot.id, availableG, neededG }
  }

  /** For each limit, the value it alone would need for all others to hold. */
  private relaxedAlone(members: readonly LimitRow[]): LimitChange[] {
    return members.flatMap((row) => {
      if (this.outOfTime()) return []
      this.enforceOnly(this.model.rows)
      this.giveWay(row)
      const solution = this.solve()
      this.giveWay(null)
      return solution.feasible ? this.changeOf(row, solution) : []
    })
  }

  /** The element's resulting content, including its margin for spread, wt%. */
  private reached({ cone, kind, element, bound, deviations }: LimitRow, solution: LinearSolution): number {
    const { limits, base } = this.problem.target
    let content = 0
    let melt = 0
    for (const { column, coefficients } of this.model.lots) {
      const z = nth(solution.values, column)
      melt += z * coefficients.meltPerG
      for (const [symbol, pct] of Object.entries(coefficients.elementPct))
        if (kind === 'others' ? !(symbol in limits) && symbol !== base : symbol === element)
          content += z * pct
    }
    const margin = cone ? deviations * cone.scale * spreadOf(cone, solution) : 0
    return (bound === 'max' ? content + margin : content - margin) / Math.max(melt, 1e-9)
  }

  /** The limit moved just past the required value, to two or three digits. */
  private changeOf(row: LimitRow, solution: LinearSolution): LimitChange[] {
    if (row.kind !== 'element') return []
    const reached = this.reached(row, solution)
    const step = 10 ** (Math.floor(Math.log10(Math.max(Math.abs(reached), 1e-6))) - 2)
    const to =
      row.bound === 'max' ? Math.ceil(reached / step + 0.02) * step : Math.floor(reached / step - 0.02) * step
    return [
      {
        element: row.element,
        bound: row.bound,
        to: Number(Math.min(100, Math.max(0, to)).toPrecision(6)),
      },
    ]
  }
}
