import type { Highs } from 'highs'

const INF = Number.POSITIVE_INFINITY

export interface LinearSolution {
  status: 'optimal' | 'feasible' | 'infeasible'
  gap: number
  objective: number
  values: Float64Array
  /** marginal objective per unit of each column's or row's bound; empty when there are whole numbers */
  columnDuals: Float64Array
  rowDuals: Float64Array
}

/** A linear programme being written down; columns and rows are referred to by the number they were given. */
export class LinearProgramme {
  private readonly cost: number[] = []
  private readonly lower: number[] = []
  private readonly upper: number[] = []
  private readonly whole: number[] = []
  private readonly rowLower: number[] = []
  private readonly rowUpper: number[] = []
  private readonly starts: number[] = [0]
  private readonly indices: number[] = []
  private readonly values: number[] = []

  column(cost: number, lower: number, upper: number, whole = false): number {
    this.cost.push(cost)
    this.lower.push(lower)
    this.upper.push(Math.max(lower, upper))
    return this.whole.push(whole ? 1 : 0) - 1
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
   * Minimises. Presolve is off: it returned wrong "infeasible" on whole-piece blends.
   * @throws Error when the solver ends in a state that is no answer (never for mere infeasibility)
   */
  minimise(highs: Highs, timeLimitS: number): LinearSolution {
    if (this.cost.length === 0) return this.rowLower.some((least) => least > 0) ? emptySolution() : nothing()
    const hasWhole = this.whole.includes(1)
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
      ...(hasWhole ? { integrality: Int32Array.from(this.whole) } : {}),
    })
    try {
      model.options.set({
        output_flag: false,
        presolve: 'off',
        primal_feasibility_tolerance: 1e-9,
        dual_feasibility_tolerance: 1e-9,
        time_limit: timeLimitS,
        ...(hasWhole ? { mip_feasibility_tolerance: 1e-9, mip_rel_gap: 1e-9 } : {}),
      })
      model.run()
      const status = model.getModelStatus()
      const states = highs.constants.modelStatus
      if (status === states.infeasible || status === states.unboundedOrInfeasible) return emptySolution()
      const timedOut = status === states.timeLimit
      const gap = hasWhole ? Number(model.info.get('mip_gap')) : 0
      if (timedOut && !Number.isFinite(gap)) return emptySolution()
      if (status !== states.optimal && !timedOut)
        throw new Error(`the solver stopped without an answer (state ${status})`)
      const solution = model.getSolution()
      return {
        status: timedOut ? 'feasible' : 'optimal',
        gap,
        objective: model.getObjectiveValue(),
        values: solution.colValue,
        columnDuals: hasWhole ? new Float64Array() : solution.colDual,
        rowDuals: hasWhole ? new Float64Array() : solution.rowDual,
      }
    } finally {
      model.dispose()
    }
  }
}

function nothing(): LinearSolution {
  return { ...emptySolution(), status: 'optimal', gap: 0, objective: 0 }
}

function emptySolution(): LinearSolution {
  const none = new Float64Array()
  return { status: 'infeasible', gap: INF, objective: INF, values: none, columnDuals: none, rowDuals: none }
}
