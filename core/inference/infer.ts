import { Matrix } from 'ml-matrix'
import type { Belief } from '#core/learn'
import { nth } from '#core/lists'
import { maximise, counts, normalDraws, topsOf, type Top } from './hill'
import { BEND, meltOf, offBy, positive, type InferAsk, type Melt } from './melt-figures'
import type { Term } from './observation'
import { seededRandom } from '#core/statistics'
import { sliceDraws } from './slice'
import { SHED } from './table'

/** What a melt is found to be. Figures are in the order of the elements. */
export interface Inferred {
  elements: string[]
  /** wt%, adding up to 100 */
  pct: number[]
  /** one standard deviation, wt% */
  sd: number[]
  /** five and ninety-five percent lie below, wt% */
  low: number[]
  high: number[]
  /** compositions as likely as it is, wt%, one after the other */
  draws: Float64Array
  /** drawn from a normal hill, or one by one where that is poor */
  way: 'normal' | 'sampled'
  /** hills that were found */
  hills: number
  /** grams of liquid metal */
  meltG: Belief
  /** what the probe shows too much, °C; null where it was not asked */
  probeC: Belief | null
  /** pores of each specimen weighed in water, percent of its volume */
  poresPct: Belief[]
  /** each observation as expected of the metal found, and how far off it is in standard deviations */
  fits: { id: string; expected: number; off: number }[]
}

const DRAWS = 1500
/** One by one they cost more, and say as much. */
const DRAWN_SINGLY = 1000
/** The normal hill does where so much of its draws counts. */
const GOOD = 0.7

/** How a share moves with each of the melt's figures. */
function sharesJacobian(melt: Melt, z: Float64Array): Matrix {
  const shares = new Float64Array(melt.count)
  const moved = new Float64Array(melt.count)
  melt.shares(z, shares)
  const jacobian = Matrix.zeros(melt.count, melt.size)
  for (let at = 0; at < melt.count; at++) {
    const step = 1e-5
    const next = Float64Array.from(z)
    next[at]! += step
    melt.shares(next, moved)
    for (let row = 0; row < melt.count; row++) jacobian.set(row, at, (moved[row]! - shares[row]!) / step)
  }
  return jacobian
}

/** What a first look finds, without drawing: the top and its hill. */
export interface Looked {
  /** wt% */
  pct: number[]
  sd: number[]
  /** of the shares, wt%² */
  covariance: Matrix
  /** what is expected of a term, and the doubt about that from the metal alone */
  expectedOf: (term: Term) => Belief
}

/**
 * The likeliest composition with its spread, as one normal hill.
 * @source Gauss–Newton and Laplace's approximation (textbooks; from memory)
 * @example lookAt({ prior: chargePrior({ lines: [{ lotId: 'a', massG: 100, metallicYield: 1, composition: { Cu: 90, Sn: 10 }, sd: { Sn: 0.5 } }], recovery: {} }), terms: [] }).pct[1].toFixed(2) // '10.00'
 */
export function lookAt(ask: InferAsk): Looked {
  const melt = meltOf(ask)
  return lookedAt(melt, maximise(melt, new Float64Array(melt.size)))
}

function lookedAt(melt: Melt, top: Top): Looked {
  const shares = new Float64Array(melt.count)
  const meltG = melt.shares(top.z, shares)
  const jacobian = sharesJacobian(melt, top.z)
  const covariance = jacobian.mmul(top.covariance).mmul(jacobian.transpose())
  return {
    pct: [...shares],
    sd: [...shares].map((_, at) => Math.sqrt(Math.max(0, covariance.get(at, at)))),
    covariance,
    expectedOf(term) {
      const value = melt.expected(term, shares, meltG, top.z)
      const slope = new Float64Array(melt.size)
      const moved = new Float64Array(melt.count)
      for (let at = 0; at < melt.size; at++) {
        const next = Float64Array.from(top.z)
        next[at]! += 1e-5
        const grams = melt.shares(next, moved)
        slope[at] = (melt.expected(term, moved, grams, next) - value) / 1e-5
      }
      const row = Matrix.rowVector([...slope])
      return { value, sd: Math.sqrt(Math.max(0, row.mmul(top.covariance).mmul(row.transpose()).get(0, 0))) }
    },
  }
}

/**
 * What a melt is, from what went in and all that was found out since, with how sure that is.
 * @returns wt% with spreads and draws; the same for the same seed
 * @throws RangeError where the prior's spreads do not go together
 * @source Bayes' rule with a normal prior; top by Gauss–Newton, spread by Laplace's approximation; where importance
 *   weights show that to be poor or there are two hills, elliptical slice sampling about it (Nishihara, Murray and Adams
 *   2014; from memory)
 * @example inferComposition({ prior: chargePrior({ lines: [{ lotId: 'a', massG: 100, metallicYield: 1, composition: { Cu: 90, Sn: 10 }, sd: { Sn: 0.5 } }], recovery: {} }), terms: [] }).way // 'normal'
 */
export function inferComposition(ask: InferAsk): Inferred {
  const melt = meltOf(ask)
  const random = seededRandom(ask.seed ?? 1)
  const tops = topsOf(melt, random)
  const top = nth(tops, 0)
  const shares = new Float64Array(melt.count)
  const off = new Float64Array(melt.terms.length)
  /** Half the sum of squares. */
  const heightAt = (z: ArrayLike<number>): number => {
    offBy(melt, z, shares, off)
    let sum = 0
    for (let at = 0; at < melt.size; at++) sum += z[at]! * z[at]!
    for (let at = 0; at < off.length; at++) sum += off[at]! * off[at]!
    return sum / 2
  }
  const normal = tops.length === 1 && !melt.isBounded(top.z) && counts(top, heightAt, random) >= GOOD
  const latent = normal
    ? normalDraws(top, ask.draws ?? DRAWS, random)
    : sliceDraws(tops, heightAt, ask.draws ?? DRAWN_SINGLY, random)
  return described(ask, melt, { top, hills: tops.length, latent, normal })
}

interface Found {
  top: Top
  hills: number
  latent: readonly Float64Array[]
  normal: boolean
}

function described({ prior, terms }: InferAsk, melt: Melt, { top, hills, latent, normal }: Found): Inferred {
  const { count } = melt
  const draws = new Float64Array(latent.length * count)
  const grams = new Float64Array(latent.length)
  const shares = new Float64Array(count)
  latent.forEach((z, at) => {
    grams[at] = melt.shares(z, shares)
    draws.set(shares, at * count)
  })
  const columns = prior.elements.map((_, at) =>
    Float64Array.from({ length: latent.length }, (_, draw) => draws[draw * count + at]!),
  )
  const looked = lookedAt(melt, top)
  const beliefs = columns.map(beliefOf)
  const sorted = columns.map((column) => column.slice().sort())
  const quantile = (share: number) =>
    sorted.map((column) => column[Math.min(column.length - 1, Math.floor(share * column.length))]!)
  const pct = normal ? looked.pct : beliefs.map(({ value }) => value)
  // The metal found, with the probe and the pores as they are found.
  const middle = normal ? top.z : meanOf(latent, melt.size)
  const meltG = melt.shares(middle, shares)
  return {
    elements: prior.elements,
    pct,
    sd: normal ? looked.sd : beliefs.map(({ sd }) => sd),
    low: quantile(0.05),
    high: quantile(0.95),
    draws,
    way: normal ? 'normal' : 'sampled',
    hills,
    meltG: beliefOf(grams),
    probeC: melt.probeAt < melt.size ? beliefOf(latent.map((z) => melt.probeSdC * z[melt.probeAt]!)) : null,
    poresPct: Array.from({ length: melt.probeAt - melt.poresFrom }, (_, at) =>
      beliefOf(
        latent.map((z) =>
          positive(SHED.density.poresPct * z[melt.poresFrom + at]!, BEND * SHED.density.poresPct),
        ),
      ),
    ),
    fits: terms.map((term) => {
      const expected = melt.expected(term, shares, meltG, middle)
      return { id: term.id, expected, off: (term.value - expected) / term.sd }
    }),
  }
}

function meanOf(latent: readonly Float64Array[], size: number): Float64Array {
  const mean = new Float64Array(size)
  for (const z of latent) for (let at = 0; at < size; at++) mean[at]! += z[at]! / latent.length
  return mean
}

function beliefOf(values: ArrayLike<number>): Belief {
  let sum = 0
  for (let at = 0; at < values.length; at++) sum += values[at]!
  const value = sum / values.length
  let squares = 0
  for (let at = 0; at < values.length; at++) squares += (values[at]! - value) ** 2
  return { value, sd: Math.sqrt(squares / Math.max(1, values.length - 1)) }
}
