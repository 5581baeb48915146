import { nominalOf } from '#core/alloys'
import { withBaseSpread } from '#core/composition'
import {
  meltCoefficients,
  type ChargedLine,
  type ChargeLot,
  type ChargeProblem,
  type WeighingAsk,
} from '#core/charge'
import { scaleFor, type Scale } from '#core/gear'
import { isVirgin, toChargeLot, type Lot } from '#core/stock'
import { weighingStep, type MassUnit } from '#core/units'
import { comesAsItIs } from './comes-as-it-is'
import { heatRecovery, heatYield } from './losses'
import { planKey } from './plan-key'
import type { Heat, WeighedLine } from './schema'

/** How far the melt may stay under what was asked where the heat does not say, % of it. */
export const TAP_TOLERANCE_PCT = 1
/** What a line must save to be worth the walk to its bin where the heat does not say, as a share of the cost. */
export const LINE_SHARE = 0.01
/** How far a melt is planned over what was asked, as a share of it. */
const EXCESS = 0.02
/** Where no crucible is known, a melt that grows under the hand may grow by this share. Engineering judgement. */
const GROWTH = 0.25
/** Finer than this share of the melt, or of the most a line can be, no weight has to be. Engineering judgement. */
const FINE_OF_TAP = 3e-4
const FINE_OF_LINE = 0.01
/** More than any crucible takes, g. */
const MOST_G = 1e8
/** A melt that aims at no weight may be almost so much lighter than was thought. */
const NEARLY_ALL = 0.999
/** Step of a scale nobody described, g. */
const USUAL_STEP_G = 1

/** What weights are taken with: the yard's scales, the unit they are read in, and what the crucible takes. */
export interface WeighingBench {
  scales: readonly Pick<Scale, 'stepG' | 'capacityG' | 'errorG'>[]
  unit: MassUnit
  /** most melt the chosen crucible takes, g; null where none was chosen */
  crucibleG: number | null
  /** what the heat before left in it, as a line of the charge */
  pot?: ChargeLot | null
}

export const BARE_BENCH: WeighingBench = { scales: [], unit: 'g', crucibleG: null }

/** The weighed lines as the melt prediction takes them. */
export function weighedCharge(weighed: readonly WeighedLine[]): ChargedLine[] {
  return weighed.map(({ lotId, massG, composition, sd, metallicYield, pricePerKg }) => ({
    massG,
    lot: { id: lotId, composition, sd: withBaseSpread(composition, sd), metallicYield, pricePerKg },
  }))
}

/**
 * The charge problem a heat poses: its target, the lots that were not left out, and what was locked or
 * already weighed held fixed; each line in steps of the scale it will stand on, and off by as much as that scale is.
 * @param heat with alloy and tap mass chosen
 * @param lots the stock
 * @returns the problem, or null while alloy or tap mass is missing
 */
export function heatChargeProblem(
  heat: Heat,
  lots: readonly Lot[],
  bench: WeighingBench = BARE_BENCH,
): ChargeProblem | null {
  const { alloy, tapMassG } = heat
  if (!alloy || tapMassG === null) return null
  const weighedById = new Map(heat.weighed.map((line) => [line.lotId, line]))
  const recovery = heatRecovery(heat)
  const free = comesAsItIs(heat)
  const problemLots: ChargeLot[] = []
  for (const lot of lots) {
    if (weighedById.has(lot.id)) continue
    const choice = heat.choices[lot.id]
    if (choice && !choice.use) continue
    if (choice?.lockG == null && (free || lot.massG <= 0)) continue
    problemLots.push(
      toChargeLot(
        lot,
        {
          maxG: choice?.capG ?? undefined,
          fixedG: choice?.lockG ?? undefined,
          pieceG: choice?.lockG == null ? (choice?.pieceG ?? undefined) : undefined,
        },
        heatYield(heat, lot),
      ),
    )
  }
  for (const line of heat.weighed) problemLots.push(weighedLot(line))
  return {
    format: 'hephaestal/charge-problem',
    version: 2,
    target: {
      tapMassG,
      tapToleranceG: free
        ? NEARLY_ALL * tapMassG
        : ((heat.tapTolerancePct ?? TAP_TOLERANCE_PCT) / 100) * tapMassG,
      limits: alloy.limits,
      nominal: nominalOf(alloy),
      base: alloy.base,
      ...(alloy.othersEachMax === undefined ? {} : { othersEachMax: alloy.othersEachMax }),
      ...(alloy.othersTotalMax === undefined ? {} : { othersTotalMax: alloy.othersTotalMax }),
    },
    lots: [...problemLots.map(ontoScales(heat, bench)), ...(bench.pot ? [bench.pot] : [])],
    recovery,
    objective: heat.objective,
    ...(heat.confidence === null
      ? {}
      : { confidence: heat.confidence, confidenceOf: heat.confidenceOf ?? 'all' }),
    minLineG: smallestLineG(tapMassG),
    ...(heat.maxLots ? { maxLots: Math.max(heat.maxLots, heat.weighed.length) } : {}),
    // What it taps is what its lots give, more or less.
    excessMaxG: free ? MOST_G : EXCESS * tapMassG,
  }
}

/** A lot with the step of the scale it will stand on, and how far its weight may be off. */
function ontoScales(heat: Heat, bench: WeighingBench): (lot: ChargeLot) => ChargeLot {
  const tapMassG = heat.tapMassG!
  const recovery = heatRecovery(heat)
  return (lot) => {
    const mostG = mostOf(lot, heat.alloy!.limits, recovery, tapMassG * (1 + EXCESS))
    const { stepG, errorG } = lineScale(mostG, bench)
    return {
      ...lot,
      weighErrorG: errorG,
      stepG: fitting(stepG, Math.min(FINE_OF_TAP * tapMassG, FINE_OF_LINE * mostG)),
    }
  }
}

/** Lots that the caster left out or allowed only so much of, as free as their stock. */
function leftOutLots(heat: Heat, lots: readonly Lot[], bench: WeighingBench): ChargeLot[] {
  const weighed = new Set(heat.weighed.map(({ lotId }) => lotId))
  return lots
    .filter(({ id, massG }) => {
      const choice = heat.choices[id]
      if (!choice || weighed.has(id) || massG <= 0) return false
      return !choice.use || (choice.capG !== null && choice.lockG === null && choice.capG < massG)
    })
    .map((lot) => toChargeLot(lot, {}, heatYield(heat, lot)))
    .map(ontoScales(heat, bench))
}

/** The most of a lot that a melt inside its limits can hold, g: which scale it will stand on. */
function mostOf(
  lot: ChargeLot,
  limits: ChargeProblem['target']['limits'],
  recovery: Record<string, number>,
  mostTapG: number,
): number {
  if (lot.fixedG !== undefined) return lot.fixedG
  const { elementPct, meltPerG } = meltCoefficients(lot, recovery)
  let most = Math.min(lot.availableG, lot.maxG ?? Infinity, mostTapG / Math.max(meltPerG, 1e-9))
  for (const [element, { max }] of Object.entries(limits)) {
    const content = elementPct[element] ?? 0
    if (max !== undefined && content > 0) most = Math.min(most, (max * mostTapG) / content)
  }
  return most
}

/**
 * The scale for a line of up to so much: the finest that bears it, else the one that bears most.
 * @returns the step weights are planned and shown in, and how far a weight may be off, g; the scale where one is known
 */
export function lineScale<S extends WeighingBench['scales'][number]>(
  mostG: number,
  { scales, unit }: { scales: readonly S[]; unit: MassUnit },
): { stepG: number; errorG: number; scale: S | null } {
  const [strongest] = [...scales].sort((a, b) => b.capacityG - a.capacityG)
  const scale = scaleFor(scales, mostG) ?? strongest ?? null
  const stepG = weighingStep(scale?.stepG ?? USUAL_STEP_G, unit)
  return { stepG, errorG: Math.max(stepG / 2, scale?.errorG ?? 0), scale }
}

/** Counts of a scale's step that read well. */
const COUNTS = [500, 200, 100, 50, 20, 10, 5, 2]

/** A fine scale is read as finely as it matters: the largest round count of its steps that is fine enough. */
function fitting(stepG: number, fineG: number): number {
  const count = COUNTS.find((one) => one * stepG <= fineG * (1 + 1e-9)) ?? 1
  return Number((count * stepG).toPrecision(12))
}

/** Smallest line worth a walk to the scale: 0.2 % of the melt, between 2 and 20 g. Engineering judgement. */
export function smallestLineG(tapMassG: number): number {
  return Math.min(20, Math.max(2, 0.002 * tapMassG))
}

/**
 * What a heat asks of the charge engine, from its first plan to the last weight.
 * @returns null while alloy or tap mass is missing
 */
export function heatWeighing(
  heat: Heat,
  lots: readonly Lot[],
  bench: WeighingBench = BARE_BENCH,
): WeighingAsk | null {
  const problem = heatChargeProblem(heat, lots, bench)
  if (!problem) return null
  const { tapMassG } = problem.target
  const weighed = new Set(heat.weighed.map(({ lotId }) => lotId))
  const followed = heat.planned?.of === planKey(heat) ? heat.planned : null
  return {
    problem,
    begun: heat.weighed.length > 0,
    planned:
      followed && Object.fromEntries(Object.entries(followed.lines).filter(([id]) => !weighed.has(id))),
    plannedWithout: followed?.without ?? [],
    plannedLots: heat.planLots,
    mostTapG: bench.crucibleG ?? (comesAsItIs(heat) ? MOST_G : tapMassG * (1 + GROWTH)),
    lineShare: heat.lineShare ?? LINE_SHARE,
    leftOut: comesAsItIs(heat) ? [] : leftOutLots(heat, lots, bench),
  }
}

function weighedLot(line: WeighedLine): ChargeLot {
  return {
    id: line.lotId,
    availableG: line.massG,
    pricePerKg: line.pricePerKg,
    metallicYield: line.metallicYield,
    composition: line.composition,
    sd: line.sd,
    virgin: isVirgin(line),
    fixedG: line.massG,
  }
}
