import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { about, lowerOf } from './lower'
import { offBy, type Melt } from './melt-figures'
import type { SeededRandom } from '#core/statistics'

const CHECKS = 300
const STARTS = 3
/** Hills this far apart, in standard deviations, are two. */
const APART = 3
const ROUNDS = 60

/** A top of a posterior with the normal hill around it. */
export interface Top {
  z: Float64Array<ArrayBuffer>
  /** half the sum of squares there */
  height: number
  /** of z, one after the other: its covariance is lower · lowerᵀ */
  lower: Float64Array
  covariance: Matrix
}

/**
 * Gauss and Newton's way to a top, damped where a step would lead up.
 * @example maximise(meltOf({ prior: { elements: ['Cu'], meanG: [9], covariance: [[1]] }, terms: [] }), Float64Array.of(1)).height.toFixed(6) // '0.000000'
 */
export function maximise(melt: Melt, from: Float64Array): Top {
  const { size, count, terms } = melt
  const shares = new Float64Array(count)
  const off = new Float64Array(terms.length)
  const moved = new Float64Array(terms.length)
  const heightAt = (z: Float64Array): number => {
    offBy(melt, z, shares, off)
    let sum = 0
    for (let at = 0; at < size; at++) sum += z[at]! ** 2
    for (let at = 0; at < off.length; at++) sum += off[at]! ** 2
    return sum / 2
  }
  const z = Float64Array.from(from)
  let height = heightAt(z)
  let damping = 1e-3
  let hessian = Matrix.eye(size)
  for (let round = 0; round < ROUNDS; round++) {
    offBy(melt, z, shares, off)
    const jacobian = Matrix.zeros(terms.length, size)
    for (let at = 0; at < size; at++) {
      const step = 1e-5
      const kept = z[at]!
      z[at] = kept + step
      offBy(melt, z, shares, moved)
      z[at] = kept
      for (let term = 0; term < terms.length; term++)
        jacobian.set(term, at, (moved[term]! - off[term]!) / step)
    }
    hessian = jacobian.transpose().mmul(jacobian).add(Matrix.eye(size))
    const slope = jacobian.transpose().mmul(Matrix.columnVector([...off]))
    for (let at = 0; at < size; at++) slope.set(at, 0, slope.get(at, 0) + z[at]!)
    let better = false
    let length = 0
    for (let tries = 0; tries < 12 && !better; tries++) {
      const damped = hessian.clone()
      for (let at = 0; at < size; at++) damped.set(at, at, damped.get(at, at) * (1 + damping))
      const step = new CholeskyDecomposition(damped).solve(slope)
      const next = z.map((value, at) => value - step.get(at, 0))
      const nextHeight = heightAt(next)
      if (nextHeight <= height) {
        length = Math.sqrt(step.dot(step))
        better = true
        damping = Math.max(1e-9, damping / 10)
        z.set(next)
        height = nextHeight
      } else damping *= 10
    }
    if (!better || length < 1e-7) break
  }
  const covariance = new CholeskyDecomposition(hessian).solve(Matrix.eye(size))
  return { z, height, lower: lowerOf(covariance), covariance }
}

/**
 * Tops found from the middle and from a few places about it, the highest first.
 * @example topsOf(meltOf({ prior: { elements: ['Cu'], meanG: [9], covariance: [[1]] }, terms: [] }), seededRandom(1)).length // 1
 */
export function topsOf(melt: Melt, random: SeededRandom): Top[] {
  const tops = [maximise(melt, new Float64Array(melt.size))]
  if (melt.terms.length === 0) return tops
  for (let start = 0; start < STARTS; start++) {
    const top = maximise(
      melt,
      Float64Array.from({ length: melt.size }, () => random.normal()),
    )
    const near = tops.some(({ z, covariance }) =>
      z.every((value, at) => Math.abs(value - top.z[at]!) < APART * Math.sqrt(covariance.get(at, at)) + 1e-3),
    )
    if (!near) tops.push(top)
  }
  return tops.sort((one, other) => one.height - other.height)
}

/**
 * Share of a hill's draws that count, held against what is really so likely, 0–1.
 * @example counts({ z: Float64Array.of(0), lower: Float64Array.of(1), height: 0 }, (z) => z[0] ** 2 / 2, seededRandom(1)).toFixed(3) // '1.000'
 */
export function counts(
  { z, lower, height }: Top,
  heightAt: (z: ArrayLike<number>) => number,
  random: SeededRandom,
) {
  const size = z.length
  const drawn = new Float64Array(size)
  const unit = new Float64Array(size)
  let sum = 0
  let squares = 0
  for (let draw = 0; draw < CHECKS; draw++) {
    let square = 0
    for (let at = 0; at < size; at++) {
      unit[at] = random.normal()
      square += unit[at]! ** 2
    }
    about(z, lower, unit, drawn)
    const weight = Math.exp(Math.min(50, height - heightAt(drawn) + square / 2))
    sum += weight
    squares += weight ** 2
  }
  return sum ** 2 / squares / CHECKS
}

/**
 * Pairs on both sides of the top, so that their middle is the top.
 * @example normalDraws({ z: Float64Array.of(0), lower: Float64Array.of(1) }, 4, seededRandom(1)).length // 4
 */
export function normalDraws({ z, lower }: Top, wanted: number, random: SeededRandom): Float64Array[] {
  const draws: Float64Array[] = []
  while (draws.length < wanted) {
    const unit = Float64Array.from(z, () => random.normal())
    for (const side of [1, -1]) {
      const drawn = new Float64Array(z.length)
      about(
        z,
        lower,
        unit.map((value) => side * value),
        drawn,
      )
      draws.push(drawn)
    }
  }
  return draws
}
