import { nominalOf } from '#core/alloys'
import { withBaseSpread } from '#core/composition'
import {
  EXCESS,
  ontoScales,
  type ChargedLine,
  type ChargeLot,
  type ChargeProblem,
  type ScaleBench,
  type WeighingAsk,
} from '#core/charge'
import { inOrder } from '#core/records'
import { isVirgin, type Lot } from '#core/stock'
import { comesAsItIs } from './comes-as-it-is'
import { heatLot, heatRecovery, heatRecoverySd, heatYieldSd } from './losses'
import { planKey } from './plan-key'
import type { Heat, WeighedLine } from './schema'

/** How far the melt may stay under what was asked where the heat does not say, % of it. */
export const TAP_TOLERANCE_PCT = 1
/** What a line must save to be worth the walk to its bin where the heat does not say, as a share of the cost. */
export const LINE_SHARE = 0.01
/** Where no crucible is known, a melt that grows under the hand may grow by this share. Engineering judgement. */
const GROWTH = 0.25
/** More than any crucible takes, g. */
const MOST_G = 1e8
/** A melt that aims at no weight may be almost so much lighter than was thought. */
const NEARLY_ALL = 0.999

/** What weights are taken with: the yard's scales, the unit they are read in, and what the crucible takes. */
export interface WeighingBench extends ScaleBench {
  /** most melt the chosen crucible takes, g; null where none was chosen */
  crucibleG: number | null
  /** what the heat before left in it, as a line of the charge */
  pot?: ChargeLot | null
}

export const BARE_BENCH: WeighingBench = { scales: [], unit: 'g', crucibleG: null }

/**
 * The weighed lines as the melt prediction takes them.
 * @param heat gives the uncertainty of the yields; none if omitted
 * @example weighedCharge([]) // []
 */
export function weighedCharge(
  weighed: readonly WeighedLine[],
  heat?: Parameters<typeof heatYieldSd>[0],
): ChargedLine[] {
  return weighed.map(({ lotId, massG, composition, sd, metallicYield, pricePerKg, form }) => {
    const metallicYieldSd = heat ? heatYieldSd(heat, form, metallicYield) : 0
    const lot = { id: lotId, composition, sd: withBaseSpread(composition, sd), metallicYield, pricePerKg }
    return { massG, lot: metallicYieldSd > 0 ? { ...lot, metallicYieldSd } : lot }
  })
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
  const recoverySd = heatRecoverySd(heat)
  const free = comesAsItIs(heat)
  const problemLots: ChargeLot[] = []
  const wanted = heat.useUp?.length ? new Set(heat.useUp) : null
  for (const lot of lots) {
    if (weighedById.has(lot.id)) continue
    const choice = heat.choices[lot.id]
    if (choice && !choice.use) continue
    if (choice?.lockG == null && (free || lot.massG <= 0)) continue
    problemLots.push(
      heatLot(heat, lot, {
        maxG: choice?.capG ?? undefined,
        fixedG: choice?.lockG ?? undefined,
        pieceG: choice?.lockG == null ? (choice?.pieceG ?? undefined) : undefined,
      }),
    )
  }
  for (const line of heat.weighed) problemLots.push(weighedLot(heat, line))
  // What is to be used up is what the plan spares everything else for.
  if (wanted && heat.objective === 'virgin') for (const lot of problemLots) lot.virgin = !wanted.has(lot.id)
  const target = {
    tapMassG,
    tapToleranceG: free
      ? NEARLY_ALL * tapMassG
      : ((heat.tapTolerancePct ?? TAP_TOLERANCE_PCT) / 100) * tapMassG,
    limits: alloy.limits,
    nominal: nominalOf(alloy),
    base: alloy.base,
    ...(alloy.othersEachMax === undefined ? {} : { othersEachMax: alloy.othersEachMax }),
    ...(alloy.othersTotalMax === undefined ? {} : { othersTotalMax: alloy.othersTotalMax }),
  }
  return {
    format: 'hephaestal/charge-problem',
    version: 3,
    target,
    lots: [...problemLots.map(ontoScales({ target, recovery }, bench)), ...(bench.pot ? [bench.pot] : [])],
    recovery,
    ...(Object.keys(recoverySd).length > 0 ? { recoverySd } : {}),
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

/** Lots that the caster left out or allowed only so much of, as free as their stock. */
function leftOutLots(
  heat: Heat,
  lots: readonly Lot[],
  { target }: ChargeProblem,
  bench: WeighingBench,
): ChargeLot[] {
  const weighed = new Set(heat.weighed.map(({ lotId }) => lotId))
  return lots
    .filter(({ id, massG }) => {
      const choice = heat.choices[id]
      if (!choice || weighed.has(id) || massG <= 0) return false
      return !choice.use || (choice.capG !== null && choice.lockG === null && choice.capG < massG)
    })
    .map((lot) => heatLot(heat, lot))
    .map(ontoScales({ target, recovery: heatRecovery(heat) }, bench))
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
  // In the order of their names: a yard read from the disk asks as one that was just opened from a file.
  return inOrder({
    problem,
    bench: { scales: bench.scales, unit: bench.unit },
    begun: heat.weighed.length > 0,
    planned:
      followed && Object.fromEntries(Object.entries(followed.lines).filter(([id]) => !weighed.has(id))),
    plannedWithout: followed?.without ?? [],
    plannedLots: heat.planLots,
    mostTapG: bench.crucibleG ?? (comesAsItIs(heat) ? MOST_G : tapMassG * (1 + GROWTH)),
    lineShare: heat.lineShare ?? LINE_SHARE,
    leftOut: comesAsItIs(heat) ? [] : leftOutLots(heat, lots, problem, bench),
  })
}

function weighedLot(heat: Heat, line: WeighedLine): ChargeLot {
  const metallicYieldSd = heatYieldSd(heat, line.form, line.metallicYield)
  return {
    ...(metallicYieldSd > 0 ? { metallicYieldSd } : {}),
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
