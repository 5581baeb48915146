import type { Limits } from '#core/alloys'
import { meltCoefficients } from './melt-coefficients'
import { normalQuantile } from './normal'
import { predictMelt, type ChargedLine } from './predict'
import type { ChargeProblem } from './problem'

/** Melts drawn: enough for half a percent. */
const DRAWS = 4096
/** Bases of the sequence, one for each limit. */
const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71]
const CLOSE = 1e-9

/**
 * How often a melt of such lots is inside all its limits at once: in each lot the base makes up what the others are off
 * by, so that their errors go together. Drawn from a fixed sequence, the same for the same charge.
 * @param lines with the spread of each lot's base, as the rest to 100
 * @returns 0–1, to half a percent; null for an empty charge
 * @source multivariate normal by quasi-Monte Carlo: Halton 1960 (from memory); the melt's mass taken as certain
 */
export function oddsInside(
  lines: readonly ChargedLine[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  limits: Limits,
): number | null {
  const { tapMassG, composition } = predictMelt(lines, recovery)
  if (tapMassG <= 0) return null
  const elements = Object.keys(limits)
  const covariance = covarianceOf(lines, recovery, elements, tapMassG)
  const doubtful = elements.map((_, at) => at).filter((at) => covariance[at]![at]! > 0)
  const inside = (at: number, pct: number) => {
    const { min = -Infinity, max = Infinity } = limits[elements[at]!]!
    return pct >= min - CLOSE && pct <= max + CLOSE
  }
  const pctOf = (at: number) => composition[elements[at]!] ?? 0
  if (elements.some((_, at) => !doubtful.includes(at) && !inside(at, pctOf(at)))) return 0
  if (doubtful.length === 0) return 1
  const dimensions = Math.min(doubtful.length, PRIMES.length)
  const factor = cholesky(doubtful.map((row) => doubtful.map((column) => covariance[row]![column]!)))
  let hits = 0
  for (let draw = 1; draw <= DRAWS; draw++) {
    const normal = Array.from({ length: dimensions }, (_, at) =>
      normalQuantile(radicalInverse(draw, PRIMES[at]!)),
    )
    const held = doubtful.every((at, row) => {
      let pct = pctOf(at)
      for (let column = 0; column <= row; column++) pct += factor[row]![column]! * (normal[column] ?? 0)
      return inside(at, pct)
    })
    if (held) hits++
  }
  return hits / DRAWS
}

/** Covariance of the melt's shares, wt%². */
function covarianceOf(
  lines: readonly ChargedLine[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  elements: readonly string[],
  tapMassG: number,
): number[][] {
  const sum = elements.map(() => elements.map(() => 0))
  for (const { massG, lot } of lines) {
    const { sdPct } = meltCoefficients(lot, recovery)
    const sd = lot.sd ?? {}
    const base = restOf(sd)
    const share = massG / tapMassG
    elements.forEach((a, row) =>
      elements.forEach((b, column) => {
        const errors = (sdPct[a] ?? 0) * (sdPct[b] ?? 0)
        if (errors === 0) return
        if (a === b) sum[row]![column]! += share ** 2 * errors
        else if (a === base) sum[row]![column]! -= (share ** 2 * errors * sd[b]!) / sd[a]!
        else if (b === base) sum[row]![column]! -= (share ** 2 * errors * sd[a]!) / sd[b]!
      }),
    )
  }
  return sum
}

/** The element whose spread is what the others leave it; null where each has its own. */
function restOf(sd: Readonly<Record<string, number>>): string | null {
  const [most, ...others] = Object.entries(sd).sort(([, a], [, b]) => b - a)
  if (!most || others.length === 0) return null
  const variance = others.reduce((total, [, one]) => total + one * one, 0)
  return Math.abs(Math.sqrt(variance) - most[1]) < 1e-9 * most[1] ? most[0] : null
}

/** Lower factor of a covariance; directions in which nothing varies are left at nothing. */
function cholesky(matrix: readonly (readonly number[])[]): number[][] {
  const lower = matrix.map((row) => row.map(() => 0))
  matrix.forEach((row, i) => {
    for (let j = 0; j <= i; j++) {
      let value = row[j]!
      for (let k = 0; k < j; k++) value -= lower[i]![k]! * lower[j]![k]!
      if (i === j) lower[i]![i] = Math.sqrt(Math.max(0, value))
      else lower[i]![j] = lower[j]![j]! > 1e-12 ? value / lower[j]![j]! : 0
    }
  })
  return lower
}

/** The draw's number written in a base and mirrored at the point. */
function radicalInverse(draw: number, base: number): number {
  let value = 0
  let place = 1 / base
  for (let rest = draw; rest > 0; rest = Math.floor(rest / base)) {
    value += (rest % base) * place
    place /= base
  }
  return value
}
