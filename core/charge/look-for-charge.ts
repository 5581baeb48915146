import type { Highs } from 'highs'
import type { BlendModel, BlendOptions } from './blend-model'
import { readLines } from './describe'
import type { PlanLine } from './plan'
import { normalQuantile } from './normal'
import type { ChargeLot, ChargeProblem } from './problem'
import type { SearchResult } from './search'
import { settledCharge, type SettledCharge } from './settled-charge'

/** Sets of lots tried around the best found, one lot dropped, added or changed for another. */
const MOST_MOVES = 24
/** A set of lots must cost this share less to be gone on from. */
const WORTH = 1e-4

/** A look for lots: what the search found, and the model it found it in. */
export interface Look {
  found: SearchResult
  model: BlendModel
}

export interface FoundCharge extends SettledCharge {
  /** no charge of these lots costs less than this */
  floor: number
}

export type ChargeSearch =
  | { charge: FoundCharge }
  /** `proven`: there is no charge; else none was found */
  | { charge: null; proven: boolean }

/**
 * Looks for the cheapest charge. Lots are chosen by the search; what they can do is then solved exactly, and sets of lots
 * near the best are tried. Where the whole melt is to be in spec with a probability, lots are chosen with more and with
 * fewer standard deviations kept from each limit, and what they can do is solved on the odds themselves.
 * @param lookFor searches with so many deviations kept from each limit; undefined for as many as the problem asks
 * @param candidates sets of lots that are tried besides
 * @example searchCharge({}, { lots: [], target: { limits: {} } }, {}, () => ({ found: { solution: { feasible: false }, proven: true } })).proven // true
 */
export function searchCharge(
  highs: Highs,
  problem: ChargeProblem,
  options: Pick<BlendOptions, 'purityCost' | 'room'>,
  lookFor: (deviations: number | undefined) => Look,
  candidates: readonly (readonly string[])[] = [],
): ChargeSearch {
  const sets = new SetsOfLots(highs, problem, options)
  const looks: Look[] = []
  let floor = -Infinity
  for (const [at, deviations] of deviationsOf(problem).entries()) {
    // The last is half way, and only worth a look where neither end led to a charge.
    if (at === 2 && sets.best) break
    const look = lookFor(deviations)
    if (at === 0) {
      // Each limit alone has to be kept with the asked probability: where that cannot be, the whole cannot either.
      if (!look.found.solution.feasible) return { charge: null, proven: look.found.proven }
      floor = look.found.solution.objective * (1 - look.found.gap)
    }
    if (!look.found.solution.feasible) continue
    looks.push(look)
    sets.offer(usesOf(look))
  }
  const there = new Set(problem.lots.flatMap(({ id, fixedG }) => (fixedG === undefined ? id : [])))
  for (const ids of candidates) {
    const uses = ids.filter((id) => there.has(id)).map((id) => [id, null] as const)
    if (uses.length > 0) sets.offer(new Map(uses))
  }
  const all = new Map(looks.flatMap((look) => [...usesOf(look)]))
  // Where nothing counts in full once a lot is used, more lots are never worse: all of them at once, and no moves.
  const free = isFree(problem, looks)
  if (free && all.size > 0) sets.offer(all)
  if (!sets.best) return { charge: null, proven: false }
  if (!free) sets.improve(all)
  return { charge: { ...sets.best, floor } }
}

/** Whether lots may be used in any amounts, however small, at no cost of their own. */
const isFree = ({ maxLots, minLineG, lineCost, incrementG, lots }: ChargeProblem, looks: readonly Look[]) =>
  maxLots === undefined &&
  incrementG === undefined &&
  !(minLineG ?? 0) &&
  !(lineCost ?? 0) &&
  lots.every(({ pieceG, minG, weighErrorG, stepG }) => !pieceG && !minG && !weighErrorG && !stepG) &&
  looks.length > 0

/** Standard deviations kept from each limit in the looks for lots: as asked, or for the whole melt at least and evenly. */
function deviationsOf(problem: ChargeProblem): (number | undefined)[] {
  const { confidence, confidenceOf, target } = problem
  if (confidence === undefined || confidenceOf !== 'all') return [undefined]
  const sides = Object.values(target.limits).reduce(
    (sum, { min, max }) => sum + Number((min ?? 0) > 0) + Number(max !== undefined),
    0,
  )
  const least = normalQuantile(Math.max(0.5 + 1e-9, confidence))
  const even = normalQuantile(Math.max(0.5 + 1e-9, 1 - (1 - confidence) / Math.max(1, sides)))
  return [least, even, (least + even) / 2]
}

type Uses = ReadonlyMap<string, number | null>

/** Sets of lots, each solved once, and the best of them. */
class SetsOfLots {
  best: SettledCharge | null = null
  private readonly known = new Set<string>()
  private readonly byId: ReadonlyMap<string, ChargeLot>

  constructor(
    private readonly highs: Highs,
    private readonly problem: ChargeProblem,
    private readonly options: Pick<BlendOptions, 'purityCost' | 'room'>,
  ) {
    this.byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  }

  /** Solves a set; it becomes the best where it is noticeably cheaper, or as cheap with fewer lots. */
  offer(uses: Uses): boolean {
    const key = [...uses]
      .map(([id, grams]) => `${id} ${grams ?? ''}`)
      .sort()
      .join()
    if (this.known.has(key)) return false
    this.known.add(key)
    const fewer = this.best !== null && uses.size < this.freeLines(this.best).length
    const below = this.best === null ? Infinity : this.best.objective * (1 + (fewer ? 1e-9 : -WORTH))
    const found = settledCharge(this.highs, this.problem, uses, { ...this.options, below })
    if (!found || found.objective >= below) return false
    this.best = found
    return true
  }

  /** Tries sets that differ from the best in one lot, dropping first, until none is cheaper. */
  improve(others: Uses): void {
    let left = MOST_MOVES
    for (let again = true; again && left > 0;) {
      again = false
      for (const move of this.moves(others)) {
        if (left-- <= 0) return
        if (!this.offer(move)) continue
        again = true
        break
      }
    }
  }

  private freeLines(charge: SettledCharge): PlanLine[] {
    return charge.lines.filter(({ lot }) => this.byId.get(lot)?.fixedG === undefined)
  }

  private moves(others: Uses): Uses[] {
    const lines = this.best ? this.freeLines(this.best) : []
    const uses = lines.map(({ lot, massG }) => [lot, this.byId.get(lot)?.pieceG ? massG : null] as const)
    const inUse = new Set(uses.map(([id]) => id))
    const spare = [...others].filter(([id]) => !inUse.has(id))
    const without = (id: string) => uses.filter(([one]) => one !== id)
    const most = this.problem.maxLots ?? Infinity
    const fixed = this.problem.lots.filter(({ fixedG }) => (fixedG ?? 0) > 0).length
    return [
      ...(uses.length > 1 ? uses.map(([id]) => without(id)) : []),
      ...spare.map((other) => [...uses, other]),
      ...spare.flatMap((other) => uses.map(([id]) => [...without(id), other])),
    ].flatMap((move) => (move.length + fixed <= most ? new Map(move) : []))
  }
}

/** Free lots used by a search, with the mass of whole pieces. */
function usesOf({ model, found }: Look): Map<string, number | null> {
  const byId = new Map(model.lots.map(({ lot }) => [lot.id, lot]))
  return new Map(
    readLines(model.lots, found.solution).flatMap(({ lot, massG }) => {
      const known = byId.get(lot)!
      return known.fixedG === undefined ? [[lot, known.pieceG ? massG : null] as const] : []
    }),
  )
}
