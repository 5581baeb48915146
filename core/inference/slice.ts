import type { Top } from './hill'
import { about } from './lower'
import type { SeededRandom } from '#core/statistics'

/** A hill is taken so much wider for drawing, that its feet are reached. */
const WIDER = 1.2
/** Every so many places one is drawn from what the charge lets expect. */
const PRIOR_EVERY = 4
const BURN_IN = 100
const MOST_NARROWINGS = 60

/**
 * Draws from a posterior about its hills: an ellipse through where one stands and a place drawn from the hill, narrowed
 * until it holds; now and then a place drawn from what the charge lets expect, since a share near nothing has a flat
 * side that no hill reaches.
 * @param tops of the hills; each gets draws by how high and wide it is
 * @param heightAt half the sum of squares, minus the logarithm of the density
 * @source generalised elliptical slice sampling (Nishihara, Murray and Adams 2014; from memory)
 * @example sliceDraws([{ z: Float64Array.of(0), height: 0, lower: Float64Array.of(1) }], (z) => z[0] ** 2 / 2, 3, seededRandom(1)).length // 3
 */
export function sliceDraws(
  tops: readonly Top[],
  heightAt: (z: ArrayLike<number>) => number,
  wanted: number,
  random: SeededRandom,
): Float64Array[] {
  const lowest = Math.min(...tops.map(({ height }) => height))
  const masses = tops.map(({ height, lower, z }) => {
    let logVolume = 0
    for (let at = 0; at < z.length; at++) logVolume += Math.log(lower[at * z.length + at]!)
    return Math.exp(lowest - height + logVolume)
  })
  const mass = masses.reduce((sum, one) => sum + one, 0)
  return tops.flatMap((top, at) => {
    const share = Math.round((wanted * masses[at]!) / mass)
    return share > 0 ? along(top, heightAt, share, random) : []
  })
}

type Vector = Float64Array<ArrayBuffer>

function along(
  { z: middle, lower }: Top,
  heightAt: (z: ArrayLike<number>) => number,
  wanted: number,
  random: SeededRandom,
): Float64Array[] {
  const { normal } = random
  const size = middle.length
  const here = Float64Array.from(middle)
  const away = new Float64Array(size)
  const tried = new Float64Array(size)
  const unit = new Float64Array(size)
  const place = new Float64Array(size)
  /** Logarithm of what is left of the density once the hill is taken out of it; `unit` by way of the hill. */
  const leftOfHill = (at: Vector): number => {
    about(middle, lower, at, place)
    return squareOf(at) / (2 * WIDER * WIDER) - heightAt(place)
  }
  const leftOfPrior = (at: Vector): number => squareOf(at) / 2 - heightAt(at)
  const draws: Float64Array[] = []
  for (let round = -BURN_IN; round < wanted; round++) {
    const byHill = round % PRIOR_EVERY !== 0
    if (byHill) solveLower(middle, lower, here, unit)
    for (let index = 0; index < size; index++) away[index] = byHill ? WIDER * normal() : normal()
    ellipse(byHill ? unit : here, away, tried, byHill ? leftOfHill : leftOfPrior, random)
    if (byHill) about(middle, lower, unit, here)
    if (round >= 0) draws.push(here.slice())
  }
  return draws
}

function squareOf(vector: Vector): number {
  let sum = 0
  for (let at = 0; at < vector.length; at++) sum += vector[at]! * vector[at]!
  return sum
}

/** unit, so that middle + lower · unit is the place */
function solveLower(middle: Vector, lower: Float64Array, place: Vector, unit: Vector): void {
  const size = middle.length
  for (let row = 0; row < size; row++) {
    let value = place[row]! - middle[row]!
    for (let column = 0; column < row; column++) value -= lower[row * size + column]! * unit[column]!
    unit[row] = value / lower[row * size + row]!
  }
}

/** One step of slice sampling on the ellipse through where one stands and a place away; moves `here`. */
function ellipse(
  here: Vector,
  away: Vector,
  tried: Vector,
  leftAt: (at: Vector) => number,
  { even }: SeededRandom,
): void {
  const size = here.length
  const level = leftAt(here) + Math.log(1 - even())
  let turn = 2 * Math.PI * even()
  let [from, to] = [turn - 2 * Math.PI, turn]
  for (let narrowing = 0; narrowing < MOST_NARROWINGS; narrowing++) {
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    for (let index = 0; index < size; index++) tried[index] = here[index]! * cos + away[index]! * sin
    if (leftAt(tried) > level) {
      here.set(tried)
      return
    }
    if (turn < 0) from = turn
    else to = turn
    turn = from + (to - from) * even()
  }
}
