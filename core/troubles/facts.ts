import { solidDensity, zincLeast, type Limits } from '#core/alloys'
import { familyOf, type Family } from '#core/families'
import { combineReadings, judge } from '#core/assay'
import { alloyCastability, partFigures } from '#core/casting'
import { wantsFirstFire, type Gear } from '#core/gear'
import {
  heatLiquidus,
  heatSummary,
  heatTrace,
  heatWindow,
  SEEN,
  stepDoneMin,
  type Heat,
  type Seen,
} from '#core/heat'
import { brimHolds, crucibleHolds, practiceInForce, practicesOf, temperatureAt } from '#core/melt'
import type { Lot } from '#core/stock'

/** Whether the gating told has a riser; null where none was told. */
function risersIn({ need }: Heat): boolean | null {
  return need?.gating ? need.gating.risers > 0 : null
}

/** Superheat under and over which a metal without a known window was poured cold or too hot, °C. */
const COLD_C = 60
const HOT_C = 150

/** What a heat's log says, as far as it says anything; null where nobody wrote it down. */
export interface HeatFacts {
  /** null where no practice is known for the metal */
  family: Family | null
  /** poured so far over the liquidus, °C */
  superheatC: number | null
  hottestOverC: number | null
  /** ends of the pour window over the liquidus, °C: under the first it was cold, over the second too hot */
  coldUnderC: number
  hotOverC: number
  /** how readily the metal takes up gas, 1 to 5; null where no practice is known for it */
  gasGrade: number | null
  /** oxygen has to be taken out of it */
  wantsDeoxidant: boolean
  /** the mould had a riser; null where its gating was not told */
  fed: boolean | null
  heldMin: number | null
  degassed: boolean
  deoxidised: boolean | null
  coatings: string[]
  forms: string[]
  thinMm: number | null
  needG: number | null
  tappedG: number | null
  lookedAt: ReadonlySet<string>
  /** steps that were skipped on purpose */
  skipped: ReadonlySet<string>
  /** what was told with one press at the pour */
  seen: ReadonlySet<Seen>
  /** frozen to the crucible and tools, g; null where it was not weighed */
  skullG: number | null
  chargeG: number
  /** of what the crucible takes with its freeboard, the share that was melted; null where it is not known */
  fullness: number | null
  /** specimens that broke at the fillet */
  filletBreaks: number
  smoked: boolean
  /** temperature over the liquidus when the first zinc went in, °C */
  zincInOverC: number | null
  cover: string | null
  fluxes: string[]
  /** wt%, measured where it was, else predicted */
  composition: Readonly<Record<string, number>>
  /** limits of the alloy it was meant to be, wt%; empty without one */
  limits: Limits
  zincBelow: boolean | null
  offSpec: boolean | null
  barFault: boolean | null
  unfired: boolean | null
  emptied: boolean
}

/**
 * What one heat's plan, log, weights and assay say that bears on what went wrong.
 * @param lots and gear of the yard, for what was in the charge and what it was melted in
 */
export function heatFacts(heat: Heat, lots: readonly Lot[], gear: readonly Gear[]): HeatFacts {
  const { alloy } = heat
  const summary = heatSummary(heat)
  const liquidus = heatLiquidus(heat)?.liquidusC ?? null
  const window = heatWindow(heat)
  const probe = gear.find((one) => one.type === 'thermocouple' && one.id === heat.thermocoupleId)
  const checks = probe?.type === 'thermocouple' ? probe.checks : []
  const trace = heatTrace(heat.log ?? [], checks)
  const doneAt = (id: string) => stepDoneMin(heat, id)
  const over = (celsius: number | null) => (celsius === null || liquidus === null ? null : celsius - liquidus)
  const base = doneAt('base')
  const poured = doneAt('pour')
  const zincAt = doneAt('add-brass') ?? doneAt('add-zinc')
  const measured = combineReadings(heat.assays)
  const verdict = alloy ? judge(alloy.limits, measured, alloy.base) : null
  const crucible = gear.find((one) => one.id === heat.crucibleId)
  const inForce = (area: 'cover' | 'flux') =>
    alloy ? practiceInForce(alloy, area, heat.practices ?? {})?.practice.id : undefined
  const members = heat.weighed.map(({ lotId }) => lots.find(({ id }) => id === lotId))
  const thin = (heat.need?.parts ?? []).flatMap((part) => partFigures(part)?.thinMm ?? [])
  const tapped = [
    ...heat.pour.ingots.map(({ massG }) => massG),
    heat.pour.castingsG ?? 0,
    heat.pour.returnsG ?? 0,
  ]
  return {
    family: alloy && familyOf(alloy),
    superheatC: over(
      heat.pour.pourTemperatureC ?? (poured !== null && trace.length ? temperatureAt(trace, poured) : null),
    ),
    hottestOverC: over(
      trace.length ? Math.max(...trace.map(({ celsius }) => celsius)) : heat.pour.pourTemperatureC,
    ),
    coldUnderC: window && liquidus !== null ? window.fromC - liquidus : COLD_C,
    hotOverC: window && liquidus !== null ? window.toC - liquidus : HOT_C,
    gasGrade:
      alloy && familyOf(alloy)
        ? (alloyCastability(alloy).traits.find(({ trait }) => trait === 'gas')?.grade ?? null)
        : null,
    wantsDeoxidant: alloy
      ? practicesOf(alloy, 'deoxidise').some(({ how, usual }) => usual && how !== '')
      : false,
    fed: risersIn(heat),
    // Ticked in one go afterwards, the times say nothing.
    heldMin: base !== null && poured !== null && poured - base > 1 ? poured - base : null,
    degassed: doneAt('degas') !== null || (heat.log ?? []).some(({ kind }) => kind === 'degas'),
    deoxidised: doneAt('deoxidise') !== null ? true : heat.done.deoxidise?.skipped ? false : null,
    coatings: members.flatMap((lot) => lot?.coatings ?? []),
    forms: heat.weighed.map(({ form }) => form),
    thinMm: thin.length ? Math.min(...thin) : null,
    needG: heat.tapMassG,
    tappedG: tapped.some((massG) => massG > 0) ? tapped.reduce((sum, massG) => sum + massG, 0) : null,
    lookedAt: new Set(Object.keys(heat.lookedAt ?? {})),
    skipped: new Set(Object.entries(heat.done).flatMap(([id, { skipped }]) => (skipped ? [id] : []))),
    seen: new Set(SEEN.filter((one) => heat.seen?.[one] !== undefined)),
    skullG: heat.pour.skullG,
    chargeG: summary.predicted.chargeMassG,
    fullness: fullnessOf(heat, gear),
    filletBreaks: (heat.tests ?? []).filter(({ brokeAt }) => brokeAt === 'fillet').length,
    smoked: (heat.log ?? []).some(({ kind }) => kind === 'smoke' || kind === 'flare'),
    zincInOverC: zincAt !== null && trace.length ? over(temperatureAt(trace, zincAt)) : null,
    cover: inForce('cover') ?? null,
    fluxes: [inForce('flux'), inForce('cover')].flatMap((id) => id ?? []),
    composition: {
      ...summary.predicted.composition,
      ...Object.fromEntries(Object.entries(measured).map(([symbol, { pct }]) => [symbol, pct])),
    },
    limits: alloy?.limits ?? {},
    zincBelow: measured.Zn ? measured.Zn.pct < ((alloy && zincLeast(alloy)) ?? 0) : null,
    offSpec: verdict && verdict.overall !== 'nothing-measured' ? verdict.overall === 'outside' : null,
    // A box that was not ticked says nothing.
    barFault: (heat.tests ?? []).some(({ barFault }) => barFault) ? true : null,
    unfired: crucible?.type === 'crucible' ? wantsFirstFire(crucible, 0) : null,
    emptied: doneAt('empty') !== null,
  }
}

function fullnessOf({ alloy, tapMassG, crucibleId }: Heat, gear: readonly Gear[]): number | null {
  const crucible = gear.find(({ id }) => id === crucibleId)
  if (!alloy || !tapMassG || crucible?.type !== 'crucible') return null
  const { gcm3 } = solidDensity(alloy)
  const holdsG = crucible.brimCm3 ? brimHolds(crucible.brimCm3, gcm3) : crucibleHolds(crucible.number, gcm3)
  return tapMassG / holdsG
}
