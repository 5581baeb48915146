/**
 * Standard normal distribution function Φ.
 * @param x number of standard deviations; ±∞ allowed
 * @returns probability below x, to about 1e-15 absolute
 * @source Marsaglia 2004, "Evaluating the normal distribution" (series) and the Mills-ratio continued
 * fraction beyond 6; from memory
 * @example normalCdf(1.96) // 0.975002104851779
 */
export function normalCdf(x: number): number {
  if (x === Infinity) return 1
  if (x === -Infinity) return 0
  if (Math.abs(x) > 6) {
    const tail = upperTail(Math.abs(x))
    return x > 0 ? 1 - tail : tail
  }
  let term = x
  let sum = x
  for (let i = 3; Math.abs(term) > 1e-17 && i < 400; i += 2) {
    term *= (x * x) / i
    sum += term
  }
  return 0.5 + (sum * Math.exp(-0.5 * x * x)) / Math.sqrt(2 * Math.PI)
}

function upperTail(x: number): number {
  let fraction = 0
  for (let k = 60; k >= 1; k--) fraction = k / (x + fraction)
  return Math.exp(-0.5 * x * x) / (Math.sqrt(2 * Math.PI) * (x + fraction))
}

/**
 * Standard normal quantile Φ⁻¹.
 * @param p probability, above 0 and below 1
 * @returns number of standard deviations, to about 1e-12
 * @throws RangeError outside (0, 1)
 * @source Newton's method on Φ, started from Hastings' rational approximation (Abramowitz & Stegun 26.2.23; from memory)
 * @example normalQuantile(0.975) // 1.959963984540054
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError('a probability lies between 0 and 1')
  const t = Math.sqrt(-2 * Math.log(Math.min(p, 1 - p)))
  const tail =
    t -
    (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3)
  let z = p < 0.5 ? -tail : tail
  for (let i = 0; i < 4; i++) {
    const density = Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI)
    z -= (normalCdf(z) - p) / density
  }
  return z
}
