import { pourWindow, type Alloy, type Liquidus, type PourWindow, type Practice } from '#core/alloys'
import {
  ALUMINIUM_ORDER,
  classifyForAluminium,
  classifyForCopper,
  COPPER_ORDER,
  type AdditionClass,
  type ChargedLot,
} from './classify'
import { doseOfCharge, PHOSPHOR_COPPER_SHARE_PCT, type Dose } from './doses'

export type StepKind =
  | 'ready'
  | 'crucible'
  | 'preheat'
  | 'cover'
  | 'base'
  | 'add'
  | 'flux'
  | 'stir'
  | 'deoxidise'
  | 'degas'
  | 'rest'
  | 'skim'
  | 'temperature'
  | 'mould'
  | 'pour'
  | 'empty'

/** One step of the run sheet, in the order it is done. Words for it are made in the interface. */
export interface RunStep {
  /** stable over recomputation, so that what was ticked stays ticked */
  id: string
  kind: StepKind
  addition?: AdditionClass
  lots?: ChargedLot[]
  dose?: Dose
  minutes?: readonly [number, number]
  /** hold the melt below this while adding, °C */
  belowC?: number
  window?: PourWindow
  cautions: string[]
}

const COMMON = 'Common practice, no source'

/** Alloys that take phosphor copper before pouring; the rest deoxidise themselves or must not have it. */
const TAKES_PHOSPHORUS: ReadonlySet<Practice> = new Set([
  'tin-bronze',
  'leaded-bronze',
  'red-brass',
  'deoxidised-copper',
])

/**
 * The run sheet of a charge: every step in the order the alloy's family wants, with amounts, clocks and the
 * cautions that belong to it.
 * @param alloy decides the family and the deoxidant
 * @param charge what goes in, g
 * @param liquidus of the alloy
 * @returns steps from readiness to the empty crucible
 * @source common practice for order and doses; phosphor copper from foundry handbooks, from memory
 */
export function runSheet(
  alloy: Pick<Alloy, 'base' | 'practice'>,
  charge: readonly ChargedLot[],
  liquidus: Liquidus,
): RunStep[] {
  const lots = charge.filter(({ massG }) => massG > 0)
  const chargeG = lots.reduce((sum, { massG }) => sum + massG, 0)
  const window = pourWindow(liquidus.liquidusC)
  const additions = alloy.base === 'Al' ? aluminiumAdditions(lots) : copperAdditions(lots, liquidus)
  const treatment =
    alloy.base === 'Al' ? aluminiumTreatment(chargeG) : copperTreatment(alloy.practice, lots, chargeG)
  const early: RunStep[] = [
    { id: 'ready', kind: 'ready', cautions: ['protection', 'place'] },
    { id: 'crucible', kind: 'crucible', cautions: ['crucible'] },
    { id: 'preheat', kind: 'preheat', cautions: ['damp', 'never'] },
  ]
  const late: RunStep[] = [
    { id: 'skim', kind: 'skim', cautions: ['damp'] },
    {
      id: 'temperature',
      kind: 'temperature',
      window,
      cautions: alloy.base === 'Al' ? ['aluminium-no-glow'] : [],
    },
    { id: 'mould', kind: 'mould', cautions: ['mould'] },
    { id: 'pour', kind: 'pour', window, cautions: ['pour'] },
    { id: 'empty', kind: 'empty', cautions: ['quench'] },
  ]
  return [...early, ...additions, ...treatment, ...late]
}

function copperAdditions(lots: readonly ChargedLot[], liquidus: Liquidus): RunStep[] {
  const groups = group(lots, classifyForCopper, COPPER_ORDER).filter(
    ({ addition }) => addition !== 'phosphor',
  )
  const chargeG = lots.reduce((sum, { massG }) => sum + massG, 0)
  return groups.flatMap(({ addition, lots: members }, index) => {
    const cautions = copperCautions(addition, members)
    if (index > 0) {
      const volatile = addition === 'zinc' || addition === 'brass'
      const belowC = volatile ? { belowC: liquidus.liquidusC + 60 } : {}
      return [{ id: `add-${addition}`, kind: 'add', addition, lots: members, cautions, ...belowC }]
    }
    const cover = doseOfCharge(chargeG, 0.5, 1, COMMON)
    const base: RunStep = { id: 'base', kind: 'base', addition, lots: members, cautions }
    return [base, { id: 'cover', kind: 'cover', dose: cover, cautions: ['damp'] }]
  }) as RunStep[]
}

function copperCautions(addition: AdditionClass, lots: readonly ChargedLot[]): string[] {
  const cautions = ['damp']
  const has = (symbol: string, above: number) =>
    lots.some(({ composition }) => (composition[symbol] ?? 0) > above)
  if (has('Zn', 3)) cautions.push('zinc-fume')
  if (has('Pb', 0.5)) cautions.push('lead')
  if (addition === 'silicon') cautions.push('silicon')
  if (addition === 'aluminium') cautions.push('aluminium-in-copper')
  return cautions
}

function copperTreatment(practice: Practice, lots: readonly ChargedLot[], chargeG: number): RunStep[] {
  const stir: RunStep = { id: 'stir', kind: 'stir', cautions: ['damp'] }
  const phosphor = lots.filter((lot) => classifyForCopper(lot) === 'phosphor')
  if (phosphor.length > 0)
    return [stir, { id: 'deoxidise', kind: 'deoxidise', lots: phosphor, cautions: ['damp'] }]
  if (!TAKES_PHOSPHORUS.has(practice)) return [stir]
  const dose = doseOfCharge(
    chargeG,
    PHOSPHOR_COPPER_SHARE_PCT,
    PHOSPHOR_COPPER_SHARE_PCT,
    'Foundry handbooks (2 oz of 15 % phosphor copper to 100 lb); from memory',
  )
  return [stir, { id: 'deoxidise', kind: 'deoxidise', dose, cautions: ['damp'] }]
}

function aluminiumAdditions(lots: readonly ChargedLot[]): RunStep[] {
  const groups = group(lots, classifyForAluminium, ALUMINIUM_ORDER)
  const steps = groups.map(({ addition, lots: members }, index): RunStep => {
    const cautions = ['damp', 'rust']
    if (addition === 'magnesium') cautions.push('magnesium')
    if (addition === 'silicon') cautions.push('silicon')
    if (index === 0) return { id: 'base', kind: 'base', addition, lots: members, cautions }
    const minutes = addition === 'silicon' ? { minutes: [10, 15] as const } : {}
    return { id: `add-${addition}`, kind: 'add', addition, lots: members, cautions, ...minutes }
  })
  const chargeG = lots.reduce((sum, { massG }) => sum + massG, 0)
  const flux: RunStep = {
    id: 'flux',
    kind: 'flux',
    dose: doseOfCharge(chargeG, 0.5, 2, COMMON),
    cautions: ['damp'],
  }
  const magnesium = steps.findIndex(({ addition }) => addition === 'magnesium')
  steps.splice(magnesium > 0 ? magnesium : steps.length, 0, flux)
  return steps
}

function aluminiumTreatment(chargeG: number): RunStep[] {
  return chargeG > 0
    ? [
        { id: 'degas', kind: 'degas', minutes: [10, 15], cautions: ['gas', 'damp'] },
        { id: 'rest', kind: 'rest', minutes: [2, 5], cautions: [] },
      ]
    : []
}

function group(
  lots: readonly ChargedLot[],
  classify: (lot: ChargedLot) => AdditionClass,
  order: readonly AdditionClass[],
): { addition: AdditionClass; lots: ChargedLot[] }[] {
  return order
    .map((addition) => ({
      addition,
      lots: lots.filter((lot) => classify(lot) === addition).sort((a, b) => b.massG - a.massG),
    }))
    .filter(({ lots: members }) => members.length > 0)
}
