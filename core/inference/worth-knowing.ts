import type { ChargeLot, ChargeProblem, ChargeSolver } from '#core/charge'
import { mainElement, type Composition, type Spread } from '#core/composition'
import { methodSpread } from '#core/assay'
import { densityProperty } from './properties'
import type { Practice } from '#core/alloys'

/** Ways a lot can come to be known better before it is charged. */
export const LOT_TESTS = ['laboratory', 'xrf', 'density'] as const
export type LotTest = (typeof LOT_TESTS)[number]

export interface WorthKnowing {
  lotId: string
  test: LotTest
  /** what the heat is expected to cost less for knowing, in the yard's currency; null where it cannot be made without */
  heat: number | null
  /** the same for all there is of the lot, as if the rest went into heats like this; null where none of it is used */
  pile: number | null
  /** in so many of the ways it may turn out, 0–1, the heat can be made inside its limits */
  possible: number
}

export interface WorthAsk {
  problem: ChargeProblem
  practice: Practice
  solver: Pick<ChargeSolver, 'quickPlan'>
  /** grams of each lot that the plan takes */
  takes: Readonly<Record<string, number>>
  tests?: readonly LotTest[]
  /** lots to look at; all where left out */
  lots?: readonly string[]
  told?: (done: number) => void
}

/** A lot as it may turn out: with what weight, and how well it is known then. */
interface Outcome {
  weight: number
  composition: Composition
  sd: Spread
}

/** Elements of a lot looked at together: each more is two more plans. */
const MOST_ELEMENTS = 3
/** Ends of a normal figure that stand for all of it: so many deviations out, a sixth of the weight each. */
const OUT = Math.sqrt(3)
const END = 1 / 6
/** A density is weighed to so much of itself. Engineering estimate. */
const DENSITY_SHARE = 0.003
/** Choices of lots looked at for each plan. */
const NODES = 20
/** Saves so little that nobody would measure for it, in the yard's currency. */
const LEAST_WORTH = 0.005
/** Spread below which nobody would measure, wt%. */
const LEAST_SD = 0.01

/**
 * What it is worth to know a lot better before the charge is planned: how much less the surest plan is expected to cost,
 * over the ways it may turn out.
 * @returns the most valuable first; worth nothing where the plan would be the same
 * @source expected value of sample information by three points for each figure (Gauss and Hermite; from memory); plans
 *   that then cannot be made are counted as if nothing had been learned
 * @example worthKnowing({ problem: { lots: [], target: { limits: {} } }, practice: 'tin-bronze', solver: { quickPlan: () => null }, takes: {} }) // []
 */
export function worthKnowing(ask: WorthAsk): WorthKnowing[] {
  const { problem, solver, takes, tests = LOT_TESTS, lots, told } = ask
  const costs = freely(problem)
  const costOf = (lotsThen: readonly ChargeLot[]): number | null =>
    solver.quickPlan({ ...costs, lots: [...lotsThen] }, NODES)?.cost ?? null
  const now = costOf(costs.lots)
  const doubtful = problem.lots.filter(
    ({ id, sd, fixedG, availableG }) =>
      (lots === undefined || lots.includes(id)) &&
      fixedG === undefined &&
      availableG > 0 &&
      Object.values(sd ?? {}).some((one) => one > LEAST_SD),
  )
  const worthOf = (lot: ChargeLot, test: LotTest): WorthKnowing | null => {
    const outcomes = outcomesOf(lot, test, ask)
    if (!outcomes) return null
    let after = 0
    let possible = 0
    for (const { weight, composition, sd } of outcomes) {
      const known = costs.lots.map((one) => (one.id === lot.id ? { ...one, composition, sd } : one))
      const cost = costOf(known)
      if (cost !== null) possible += weight
      after += weight * (cost ?? now ?? 0)
    }
    const usedG = takes[lot.id] ?? 0
    const heat = now === null ? null : Math.max(0, now - after)
    const pile = heat === null || usedG <= 0 ? null : heat * Math.max(1, lot.availableG / usedG)
    return { lotId: lot.id, test, heat, pile, possible }
  }
  return doubtful
    .flatMap((lot, at) => {
      const found: WorthKnowing[] = []
      for (const test of tests) {
        told?.((at + found.length / tests.length) / doubtful.length)
        const one = worthOf(lot, test)
        if (one) found.push(one)
        // The surest test comes first: where it is worth nothing, a poorer one is worth no more.
        if (one?.test === 'laboratory' && (one.heat === null ? one.possible === 0 : one.heat < LEAST_WORTH))
          break
      }
      return found
    })
    .sort((one, other) => (other.heat ?? 0) - (one.heat ?? 0) || other.possible - one.possible)
}

/** The problem without what only a scale asks for: steps would hide what a little knowledge is worth. */
function freely({
  minLineG: _,
  maxLots: _1,
  incrementG: _2,
  lineCost: _3,
  leastHarm: _4,
  ...problem
}: ChargeProblem): ChargeProblem {
  const lots = problem.lots.map(({ stepG: _5, weighErrorG: _6, pieceG: _7, minG: _8, ...lot }) => lot)
  return { ...problem, lots, objective: 'cost' }
}

function outcomesOf(lot: ChargeLot, test: LotTest, { problem, practice }: WorthAsk): Outcome[] | null {
  const base = mainElement(lot.composition)
  const doubts = Object.entries(lot.sd ?? {})
    .filter(([symbol, sd]) => symbol !== base && sd > LEAST_SD)
    .map(([symbol, sd]) => ({ symbol, sd, pct: lot.composition[symbol] ?? 0 }))
    .sort((one, other) => heed(other, problem) - heed(one, problem))
    .slice(0, MOST_ELEMENTS)
  if (doubts.length === 0) return null
  if (test === 'density') return byDensity(lot, doubts, practice)
  const seen = doubts.map(({ symbol, sd, pct }) => {
    const error = methodSpread(test === 'xrf' ? 'xrf' : 'oes', pct)
    const after = (sd * error) / Math.hypot(sd, error)
    return { symbol, after, moves: Math.sqrt(sd ** 2 - after ** 2) }
  })
  const sd = { ...lot.sd, ...Object.fromEntries(seen.map(({ symbol, after }) => [symbol, after])) }
  const middle = { weight: 1 - 2 * END * seen.length, composition: lot.composition, sd }
  return [
    middle,
    ...seen.flatMap(({ symbol, moves }) =>
      [OUT, -OUT].map((way) => ({
        weight: END,
        composition: moved(lot.composition, { [symbol]: way * moves }),
        sd,
      })),
    ),
  ]
}

/** Doubt that matters: in widths of the target's limit. */
function heed({ symbol, sd }: { symbol: string; sd: number }, { target }: ChargeProblem): number {
  const { min = 0, max = 100 } = target.limits[symbol] ?? {}
  return sd / Math.max(0.05, max - min)
}

function byDensity(
  lot: ChargeLot,
  doubts: readonly { symbol: string; sd: number }[],
  practice: Practice,
): Outcome[] | null {
  const elements = Object.keys(lot.composition)
  const property = densityProperty({ elements, practice, about: lot.composition })
  if (!property) return null
  const at = (composition: Composition) => property.at(elements.map((symbol) => composition[symbol] ?? 0))
  const here = at(lot.composition)
  const slopes = doubts.map(
    ({ symbol, sd }) => (at(moved(lot.composition, { [symbol]: 0.1 * sd })) - here) / (0.1 * sd),
  )
  const error = Math.hypot(property.sd, DENSITY_SHARE * here)
  const variance = doubts.reduce((sum, { sd }, index) => sum + (slopes[index]! * sd) ** 2, error ** 2)
  // One figure moves all shares together, each by how much it bears on it.
  const gains = doubts.map(({ sd }, index) => (sd ** 2 * slopes[index]!) / variance)
  const sd = {
    ...lot.sd,
    ...Object.fromEntries(
      doubts.map((one, index) => [
        one.symbol,
        Math.sqrt(Math.max(0, one.sd ** 2 - gains[index]! ** 2 * variance)),
      ]),
    ),
  }
  const off = (way: number) =>
    Object.fromEntries(doubts.map(({ symbol }, index) => [symbol, way * gains[index]! * Math.sqrt(variance)]))
  return [
    { weight: 1 - 2 * END, composition: lot.composition, sd },
    { weight: END, composition: moved(lot.composition, off(OUT)), sd },
    { weight: END, composition: moved(lot.composition, off(-OUT)), sd },
  ]
}

/** A composition with some shares moved; the element it holds most of makes up for it, and none goes below nothing. */
function moved(composition: Composition, by: Readonly<Record<string, number>>): Composition {
  const base = mainElement(composition)
  const result = { ...composition }
  for (const [symbol, off] of Object.entries(by)) {
    const before = result[symbol] ?? 0
    const after = Math.max(0, before + off)
    result[symbol] = after
    if (base) result[base] = Math.max(0, (result[base] ?? 0) - (after - before))
  }
  return result
}
