import { LuDecomposition, Matrix } from 'ml-matrix'

/** A figure that was weighed, measured or guessed, with one standard deviation. */
export interface Estimate {
  value: number
  sd: number
}

/** Balances that must hold: their misfits at x, and how each changes with each figure. */
export type Constraints = (x: readonly number[]) => {
  misfit: readonly number[]
  jacobian: readonly (readonly number[])[]
}

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
/** A pivot this small, of balances brought to one size, is none. */
const NO_PIVOT = 1e-14

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
  const measured = Matrix.columnVector(estimates.map(({ value }) => value))
  const sd = Matrix.columnVector(estimates.map((one) => one.sd))
  let x = measured.clone()
  let chiSquare = 0
  let degrees = 0
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { misfit, jacobian } = constraints(x.to1DArray())
    degrees = misfit.length
    if (degrees === 0) break
    // Each figure in its own standard deviations.
    const slopes = new Matrix(jacobian.map((row) => [...row])).mulRowVector(sd.to1DArray())
    const moved = Matrix.sub(measured, x).div(sd)
    const gap = Matrix.columnVector([...misfit]).add(slopes.mmul(moved))
    const multipliers = solved(slopes.mmul(slopes.transpose()), gap)
    const next = Matrix.sub(measured, slopes.transpose().mmul(multipliers).mul(sd))
    chiSquare = gap.dot(multipliers)
    const change = Matrix.sub(next, x).div(sd).abs().max()
    x = next
    if (change < ENOUGH) break
  }
  return {
    values: x.to1DArray(),
    moved: Matrix.sub(x, measured).div(sd).to1DArray(),
    chiSquare,
    degrees,
  }
}

/** y of A y = b for a symmetric A. */
function solved(a: Matrix, b: Matrix): Matrix {
  const size = Matrix.columnVector(a.diagonal()).sqrt().to1DArray()
  const repeated = new RangeError('the balances repeat one another')
  if (size.some((one) => !(one > 0))) throw repeated
  const even = a.clone().divRowVector(size).divColumnVector(size)
  const parts = new LuDecomposition(even)
  if (parts.upperTriangularMatrix.diagonal().some((pivot) => !(Math.abs(pivot) > NO_PIVOT))) throw repeated
  return parts.solve(b.clone().divColumnVector(size)).divColumnVector(size)
}
