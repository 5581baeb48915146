import { nth } from '#core/lists'
import type { Highs } from 'highs'

const INF = Number.POSITIVE_INFINITY

/** A yard's programme takes tens of steps, a large one hundreds: one that takes so many goes round in circles. */
const MOST_ITERATIONS = 20_000

/** Answers are wanted this exact: limits of thousandths of a percent have to hold. */
const EXACT = 1e-9
const USUAL_WAY = {
  presolve: 'off',
  simplex_strategy: 1,
  primal_feasibility_tolerance: EXACT,
  dual_feasibility_tolerance: EXACT,
} as const
/** Tried in turn where the solver gives up: simplified first; the primal simplex; a hundredth as exact. */
const ANOTHER_WAY = [
  { presolve: 'on' },
  { presolve: 'off', simplex_strategy: 4 },
  { presolve: 'on', primal_feasibility_tolerance: 100 * EXACT, dual_feasibility_tolerance: 100 * EXACT },
] as const

export interface LinearSolution {
  feasible: boolean
  objective: number
  values: Float64Array
  rowValues: Float64Array
  /** marginal objective per unit of each column's or row's bound */
  columnDuals: Float64Array
  rowDuals: Float64Array
}

/** Puts one entry into the row being written; columns in rising order. */
export type Put = (column: number, value: number) => void

/** The solver ended in a state that is no answer: by whatever way it was asked. Nothing is known of the question then. */
export class SolverStopped extends Error {
  constructor(state: number | null) {
    super(`the solver stopped without an answer (state ${state})`)
  }
}

/** The time for a question is up, in the middle of it. */
export class SearchTimeout extends SolverStopped {
  constructor() {
    super(null)
  }
}

/**
 * Solver work that counts as one millisecond: a simplex iteration, or the look at one programme, times its rows and
 * columns. Measured here at 0.6 to 0.9 µs a unit for programmes of 16 to 254 lots. Equal on every machine and in every run.
 */
const UNITS_PER_MS = 1000

const worked = new WeakMap<Highs, number>()

/**
 * Returns the solver work this runtime has done so far, in counted milliseconds: about what it takes on a desk machine,
 * but the same on every machine.
 * @example workMs({}) // 0
 */
export const workMs = (highs: Highs): number => (worked.get(highs) ?? 0) / UNITS_PER_MS

const clocks = new WeakMap<Highs, () => boolean>()

/**
 * Runs `work`; stops solving programmes of this runtime once `outOfTime` says so.
 * @throws SearchTimeout when that cuts the work short
 */
export function within<T>(highs: Highs, outOfTime: () => boolean, work: () => T): T {
  const outer = clocks.get(highs)
  clocks.set(highs, outer ? () => outer() || outOfTime() : outOfTime)
  try {
    return work()
  } finally {
    if (outer) clocks.set(highs, outer)
    else clocks.delete(highs)
  }
}

/**
 * Whether the time of the work under way is up.
 * @example isTimedOut({}) // false
 */
export const isTimedOut = (highs: Highs): boolean => clocks.get(highs)?.() ?? false

/** What some work comes to, or something else where the time is up before it is done. */
export function nullOnTimeout<T>(work: () => T, otherwise: T): T {
  try {
    return work()
  } catch (error) {
    if (error instanceof SearchTimeout) return otherwise
    throw error
  }
}

/** A linear programme being written down; columns and rows are referred to by the number they were given. */
export class LinearProgramme {
  readonly cost: number[] = []
  readonly lower: number[] = []
  readonly upper: number[] = []
  readonly rowLower: number[] = []
  readonly rowUpper: number[] = []
  readonly starts: number[] = [0]
  readonly indices: number[] = []
  readonly values: number[] = []
  private readonly put: Put = (column, value) => {
    if (value === 0) return
    this.indices.push(column)
    this.values.push(value)
  }

  column(cost: number, lower: number, upper: number): number {
    this.cost.push(cost)
    this.lower.push(lower)
    return this.upper.push(Math.max(lower, upper)) - 1
  }

  row(lower: number, upper: number, write: (put: Put) => void): number {
    write(this.put)
    this.starts.push(this.indices.length)
    this.rowLower.push(lower)
    return this.rowUpper.push(upper) - 1
  }

  /**
   * Hands the programme to the solver and keeps it there, so that further rows and bounds are answered from the
   * basis at hand. Whoever opens it disposes of it.
   */
  open(highs: Highs): OpenProgramme {
    const model = highs.createModel({
      numCols: this.cost.length,
      numRows: this.rowLower.length,
      colCost: Float64Array.from(this.cost),
      colLower: Float64Array.from(this.lower),
      colUpper: Float64Array.from(this.upper),
      rowLower: Float64Array.from(this.rowLower),
      rowUpper: Float64Array.from(this.rowUpper),
      matrix: {
        format: 'csr',
        numRows: this.rowLower.length,
        numCols: this.cost.length,
        starts: Int32Array.from(this.starts),
        indices: Int32Array.from(this.indices),
        values: Float64Array.from(this.values),
      },
    })
    model.options.set({
      output_flag: false,
      solver: 'simplex',
      ...USUAL_WAY,
      simplex_iteration_limit: MOST_ITERATIONS,
    })
    return new OpenProgramme(highs, model, this)
  }

  /** True when nothing can be chosen at all. */
  get isEmpty(): boolean {
    return this.cost.length === 0
  }
}

/** A programme in the solver's hands. */
export class OpenProgramme {
  private readonly lower: number[]
  private readonly upper: number[]
  private addedRows = 0
  private cut = Number.MAX_VALUE
  private last: LinearSolution = NO_SOLUTION

  constructor(
    private readonly highs: Highs,
    private readonly model: ReturnType<Highs['createModel']>,
    private written: LinearProgramme,
  ) {
    this.lower = [...written.lower]
    this.upper = [...written.upper]
  }

  /** Narrows or widens one column; without bounds it gets back its own. */
  bound(
    column: number,
    lower = nth(this.written.lower, column),
    upper = nth(this.written.upper, column),
  ): void {
    if (lower === this.lower[column] && upper === this.upper[column]) return
    this.lower[column] = lower
    this.upper[column] = upper
    this.model.changeColBounds(column, lower, upper)
  }

  /** Sets a row aside, or puts it back in force. */
  enforce(row: number, inForce: boolean): void {
    const { rowLower, rowUpper } = this.written
    this.model.changeRowBounds(row, inForce ? nth(rowLower, row) : -INF, inForce ? nth(rowUpper, row) : INF)
  }

  rebound(row: number, lower: number, upper: number): void {
    this.model.changeRowBounds(row, lower, upper)
  }

  recoefficient(row: number, column: number, value: number): void {
    this.model.changeCoefficient(row, column, value)
  }

  /** Answers dearer than this are of no interest: the solver may stop as soon as it knows. */
  cutOff(objective: number): void {
    const bound = Math.min(objective, Number.MAX_VALUE)
    if (bound === this.cut) return
    this.cut = bound
    this.model.options.set({ objective_bound: bound })
  }

  recost(column: number, cost: number): void {
    this.model.changeColCost(column, cost)
  }

  /** Rows added since the programme was opened. */
  get added(): number {
    return this.addedRows
  }

  addRow(lower: number, upper: number, entries: readonly (readonly [number, number])[]): void {
    this.addedRows++
    this.model.addRow(lower, upper, {
      indices: Int32Array.from(entries, ([column]) => column),
      values: Float64Array.from(entries, ([, value]) => value),
    })
  }

  /** Takes away added rows that did not bear on the last answer. */
  dropIdleRows(): void {
    if (this.addedRows === 0 || !this.last.feasible) return
    const from = this.written.rowLower.length
    const idle: number[] = []
    // Rows put in after the last answer have not been heard yet.
    const heard = Math.min(from + this.addedRows, this.last.rowDuals.length)
    for (let row = from; row < heard; row++)
      if (Math.abs(nth(this.last.rowDuals, row)) < 1e-12) idle.push(row)
    if (idle.length === 0) return
    this.model.deleteRows({ kind: 'set', indices: Int32Array.from(idle) })
    this.addedRows -= idle.length
    // Its rows stand in other places now.
    this.last = NO_SOLUTION
  }

  dropAddedRows(): void {
    if (this.addedRows === 0) return
    const from = this.written.rowLower.length
    this.model.deleteRows({ kind: 'range', from, to: from + this.addedRows - 1 })
    this.addedRows = 0
    this.last = NO_SOLUTION
  }

  /**
   * Brings the programme up to date with a later writing of it.
   * @returns false, with nothing changed, where rows, columns or entries stand in other places
   */
  rewrite(next: LinearProgramme): boolean {
    const { written, model } = this
    if (!sameNumbers(written.starts, next.starts) || !sameNumbers(written.indices, next.indices)) return false
    if (written.cost.length !== next.cost.length) return false
    this.written = next
    next.cost.forEach((cost, column) => {
      if (cost !== written.cost[column]) model.changeColCost(column, cost)
      this.bound(column)
    })
    for (let row = 0; row < next.rowLower.length; row++) {
      if (next.rowLower[row] !== written.rowLower[row] || next.rowUpper[row] !== written.rowUpper[row])
        model.changeRowBounds(row, nth(next.rowLower, row), nth(next.rowUpper, row))
      for (let at = nth(next.starts, row); at < nth(next.starts, row + 1); at++)
        if (next.values[at] !== written.values[at])
          model.changeCoefficient(row, nth(next.indices, at), nth(next.values, at))
    }
    return true
  }

  /**
   * Brings the programme up to date with a later writing of it that has the same shape.
   * @throws Error where the shape has changed: nothing but figures may
   */
  revise(next: LinearProgramme): void {
    if (!this.rewrite(next)) throw new Error('a programme has changed its shape')
  }

  /** How a run ended; null where the solver gave up on the basis at hand. */
  private run(): number | null {
    try {
      this.model.run()
      return this.model.getModelStatus()
    } catch {
      return null
    } finally {
      this.countWork()
    }
  }

  private countWork(): void {
    const size = this.written.rowLower.length + this.addedRows + this.written.cost.length
    const iterations = Number(this.model.info.get('simplex_iteration_count'))
    const units = (1 + Math.max(0, Number.isFinite(iterations) ? iterations : 0)) * size
    worked.set(this.highs, (worked.get(this.highs) ?? 0) + units)
  }

  /** @throws SolverStopped when the solver ends in a state that is no answer (never for mere infeasibility) */
  minimise(): LinearSolution {
    if (clocks.get(this.highs)?.()) throw new SearchTimeout()
    const states = this.highs.constants.modelStatus
    const none: (number | null)[] = [states.infeasible, states.unboundedOrInfeasible, states.objectiveBound]
    const answers = [states.optimal, ...none]
    let status = this.run()
    if (!answers.includes(status)) {
      for (const way of ANOTHER_WAY) {
        // A basis carried over many changes can lead nowhere; from scratch, and by another way, it ends.
        this.model.clearSolver()
        this.model.options.set(way)
        status = this.run()
        if (answers.includes(status)) break
      }
      this.model.options.set(USUAL_WAY)
    }
    if (none.includes(status)) return NO_SOLUTION
    if (status !== states.optimal) throw new SolverStopped(status)
    const { colValue, rowValue, colDual, rowDual } = this.model.getSolution()
    this.last = {
      feasible: true,
      objective: this.model.getObjectiveValue(),
      values: colValue,
      rowValues: rowValue,
      columnDuals: colDual,
      rowDuals: rowDual,
    }
    return this.last
  }

  dispose(): void {
    this.model.dispose()
  }
}

function sameNumbers(a: readonly number[], b: readonly number[]): boolean {
  if (a.length !== b.length) return false
  for (let index = 0; index < a.length; index++) if (a[index] !== b[index]) return false
  return true
}

const NONE = new Float64Array()
export const NO_SOLUTION: LinearSolution = {
  feasible: false,
  objective: INF,
  values: NONE,
  rowValues: NONE,
  columnDuals: NONE,
  rowDuals: NONE,
}
