import type { Limits } from '#core/alloys'
import { methodSpread } from '#core/assay'
import { nth } from '#core/lists'
import type { Inferred } from './infer'
import { drawsInSpec } from './judged'
import { positive } from './melt-figures'
import type { Models } from './observation'
import { seededRandom, type SeededRandom } from '#core/statistics'
import { SHED, type ShedTest } from './table'

/** A test that could be done, and what it is expected to bring. */
export interface WorthTest {
  test: ShedTest
  minutes: number
  /** in the yard's currency; an estimate */
  cost: number
  /** chance of a wrong verdict now and after it, 0–1; without limits, the doubt left of what it is now */
  before: number
  after: number
}

export interface NextTestAsk {
  inferred: Inferred
  models: Models
  /** null where it aims at no alloy */
  limits: Limits | null
  /** what the probe is off by is known so well, °C; null where it was never asked */
  probeSdC: number
  /** kinds that were done already */
  done: ReadonlySet<ShedTest>
  seed?: number
}

/** Outcomes looked at, and draws they are held against. */
const OUTCOMES = 120
const HELD = 500
/** Standard deviation of measuring alone. Engineering estimates. */
const MEASURING = {
  densityShare: 0.003,
  liquidusC: 2,
  wireShare: 0.03,
  eddyShare: 0.015,
  hardnessShare: 0.06,
}
/** An XRF gun does not see these well. Common practice, no source. */
const UNSEEN_BY_XRF = new Set(['Al', 'Si', 'Mg', 'P', 'Be', 'B', 'C'])
/** Hues are read off as stretches: so wide as an even doubt. */
const HUE_SD = 4
const LEAST_SD = 0.003
const SURE_ENOUGH = 0.005

/** What a test would show of each draw, element by element or as one figure, and how sure. */
interface Foretold {
  /** by draw, by figure */
  shows: Float64Array
  sds: number[]
}

/**
 * Which test is worth doing next: by how much it is expected to lower the chance of a wrong verdict; without limits,
 * how much doubt of the composition it is expected to leave.
 * @returns the most telling first; empty where the verdict is as good as sure
 * @source expected value of sample information by reweighted draws (decision analysis; from memory); minutes and costs in
 *   data/shed-tests.json are engineering estimates
 * @example nextTests({ inferred: { elements: ['Sn'], pct: [9], draws: Float64Array.of(9, 9) }, models: {}, limits: { Sn: { max: 11 } }, probeSdC: 8, done: new Set() }) // []
 */
export function nextTests(ask: NextTestAsk): WorthTest[] {
  const { inferred, limits, done, seed = 1 } = ask
  const count = inferred.elements.length
  const size = Math.min(HELD, inferred.draws.length / count)
  const stride = Math.max(1, Math.floor(inferred.draws.length / count / size))
  const draws = new Float64Array(size * count)
  for (let at = 0; at < size; at++)
    for (let element = 0; element < count; element++)
      draws[at * count + element] = inferred.draws[at * stride * count + element]!
  const inside = limits ? drawsInSpec({ elements: inferred.elements, draws }, limits) : null
  const random = seededRandom(seed)
  const even = new Float64Array(size).fill(1 / size)
  const before = doubtOf(even, inside, draws, count)
  if (before < (inside ? SURE_ENOUGH : 1e-9)) return []
  return SHED.tests
    .flatMap(({ id, minutes, cost }): WorthTest[] => {
      if (done.has(id)) return []
      const foretold = foretell(id, ask, draws, size, random)
      if (!foretold) return []
      const after = expectedDoubt(foretold, inside, draws, count, random)
      return [
        inside
          ? { test: id, minutes, cost, before, after: Math.min(before, after) }
          : { test: id, minutes, cost, before: 1, after: Math.min(1, after / before) },
      ]
    })
    .sort((one, other) => one.after - other.after || one.cost - other.cost || one.minutes - other.minutes)
}

/** Chance of a wrong verdict; without limits the doubt about all elements, in squares of what each is in earnest. */
function doubtOf(
  weights: Float64Array,
  inside: Uint8Array | null,
  draws: Float64Array,
  count: number,
): number {
  if (inside) {
    let odds = 0
    for (let at = 0; at < weights.length; at++) odds += weights[at]! * inside[at]!
    return Math.min(odds, 1 - odds)
  }
  let sum = 0
  for (let element = 0; element < count; element++) {
    let mean = 0
    for (let at = 0; at < weights.length; at++) mean += weights[at]! * draws[at * count + element]!
    // About the mean: squares of shares less the square of their mean leave the rounding of ninety percent.
    let square = 0
    for (let at = 0; at < weights.length; at++)
      square += weights[at]! * (draws[at * count + element]! - mean) ** 2
    sum += square / Math.max(0.5, mean)
  }
  return Math.sqrt(sum)
}

function expectedDoubt(
  { shows, sds }: Foretold,
  inside: Uint8Array | null,
  draws: Float64Array,
  count: number,
  random: SeededRandom,
): number {
  const figures = sds.length
  const size = shows.length / figures
  const weights = new Float64Array(size)
  let sum = 0
  for (let outcome = 0; outcome < OUTCOMES; outcome++) {
    const truth = Math.floor(((outcome + 0.5) * size) / OUTCOMES)
    const seen = sds.map((sd, figure) => shows[truth * figures + figure]! + sd * random.normal())
    let total = 0
    for (let at = 0; at < size; at++) {
      let square = 0
      for (let figure = 0; figure < figures; figure++)
        square += ((seen[figure]! - shows[at * figures + figure]!) / sds[figure]!) ** 2
      weights[at] = Math.exp(-square / 2)
      total += weights[at]!
    }
    // Nothing drawn is like it: what is known of it is that it is like its own truth.
    if (total < 1e-12) continue
    for (let at = 0; at < size; at++) weights[at]! /= total
    sum += doubtOf(weights, inside, draws, count)
  }
  return sum / OUTCOMES
}

function foretell(
  test: ShedTest,
  { inferred, models, probeSdC }: NextTestAsk,
  draws: Float64Array,
  size: number,
  { normal }: SeededRandom,
): Foretold | null {
  const count = inferred.elements.length
  const each = (of: (shares: Float64Array) => number): Float64Array =>
    Float64Array.from({ length: size }, (_, at) => of(draws.subarray(at * count, (at + 1) * count)))
  const one = (
    model: Models[keyof Models],
    measuring: (usual: number) => number,
    nuisance?: (value: number) => number,
  ) => {
    if (!model) return null
    const shows = each((shares) => (nuisance ?? ((value) => value))(model.at(shares)))
    return { shows, sds: [Math.hypot(model.sd, measuring(nth([...shows.subarray(0, 1)], 0)))] }
  }
  const { poresPct } = SHED.density
  switch (test) {
    case 'density':
      return one(
        models.density,
        (usual) => MEASURING.densityShare * usual,
        (value) => value * (1 - positive(poresPct * normal(), 0.02 * poresPct) / 100),
      )
    case 'cooling':
      return one(
        models.liquidus,
        () => MEASURING.liquidusC,
        (value) => value + probeSdC * normal(),
      )
    case 'resistance':
      return one(models.resistivity, (usual) => MEASURING.wireShare * usual)
    case 'eddy':
      return one(models.resistivity, (usual) => MEASURING.eddyShare * usual)
    case 'hardness':
      return one(models.hardness, (usual) => MEASURING.hardnessShare * usual)
    case 'colour':
      return one(models.colour, () => HUE_SD)
    case 'xrf':
    case 'laboratory': {
      const method = test === 'xrf' ? 'xrf' : 'oes'
      const seen = inferred.elements
        .map((symbol, at) => ({ symbol, at }))
        .filter(({ symbol }) => symbol !== '?' && (test === 'laboratory' || !UNSEEN_BY_XRF.has(symbol)))
      if (seen.length === 0) return null
      const shows = new Float64Array(size * seen.length)
      for (let at = 0; at < size; at++)
        seen.forEach((element, figure) => {
          shows[at * seen.length + figure] = draws[at * count + element.at]!
        })
      const sds = seen.map(({ at }) => Math.max(LEAST_SD, methodSpread(method, nth(inferred.pct, at))))
      return { shows, sds }
    }
  }
}
