import { nth } from '#core/lists'
import type { BlendLot } from './blend-lot'
import type { LinearProgramme } from './linear-programme'

/**
 * A quantity that counts in full once a lot is used, however little: a place among the lots, the cost per lot,
 * one weighing error. While use is undecided it counts by the share of the lot's upper bound; once decided, it
 * moves to a column of its own.
 */
export interface UseSum {
  column: number
  /** Contribution of fixed lines. */
  settled: number
  /** Rows it appears in: factor, and other entries of the lots' columns there. */
  rows: { row: number; factor: number; base: Float64Array }[]
  /** Cost of one use, and other costs of the lots' columns. */
  cost: number
  baseCost: Float64Array | null
  /** Weight of one use, by lot. */
  weights: Map<number, number>
  /** Index of the heat's first lot, from which `base` and `baseCost` count. */
  first: number
}

/** The sums that count used lots. */
export class Uses {
  readonly sums: UseSum[] = []

  constructor(
    private readonly programme: LinearProgramme,
    private readonly lots: readonly BlendLot[],
    private readonly first: number,
    /** Every lot is used: nothing is undecided. */
    private readonly allUsed = false,
  ) {}

  /** A sum with one weight per use; fixed lines are in use already. */
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

  /** Contribution per unit of a lot while its use is undecided. */
  share(sum: UseSum, at: number): number {
    return (sum.weights.get(this.first + at) ?? 0) / nth(this.lots, at).most
  }

  /** Cost per line used. */
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
