import { fastCdf, fastQuantile } from './normal-fast'

/** Points of the sequence: accurate to about 0.1 %. */
const POINTS = 256
/** Relative spread below which a value counts as exact. */
const NOTHING = 1e-12
/** A bound this many standard deviations away is never reached. */
const FAR = 9

/** A box and the covariance of normal errors around 0. */
export interface Box {
  /** Bounds on each error; ±∞ where there is none. */
  lower: Float64Array
  upper: Float64Array
  /** Covariance matrix, row by row. */
  covariance: Float64Array
}

/** Square roots of primes, fractional parts: generators of Richtmyer's sequence, one per dimension. */
const GENERATORS = [
  2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83, 89,
]
  .concat([97, 101, 103, 107, 109, 113, 127, 131, 137, 139, 149, 151, 157, 163, 167, 173])
  .map((prime) => Math.sqrt(prime) % 1)

/**
 * Returns the probability that normal errors lie in a box, all at once. Uses the same points every time, so that
 * the result is reproducible and smooth. Singular covariances are allowed: a bound that depends on errors drawn
 * before narrows the last of them.
 * @param points of the sequence; fewer are faster and coarser
 * @returns 0–1
 * @source Genz 1992, "Numerical computation of multivariate normal probabilities", with the sequence of
 * Richtmyer 1951 and the baker's transformation; Genz & Kwong 2000 for singular covariances; all from memory
 * @example boxOdds({ lower: [-1], upper: [1], covariance: [0] }) // 1
 */
export function boxOdds({ lower, upper, covariance }: Box, points = POINTS): number {
  const size = lower.length
  const rows: number[] = []
  for (let row = 0; row < size; row++) {
    const sd = Math.sqrt(Math.max(0, covariance[row * size + row]!))
    const near = Math.min(Math.abs(lower[row]!), Math.abs(upper[row]!))
    if (sd <= NOTHING * Math.max(1, near)) {
      if (lower[row]! > 0 || upper[row]! < 0) return 0
      continue
    }
    if (lower[row]! < -FAR * sd && upper[row]! > FAR * sd) continue
    if (lower[row]! > FAR * sd || upper[row]! < -FAR * sd) return 0
    rows.push(row)
  }
  if (rows.length === 0) return 1
  const factor = factorBox({ lower, upper, covariance }, rows)
  return oddsOfFactor(factor, lower, upper, points)
}

/** A factorised covariance, for odds of one box after the other. */
export interface BoxFactor {
  /** Rows of the box in the order of the factor. */
  rows: Int32Array
  /** Number of independent errors behind the dependent ones. */
  rank: number
  /** Bounds of each row, overwritten for each box. Rows are sorted by the last error they depend on. */
  lower: Float64Array
  upper: Float64Array
  /** Cholesky factors, `rank` per row. */
  factors: Float64Array
  /** Last error each row depends on. */
  last: Int32Array
  /** True if some row depends on more than one error. */
  coupled: boolean
}

/**
 * Factorises the covariance of some rows of a box (Cholesky). Rows coupled with few others come first, the least likely to hold first: what is drawn
 * then affects the fewest. Rows without an error of their own keep their factors.
 * @param chosen rows with a spread
 * @example factorBox({ lower: [-1], upper: [1], covariance: [1] }, [0]).rank // 1
 */
export function factorBox({ lower, upper, covariance }: Box, chosen: readonly number[]): BoxFactor {
  const size = lower.length
  const cells = (a: number, b: number) => covariance[a * size + b]!
  const sds = new Map(chosen.map((row) => [row, Math.sqrt(cells(row, row))]))
  const order = chosen
    .map((row) => ({
      row,
      odds: fastCdf(upper[row]! / sds.get(row)!) - fastCdf(lower[row]! / sds.get(row)!),
      coupled: chosen.reduce((sum, other) => sum + Number(other !== row && cells(row, other) !== 0), 0),
    }))
    .sort((a, b) => a.coupled - b.coupled || a.odds - b.odds || a.row - b.row)
  const pivots: number[] = []
  const triangle: Float64Array[] = []
  for (const { row } of order) {
    const own = cells(row, row)
    const factors = new Float64Array(chosen.length)
    let left = own
    pivots.forEach((pivot, at) => {
      let value = cells(row, order[pivot]!.row)
      for (let k = 0; k < at; k++) value -= factors[k]! * triangle[pivot]![k]!
      factors[at] = value / triangle[pivot]![at]!
      left -= factors[at]! ** 2
    })
    if (left > 1e-9 * own) {
      factors[pivots.length] = Math.sqrt(left)
      pivots.push(triangle.length)
    }
    triangle.push(factors)
  }
  const rank = pivots.length
  const rows = order.map(({ row }, at) => {
    const factors = triangle[at]!
    let last = rank - 1
    while (last > 0 && Math.abs(factors[last]!) <= 1e-6 * sds.get(row)!) last--
    return { row, factors, last }
  })
  rows.sort((a, b) => a.last - b.last)
  const flat = new Float64Array(rows.length * rank)
  rows.forEach(({ factors }, at) => flat.set(factors.subarray(0, rank), at * rank))
  return {
    rows: Int32Array.from(rows, ({ row }) => row),
    rank,
    lower: new Float64Array(rows.length),
    upper: new Float64Array(rows.length),
    factors: flat,
    last: Int32Array.from(rows, ({ last }) => last),
    coupled: rows.some(({ factors, last }) => factors.subarray(0, last).some((value) => value !== 0)),
  }
}

/**
 * The odds of a box whose covariance is factorised.
 * @param points of the sequence, from the one after `first`
 * @returns 0–1
 * @example oddsOfFactor(factorBox({ lower: [-1], upper: [1], covariance: [1] }, [0]), [-9], [9], 1).toFixed(3) // '1.000'
 */
export function oddsOfFactor(
  factor: BoxFactor,
  lower: ArrayLike<number>,
  upper: ArrayLike<number>,
  points: number,
  first = 0,
): number {
  // Plain loops over flat arrays: this runs thousands of times per plan.
  const { rows, rank, factors, last, coupled } = factor
  for (let at = 0; at < rows.length; at++) {
    factor.lower[at] = lower[rows[at]!]!
    factor.upper[at] = upper[rows[at]!]!
  }
  const drawn = new Float64Array(rank)
  // What does not depend on earlier errors is the same at every point.
  const fromOf = new Float64Array(rank)
  const widthOf = new Float64Array(rank).fill(-1)
  const firstRow = new Int32Array(rank + 1)
  for (let error = 0, at = 0; error < rank; error++) {
    firstRow[error] = at
    let alone = true
    for (; at < last.length && last[at] === error; at++)
      for (let k = 0; k < error; k++) if (factors[at * rank + k] !== 0) alone = false
    firstRow[error + 1] = at
    if (!alone) continue
    between(factor, firstRow, error, drawn)
    if (!(INTERVAL[1]! > 0)) return 0
    fromOf[error] = INTERVAL[0]!
    widthOf[error] = INTERVAL[1]!
  }
  if (!coupled) return widthOf.reduce((product, width) => product * width, 1)
  let sum = 0
  for (let point = first + 1; point <= first + points; point++) {
    let odds = 1
    for (let error = 0; error < rank; error++) {
      let from = fromOf[error]!
      let width = widthOf[error]!
      if (width < 0) {
        between(factor, firstRow, error, drawn)
        from = INTERVAL[0]!
        width = INTERVAL[1]!
        if (!(width > 0)) {
          odds = 0
          break
        }
      }
      odds *= width
      if (error === rank - 1) break
      const step = (point * GENERATORS[error % GENERATORS.length]!) % 1
      drawn[error] = fastQuantile(from + width * Math.abs(2 * step - 1))
    }
    sum += odds
  }
  return sum / points
}

/** Interval of an error given those drawn before: the probability below it, and of it. */
const INTERVAL = new Float64Array(2)
function between(
  { rank, lower, upper, factors }: BoxFactor,
  firstRow: Int32Array,
  error: number,
  drawn: Float64Array,
): void {
  let low = -Infinity
  let high = Infinity
  for (let at = firstRow[error]!; at < firstRow[error + 1]!; at++) {
    const row = at * rank
    let known = 0
    for (let k = 0; k < error; k++) known += factors[row + k]! * drawn[k]!
    const own = factors[row + error]!
    const one = (lower[at]! - known) / own
    const other = (upper[at]! - known) / own
    low = Math.max(low, own > 0 ? one : other)
    high = Math.min(high, own > 0 ? other : one)
  }
  const from = low === -Infinity ? 0 : fastCdf(low)
  INTERVAL[0] = from
  INTERVAL[1] = (high === Infinity ? 1 : fastCdf(high)) - from
}
