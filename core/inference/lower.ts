import { CholeskyDecomposition, Matrix } from 'ml-matrix'

/**
 * Lower triangle of a covariance, row by row: times its transpose it is the covariance.
 * @throws RangeError for one that is none
 * @source Cholesky's decomposition
 * @example lowerOf([[4]])[0] // 2
 */
export function lowerOf(rows: Matrix | readonly (readonly number[])[]): Float64Array {
  const covariance = Matrix.checkMatrix(rows as Matrix)
  const size = covariance.rows
  // Rounding on the way here may have made the halves differ.
  const even = Matrix.add(covariance, covariance.transpose()).div(2)
  const decomposed = new CholeskyDecomposition(even)
  if (!decomposed.isPositiveDefinite()) throw new RangeError('the spreads do not go together')
  const lower = decomposed.lowerTriangularMatrix
  const flat = new Float64Array(size * size)
  for (let row = 0; row < size; row++)
    for (let column = 0; column <= row; column++) flat[row * size + column] = lower.get(row, column)
  return flat
}

/**
 * Fills in a place: middle + lower · unit.
 * @example about(Float64Array.of(1), Float64Array.of(2), Float64Array.of(3), new Float64Array(1)) ?? 'filled in' // 'filled in'
 */
export function about(
  middle: Float64Array,
  lower: Float64Array,
  unit: Float64Array,
  into: Float64Array,
): void {
  const size = middle.length
  for (let row = 0; row < size; row++) {
    let value = middle[row]!
    for (let column = 0; column <= row; column++) value += lower[row * size + column]! * unit[column]!
    into[row] = value
  }
}
