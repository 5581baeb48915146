import { nth } from '#core/lists'
import { withBaseSpread } from '#core/composition'
import { LinearProgramme } from './linear-programme'
import { normalQuantile } from './normal'
import { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
import type { ChargeLot, ChargeProblem } from './problem'
import { limitsOf, type LimitTerm } from './limits'
import type { BlendLot } from './blend-lot'
import { addNominal, objectivePerG } from './objective'
import { Uses, type UseSum } from './uses'

const INF = Number.POSITIVE_INFINITY
/** Finer limits are held to this accuracy, wt%: one part in a hundred million. */
const LEAST_SCALE = 1e-6

/** Smallest spread coefficient: keeps the model's shape even where no margin is kept. */
const LEAST_DEVIATIONS = 1e-6

/** A limit as the solver sees it: (Σ z·sign·(content − bound·melt) + deviations·spread) / scale ≤ 0. */
export interface LimitRow {
  row: number
  kind: 'element' | 'others'
  element: string
  bound: 'min' | 'max'
  limit: number
  scale: number
  /** The element's spread, where a certainty is asked for and some lot is uncertain. */
  cone?: Cone
  /** Standard deviations kept from the limit; 0 where no certainty is asked for. */
  deviations: number
  /** Column by which the limit may be violated, as a fraction of it. */
  slack?: number
  /** Row of the same limit for the worst weighing error, where certainty has a row of its own. */
  twin?: number
}

/** A column bounded below by √Σ (sᵢ zᵢ)², kept by cuts: one element's spread, in hundredths of `scale`. */
export interface Cone {
  element: string
  column: number
  scale: number
  entries: { lotId: string; column: number; sd: number }[]
}

export interface BlendModel {
  programme: LinearProgramme
  lots: BlendLot[]
  rows: LimitRow[]
  cones: Cone[]
  sums: UseSum[]
  /** By heat: maximum number of lots besides the fixed ones. */
  maxLots: number[]
  /** By lot: using it at all has a consequence, so a binary decision is needed. */
  decides: boolean[]
}

export interface BlendOptions {
  /** Leave the tap mass free (to find its maximum). */
  freeTap?: boolean
  /** Give each limit row a slack column that costs this much per 1 (100 %) of the limit. */
  elasticCost?: number
  /** Write into this model, beside what it holds, as the heat of this number. */
  beside?: { programme: LinearProgramme; heat: number; first: number }
  /** Cost of one gram of a lot; the problem's objective when left out. */
  costPerG?: (lot: ChargeLot, coefficients: MeltCoefficients) => number
  /** Standard deviations kept from each limit, in the order of the rows; the problem's own when left out. */
  deviations?: readonly number[]
  /**
   * Allow for rounding each free line to its step as well as for its weighing error: a share of half the step.
   */
  room?: number
  /** The search keeps to the lots' steps, as it does for pieces. */
  wholeSteps?: boolean
  /**
   * Every lot is used and each free line counts in full: by lot, the mass of its whole pieces, g, or null for
   * any mass.
   */
  used?: ReadonlyMap<string, number | null>
  /** Penalty for a melt at the limit of one tolerated element, in objective units. */
  purityCost?: number
}

/**
 * Writes a charge problem as a linear programme. Amounts are in percent of the tap mass and each limit row is
 * divided by its limit, so that 0.005 % counts as much as 88 %.
 */
export function buildBlendModel(given: ChargeProblem, options: BlendOptions = {}): BlendModel {
  const problem = normalised(given)
  const programme = options.beside?.programme ?? new LinearProgramme()
  const heat = options.beside?.heat ?? 0
  const first = options.beside?.first ?? 0
  const { target } = problem
  const unitG = target.tapMassG / 100
  const price = options.costPerG ?? objectivePerG(problem, options.purityCost)
  const lots = problem.lots.map((lot) => addLot(programme, problem, lot, { unitG, heat, price }, options))
  const terms = limitsOf(problem)
  const excessPct = (100 * excessMaxG(problem)) / target.tapMassG
  const contents = contentsOf(lots)
  tightenMost(lots, terms, contents, options.freeTap ? INF : 100 + excessPct, options)
  const errors = lots.map((entry) => errorOf(entry, options.room ?? 0))
  const weighed = errors.some((error) => error > 0)
  const uses = new Uses(programme, lots, first, options.used !== undefined)
  addTap(programme, uses, lots, {
    lower: options.freeTap ? 0 : 100 - (100 * (target.tapToleranceG ?? 0)) / target.tapMassG,
    upper: options.freeTap ? INF : 100 + excessPct,
    errors: weighed ? errors : null,
  })
  const fixed = lots.filter(({ lot }) => (lot.fixedG ?? 0) > 0).length
  const maxLots = problem.maxLots === undefined ? INF : problem.maxLots - fixed
  if (maxLots < INF) addMaxLots(programme, uses, lots, maxLots)
  const lineCost = options.costPerG || problem.objective !== 'cost' ? 0 : (problem.lineCost ?? 0)
  if (lineCost > 0)
    uses.costing(
      lineCost,
      lots.map(({ column }) => nth(programme.cost, column)),
    )
  const meltPerG = Float64Array.from(lots, ({ coefficients }) => coefficients.meltPerG)
  const asked = askedDeviations(problem)
  const cones = new Map<string, Cone | null>()
  const coneOf = (element: string) => {
    if (!cones.has(element)) cones.set(element, addCone(programme, lots, element, terms))
    return cones.get(element) ?? undefined
  }
  const rows = terms.map(({ symbols, ...limit }, index): LimitRow => {
    const scale = limit.limit > 0 ? Math.max(limit.limit, LEAST_SCALE) : 1
    const sign = limit.bound === 'max' ? 1 : -1
    const holders = symbols.flatMap((symbol) => contents.get(symbol) ?? [])
    const cone = asked > 0 && limit.named ? coneOf(limit.element) : undefined
    const deviations = cone ? Math.max(LEAST_DEVIATIONS, options.deviations?.[index] ?? asked) : 0
    const slack =
      options.elasticCost === undefined ? undefined : programme.column(options.elasticCost, 0, INF)
    const base = new Float64Array(lots.length)
    for (let at = 0; at < lots.length; at++) {
      let content = 0
      for (const held of holders) content += nth(held, at)
      base[at] = (sign * (content - limit.limit * nth(meltPerG, at))) / scale
    }
    const write = (by: number, margin: UseSum | undefined) => {
      const row = programme.row(-INF, 0, (put) => {
        lots.forEach(({ column }, at) => put(column, nth(base, at) + (margin ? uses.share(margin, at) : 0)))
        if (cone && by > 0) put(cone.column, (by * cone.scale) / scale)
        if (slack !== undefined) put(slack, -1)
        if (margin) put(margin.column, 1)
      })
      margin?.rows.push({ row, factor: 1, base })
      return row
    }
    // Two rows: certainty applies to the melt as planned, the worst weighing error to its predicted values.
    const sure = cone !== undefined
    const roomy =
      sure && options.room ? uses.sum(lots.map((_, at) => roundingOf(at, nth(base, at)))) : undefined
    const row = sure ? write(deviations, roomy) : -1
    const weighing = weighed
      ? uses.sum(errors.map((error, at) => error * Math.abs(nth(base, at))))
      : undefined
    const plain = !sure || weighing ? write(0, weighing) : undefined
    return {
      ...limit,
      scale,
      row: sure ? row : plain!,
      deviations,
      ...(cone ? { cone } : {}),
      ...(sure && plain !== undefined ? { twin: plain } : {}),
      ...(slack === undefined ? {} : { slack }),
    }

    /** Half a step of a line moves the value and, by its own standard deviation at most, the spread. */
    function roundingOf(at: number, rate: number): number {
      const half = (options.room ?? 0) * halfStepOf(nth(lots, at))
      const sd = nth(lots, at).coefficients.sdPct[limit.element] ?? 0
      return half * (Math.abs(rate) + (deviations * sd) / scale)
    }
  })
  if (problem.objective === 'nominal' && !options.costPerG) addNominal(programme, problem, lots)
  return {
    programme,
    lots,
    rows,
    cones: [...cones.values()].filter((cone) => cone !== null),
    sums: uses.sums,
    maxLots: [maxLots],
    decides: lots.map(({ lot }) => lot.fixedG === undefined && (weighed || lineCost > 0)),
  }
}

/** Returns a version 2 problem with the uncertainty of each lot's base element (the rest to 100 %). */
export function normalised(problem: ChargeProblem): ChargeProblem {
  if (problem.version === 1) return problem
  return {
    ...problem,
    lots: problem.lots.map((lot) => {
      const sd = lot.sd && withBaseSpread(lot.composition, lot.sd)
      return sd === lot.sd || !sd ? lot : { ...lot, sd }
    }),
  }
}

function askedDeviations({ confidence, confidenceOf, target }: ChargeProblem): number {
  if (confidence === undefined) return 0
  if (confidenceOf !== 'all') return normalQuantile(confidence)
  // Start with the same share of the risk for each limit.
  const sides = Object.values(target.limits).reduce(
    (sum, { min, max }) => sum + Number((min ?? 0) > 0) + Number(max !== undefined),
    0,
  )
  return normalQuantile(Math.max(0.5 + 1e-9, 1 - (1 - confidence) / Math.max(1, sides)))
}

/** Largest weighing error of a line, solver units. */
function errorOf(entry: BlendLot, room: number): number {
  return (entry.lot.weighErrorG ?? 0) / entry.unitG + room * halfStepOf(entry)
}

/** Half the step a free line is rounded to, solver units; pieces are whole already. */
function halfStepOf({ lot, unitG }: BlendLot): number {
  return lot.fixedG === undefined && lot.pieceG === undefined ? (lot.stepG ?? 0) / 2 / unitG : 0
}

/** Content by element: centigrams per gram charged, in the order of the lots. */
function contentsOf(lots: readonly BlendLot[]): Map<string, Float64Array> {
  const contents = new Map<string, Float64Array>()
  lots.forEach(({ coefficients }, index) => {
    for (const symbol in coefficients.elementPct) {
      let held = contents.get(symbol)
      if (!held) contents.set(symbol, (held = new Float64Array(lots.length)))
      held[index] = coefficients.elementPct[symbol]!
    }
  })
  return contents
}

/**
 * Lowers each lot's upper bound to what a melt can hold: no more than the melt, and no more of an element than
 * its limit.
 */
function tightenMost(
  lots: readonly BlendLot[],
  terms: readonly LimitTerm[],
  contents: ReadonlyMap<string, Float64Array>,
  meltPct: number,
  options: BlendOptions,
): void {
  // Limits that may be violated do not bound anything.
  const held = options.elasticCost === undefined
  lots.forEach((entry, at) => {
    let most = Math.min(entry.upperG / entry.unitG, meltPct / Math.max(entry.coefficients.meltPerG, 1e-12))
    if (held)
      for (const { bound, limit, symbols } of terms) {
        if (bound !== 'max') continue
        const content = symbols.reduce((sum, symbol) => sum + (contents.get(symbol)?.[at] ?? 0), 0)
        // A limit of zero stays zero for any tap mass.
        if (content > 0) most = Math.min(most, limit > 0 ? (limit * meltPct) / content : 0)
      }
    entry.most = Math.max(most, entry.leastG / entry.unitG, 1e-9)
  })
}

/** The column for an element's spread; null where every lot is known exactly. */
function addCone(
  programme: LinearProgramme,
  lots: readonly BlendLot[],
  element: string,
  terms: readonly LimitTerm[],
): Cone | null {
  const scale = Math.max(
    LEAST_SCALE,
    ...terms.flatMap((term) => (term.element === element && term.named ? [term.limit] : [])),
  )
  const entries = lots.flatMap(({ lot, column, coefficients }) => {
    const sd = coefficients.sdPct[element] ?? 0
    return sd > 0 ? [{ lotId: lot.id, column, sd: sd / scale }] : []
  })
  if (entries.length === 0) return null
  return { element, column: programme.column(0, 0, INF), scale, entries }
}

/** Largest excess of the melt over the tap mass, g. */
export function excessMaxG(problem: ChargeProblem): number {
  if (problem.excessMaxG !== undefined) return problem.excessMaxG
  const stepped =
    problem.incrementG !== undefined ||
    problem.lots.some((lot) => lot.pieceG !== undefined || lot.stepG !== undefined)
  return stepped ? 0.02 * problem.target.tapMassG : 0
}

function addLot(
  programme: LinearProgramme,
  problem: ChargeProblem,
  lot: ChargeLot,
  { unitG, heat, price }: { unitG: number; heat: number; price: NonNullable<BlendOptions['costPerG']> },
  { wholeSteps, used }: BlendOptions,
): BlendLot {
  const coefficients = meltCoefficients(lot, problem.recovery ?? {})
  const cost = price(lot, coefficients) * unitG
  if (lot.fixedG !== undefined) {
    const z = lot.fixedG / unitG
    return {
      lot,
      heat,
      unitG,
      coefficients,
      upperG: lot.fixedG,
      leastG: 0,
      most: z,
      column: programme.column(cost, z, z),
    }
  }
  // A line's own step rounds its bounds in any case; the search keeps to it only where needed.
  const finestG = lot.pieceG ?? lot.stepG ?? problem.incrementG
  const stepG = lot.pieceG ?? (wholeSteps ? lot.stepG : undefined) ?? problem.incrementG
  const least = Math.max(lot.minG ?? 0, problem.minLineG ?? 0)
  const leastG = finestG ? Math.max(1, Math.ceil(least / finestG - 1e-9)) * finestG : least
  const most = Math.min(lot.availableG, lot.maxG ?? INF)
  const whole = finestG ? Math.floor(most / finestG + 1e-9) * finestG : most
  const upperG = most < leastG ? 0 : whole
  const pieces = used?.get(lot.id) ?? null
  const column = programme.column(cost, (pieces ?? (used ? leastG : 0)) / unitG, (pieces ?? upperG) / unitG)
  return { lot, heat, unitG, coefficients, upperG, leastG, most: 0, column, ...(stepG ? { stepG } : {}) }
}

/** Bounds on the melt; with weighing errors, in the worst case of all lines together. */
function addTap(
  programme: LinearProgramme,
  uses: Uses,
  lots: readonly BlendLot[],
  { lower, upper, errors }: { lower: number; upper: number; errors: readonly number[] | null },
): void {
  const base = Float64Array.from(lots, ({ coefficients }) => coefficients.meltPerG)
  if (!errors) {
    programme.row(lower, upper, (put) => lots.forEach(({ column }, at) => put(column, nth(base, at))))
    return
  }
  const sum = uses.sum(errors.map((error, at) => error * nth(base, at)))
  for (const factor of [-1, 1]) {
    if (factor > 0 && upper === INF) continue
    const row = programme.row(factor < 0 ? lower : -INF, factor < 0 ? INF : upper, (put) => {
      lots.forEach(({ column }, at) => put(column, nth(base, at) + factor * uses.share(sum, at)))
      put(sum.column, factor)
    })
    sum.rows.push({ row, factor, base })
  }
}

/** Relaxed limit on the number of lots: each lot's share of its upper bound adds up to the count. */
function addMaxLots(
  programme: LinearProgramme,
  uses: Uses,
  lots: readonly BlendLot[],
  maxLots: number,
): void {
  const sum = uses.sum(lots.map(({ lot, upperG }) => (lot.fixedG === undefined && upperG > 0 ? 1 : 0)))
  const row = programme.row(-INF, maxLots, (put) => {
    lots.forEach(({ column }, at) => put(column, uses.share(sum, at)))
    put(sum.column, 1)
  })
  sum.rows.push({ row, factor: 1, base: new Float64Array(lots.length) })
}
