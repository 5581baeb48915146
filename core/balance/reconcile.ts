/** A figure that was weighed, measured or guessed, with one standard deviation. */
export interface Estimate {
  value: number
  sd: number
}

/** Balances that must hold: their misfits at x, and how each changes with each figure. */
export type Constraints = (x: readonly number[]) => { misfit: number[]; jacobian: number[][] }

export interface Reconciled {
  /** figures put right, in the order given */
  values: number[]
  /** how far each was moved, in its own standard deviations */
  moved: number[]
  /** weighted sum of squares, and the number of balances */
  chiSquare: number
  degrees: number
}

const MOST_ROUNDS = 30
const ENOUGH = 1e-9

/**
 * Adjusts figures together, each by as little as its spread allows, until every balance holds: weighted least squares
 * with constraints, repeated while the balances are not linear.
 * @param estimates value and standard deviation, same units; a spread must be above zero
 * @param constraints misfits (zero when a balance holds) and their derivatives
 * @throws RangeError for a spread that is not above zero, or balances that repeat one another
 * @source Romagnoli & Sánchez, Data Processing and Reconciliation for Chemical Process Operations; from memory
 * @example reconcile([{ value: 100, sd: 1 }, { value: 97, sd: 1 }], ([a, b]) => ({ misfit: [a! - b!], jacobian: [[1, -1]] })).values // [98.5, 98.5]
 */
export function reconcile(estimates: readonly Estimate[], constraints: Constraints): Reconciled {
  if (estimates.some(({ sd }) => !(sd > 0))) throw new RangeError('every figure needs a spread above zero')
  const measured = estimates.map(({ value }) => value)
  const variance = estimates.map(({ sd }) => sd ** 2)
  let x = [...measured]
  let chiSquare = 0
  let degrees = 0
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { misfit, jacobian } = constraints(x)
    degrees = misfit.length
    const now = x
    const gap = misfit.map((f, row) =>
      jacobian[row]!.reduce((sum, slope, at) => sum + slope * (measured[at]! - now[at]!), f),
    )
    const normal = jacobian.map((row) =>
      jacobian.map((other) => row.reduce((sum, slope, at) => sum + slope * variance[at]! * other[at]!, 0)),
    )
    const multipliers = solveLinear(normal, gap)
    const next = measured.map(
      (value, at) =>
        value - variance[at]! * jacobian.reduce((sum, row, of) => sum + row[at]! * multipliers[of]!, 0),
    )
    chiSquare = gap.reduce((sum, value, at) => sum + value * multipliers[at]!, 0)
    const change = Math.max(...next.map((value, at) => Math.abs(value - x[at]!) / estimates[at]!.sd))
    x = next
    if (change < ENOUGH) break
  }
  return {
    values: x,
    moved: x.map((value, at) => (value - measured[at]!) / estimates[at]!.sd),
    chiSquare,
    degrees,
  }
}

/**
 * Solves A y = b by elimination with pivots.
 * @throws RangeError where A has no inverse
 */
export function solveLinear(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const n = b.length
  const rows = a.map((row, at) => [...row, b[at]!])
  for (let column = 0; column < n; column++) {
    let pivot = column
    for (let row = column + 1; row < n; row++)
      if (Math.abs(rows[row]![column]!) > Math.abs(rows[pivot]![column]!)) pivot = row
    const size = Math.abs(rows[pivot]![column]!)
    if (!(size > 1e-14 * Math.max(...a[column]!.map(Math.abs), 1e-300)))
      throw new RangeError('the balances repeat one another')
    ;[rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!]
    for (let row = column + 1; row < n; row++) {
      const factor = rows[row]![column]! / rows[column]![column]!
      if (factor === 0) continue
      for (let at = column; at <= n; at++) rows[row]![at]! -= factor * rows[column]![at]!
    }
  }
  const y = new Array<number>(n).fill(0)
  for (let row = n - 1; row >= 0; row--) {
    const known = rows[row]!.slice(row + 1, n).reduce((sum, value, at) => sum + value * y[row + 1 + at]!, 0)
    y[row] = (rows[row]![n]! - known) / rows[row]![row]!
  }
  return y
}
