import { nth, totalG } from '#core/lists'
import type { Highs } from 'highs'
import type { Limits } from '#core/alloys'
import {
  mostOf,
  type Composition,
  type Spread,
  UNIDENTIFIED,
  unidentifiedPct,
  withBaseSpread,
} from '#core/composition'
import { buildBlendModel } from './blend-model'
import { minimiseWithCones } from './cones'
import { NO_SOLUTION } from './linear-programme'
import { predictMelt, probabilityInLimits, type MeltPrediction } from './predict'
import type { PlanLine } from './plan'
import type { ChargeLot, ChargeProblem, ChargeTarget } from './problem'
import { freeId, offeredLots, wantedPurchases } from './purchasable'
import { isWanted } from './wanted'

/** Metal that is there and was measured: a melt in the crucible, or ingots to be melted again. */
export interface MeasuredMetal {
  massG: number
  /** wt% */
  composition: Composition
  /** 1 standard deviation, wt% */
  sd: Spread
  /** already molten: nothing of it is lost again before the additions are in */
  molten: boolean
}

export interface CorrectionAsk {
  metal: MeasuredMetal
  target: Omit<ChargeTarget, 'tapMassG'>
  lots: readonly ChargeLot[]
  recovery: NonNullable<ChargeProblem['recovery']>
  /** each limit is to hold with this probability; without it, by the measured figures */
  confidence?: number
  /** "limits": into the limits with the least added. "nominal": on, with the least added, to the nominal figures */
  aim: 'limits' | 'nominal'
  /** least weight worth adding, g */
  minLineG?: number
  /** the most the crucible takes, g of melt */
  capacityG?: number
  /** offer virgin metals and master alloys beside the stock */
  buying?: boolean
}

/** So much of a lot, or of a metal that would have to be bought. */
export interface AddedLine extends PlanLine {
  /** the purchase, by its id in the table of what can be bought; none for a lot of the stock */
  metal?: string
}

export interface Correction {
  status: 'inside' | 'additions' | 'impossible'
  /** what to add; of the metal itself nothing */
  lines: AddedLine[]
  addedG: number
  /** melt before and after the additions */
  before: MeltPrediction
  after: MeltPrediction
  probabilityInLimits: number
  /** how much of the metal has to be taken out first for it to fit; 0 where it fits */
  pourOffG: number
  /** nominal: how near, wt% either side of each nominal figure */
  within: Record<string, number>
}

/** Bought metal counts as so many times the yard's usual price. Engineering judgement. */
const BOUGHT = 2

/** Nominal is met when each figure is within this share of its limit's width, or of itself. */
const NEAR = 0.1

/**
 * The least and cheapest metal that puts a measured melt right, or brings it on to nominal ("sweetening"): additions and plain
 * dilution alike, losses and spreads counted.
 * @param ask masses in g, composition in wt%
 * @returns impossible when no addition of what is offered does it
 */
export function correctMelt(highs: Highs, ask: CorrectionAsk): Correction {
  const metal = asLot(ask.metal, ask.recovery, freeId('metal', ask.lots))
  const metals = ask.buying ? wantedPurchases(ask.target) : []
  const offered = offeredLots(metals, 20 * ask.metal.massG, [metal, ...ask.lots])
  // What is only tolerated is no ballast: a lot comes in for what the target wants.
  const lots = [
    ...ask.lots.filter((lot) => lot.availableG > 0 && isWanted(ask.target, mostOf(lot.composition) ?? '')),
    ...offered.lots,
  ]
  const usualPrice = meanPrice(ask.lots)
  const limits = ask.aim === 'nominal' ? nominalLimits(ask.target) : ask.target.limits
  const before = predictMelt([{ massG: metal.fixedG, lot: metal }], ask.recovery)
  const done = (lines: PlanLine[], keptG: number, status: Correction['status']): Correction => {
    const byId = new Map(lots.map((lot) => [lot.id, lot]))
    const charged = lines.map(({ lot, massG }) => ({ massG, lot: byId.get(lot)! }))
    const after = predictMelt([{ massG: keptG, lot: metal }, ...charged], ask.recovery)
    return {
      status,
      lines: lines.map((line) => {
        const bought = offered.metalOf.get(line.lot)
        return bought === undefined ? line : { ...line, metal: bought }
      }),
      addedG: totalG(lines),
      before,
      after,
      probabilityInLimits: probabilityInLimits(after.composition, after.sd, ask.target.limits),
      pourOffG: Math.max(0, ask.metal.massG * (1 - keptG / metal.fixedG)),
      within: ask.aim === 'nominal' ? nearness(ask.target) : {},
    }
  }
  const worth = (lot: ChargeLot) => (offered.metalOf.has(lot.id) ? BOUGHT : lot.pricePerKg / usualPrice)
  const whole = leastAdded(highs, ask, limits, metal, lots, worth)
  if (!whole) return done([], metal.fixedG, 'impossible')
  if (whole.lines.length === 0) return done([], metal.fixedG, 'inside')
  const fits = done(whole.lines, metal.fixedG, 'additions')
  if (ask.capacityG === undefined || fits.after.tapMassG <= ask.capacityG * (1 + 1e-9)) return fits
  const part = leastAdded(
    highs,
    ask,
    limits,
    { ...metal, availableG: metal.fixedG },
    lots,
    worth,
    ask.capacityG,
  )
  return part ? done(part.lines, part.keptG, 'additions') : done([], metal.fixedG, 'impossible')
}

/** A lot that goes in as it is. */
type FixedLot = ChargeLot & { fixedG: number }

/** The yard's mean price of a kilogram; 1 where nothing has one. */
function meanPrice(lots: readonly ChargeLot[]): number {
  const priced = lots.filter(({ pricePerKg }) => pricePerKg > 0)
  return priced.length > 0 ? priced.reduce((sum, { pricePerKg }) => sum + pricePerKg, 0) / priced.length : 1
}

/**
 * The additions of least mass and price; with a capacity, the additions that let most of the metal stay.
 * Lines under the least weight are tried without, the lightest first, and come back at the least weight if need be.
 */
function leastAdded(
  highs: Highs,
  ask: CorrectionAsk,
  limits: Limits,
  metal: FixedLot,
  lots: readonly ChargeLot[],
  worth: (lot: ChargeLot) => number,
  capacityG?: number,
): { lines: PlanLine[]; keptG: number } | null {
  const { fixedG, ...loose } = metal
  const held: ChargeLot = capacityG === undefined ? metal : loose
  const problem: ChargeProblem = {
    format: 'hephaestal/charge-problem',
    version: 1,
    target: { ...ask.target, limits, tapMassG: capacityG ?? ask.metal.massG },
    lots: [held, ...lots],
    recovery: ask.recovery,
    objective: 'cost',
    ...(ask.confidence === undefined ? {} : { confidence: ask.confidence }),
  }
  const model = buildBlendModel(problem, {
    freeTap: capacityG === undefined,
    // Each gram added counts, and what it costs beside the yard's usual price; with a capacity, metal poured off is what
    // costs.
    costPerG: (lot) => (lot.id === metal.id ? (capacityG === undefined ? 0 : -1000) : 1 + worth(lot)),
  })
  const open = model.programme.open(highs)
  try {
    let solution = minimiseWithCones(open, model)
    const leastG = ask.minLineG ?? 0
    for (let round = 0; solution.feasible && round < 2 * lots.length; round++) {
      const [light] = model.lots
        .filter(({ lot, column, unitG }) => {
          const massG = nth(solution.values, column) * unitG
          return lot.id !== metal.id && massG > 1e-6 && massG < leastG * (1 - 1e-9)
        })
        .sort((a, b) => nth(solution.values, a.column) - nth(solution.values, b.column))
      if (!light) break
      open.bound(light.column, 0, 0)
      const without = minimiseWithCones(open, model)
      if (without.feasible) solution = without
      else {
        open.bound(light.column, leastG / light.unitG)
        const raised = minimiseWithCones(open, model)
        solution = raised.feasible ? raised : NO_SOLUTION
      }
    }
    if (!solution.feasible) return null
    let keptG = fixedG
    const lines: PlanLine[] = []
    for (const { lot, column, unitG } of model.lots) {
      const massG = nth(solution.values, column) * unitG
      if (lot.id === metal.id) keptG = massG
      else if (massG > 1e-4) lines.push({ lot: lot.id, massG })
    }
    return { lines: lines.sort((a, b) => b.massG - a.massG), keptG }
  } finally {
    open.dispose()
  }
}

/**
 * The metal as a lot of a charge. What is molten has had its losses: it is written as the charge that, after them,
 * gives just this melt.
 */
function asLot(
  { massG, composition, sd, molten }: MeasuredMetal,
  recovery: NonNullable<ChargeProblem['recovery']>,
  id: string,
): FixedLot {
  const keeps = (symbol: string) => (molten ? Math.max(recovery[symbol] ?? 1, 0.01) : 1)
  const whole: Composition = { ...composition }
  const unnamed = unidentifiedPct(composition)
  const total =
    Object.entries(whole).reduce((sum, [symbol, pct]) => sum + pct / keeps(symbol), 0) +
    unnamed / keeps(UNIDENTIFIED)
  const scaled = (values: Record<string, number>) =>
    Object.fromEntries(
      Object.entries(values).map(([symbol, pct]) => [symbol, (100 * pct) / keeps(symbol) / total]),
    )
  const chargedG = (massG * total) / 100
  return {
    id,
    availableG: chargedG,
    pricePerKg: 0,
    composition: scaled(whole),
    sd: scaled(withBaseSpread(whole, sd)),
    fixedG: chargedG,
  }
}

/** How far from each nominal figure still counts as there, wt%. */
function nearness({ nominal = {}, limits }: CorrectionAsk['target']): Record<string, number> {
  return Object.fromEntries(
    Object.entries(nominal).map(([symbol, pct]) => {
      const { min, max } = limits[symbol] ?? {}
      const width = min !== undefined && max !== undefined ? max - min : pct
      return [symbol, Math.max(NEAR * width, 1e-3)]
    }),
  )
}

/** The limits drawn in around the nominal figures, none wider than before. */
function nominalLimits(target: CorrectionAsk['target']): Limits {
  const limits: Limits = { ...target.limits }
  const within = nearness(target)
  for (const [symbol, pct] of Object.entries(target.nominal ?? {})) {
    if (symbol === target.base) continue
    const near = within[symbol] ?? 0
    const { min, max } = target.limits[symbol] ?? {}
    limits[symbol] = {
      min: Math.max(0, min ?? 0, pct - near),
      max: Math.min(max ?? 100, pct + near),
    }
  }
  return limits
}
