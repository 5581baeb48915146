import { nominalOf } from '#core/alloys'
import type { ChargedLine, ChargeLot, ChargeProblem } from '#core/charge'
import { alloyRecovery } from '#core/losses'
import { toChargeLot, type Lot } from '#core/stock'
import type { Heat, WeighedLine } from './schema'

/**
 * Recovery to plan a heat with: the priors of its base metal, overruled where the caster did.
 * @returns fraction by element
 */
export function heatRecovery(heat: Pick<Heat, 'alloy' | 'recoveryOverrides'>): Record<string, number> {
  if (!heat.alloy) return {}
  return { ...alloyRecovery(heat.alloy), ...heat.recoveryOverrides }
}

/** The weighed lines as the melt prediction takes them. */
export function weighedCharge(weighed: readonly WeighedLine[]): ChargedLine[] {
  return weighed.map(({ lotId, massG, composition, sd, metallicYield, pricePerKg }) => ({
    massG,
    lot: { id: lotId, composition, sd, metallicYield, pricePerKg },
  }))
}

/**
 * The charge problem a heat poses: its target, the lots that were not left out, and what was locked or
 * already weighed held fixed.
 * @param heat with alloy and tap mass chosen
 * @param lots the stock
 * @returns the problem, or null while alloy or tap mass is missing
 */
export function heatChargeProblem(heat: Heat, lots: readonly Lot[]): ChargeProblem | null {
  const { alloy, tapMassG } = heat
  if (!alloy || tapMassG === null) return null
  const weighedById = new Map(heat.weighed.map((line) => [line.lotId, line]))
  const problemLots: ChargeLot[] = []
  for (const lot of lots) {
    if (weighedById.has(lot.id)) continue
    const choice = heat.choices[lot.id]
    if (choice && !choice.use) continue
    if (lot.massG <= 0 && choice?.lockG == null) continue
    problemLots.push(
      toChargeLot(lot, {
        maxG: choice?.capG ?? undefined,
        fixedG: choice?.lockG ?? undefined,
        pieceG: choice?.lockG == null ? (choice?.pieceG ?? undefined) : undefined,
      }),
    )
  }
  for (const line of heat.weighed) problemLots.push(weighedLot(line))
  const nominal = nominalOf(alloy)
  return {
    format: 'hephaestal/charge-problem',
    version: 1,
    target: {
      tapMassG,
      limits: alloy.limits,
      nominal,
      base: alloy.base,
      ...(alloy.othersEachMax === undefined ? {} : { othersEachMax: alloy.othersEachMax }),
      ...(alloy.othersTotalMax === undefined ? {} : { othersTotalMax: alloy.othersTotalMax }),
    },
    lots: problemLots,
    recovery: heatRecovery(heat),
    objective: heat.objective,
    minLineG: smallestLineG(tapMassG),
    ...(heat.maxLots ? { maxLots: Math.max(heat.maxLots, heat.weighed.length) } : {}),
    // A weighed or locked line is rarely right to the gram; the melt may then exceed the tap mass a little.
    ...(problemLots.some((lot) => lot.fixedG !== undefined) ? { excessMaxG: 0.02 * tapMassG } : {}),
  }
}

/** Smallest line worth a walk to the scale: 0.2 % of the melt, between 2 and 20 g. Engineering judgement. */
export function smallestLineG(tapMassG: number): number {
  return Math.min(20, Math.max(2, 0.002 * tapMassG))
}

/** Why a charge had to be planned less strictly than asked. */
export type Concession = 'no-margin' | 'other-lots'

export interface ChargeAttempt {
  problem: ChargeProblem
  concessions: Concession[]
}

/**
 * The charge problems of a heat from the strictest to the most lenient: with the asked margin and, once weighing
 * has begun, with the planned lots only; then without the margin; then with every lot. The first that can be
 * solved is the plan.
 * @returns empty while alloy or tap mass is missing
 */
export function heatChargeAttempts(heat: Heat, lots: readonly Lot[]): ChargeAttempt[] {
  const whole = heatChargeProblem(heat, lots)
  if (!whole) return []
  const kept = new Set([...heat.planLots, ...heat.weighed.map(({ lotId }) => lotId)])
  const planned = {
    ...whole,
    lots: whole.lots.filter(({ id, fixedG }) => kept.has(id) || fixedG !== undefined),
  }
  const weighing = heat.weighed.length > 0 && heat.planLots.length > 0
  const attempts: ChargeAttempt[] = []
  const add = (problem: ChargeProblem, concessions: Concession[]) => {
    if (heat.confidence !== null)
      attempts.push({ problem: { ...problem, confidence: heat.confidence }, concessions })
    attempts.push({
      problem,
      concessions: heat.confidence === null ? concessions : [...concessions, 'no-margin'],
    })
  }
  if (weighing) add(planned, [])
  add(whole, weighing ? ['other-lots'] : [])
  return attempts
}

function weighedLot(line: WeighedLine): ChargeLot {
  return {
    id: line.lotId,
    availableG: line.massG,
    pricePerKg: line.pricePerKg,
    metallicYield: line.metallicYield,
    composition: line.composition,
    sd: line.sd,
    virgin: line.kind === 'virgin' || line.kind === 'master',
    fixedG: line.massG,
  }
}
