import { CholeskyDecomposition, Matrix } from 'ml-matrix'

/**
 * Lower triangle of a covariance, row by row: times its transpose it is the covariance.
 * @throws RangeError for one that is none
 * @source Cholesky's decomposition
 * @example lowerOf(new Matrix([[4]])) // Float64Array [2]
 */
export function lowerOf(covariance: Matrix): Float64Array {
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

/** middle + lower · unit */
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
