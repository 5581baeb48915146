import { nth } from '#core/lists'
import type { CompositionPrior } from './charge-prior'
import { lowerOf } from './lower'
import type { Term } from './observation'
import { SHED } from './table'

export interface InferAsk {
  prior: CompositionPrior
  terms: readonly Term[]
  /** what the probe may be off by before it is asked, °C */
  probeSdC?: number
  seed?: number
  /** compositions drawn; 1500 where left out */
  draws?: number
}

/** A cheap probe is good to so much, °C. @source type K tolerance (IEC 60584; from memory) */
export const PROBE_SD_C = 8
/** Rounding at nothing, as a share of an element's doubt: below it a share bends, and never becomes negative. */
export const BEND = 0.02
/**
 * A figure that cannot be negative: itself well above nothing, and bent above nothing below.
 * @example positive(10, 0.1).toFixed(3) // '10.001'
 */
export const positive = (x: number, bend: number): number => (x + Math.sqrt(x * x + 4 * bend * bend)) / 2

/** So many standard deviations above nothing a share is clear of it. */
const CLEAR = 2.5

/** A melt as a function of figures that are each normal, mean 0 and standard deviation 1, before anything is seen. */
export interface Melt {
  size: number
  count: number
  /** pores begin here; the probe comes after them */
  poresFrom: number
  probeAt: number
  probeSdC: number
  /** fills in wt% and returns grams */
  shares: (z: ArrayLike<number>, into: Float64Array) => number
  terms: readonly Term[]
  /** a share or pores have nothing so near that no normal hill can tell of them */
  isBounded: (z: ArrayLike<number>) => boolean
  /** what is expected of a term */
  expected: (term: Term, shares: ArrayLike<number>, meltG: number, z: ArrayLike<number>) => number
}

/**
 * A melt as a function of independent normal figures.
 * @example meltOf({ prior: { elements: ['Cu'], meanG: [1], covariance: [[1]] }, terms: [] }).size // 1
 */
export function meltOf({ prior, terms, probeSdC = PROBE_SD_C }: InferAsk): Melt {
  const count = prior.elements.length
  const factor = lowerOf(prior.covariance)
  const meanG = Float64Array.from(prior.meanG)
  const bends = Float64Array.from(prior.covariance, (row, at) => BEND * Math.sqrt(nth(row, at)))
  const pores = terms.filter((term) => term.pores !== null).length
  const poresFrom = count
  const probeAt = count + pores
  const size = probeAt + (terms.some(({ probed }) => probed) ? 1 : 0)
  const { poresPct } = SHED.density
  return {
    size,
    count,
    poresFrom,
    probeAt,
    probeSdC,
    terms,
    shares(z, into) {
      let meltG = 0
      for (let row = 0; row < count; row++) {
        let grams = meanG[row]!
        for (let column = 0; column <= row; column++) grams += factor[row * count + column]! * z[column]!
        into[row] = positive(grams, bends[row]!)
        meltG += into[row]!
      }
      for (let row = 0; row < count; row++) into[row]! *= 100 / meltG
      return meltG
    },
    isBounded(z) {
      if (pores > 0) return true
      for (let row = 0; row < count; row++) {
        let grams = meanG[row]!
        for (let column = 0; column <= row; column++) grams += factor[row * count + column]! * z[column]!
        if (grams < CLEAR * Math.sqrt(prior.covariance[row]![row]!)) return true
      }
      return false
    },
    expected(term, shares, meltG, z) {
      const value = term.at(shares, meltG)
      if (term.probed) return value + probeSdC * z[probeAt]!
      if (term.pores === null) return value
      return value * (1 - positive(poresPct * z[poresFrom + term.pores]!, BEND * poresPct) / 100)
    },
  }
}

/**
 * How far each term is off, in standard deviations.
 * @example offBy(meltOf({ prior: { elements: ['Cu'], meanG: [1], covariance: [[1]] }, terms: [] }), [0], new Float64Array(1), new Float64Array(0)) ?? 'filled in' // 'filled in'
 */
export function offBy(melt: Melt, z: ArrayLike<number>, shares: Float64Array, into: Float64Array): void {
  const meltG = melt.shares(z, shares)
  for (let at = 0; at < melt.terms.length; at++) {
    const term = melt.terms[at]!
    const off = (term.value - melt.expected(term, shares, meltG, z)) / term.sd
    into[at] = term.oneSided ? Math.min(0, off) : off
  }
}
