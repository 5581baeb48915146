import type { Highs } from 'highs'

const INF = Number.POSITIVE_INFINITY

export interface LinearSolution {
  feasible: boolean
  objective: number
  values: Float64Array
  /** marginal objective per unit of each column's or row's bound */
  columnDuals: Float64Array
  rowDuals: Float64Array
}

/** A linear programme being written down; columns and rows are referred to by the number they were given. */
export class LinearProgramme {
  private readonly cost: number[] = []
  private readonly lower: number[] = []
  private readonly upper: number[] = []
  private readonly rowLower: number[] = []
  private readonly rowUpper: number[] = []
  private readonly starts: number[] = [0]
  private readonly indices: number[] = []
  private readonly values: number[] = []

  column(cost: number, lower: number, upper: number): number {
    this.cost.push(cost)
    this.lower.push(lower)
    return this.upper.push(Math.max(lower, upper)) - 1
  }

  row(lower: number, upper: number, entries: Iterable<readonly [number, number]>): number {
    for (const [column, value] of entries) {
      if (value === 0) continue
      this.indices.push(column)
      this.values.push(value)
    }
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
      presolve: 'off',
      solver: 'simplex',
      primal_feasibility_tolerance: 1e-9,
      dual_feasibility_tolerance: 1e-9,
    })
    return new OpenProgramme(highs, model, this.lower, this.upper)
  }

  upperOf(column: number): number {
    return this.upper[column]!
  }

  /** True when nothing can be chosen at all. */
  get isEmpty(): boolean {
    return this.cost.length === 0
  }
}

/** A programme in the solver's hands. */
export class OpenProgramme {
  constructor(
    private readonly highs: Highs,
    private readonly model: ReturnType<Highs['createModel']>,
    private readonly lower: readonly number[],
    private readonly upper: readonly number[],
  ) {}

  /** Narrows or widens one column; without bounds it gets back its own. */
  bound(column: number, lower = this.lower[column]!, upper = this.upper[column]!): void {
    this.model.changeColBounds(column, lower, upper)
  }

  addRow(lower: number, upper: number, entries: readonly (readonly [number, number])[]): void {
    this.model.addRow(lower, upper, {
      indices: Int32Array.from(entries, ([column]) => column),
      values: Float64Array.from(entries, ([, value]) => value),
    })
  }

  /** @throws Error when the solver ends in a state that is no answer (never for mere infeasibility) */
  minimise(): LinearSolution {
    this.model.run()
    const status = this.model.getModelStatus()
    const states = this.highs.constants.modelStatus
    if (status === states.infeasible || status === states.unboundedOrInfeasible) return NO_SOLUTION
    if (status !== states.optimal) throw new Error(`the solver stopped without an answer (state ${status})`)
    const { colValue, colDual, rowDual } = this.model.getSolution()
    return {
      feasible: true,
      objective: this.model.getObjectiveValue(),
      values: colValue,
      columnDuals: colDual,
      rowDuals: rowDual,
    }
  }

  dispose(): void {
    this.model.dispose()
  }
}

const NONE = new Float64Array()
export const NO_SOLUTION: LinearSolution = {
  feasible: false,
  objective: INF,
  values: NONE,
  columnDuals: NONE,
  rowDuals: NONE,
}
