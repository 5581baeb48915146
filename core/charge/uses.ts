import { nth } from '#core/lists'
import type { BlendLot } from './blend-lot'
import type { LinearProgramme } from './linear-programme'

/**
 * Something that counts in full once a lot is used, however little of it: a place among so many lots, the walk to the
 * bin, the error of one weighing. While it is open whether a lot is used, it counts by the share of the most that the
 * lot could give; once it is decided, the count goes into a column of its own.
 */
export interface UseSum {
  column: number
  /** what fixed lines bring to it */
  settled: number
  /** the rows it stands in: how often, and what else the lots' columns hold there */
  rows: { row: number; factor: number; base: Float64Array }[]
  /** what one of it costs, and what else the lots' columns cost */
  cost: number
  baseCost: Float64Array | null
  /** by place among the lots, for one use */
  weights: Map<number, number>
  /** place of the heat's first lot, from which on `base` and `baseCost` count */
  first: number
}

/** The sums that count what is used. */
export class Uses {
  readonly sums: UseSum[] = []

  constructor(
    private readonly programme: LinearProgramme,
    private readonly lots: readonly BlendLot[],
    private readonly first: number,
    /** every lot is used: nothing is open */
    private readonly allUsed = false,
  ) {}

  /** A sum of so much for each use; fixed lines are in use already. */
  sum(each: readonly number[]): UseSum {
    const weights = new Map<number, number>()
    let settled = 0
    this.lots.forEach(({ lot }, at) => {
      const weight = nth(each, at)
      if (!(weight > 0)) return
      if (lot.fixedG === undefined && !this.allUsed) weights.set(this.first + at, weight)
      else if (lot.fixedG === undefined || lot.fixedG > 0) settled += weight
    })
    const column = this.programme.column(0, settled, settled)
    const sum: UseSum = { column, settled, rows: [], cost: 0, baseCost: null, weights, first: this.first }
    this.sums.push(sum)
    return sum
  }

  /** What a unit of a lot counts while it is open whether it is used. */
  share(sum: UseSum, at: number): number {
    return (sum.weights.get(this.first + at) ?? 0) / nth(this.lots, at).most
  }

  /** Each line used costs so much. */
  costing(cost: number, baseCost: readonly number[]): void {
    const sum = this.sum(this.lots.map(({ lot }) => (lot.fixedG === undefined ? 1 : 0)))
    sum.cost = cost
    sum.baseCost = Float64Array.from(baseCost)
    this.programme.cost[sum.column] = cost
    this.lots.forEach(({ column }, at) => {
      this.programme.cost[column] = nth(baseCost, at) + cost * this.share(sum, at)
    })
  }
}
