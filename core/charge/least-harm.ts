import { nth } from '#core/lists'
import type { Highs } from 'highs'
import type { BlendLot } from './blend-lot'
import { buildBlendModel, type BlendModel } from './blend-model'
import { readLines, roundedToSteps } from './describe'
import { shortfallsOf } from './holds'
import type { LinearSolution, OpenProgramme } from './linear-programme'
import { meltCoefficients } from './melt-coefficients'
import type { PlanLine } from './plan'
import type { ChargeProblem } from './problem'
import { search } from './search'

/** A melt is at least this share of what was asked, so that there is something to have limits. */
const LEAST_MELT = 0.01
/** Rounds in which the least harm for each gram of melt is closed in on. */
const MOST_ROUNDS = 12
const NODES = 60
/** Times each line is looked at for a step that does less harm. */
const PASSES = 4

/**
 * Width of a limit, wt%: from its least to its most. A most alone is as wide as itself, a least alone as wide as what
 * is left to 100.
 */
export function limitWidth({ min, max }: { min?: number | undefined; max?: number | undefined }): number {
  const width = (max ?? 100) - (min ?? 0)
  return width > 0 ? width : Math.max(max ?? 1, 1e-3)
}

/**
 * The charge that does the least harm where none keeps the limits: the smallest excess over all limits together, in
 * their widths; of those the one that taps most, up to what was asked; of those the cheapest. Margins for spread and
 * weighing are left aside: what is out is out by its predicted figure.
 * @returns its lines, g; null where nothing at all can be charged
 */
export function closestCharge(
  highs: Highs,
  given: ChargeProblem,
  outOfTime: () => boolean,
): PlanLine[] | null {
  const problem = bare(given)
  const model = buildBlendModel(problem, { freeTap: true, elasticCost: 0 })
  if (model.programme.isEmpty) return null
  const { programme, lots } = model
  const wanted = 100 - (100 * (problem.target.tapToleranceG ?? 0)) / problem.target.tapMassG
  const fixedPct = lots.reduce(
    (sum, { lot, column, coefficients }) =>
      sum + (lot.fixedG === undefined ? 0 : nth(programme.upper, column) * coefficients.meltPerG),
    0,
  )
  const most = Math.max(100 + (100 * excessOf(problem)) / problem.target.tapMassG, fixedPct * (1 + 1e-9))
  const short = programme.column(0, 0, Infinity)
  programme.row(wanted, Infinity, (put) => {
    for (const { column, coefficients } of lots) put(column, coefficients.meltPerG)
    put(short, 1)
  })
  programme.row(100 * LEAST_MELT, most, (put) => {
    for (const { column, coefficients } of lots) put(column, coefficients.meltPerG)
  })
  const weights = model.rows.map(({ kind, element, scale }) => scale / widthOf(problem, { kind, element }))
  const open = programme.open(highs)
  try {
    const harm = leastRatio(open, model, weights, outOfTime)
    if (harm === null) return null
    // The harm is held where it is, a hair above so that rounding does not shut the door.
    open.addRow(-Infinity, 1e-9, [
      ...lots.map(
        ({ column, coefficients }) => [column, -harm * (1 + 1e-6) * coefficients.meltPerG] as const,
      ),
      ...model.rows.map(({ slack }, at) => [slack!, nth(weights, at)] as const),
    ])
    price(
      open,
      model,
      () => 0,
      model.rows.map(() => 0),
    )
    open.recost(short, 1)
    const fullest = search(open, model, outOfTime, NODES).solution
    if (!fullest.feasible) return null
    open.bound(short, 0, nth(fullest.values, short) * (1 + 1e-9) + 1e-9)
    open.recost(short, 0)
    price(
      open,
      model,
      ({ lot, unitG }) => (lot.pricePerKg / 1000) * unitG,
      model.rows.map(() => 0),
    )
    const cheapest = search(open, model, outOfTime, NODES).solution
    const mostG = (most / 100) * problem.target.tapMassG * (1 + 1e-6)
    return inSteps(problem, readLines(lots, cheapest.feasible ? cheapest : fullest), mostG)
  } finally {
    open.dispose()
  }
}

/**
 * The least harm for each unit of melt, in widths of limits: harm − ratio·melt is made least until it is nothing.
 * @source Dinkelbach 1967, "On nonlinear fractional programming"; from memory
 */
function leastRatio(
  open: OpenProgramme,
  model: BlendModel,
  weights: readonly number[],
  outOfTime: () => boolean,
): number | null {
  let ratio = 0
  let best: number | null = null
  for (let round = 0; round < MOST_ROUNDS; round++) {
    price(open, model, ({ coefficients }) => -ratio * coefficients.meltPerG, weights)
    const { solution } = search(open, model, outOfTime, NODES)
    if (!solution.feasible) return best
    const found = ratioOf(model, weights, solution)
    if (best !== null && found >= best * (1 - 1e-9)) return best
    best = ratio = found
    if (found < 1e-12) return found
  }
  return best
}

function ratioOf({ lots, rows }: BlendModel, weights: readonly number[], { values }: LinearSolution): number {
  const melt = lots.reduce(
    (sum, { column, coefficients }) => sum + nth(values, column) * coefficients.meltPerG,
    0,
  )
  const harm = rows.reduce((sum, { slack }, at) => sum + nth(values, slack!) * nth(weights, at), 0)
  return harm / Math.max(melt, 1e-9)
}

function price(
  open: OpenProgramme,
  { lots, rows }: BlendModel,
  perUnit: (lot: BlendLot) => number,
  slackCosts: readonly number[],
): void {
  for (const lot of lots) open.recost(lot.column, perUnit(lot))
  rows.forEach(({ slack }, at) => open.recost(slack!, nth(slackCosts, at)))
}

/** Width of the limit that an element, or all the others together, are held to, wt%. */
function widthOf(
  { target }: ChargeProblem,
  entry: { kind: 'element'; element: string } | { kind: 'others' },
) {
  if (entry.kind === 'others') return limitWidth({ max: target.othersTotalMax })
  return limitWidth(target.limits[entry.element] ?? { max: target.othersEachMax })
}

const excessOf = (problem: ChargeProblem) => problem.excessMaxG ?? 0.02 * problem.target.tapMassG

/** The problem without what is only a margin or a price of use. */
function bare(given: ChargeProblem): ChargeProblem {
  const problem = { ...given }
  delete problem.confidence
  delete problem.lineCost
  delete problem.minLineG
  return {
    ...problem,
    objective: 'cost',
    lots: given.lots.map((lot) => {
      const plain = { ...lot }
      delete plain.weighErrorG
      delete plain.minG
      return plain
    }),
  }
}

/**
 * The charge in whole steps of the scales: rounded, as much less as it is over what there is room for, then stepped to
 * and fro as long as that does less harm.
 */
function inSteps(problem: ChargeProblem, lines: readonly PlanLine[], mostG: number): PlanLine[] {
  const byId = new Map(problem.lots.map((lot) => [lot.id, lot]))
  const meltPerG = new Map(
    problem.lots.map((lot) => [lot.id, meltCoefficients(lot, problem.recovery ?? {}).meltPerG]),
  )
  const fits = (tried: readonly PlanLine[]) =>
    tried.reduce((sum, { lot, massG }) => sum + massG * meltPerG.get(lot)!, 0) <= mostG
  /** One line a step heavier or lighter; null where that cannot be. */
  const stepped = (from: readonly PlanLine[], at: number, by: 1 | -1): PlanLine[] | null => {
    const line = nth(from, at)
    const { stepG, fixedG, pieceG, availableG, maxG = Infinity } = byId.get(line.lot)!
    if (stepG === undefined || fixedG !== undefined || pieceG !== undefined) return null
    const massG = Number((line.massG + by * stepG).toPrecision(12))
    if (massG < 0 || massG > Math.min(availableG, maxG)) return null
    return from.map((other, index) => (index === at ? { ...line, massG } : other))
  }
  const least = (tries: readonly (PlanLine[] | null)[]) =>
    tries.reduce<{ lines: PlanLine[]; harm: number } | null>((best, tried) => {
      if (!tried) return best
      const harm = totalViolation(problem, tried)
      return best && best.harm <= harm ? best : { lines: tried, harm }
    }, null)
  let best = roundedToSteps(problem, lines)
  while (!fits(best)) {
    const lighter = least(best.map((_, at) => stepped(best, at, -1)))
    if (!lighter) break
    best = lighter.lines
  }
  let harm = totalViolation(problem, best)
  for (let pass = 0; harm > 0 && pass < PASSES; pass++) {
    const before = harm
    for (const at of best.keys()) {
      const heavier = stepped(best, at, 1)
      const lighter = stepped(best, at, -1)
      // Where there is no room for more, another line makes it.
      const swapped = heavier?.map((_, other) => (other === at ? null : stepped(heavier, other, -1))) ?? []
      const found = least([heavier, lighter, ...swapped].filter((tried) => tried && fits(tried)))
      if (!found || found.harm >= harm) continue
      best = found.lines
      harm = found.harm
    }
    if (harm >= before) break
  }
  return best.filter(({ massG }) => massG > 0)
}

/** Excess over all limits of a charge, added up in widths of the limits. */
export function totalViolation(problem: ChargeProblem, lines: readonly PlanLine[]): number {
  return shortfallsOf(problem, lines).reduce((sum, entry) => {
    return entry.kind === 'tap' ? sum : sum + entry.by / widthOf(problem, entry)
  }, 0)
}
