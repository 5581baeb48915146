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
