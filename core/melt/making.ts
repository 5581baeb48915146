import {
  classifyAddition,
  type Addition,
  type AlloyKind,
  type FamilyMetal,
  type Liquidus,
} from '#core/families'
import type { ChargedLot } from './charged-lot'
import { doseOfCharge } from './doses'
import { practiceInForce, type Practice, type PracticeArea } from './practice'
import type { RunSheetAsk, RunStep, StepKind } from './run-step'

/** A run sheet in the making: what is asked, and what it is made from. */
export interface Making extends RunSheetAsk {
  alloy: AlloyKind
  metal: FamilyMetal
  lots: readonly ChargedLot[]
  chargeG: number
  /** null where none is known */
  liquidus: Liquidus | null
}

/** The practice of an area with its dose; undefined where the alloy leaves no choice there. */
export function inForce(
  { alloy, chargeG, chosen = {}, own = [] }: Making,
  area: PracticeArea,
): Partial<RunStep> & { acts: boolean; practice?: Practice } {
  const found = practiceInForce(alloy, area, chosen, own)
  if (!found) return { acts: false }
  const { practice, sharePct } = found
  return {
    // A school that says "none" has nothing to be done.
    acts: practice.how !== '',
    practice,
    ...(sharePct ? { dose: doseOfCharge(chargeG, sharePct[0], sharePct[1], practice.source) } : {}),
    ...(practice.minutes ? { minutes: practice.minutes } : {}),
  }
}

/** A step done by the practice of its area; none where that school leaves it out. */
export function practised(
  making: Making,
  area: PracticeArea,
  kind: StepKind,
  more: Partial<RunStep> = {},
): RunStep[] {
  const { acts, ...step } = inForce(making, area)
  if (!acts) return []
  return [{ id: kind, kind, ...step, cautions: step.practice?.cautions ?? [], ...more }]
}

/** Lots by the addition they belong to, the heaviest first. */
export function groupLots({ lots, metal }: Pick<Making, 'lots' | 'metal'>): Map<Addition, ChargedLot[]> {
  const groups = new Map<Addition, ChargedLot[]>()
  for (const lot of [...lots].sort((a, b) => b.massG - a.massG)) {
    const addition = classifyAddition(metal, lot)
    groups.set(addition, [...(groups.get(addition) ?? []), lot])
  }
  return groups
}
