import { Matrix } from 'ml-matrix'
import { nth } from '#core/lists'
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
/** A spread this small, wt%, is none. */
const NOTHING = 1e-12

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
  const sides = Object.entries(limits).map(([element, { min = -Infinity, max = Infinity }]) => {
    const pct = composition[element] ?? 0
    return { element, pct, inside: (off: number) => pct + off >= min - CLOSE && pct + off <= max + CLOSE }
  })
  const elements = sides.map(({ element }) => element)
  const spread = covarianceOf(lines, recovery, elements, tapMassG)
  const doubtful = sides.map((_, at) => at).filter((at) => spread.get(at, at) > 0)
  if (sides.some(({ inside }, at) => !doubtful.includes(at) && !inside(0))) return 0
  if (doubtful.length === 0) return 1
  const inDoubt = doubtful.map((at) => nth(sides, at))
  const factor = cholesky(spread.selection(doubtful, doubtful))
  const draws = PRIMES.slice(0, inDoubt.length).map(normalDraws)
  const rows = inDoubt.map(({ inside }, row) => ({
    inside,
    of: factor.getRow(row).slice(0, Math.min(row + 1, draws.length)),
  }))
  let hits = 0
  for (let draw = 0; draw < DRAWS; draw++) {
    // No closure and no list for each of the thousands of melts: this runs while a page is drawn.
    let held = true
    for (let row = 0; held && row < rows.length; row++) {
      const { inside, of } = rows[row]!
      let off = 0
      for (let column = 0; column < of.length; column++) off += of[column]! * draws[column]![draw]!
      held = inside(off)
    }
    if (held) hits++
  }
  return hits / DRAWS
}

/** Normal numbers of one base's sequence: the same for every melt, drawn when first asked for. */
const drawnNumbers = new Map<number, Float64Array>()
function normalDraws(base: number): Float64Array {
  const known = drawnNumbers.get(base)
  if (known) return known
  const drawn = Float64Array.from({ length: DRAWS }, (_, draw) =>
    normalQuantile(radicalInverse(draw + 1, base)),
  )
  drawnNumbers.set(base, drawn)
  return drawn
}

/** Covariance of the melt's shares, wt%². */
function covarianceOf(
  lines: readonly ChargedLine[],
  recovery: NonNullable<ChargeProblem['recovery']>,
  elements: readonly string[],
  tapMassG: number,
): Matrix {
  const sum = Matrix.zeros(elements.length, elements.length)
  for (const { massG, lot } of lines) {
    const { sdPct } = meltCoefficients(lot, recovery)
    const sd = lot.sd ?? {}
    const base = restOf(sd)
    const share = (massG / tapMassG) ** 2
    elements.forEach((a, row) =>
      elements.forEach((b, column) => {
        const errors = share * (sdPct[a] ?? 0) * (sdPct[b] ?? 0)
        if (errors === 0) return
        // What the others have too much the base has too little.
        const [of, by] = [sd[a] ?? 0, sd[b] ?? 0]
        const together = a === b ? 1 : a === base ? -by / of : b === base ? -of / by : 0
        sum.set(row, column, sum.get(row, column) + together * errors)
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

/**
 * Lower factor of a covariance; directions in which nothing varies are left at nothing, which the library's own wants
 * none of.
 */
function cholesky(covariance: Matrix): Matrix {
  const lower = Matrix.zeros(covariance.rows, covariance.rows)
  for (let i = 0; i < covariance.rows; i++)
    for (let j = 0; j <= i; j++) {
      let value = covariance.get(i, j)
      for (let k = 0; k < j; k++) value -= lower.get(i, k) * lower.get(j, k)
      const pivot = lower.get(j, j)
      lower.set(i, j, i === j ? Math.sqrt(Math.max(0, value)) : pivot > NOTHING ? value / pivot : 0)
    }
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
