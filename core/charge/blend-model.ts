import { UNIDENTIFIED } from '#core/composition'
import { LinearProgramme } from './linear-programme'
import { normalQuantile } from './normal'
import { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
import type { ChargeLot, ChargeProblem } from './problem'

const INF = Number.POSITIVE_INFINITY
/** Limits finer than this are held as closely as this, wt%: one part in a hundred million. */
const LEAST_SCALE = 1e-6

/** A limit as the solver sees it: (Σ z·sign·(content − bound·melt) + z_p·spread) / scale ≤ 0. */
export interface LimitRow {
  row: number
  kind: 'element' | 'others'
  element: string
  bound: 'min' | 'max'
  limit: number
  scale: number
  /** column that is at least the margin this limit's spread asks for, where confidence is asked for */
  cone?: Cone
  /** column by which the limit may be missed, as a fraction of it */
  slack?: number
}

/** margin ≥ √Σ (sᵢ zᵢ)², kept by cuts; s counts the standard deviations asked for, as fractions of the limit. */
export interface Cone {
  column: number
  entries: { lotId: string; column: number; sd: number }[]
}

export interface BlendLot {
  lot: ChargeLot
  /** which of several heats planned together this line belongs to */
  heat: number
  /** grams in one solver unit: one percent of that heat's tap mass */
  unitG: number
  coefficients: MeltCoefficients
  column: number
  /** whole multiples of this only, g: a piece, or the scale's step */
  stepG?: number
  /** most and least of it, when it is used, g */
  upperG: number
  leastG: number
}

export interface BlendModel {
  programme: LinearProgramme
  lots: BlendLot[]
  rows: LimitRow[]
  /** by heat: at most so many lots beside the fixed ones */
  maxLots: number[]
  /** by heat: the row that counts its lots, with the share each counts for a unit of it, by place among `lots` */
  counts: ({ row: number; shares: Map<number, number> } | null)[]
}

export interface BlendOptions {
  /** leave the melt mass free (used to find the most that can be tapped) */
  freeTap?: boolean
  /** give each limit row a slack column that costs this much per 1 (100 %) of the limit */
  elasticCost?: number
  /** write into this programme, beside what it holds, as the heat of this number */
  beside?: { programme: LinearProgramme; heat: number }
  /** cost of one gram of a lot; the problem's objective when left out */
  costPerG?: (lot: ChargeLot, coefficients: MeltCoefficients) => number
}

/**
 * Writes a charge problem down as a linear programme. Amounts are in percent of the tap mass and each limit
 * row is divided by its limit, so that 0.005 % weighs as much as 88 %.
 */
export function buildBlendModel(problem: ChargeProblem, options: BlendOptions = {}): BlendModel {
  const programme = options.beside?.programme ?? new LinearProgramme()
  const heat = options.beside?.heat ?? 0
  const { target } = problem
  const unitG = target.tapMassG / 100
  const price = options.costPerG ?? objectivePerG(problem)
  const lots = problem.lots.map((lot) => addLot(programme, problem, lot, { unitG, heat, price }))
  const excessPct = (100 * excessMaxG(problem)) / target.tapMassG
  programme.row(options.freeTap ? 0 : 100, options.freeTap ? INF : 100 + excessPct, (put) => {
    for (const { column, coefficients } of lots) put(column, coefficients.meltPerG)
  })
  const fixed = lots.filter(({ lot }) => (lot.fixedG ?? 0) > 0).length
  const maxLots = problem.maxLots === undefined ? INF : problem.maxLots - fixed
  const count = maxLots < INF ? addMaxLots(programme, lots, maxLots, 100 + excessPct) : null
  const contents = contentsOf(lots)
  const meltPerG = Float64Array.from(lots, ({ coefficients }) => coefficients.meltPerG)
  const deviations = problem.confidence === undefined ? 0 : normalQuantile(problem.confidence)
  const rows = limitsOf(problem).map(({ symbols, ...limit }): LimitRow => {
    const scale = limit.limit > 0 ? Math.max(limit.limit, LEAST_SCALE) : 1
    const sign = limit.bound === 'max' ? 1 : -1
    const holders = symbols.flatMap((symbol) => contents.get(symbol) ?? [])
    const cone =
      deviations > 0 && limit.named ? addCone(programme, lots, limit.element, deviations / scale) : undefined
    const slack =
      options.elasticCost === undefined ? undefined : programme.column(options.elasticCost, 0, INF)
    const row = programme.row(-INF, 0, (put) => {
      for (let index = 0; index < lots.length; index++) {
        let content = 0
        for (const held of holders) content += held[index]!
        put(lots[index]!.column, (sign * (content - limit.limit * meltPerG[index]!)) / scale)
      }
      if (cone) put(cone.column, 1)
      if (slack !== undefined) put(slack, -1)
    })
    return { ...limit, scale, row, ...(cone ? { cone } : {}), ...(slack === undefined ? {} : { slack }) }
  })
  if (problem.objective === 'nominal' && !options.costPerG) addNominal(programme, problem, lots)
  return { programme, lots, rows, maxLots: [maxLots], counts: [count] }
}

/** What each lot brings of each element, by element: centigrams per gram charged, in the order of the lots. */
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

/** The column that stands for the margin an element's spread asks for; undefined where every lot is known exactly. */
function addCone(
  programme: LinearProgramme,
  lots: readonly BlendLot[],
  element: string,
  weight: number,
): Cone | undefined {
  const entries = lots.flatMap(({ lot, column, coefficients }) => {
    const sd = coefficients.sdPct[element] ?? 0
    return sd > 0 ? [{ lotId: lot.id, column, sd: weight * sd }] : []
  })
  if (entries.length === 0) return undefined
  return { column: programme.column(0, 0, INF), entries }
}

/** How far the melt may exceed the tap mass, g. */
export function excessMaxG(problem: ChargeProblem): number {
  if (problem.excessMaxG !== undefined) return problem.excessMaxG
  const stepped = problem.incrementG !== undefined || problem.lots.some((lot) => lot.pieceG !== undefined)
  return stepped ? 0.02 * problem.target.tapMassG : 0
}

interface LimitTerm {
  kind: 'element' | 'others'
  element: string
  bound: 'min' | 'max'
  limit: number
  symbols: string[]
  /** stands in the target's own limits, to which alone the asked confidence applies */
  named?: boolean
}

/** Every limit of the target, those on unlisted elements included. */
function limitsOf({ target, lots }: ChargeProblem): LimitTerm[] {
  const terms: LimitTerm[] = []
  for (const [element, limit] of Object.entries(target.limits))
    for (const bound of ['min', 'max'] as const)
      if (limit[bound] !== undefined && !(bound === 'min' && limit.min === 0))
        terms.push({ kind: 'element', element, bound, limit: limit[bound]!, symbols: [element], named: true })
  const others = new Set<string>()
  for (const lot of lots)
    for (const element of Object.keys(lot.composition))
      if (!(element in target.limits) && element !== target.base) others.add(element)
  if (target.othersEachMax !== undefined)
    for (const element of others)
      terms.push({
        kind: 'element',
        element,
        bound: 'max',
        limit: target.othersEachMax,
        symbols: [element],
      })
  if (target.othersTotalMax !== undefined)
    terms.push({
      kind: 'others',
      element: '',
      bound: 'max',
      limit: target.othersTotalMax,
      symbols: [...others, UNIDENTIFIED],
    })
  return terms
}

function objectivePerG(problem: ChargeProblem): (lot: ChargeLot) => number {
  if (problem.objective === 'cost') return (lot) => lot.pricePerKg / 1000
  if (problem.objective === 'virgin') return (lot) => (lot.virgin ? 1 : 0) + 1e-7 * lot.pricePerKg
  return () => 0
}

function addLot(
  programme: LinearProgramme,
  problem: ChargeProblem,
  lot: ChargeLot,
  { unitG, heat, price }: { unitG: number; heat: number; price: NonNullable<BlendOptions['costPerG']> },
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
      column: programme.column(cost, z, z),
    }
  }
  const stepG = lot.pieceG ?? problem.incrementG
  const least = Math.max(lot.minG ?? 0, problem.minLineG ?? 0)
  const leastG = stepG ? Math.max(1, Math.ceil(least / stepG - 1e-9)) * stepG : least
  const most = Math.min(lot.availableG, lot.maxG ?? INF)
  const whole = stepG ? Math.floor(most / stepG + 1e-9) * stepG : most
  const upperG = most < leastG ? 0 : whole
  const column = programme.column(cost, 0, upperG / unitG)
  return { lot, heat, unitG, coefficients, upperG, leastG, column, ...(stepG ? { stepG } : {}) }
}

/** At most so many lots, relaxed: the shares that lots take of the most they could give add up to the count. */
function addMaxLots(
  programme: LinearProgramme,
  lots: readonly BlendLot[],
  maxLots: number,
  tapPct: number,
): { row: number; shares: Map<number, number> } {
  const shares = new Map<number, number>()
  const row = programme.row(-INF, maxLots, (put) => {
    lots.forEach(({ lot, column, coefficients }, index) => {
      const most = Math.min(programme.upper[column]!, tapPct / coefficients.meltPerG)
      if (lot.fixedG !== undefined || !(most > 0)) return
      shares.set(index, 1 / most)
      put(column, 1 / most)
    })
  })
  return { row, shares }
}

/** Least Σₑ |mₑ − nominalₑ·M/100| in widths of the limit: two one-sided distances an element. */
function addNominal(programme: LinearProgramme, problem: ChargeProblem, lots: BlendLot[]): void {
  for (const [element, nominal] of Object.entries(problem.target.nominal ?? {})) {
    const limit = problem.target.limits[element]
    const width =
      limit?.min !== undefined && limit.max !== undefined && limit.max > limit.min ? limit.max - limit.min : 1
    const over = programme.column(1, 0, INF)
    const under = programme.column(1, 0, INF)
    programme.row(0, 0, (put) => {
      for (const { column, coefficients } of lots)
        put(
          column,
          ((coefficients.elementPct[element] ?? 0) - nominal * coefficients.meltPerG) / (100 * width),
        )
      put(over, -1)
      put(under, 1)
    })
  }
}
