import { nth, totalG } from '#core/lists'
import type { Highs } from 'highs'
import type { Limits } from '#core/alloys'
import {
  mainElement,
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

/** Measured metal at hand: a melt in the crucible, or ingots to remelt. */
export interface MeasuredMetal {
  massG: number
  /** wt% */
  composition: Composition
  /** 1 standard deviation, wt% */
  sd: Spread
  /** Already molten: it loses nothing more before the additions go in. */
  molten: boolean
}

export interface CorrectionAsk {
  metal: MeasuredMetal
  target: Omit<ChargeTarget, 'tapMassG'>
  lots: readonly ChargeLot[]
  recovery: NonNullable<ChargeProblem['recovery']>
  /** Probability with which each limit must hold; when left out, measured values decide. */
  confidence?: number
  /** "limits": into spec with the least added. "nominal": to nominal with the least added. */
  aim: 'limits' | 'nominal'
  /** Smallest addition worth making, g. */
  minLineG?: number
  /** Capacity of the crucible, g of melt. */
  capacityG?: number
  /** Offer virgin metals and master alloys besides the stock. */
  buying?: boolean
}

/** An addition from stock, or of a metal to buy. */
export interface AddedLine extends PlanLine {
  /** Id in the table of purchasable metals; absent for a lot in stock. */
  metal?: string
}

export interface Correction {
  status: 'inside' | 'additions' | 'impossible'
  /** Additions, without the metal itself. */
  lines: AddedLine[]
  addedG: number
  /** Melt before and after the additions. */
  before: MeltPrediction
  after: MeltPrediction
  probabilityInLimits: number
  /** Melt to ladle out first so that it fits, g; 0 where it fits. */
  pourOffG: number
  /** For nominal: tolerance around each nominal value, wt%. */
  within: Record<string, number>
}

/** Bought metal counts as this multiple of the yard's usual price. Engineering judgement. */
const BOUGHT = 2

/** Nominal is reached within this share of the limit's width, or of the value itself. */
const NEAR = 0.1

/**
 * Finds the least and cheapest additions that bring a measured melt into spec, or to nominal. Dilution counts as
 * an addition; losses and uncertainties are included.
 * @param ask masses in g, composition in wt%
 * @returns "impossible" when no addition on offer does it
 */
export function correctMelt(highs: Highs, ask: CorrectionAsk): Correction {
  const metal = asLot(ask.metal, ask.recovery, freeId('metal', ask.lots))
  const metals = ask.buying ? wantedPurchases(ask.target) : []
  const offered = offeredLots(metals, 20 * ask.metal.massG, [metal, ...ask.lots])
  // Elements that are only tolerated do not qualify a lot: it must bring what the target needs.
  const lots = [
    ...ask.lots.filter(
      (lot) => lot.availableG > 0 && isWanted(ask.target, mainElement(lot.composition) ?? ''),
    ),
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

/** A lot with a fixed mass. */
type FixedLot = ChargeLot & { fixedG: number }

/** Mean price per kilogram of the stock; 1 where no lot has a price. */
function meanPrice(lots: readonly ChargeLot[]): number {
  const priced = lots.filter(({ pricePerKg }) => pricePerKg > 0)
  return priced.length > 0 ? priced.reduce((sum, { pricePerKg }) => sum + pricePerKg, 0) / priced.length : 1
}

/**
 * Additions of least mass and price; with a crucible capacity, those that keep most of the metal. Lines below
 * the smallest addition are dropped one by one, the lightest first, and return at that smallest mass if needed.
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
    // Every gram added counts, plus its price relative to the usual one; with a capacity, metal ladled out is the
    // cost.
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
 * The metal as a lot of a charge. Molten metal has had its losses, so it is written as the charge that gives
 * exactly this melt after them.
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

/** Tolerance around each nominal value, wt%. */
function nearness({ nominal = {}, limits }: CorrectionAsk['target']): Record<string, number> {
  return Object.fromEntries(
    Object.entries(nominal).map(([symbol, pct]) => {
      const { min, max } = limits[symbol] ?? {}
      const width = min !== undefined && max !== undefined ? max - min : pct
      return [symbol, Math.max(NEAR * width, 1e-3)]
    }),
  )
}

/** Limits narrowed around the nominal values, never wider than before. */
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
