import { nth } from '#core/lists'

/** Coefficients of Lanczos for the logarithm of the gamma function, g = 7. */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]

function logGamma(z: number): number {
  const x = z - 1
  const t = x + 7.5
  const series = LANCZOS.slice(1).reduce((sum, c, at) => sum + c / (x + at + 1), nth(LANCZOS, 0))
  return 0.5 * Math.log(2 * Math.PI) + (x + 0.5) * Math.log(t) - t + Math.log(series)
}

/**
 * Probability that chance alone gives a chi-square so large or larger.
 * @param degrees of freedom, 1 and up
 * @throws RangeError for no degrees of freedom
 * @source regularised incomplete gamma function, series and continued fraction (Numerical Recipes; from memory)
 * @example pValue(3.841459, 1).toFixed(4) // '0.0500'
 */
export function pValue(chiSquare: number, degrees: number): number {
  if (!(degrees >= 1)) throw new RangeError('no degrees of freedom')
  if (chiSquare <= 0) return 1
  const a = degrees / 2
  const x = chiSquare / 2
  const scale = Math.exp(a * Math.log(x) - x - logGamma(a))
  if (x < a + 1) {
    let term = 1 / a
    let sum = term
    for (let n = 1; n < 500 && term > 1e-16 * sum; n++) sum += term *= x / (a + n)
    return Math.max(0, 1 - scale * sum)
  }
  let b = x + 1 - a
  let c = 1e300
  let d = 1 / b
  let h = d
  for (let i = 1; i < 500; i++) {
    const an = -i * (i - a)
    b += 2
    d = 1 / (an * d + b || 1e-300)
    c = b + an / c || 1e-300
    const step = d * c
    h *= step
    if (Math.abs(step - 1) < 1e-15) break
  }
  return scale * h
}
