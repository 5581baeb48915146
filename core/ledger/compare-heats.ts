import { combineReadings, type Measured } from '#core/assay'
import { heatSummary, type Heat } from '#core/heat'
import type { Gear } from '#core/gear'
import type { Lot } from '#core/stock'
import { heatFacts } from '#core/troubles'
import { ledgerRow } from './row'

/** What two heats are held against each other by; `share` is an element measured, wt%. */
export type PointKind =
  | 'superheat'
  | 'pour'
  | 'held'
  | 'degassed'
  | 'tapped'
  | 'dross'
  | 'missing'
  | 'cost'
  | 'share'

/** One point of two heats: figures, null where nobody wrote them down. Yes is 1 and no is 0. */
export interface HeatPoint {
  kind: PointKind
  /** of a share: the symbol */
  element?: string
  first: number | null
  second: number | null
  /** by more than two heats done alike are apart */
  differs: boolean
}

/**
 * How far apart a point of two heats done alike may lie, in its own unit. Estimates: a base-metal thermocouple
 * reads to about 0.75 % (IEC 60584-1, class 2: 8 °C at 1100), so two lie 12 °C apart; the rest are the scatter of
 * one person's heats, common practice, no source.
 */
export const ALIKE: Readonly<Record<Exclude<PointKind, 'share' | 'cost'>, number>> = {
  superheat: 12,
  pour: 12,
  held: 3,
  degassed: 0,
  tapped: 3,
  dross: 0.8,
  missing: 0.8,
}
/** Of a kilogram's cost: so much of the dearer is a difference. */
const COST_SHARE = 0.1
/** Standard deviations of a difference beyond which two analyses are not of the same metal. */
const SIGMAS = 2

/** The share of a charge, %; null where it was not weighed. */
const ofCharge = (massG: number | null | undefined, chargeG: number) =>
  massG === null || massG === undefined || !(chargeG > 0) ? null : (100 * massG) / chargeG

function figuresOf(heat: Heat, lots: readonly Lot[], gear: readonly Gear[]) {
  const row = ledgerRow(heat)
  const facts = heatFacts(heat, lots, gear)
  const { balance, predicted } = heatSummary(heat)
  const weighed = balance?.foundG ? balance : null
  return {
    superheat: facts.superheatC,
    pour: heat.pour.pourTemperatureC,
    held: facts.heldMin,
    degassed: facts.degassed ? 1 : 0,
    tapped: weighed && 100 * weighed.tapYield,
    dross: ofCharge(heat.pour.drossG, predicted.chargeMassG),
    missing: weighed && ofCharge(weighed.missingG, predicted.chargeMassG),
    cost: row.costPerKg,
  }
}

/**
 * Two heats point by point: temperatures in °C, times in min, yield, dross and what was not found in % of the
 * charge, cost for a kilogram tapped, elements in wt% as measured. A point only one of them has does not differ:
 * nothing is known of it.
 * @example compareHeats(poured, poured, [], []).filter(({ differs }) => differs).length // 0
 */
export function compareHeats(
  first: Heat,
  second: Heat,
  lots: readonly Lot[],
  gear: readonly Gear[],
): HeatPoint[] {
  const [a, b] = [figuresOf(first, lots, gear), figuresOf(second, lots, gear)]
  const points = (Object.keys(a) as (keyof typeof a)[]).map((kind): HeatPoint => {
    const [one, other] = [a[kind], b[kind]]
    const apart = one === null || other === null ? 0 : Math.abs(one - other)
    const alike =
      kind === 'cost' ? COST_SHARE * Math.max(Math.abs(one ?? 0), Math.abs(other ?? 0)) : ALIKE[kind]
    return { kind, first: one, second: other, differs: apart > alike }
  })
  return [...points, ...shares(first, second)]
}

function shares(first: Heat, second: Heat): HeatPoint[] {
  const [a, b] = [combineReadings(first.assays), combineReadings(second.assays)]
  const [fromA, fromB] = [ledgerRow(first).measured, ledgerRow(second).measured]
  const limited = [...Object.keys(first.alloy?.limits ?? {}), ...Object.keys(second.alloy?.limits ?? {})]
  const all = [...new Set([...limited, ...Object.keys(fromA), ...Object.keys(fromB)])]
  return all.map((element): HeatPoint => {
    const [one, other] = [fromA[element] ?? null, fromB[element] ?? null]
    const spread = Math.hypot(spreadOf(a, element), spreadOf(b, element))
    const apart = one === null || other === null ? 0 : Math.abs(one - other)
    return {
      kind: 'share',
      element,
      first: one,
      second: other,
      differs: apart > 0 && apart > SIGMAS * spread,
    }
  })
}

/** One standard deviation of an element, wt%; of what was found by difference, that of all the others together. */
const spreadOf = (measured: Readonly<Record<string, Measured>>, element: string) =>
  measured[element]?.sd ?? Math.hypot(...Object.values(measured).map(({ sd }) => sd))
