import { nth, totalG } from '#core/lists'
import type { Highs } from 'highs'
import { UNIDENTIFIED, withBaseSpread } from '#core/composition'
import { LinearProgramme, SolverStopped, type LinearSolution, type OpenProgramme } from './linear-programme'
import { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
import type { MeltOdds } from './log-odds'
import { meltOdds } from './melt-odds'
import { normalQuantile } from './normal'
import type { PlanLine, Purchase } from './plan'
import type { ChargeLot, ChargeProblem, ChargeTarget } from './problem'
import { offeredLots, purchasesFor, wantedPurchases } from './purchasable'

const INF = Number.POSITIVE_INFINITY

/** A target alloy to try the stock against, with the wanted tap mass. */
export interface PileTarget extends Omit<ChargeTarget, 'tapMassG'> {
  id: string
  recovery: NonNullable<ChargeProblem['recovery']>
  /** one standard deviation of each recovery, fraction; none if omitted */
  recoverySd?: ChargeProblem['recoverySd']
}

/** Certainty at which a pile is said to become an alloy, 0–1: that of a new heat. */
export const SURE = 0.9
/** Margins tried for it, in standard deviations of one limit: the smallest that is enough for all together counts. */
const MARGINS = [0.9, 0.95, 0.98, 0.995].map(normalQuantile)
/** A sure tap smaller than this share of the largest is of no use. */
const LEAST_SURE = 0.01
/** Cuts in turn for one margin; each comes closer to the curved limit. */
const MOST_CUTS = 12
const CLOSE = 1e-6

/** What the stock can become for one target. */
export interface Becoming {
  id: string
  /** Largest tap mass in spec, g. */
  mostG: number
  /** A charge that gives it. */
  lines: PlanLine[]
  /** Lots that run out, the most limiting first. */
  runsOut: string[]
  /** The limit that restricts the mass most. */
  heldBy: { element: string; bound: 'min' | 'max' } | null
  /** Probability that the largest tap is in spec, given how well the lots are known. */
  probabilityInLimits: number
  /**
   * Largest tap that is in spec with `SURE`; where none is, the surest tap found, if it is surer than the largest; else
   * null.
   */
  sure: { mostG: number; probability: number; lines: PlanLine[] } | null
  /** Smallest purchase that gives the wanted mass; empty where none is needed, null where none helps. */
  unlock: Purchase[] | null
}

/**
 * An element of the stock: its content column, its limit rows, and whether it counts among "other elements".
 */
interface ElementRows {
  content: number
  most: number
  least: number
  each: number
  other: boolean
}

/**
 * A linear model of the whole stock, built once for many targets: a target only changes bounds of existing rows.
 * Columns: lots and purchases (in % of the stock), the melt, the content of each element. Rows: the melt's sum,
 * each content's sum, then for each element its maximum and minimum as content − limit·melt.
 */
export class Pile {
  private readonly programme = new LinearProgramme()
  private readonly open: OpenProgramme
  private readonly lots: {
    lot: ChargeLot
    coefficients: MeltCoefficients
    column: number
    metal: string | null
  }[]
  private readonly melt: number
  private readonly elements = new Map<string, ElementRows>()
  private readonly othersRow: number
  private readonly unitG: number
  /** Bounds in force by row, as the solver has them. */
  private readonly bounds = new Map<number, number>()
  private readonly inForce = new Set<number>()

  /**
   * @param recovery fraction by element; the stock is melted as one family, so build one model per family
   * @throws nothing; an empty stock becomes nothing
   */
  constructor(
    highs: Highs,
    lots: readonly ChargeLot[],
    private readonly recovery: NonNullable<ChargeProblem['recovery']>,
    base: string,
  ) {
    const { programme } = this
    const stock = lots.filter((lot) => lot.availableG > 0)
    this.unitG =
      Math.max(
        1,
        stock.reduce((sum, lot) => sum + lot.availableG, 0),
      ) / 100
    const offered = offeredLots(purchasesFor(base), 0, stock)
    const known = stock.map((lot) => ({ ...lot, sd: withBaseSpread(lot.composition, lot.sd ?? {}) }))
    this.lots = [...known, ...offered.lots].map((lot) => ({
      lot,
      metal: offered.metalOf.get(lot.id) ?? null,
      coefficients: meltCoefficients(lot, recovery),
      column: programme.column(0, 0, lot.availableG / this.unitG),
    }))
    this.melt = programme.column(-1, 0, INF)
    const symbols = new Set(this.lots.flatMap(({ coefficients }) => Object.keys(coefficients.elementPct)))
    const contents = [...symbols].map((symbol) => ({ symbol, content: programme.column(0, 0, INF) }))
    programme.row(0, 0, (put) => {
      for (const { column, coefficients } of this.lots) put(column, coefficients.meltPerG)
      put(this.melt, -1)
    })
    for (const { symbol, content } of contents)
      programme.row(0, 0, (put) => {
        for (const { column, coefficients } of this.lots) put(column, coefficients.elementPct[symbol] ?? 0)
        put(content, -1)
      })
    for (const { symbol, content } of contents) {
      const relative = () =>
        programme.row(-INF, INF, (put) => {
          put(this.melt, -1)
          put(content, 1)
        })
      this.elements.set(symbol, {
        content,
        most: relative(),
        least: relative(),
        each: relative(),
        other: true,
      })
    }
    this.othersRow = programme.row(-INF, INF, (put) => {
      put(this.melt, -1)
      for (const { content } of contents) put(content, 1)
    })
    this.open = programme.open(highs)
  }

  /**
   * Returns what the stock can become for one target.
   * @param wantedG tap mass for which a purchase is sought, g
   */
  become(target: PileTarget, wantedG: number): Becoming {
    const impossible = this.aim(target)
    for (const { column, metal } of this.lots) if (metal) this.cost(column, 0, 0, 0)
    this.cost(this.melt, -1, 0, INF)
    const solution = impossible ? null : this.open.minimise()
    const mostG = solution?.feasible ? nth(solution.values, this.melt) * this.unitG : 0
    const lines = solution?.feasible ? this.linesOf(solution) : []
    const own = this.lots.filter(({ metal }) => metal === null)
    const odds = meltOdds(
      own.map(({ lot }) => lot),
      this.recovery,
      target.limits,
      target.recoverySd,
    )
    const probability = mostG > 0.5 ? this.oddsOf(odds, solution!) : 0
    return {
      id: target.id,
      mostG: mostG > 0.5 ? mostG : 0,
      lines: mostG > 0.5 ? lines : [],
      runsOut: solution?.feasible ? this.exhausted(solution) : [],
      heldBy: this.holder(mostG > 0.5 ? solution : null, target),
      probabilityInLimits: probability,
      sure:
        probability >= SURE || mostG <= 0.5
          ? mostG > 0.5
            ? { mostG, probability, lines }
            : null
          : this.surely(target, odds, mostG, probability),
      unlock: mostG >= wantedG ? [] : this.unlock(target, wantedG),
    }
  }

  private oddsOf(odds: MeltOdds, { values }: LinearSolution): number {
    return odds.of(this.lots.flatMap(({ column, metal }) => (metal === null ? [nth(values, column)] : [])))
  }

  /**
   * The largest tap that is in spec with `SURE`: each limit gets a margin of so many standard deviations, cut out of the
   * linear model plane by plane.
   */
  private surely(target: PileTarget, odds: MeltOdds, mostG: number, plain: number): Becoming['sure'] {
    let surest: Becoming['sure'] = null
    for (const margin of MARGINS) {
      try {
        const found = this.withMargin(target, margin)
        const sureG = found ? nth(found.values, this.melt) * this.unitG : 0
        if (!found || sureG < LEAST_SURE * mostG || sureG <= 0.5) return surest
        const probability = this.oddsOf(odds, found)
        if (probability > Math.max(plain, surest?.probability ?? 0))
          surest = { mostG: sureG, probability, lines: this.linesOf(found) }
        if (probability >= SURE) return surest
      } catch (error) {
        // Too many planes for the solver: nothing is said of a certainty then.
        if (!(error instanceof SolverStopped)) throw error
        return surest
      } finally {
        this.open.dropAddedRows()
      }
    }
    return surest
  }

  private withMargin({ limits }: PileTarget, margin: number): LinearSolution | null {
    for (let round = 0; round < MOST_CUTS; round++) {
      const solution = this.open.minimise()
      if (!solution.feasible) return null
      let cuts = 0
      for (const [symbol, { min, max }] of Object.entries(limits)) {
        if (max !== undefined) cuts += Number(this.cut(solution, symbol, max, 1, margin))
        if (min) cuts += Number(this.cut(solution, symbol, min, -1, margin))
      }
      if (cuts === 0) return solution
    }
    return this.open.minimise()
  }

  /**
   * Adds the tangent of sign·(content − limit·melt) + margin·√Σ(sd·mass)² ≤ 0 where the solution breaks it.
   * @returns whether it does
   */
  private cut({ values }: LinearSolution, symbol: string, limit: number, sign: 1 | -1, margin: number) {
    const rows = this.elements.get(symbol)
    if (!rows) return false
    const errors = this.lots.map(
      ({ column, coefficients }) => (coefficients.sdPct[symbol] ?? 0) * nth(values, column),
    )
    const norm = Math.hypot(...errors)
    const melt = nth(values, this.melt)
    const over = sign * (nth(values, rows.content) - limit * melt) + margin * norm
    if (norm === 0 || over <= CLOSE * Math.max(limit, 0.01) * melt) return false
    const entries: [number, number][] = this.lots.flatMap(({ column, coefficients }, at) => {
      const slope = (margin * (coefficients.sdPct[symbol] ?? 0) * errors[at]!) / norm
      return slope === 0 ? [] : [[column, slope]]
    })
    this.open.addRow(-INF, 0, [...entries, [this.melt, -sign * limit], [rows.content, sign]])
    return true
  }

  dispose(): void {
    this.open.dispose()
  }

  /** Sets the rows to a target's limits. @returns true where a required element is not available at all */
  private aim(target: PileTarget): boolean {
    const { limits, base } = target
    for (const [symbol, rows] of this.elements) {
      const limit = limits[symbol]
      const other = !limit && symbol !== base
      this.limit(rows.most, rows.content, limit?.max, 'max')
      this.limit(rows.least, rows.content, limit?.min || undefined, 'min')
      const each = other && symbol !== UNIDENTIFIED ? target.othersEachMax : undefined
      this.limit(rows.each, rows.content, each, 'max')
      if (rows.other === other) continue
      this.open.recoefficient(this.othersRow, rows.content, other ? 1 : 0)
      rows.other = other
    }
    if (target.othersTotalMax === undefined) this.open.rebound(this.othersRow, -INF, INF)
    else {
      this.open.recoefficient(this.othersRow, this.melt, -target.othersTotalMax)
      this.open.rebound(this.othersRow, -INF, 0)
    }
    return Object.entries(limits).some(([symbol, { min }]) => (min ?? 0) > 0 && !this.elements.has(symbol))
  }

  private limit(row: number, content: number, value: number | undefined, bound: 'min' | 'max'): void {
    if (value === undefined) {
      if (this.inForce.delete(row)) this.open.rebound(row, -INF, INF)
      return
    }
    const scale = value > 0 ? value : 1
    if (this.bounds.get(row) !== value) {
      this.open.recoefficient(row, this.melt, -value / scale)
      this.open.recoefficient(row, content, 1 / scale)
      this.bounds.set(row, value)
    }
    if (this.inForce.has(row)) return
    this.inForce.add(row)
    this.open.rebound(row, bound === 'max' ? -INF : 0, bound === 'max' ? 0 : INF)
  }

  private cost(column: number, cost: number, lower: number, upper: number): void {
    this.open.recost(column, cost)
    this.open.bound(column, lower, upper)
  }

  private linesOf({ values }: LinearSolution): PlanLine[] {
    return this.lots.flatMap(({ lot, column }) => {
      const massG = Math.min(nth(values, column) * this.unitG, lot.availableG)
      return massG > 1e-6 ? [{ lot: lot.id, massG }] : []
    })
  }

  private exhausted({ values, columnDuals }: LinearSolution): string[] {
    return this.lots
      .filter(({ lot, column }) => {
        const upper = lot.availableG / this.unitG
        return upper > 0 && nth(values, column) > upper * (1 - 1e-9) && nth(columnDuals, column) < -1e-9
      })
      .sort((a, b) => nth(columnDuals, a.column) - nth(columnDuals, b.column))
      .map(({ lot }) => lot.id)
  }

  /** The limit that costs the most tap mass; if nothing is feasible, the first minimum no lot reaches. */
  private holder(solution: LinearSolution | null, target: PileTarget): Becoming['heldBy'] {
    let worst: { element: string; bound: 'min' | 'max'; weight: number } | null = null
    for (const [element, limit] of Object.entries(target.limits)) {
      const { most, least } = this.elements.get(element) ?? {}
      const rows = [['max', most] as const, ['min', least] as const]
      if (!solution) {
        const best = Math.max(
          0,
          ...this.lots.flatMap(({ coefficients, metal }) =>
            metal ? [] : [(coefficients.elementPct[element] ?? 0) / Math.max(coefficients.meltPerG, 1e-9)],
          ),
        )
        if ((limit.min ?? 0) > best) return { element, bound: 'min' }
        continue
      }
      for (const [bound, row] of rows) {
        const weight = row === undefined ? 0 : Math.abs(nth(solution.rowDuals, row))
        if (weight > 1e-9 && weight > (worst?.weight ?? 0)) worst = { element, bound, weight }
      }
    }
    return worst && { element: worst.element, bound: worst.bound }
  }

  /** Smallest purchase for the wanted tap mass. */
  private unlock(target: PileTarget, wantedG: number): Purchase[] | null {
    const wanted = wantedG / this.unitG
    const offered = new Set(wantedPurchases(target).map(({ id }) => id))
    for (const { column, metal } of this.lots)
      if (metal) this.cost(column, 1, 0, offered.has(metal) ? 20 * wanted : 0)
    this.cost(this.melt, 0, wanted, INF)
    const solution = this.open.minimise()
    if (!solution.feasible) return null
    return this.lots
      .flatMap(({ metal, column }) => {
        const massG = metal ? nth(solution.values, column) * this.unitG : 0
        return metal && massG > 0.05 ? [{ metal, massG: Math.ceil(massG * 1.0001) }] : []
      })
      .sort((a, b) => b.massG - a.massG)
  }
}

/**
 * Ranks targets: feasible ones first, the largest first; then by the smallest purchase needed.
 * @param wantedG tap mass for which purchases are sought, g
 */
export function rankBecomings(all: readonly Becoming[], wantedG: number): Becoming[] {
  const bought = ({ unlock }: Becoming) => (unlock === null ? INF : totalG(unlock))
  return [...all].sort(
    (a, b) =>
      Number(b.mostG >= wantedG) - Number(a.mostG >= wantedG) ||
      (a.mostG >= wantedG ? b.mostG - a.mostG : bought(a) - bought(b) || b.mostG - a.mostG),
  )
}
