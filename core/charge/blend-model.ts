import { UNIDENTIFIED } from '#core/composition'
import { LinearProgramme } from './linear-programme'
import { meltCoefficients, type MeltCoefficients } from './melt-coefficients'
import type { ChargeLot, ChargeProblem } from './problem'

const INF = Number.POSITIVE_INFINITY

/** A limit as the solver sees it: Σ z·(sign·(content − bound·melt))/scale ≤ 0. */
export interface LimitRow {
  row: number
  kind: 'element' | 'others'
  element: string
  bound: 'min' | 'max'
  limit: number
  scale: number
}

export interface BlendLot {
  lot: ChargeLot
  coefficients: MeltCoefficients
  column: number
  /** the yes/no column of a lot that has one */
  usedColumn?: number
  /** most of it that may be used, g */
  upperG: number
}

export interface BlendModel {
  programme: LinearProgramme
  lots: BlendLot[]
  rows: LimitRow[]
  /** row that holds the melt between tap mass and tap mass + excess, in % of the tap mass */
  tapRow: number
  /** grams in one solver unit: one percent of the tap mass */
  unitG: number
}

export interface BlendOptions {
  /** leave the melt mass free (used to find the most that can be tapped) */
  freeTap?: boolean
  /** give each limit row a slack column that costs this much per 1 (100 %) of the limit */
  elasticCost?: number
  /** the lots already chosen: these are used, no others, and no yes/no columns are needed */
  use?: ReadonlySet<string>
  /** cost of one gram of a lot; the problem's objective when left out */
  costPerG?: (lot: ChargeLot, coefficients: MeltCoefficients) => number
}

/**
 * Writes a charge problem down as a linear programme. Amounts are in percent of the tap mass and each limit
 * row is divided by its limit, so that 0.005 % weighs as much as 88 %.
 */
export function buildBlendModel(problem: ChargeProblem, options: BlendOptions = {}): BlendModel {
  const programme = new LinearProgramme()
  const { target } = problem
  const unitG = target.tapMassG / 100
  const price = options.costPerG ?? objectivePerG(problem)
  const lots = problem.lots.map((lot) => addLot(programme, problem, lot, unitG, price, options.use))
  if (problem.maxLots !== undefined && !options.use) addMaxLots(programme, problem, lots)
  const excessPct = (100 * excessMaxG(problem)) / target.tapMassG
  const tapRow = programme.row(
    options.freeTap ? 0 : 100,
    options.freeTap ? INF : 100 + excessPct,
    lots.map(({ column, coefficients }) => [column, coefficients.meltPerG] as const),
  )
  const rows = limitsOf(problem).map(({ symbols, ...limit }) => {
    const scale = limit.limit > 0 ? limit.limit : 1
    const sign = limit.bound === 'max' ? 1 : -1
    const entries = lots.map(({ column, coefficients }) => {
      const content = symbols.reduce((sum, e) => sum + (coefficients.elementPct[e] ?? 0), 0)
      return [column, (sign * (content - limit.limit * coefficients.meltPerG)) / scale] as const
    })
    if (options.elasticCost !== undefined) {
      const slack = programme.column(options.elasticCost, 0, INF)
      entries.push([slack, -1] as const)
    }
    return { ...limit, scale, row: programme.row(-INF, 0, entries) }
  })
  if (problem.objective === 'nominal' && !options.costPerG) addNominal(programme, problem, lots)
  return { programme, lots, rows, tapRow, unitG }
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
}

/** Every limit of the target, those on unlisted elements included. */
function limitsOf({ target, lots }: ChargeProblem): LimitTerm[] {
  const terms: LimitTerm[] = []
  for (const [element, limit] of Object.entries(target.limits))
    for (const bound of ['min', 'max'] as const)
      if (limit[bound] !== undefined && !(bound === 'min' && limit.min === 0))
        terms.push({ kind: 'element', element, bound, limit: limit[bound]!, symbols: [element] })
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
  unitG: number,
  price: NonNullable<BlendOptions['costPerG']>,
  use: BlendOptions['use'],
): BlendLot {
  const coefficients = meltCoefficients(lot, problem.recovery ?? {})
  const cost = price(lot, coefficients) * unitG
  const upperG = Math.min(lot.availableG, lot.maxG ?? INF)
  if (lot.fixedG !== undefined) {
    const z = lot.fixedG / unitG
    return { lot, coefficients, upperG: lot.fixedG, column: programme.column(cost, z, z) }
  }
  const upper = upperG / unitG
  const least = Math.max(lot.minG ?? 0, problem.minLineG ?? 0) / unitG
  if (use) {
    const used = use.has(lot.id)
    const column = programme.column(cost, used ? least : 0, used ? upper : 0)
    return { lot, coefficients, upperG: used ? upperG : 0, column }
  }
  const column = programme.column(cost, 0, upper)
  if (lot.pieceG !== undefined) {
    const whole = programme.column(0, 0, Math.floor(upperG / lot.pieceG + 1e-9), true)
    programme.row(0, 0, [
      [column, 1],
      [whole, -lot.pieceG / unitG],
    ])
  }
  if (least > 0 || problem.maxLots !== undefined) {
    const used = programme.column(0, 0, upper < least ? 0 : 1, true)
    programme.row(-INF, 0, [
      [column, 1],
      [used, -upper],
    ])
    programme.row(0, INF, [
      [column, 1],
      [used, -least],
    ])
    return { lot, coefficients, upperG, column, usedColumn: used }
  }
  return { lot, coefficients, upperG, column }
}

function addMaxLots(programme: LinearProgramme, problem: ChargeProblem, lots: BlendLot[]): void {
  const fixed = lots.filter(({ lot }) => (lot.fixedG ?? 0) > 0).length
  const entries = lots.flatMap(({ usedColumn }) =>
    usedColumn === undefined ? [] : [[usedColumn, 1] as const],
  )
  programme.row(-INF, problem.maxLots! - fixed, entries)
}

/** Least Σₑ |mₑ − nominalₑ·M/100| in widths of the limit: two one-sided distances an element. */
function addNominal(programme: LinearProgramme, problem: ChargeProblem, lots: BlendLot[]): void {
  for (const [element, nominal] of Object.entries(problem.target.nominal ?? {})) {
    const limit = problem.target.limits[element]
    const width =
      limit?.min !== undefined && limit.max !== undefined && limit.max > limit.min ? limit.max - limit.min : 1
    const over = programme.column(1, 0, INF)
    const under = programme.column(1, 0, INF)
    const entries = lots.map(
      ({ column, coefficients }) =>
        [
          column,
          ((coefficients.elementPct[element] ?? 0) - nominal * coefficients.meltPerG) / (100 * width),
        ] as const,
    )
    programme.row(0, 0, [...entries, [over, -1], [under, 1]])
  }
}
