import { pourWindow, type Alloy, type Liquidus, type PourWindow } from '#core/alloys'
import {
  ALUMINIUM_ORDER,
  classifyForAluminium,
  classifyForCopper,
  COPPER_ORDER,
  type AdditionClass,
  type ChargedLot,
} from './classify'
import { doseOfCharge, type Dose } from './doses'
import {
  practiceInForce,
  type ChosenPractices,
  type OwnPractice,
  type Practice,
  type PracticeArea,
} from './practice'

export type StepKind =
  | 'ready'
  | 'first-fire'
  | 'crucible'
  | 'preheat'
  | 'cover'
  | 'base'
  | 'add'
  | 'flux'
  | 'stir'
  | 'refine'
  | 'top-up'
  | 'deoxidise'
  | 'degas'
  | 'rest'
  | 'skim'
  | 'sample'
  | 'temperature'
  | 'mould'
  | 'pour'
  | 'empty'

/** What has to be true before the next step is begun. */
export type Hold =
  'dressed' | 'fired' | 'hot-dry' | 'molten' | 'dissolved' | 'cool-enough' | 'in-window' | 'mould-dry'

/** One step of the run sheet, in the order it is done. Words for it are made in the interface. */
export interface RunStep {
  /** stable over recomputation, so that what was ticked stays ticked */
  id: string
  kind: StepKind
  addition?: AdditionClass
  lots?: ChargedLot[]
  dose?: Dose
  minutes?: readonly [number, number]
  /** the school it is done by */
  practice?: Practice
  /** not to be gone beyond until this is so */
  hold?: Hold
  /** hold the melt below this while adding, °C */
  belowC?: number
  window?: PourWindow
  /** castings in the order they are poured */
  pourOrder?: readonly string[]
  cautions: readonly string[]
}

/** What the sheet is made with besides the charge. */
export interface RunSheetAsk {
  chosen?: ChosenPractices
  own?: readonly OwnPractice[]
  /** the crucible was never fired */
  newCrucible?: boolean
  /** castings in the order they are poured, thin ones first */
  pourOrder?: readonly string[]
  /** zinc to put back because more was burnt than planned, g */
  topUpZincG?: number
}

type Family = Pick<Alloy, 'base' | 'practice'>
interface Making extends RunSheetAsk {
  alloy: Family
  lots: readonly ChargedLot[]
  chargeG: number
  liquidusC: number
}

/**
 * The run sheet of a charge: every step in the order the alloy's family wants, by the practices chosen, with amounts,
 * clocks, holds and the cautions that belong to it.
 * @param alloy decides the family and the deoxidant
 * @param charge what goes in, g
 * @param liquidus of the alloy
 * @returns steps from readiness to the empty crucible
 * @source common practice for order; each practice with its own in data/practices.json
 */
export function runSheet(
  alloy: Family,
  charge: readonly ChargedLot[],
  liquidus: Pick<Liquidus, 'liquidusC'>,
  ask: RunSheetAsk = {},
): RunStep[] {
  const lots = charge.filter(({ massG }) => massG > 0)
  const chargeG = lots.reduce((sum, { massG }) => sum + massG, 0)
  const making: Making = { ...ask, alloy, lots, chargeG, liquidusC: liquidus.liquidusC }
  const aluminium = alloy.base === 'Al'
  return [
    ...early(making),
    ...(aluminium ? aluminiumAdditions(making) : copperAdditions(making)),
    ...(aluminium ? aluminiumTreatment(making) : copperTreatment(making)),
    ...late(making),
  ]
}

/** The practice of an area with its dose; undefined where the alloy leaves no choice there. */
function inForce(
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
function practised(
  making: Making,
  area: PracticeArea,
  kind: StepKind,
  more: Partial<RunStep> = {},
): RunStep[] {
  const { acts, ...step } = inForce(making, area)
  if (!acts) return []
  return [{ id: kind, kind, ...step, cautions: step.practice?.cautions ?? [], ...more }]
}

function early(making: Making): RunStep[] {
  const ramp = inForce(making, 'ramp').practice
  return [
    { id: 'ready', kind: 'ready', hold: 'dressed', cautions: ['protection', 'place'] },
    ...(making.newCrucible
      ? [{ id: 'first-fire', kind: 'first-fire', hold: 'fired', cautions: ['crucible'] } satisfies RunStep]
      : []),
    { id: 'crucible', kind: 'crucible', cautions: ['crucible'], ...(ramp ? { practice: ramp } : {}) },
    { id: 'preheat', kind: 'preheat', hold: 'hot-dry', cautions: ['damp', 'never'] },
  ]
}

function late({ alloy, liquidusC, pourOrder = [] }: Making): RunStep[] {
  const window = pourWindow(liquidusC)
  return [
    { id: 'skim', kind: 'skim', cautions: ['damp'] },
    { id: 'sample', kind: 'sample', cautions: ['mould'] },
    {
      id: 'temperature',
      kind: 'temperature',
      window,
      hold: 'in-window',
      cautions: alloy.base === 'Al' ? ['aluminium-no-glow'] : [],
    },
    { id: 'mould', kind: 'mould', hold: 'mould-dry', cautions: ['mould'] },
    { id: 'pour', kind: 'pour', window, pourOrder, cautions: ['pour'] },
    { id: 'empty', kind: 'empty', cautions: ['quench'] },
  ]
}

/** The order of additions to copper, with the tin where the chosen school puts it. */
function copperOrder(making: Making): readonly AdditionClass[] {
  if (inForce(making, 'tin').practice?.id !== 'tin-last') return COPPER_ORDER
  return [...COPPER_ORDER.filter((addition) => addition !== 'tin'), 'tin']
}

function copperAdditions(making: Making): RunStep[] {
  const deoxidant = takesDeoxidant(making)
  const groups = group(making.lots, classifyForCopper, copperOrder(making)).filter(
    ({ addition }) => addition !== 'phosphor' || !deoxidant,
  )
  const zinc = inForce(making, 'zinc').practice
  return groups.flatMap(({ addition, lots: members }, index): RunStep[] => {
    const cautions = copperCautions(addition, members)
    if (index === 0)
      return [
        { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions },
        ...practised(making, 'cover', 'cover'),
        ...practised(making, 'flux', 'flux'),
      ]
    const volatile = addition === 'zinc' || addition === 'brass'
    const step: RunStep = { id: `add-${addition}`, kind: 'add', addition, lots: members, cautions }
    if (volatile) Object.assign(step, { belowC: making.liquidusC + 60, hold: 'cool-enough' })
    else if (addition === 'silicon' || addition === 'master') step.hold = 'dissolved'
    return [addition === 'zinc' && zinc ? { ...step, practice: zinc } : step]
  })
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

/** Phosphor copper belongs in the alloy at all. */
const takesDeoxidant = ({ alloy }: Making) =>
  practiceInForce(alloy, 'deoxidise', {})?.practice.sharePct !== undefined

function copperTreatment(making: Making): RunStep[] {
  const { lots, topUpZincG = 0, liquidusC } = making
  const stir: RunStep[] = [{ id: 'stir', kind: 'stir', cautions: ['damp'] }]
  if (topUpZincG > 0)
    stir.push({
      id: 'top-up',
      kind: 'top-up',
      dose: doseOfCharge(topUpZincG, 100, 100, 'Estimate, from the log of this heat'),
      belowC: liquidusC + 60,
      hold: 'cool-enough',
      cautions: ['damp', 'zinc-fume'],
    })
  const phosphor = lots.filter((lot) => classifyForCopper(lot) === 'phosphor')
  if (phosphor.length > 0 && takesDeoxidant(making))
    return [...stir, { id: 'deoxidise', kind: 'deoxidise', lots: phosphor, cautions: ['damp'] }]
  return [...stir, ...practised(making, 'deoxidise', 'deoxidise')]
}

function aluminiumAdditions(making: Making): RunStep[] {
  const groups = group(making.lots, classifyForAluminium, ALUMINIUM_ORDER)
  const steps = groups.map(({ addition, lots: members }, index): RunStep => {
    const cautions = ['damp', 'rust']
    if (addition === 'magnesium') cautions.push('magnesium')
    if (addition === 'silicon') cautions.push('silicon')
    if (index === 0) return { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions }
    const step: RunStep = { id: `add-${addition}`, kind: 'add', addition, lots: members, cautions }
    if (addition === 'silicon') Object.assign(step, { minutes: [10, 15], hold: 'dissolved' })
    if (addition === 'master') step.hold = 'dissolved'
    return step
  })
  const magnesium = steps.findIndex(({ addition }) => addition === 'magnesium')
  steps.splice(magnesium > 0 ? magnesium : steps.length, 0, ...practised(making, 'flux', 'flux'))
  return steps
}

function aluminiumTreatment(making: Making): RunStep[] {
  if (making.chargeG <= 0) return []
  return [
    ...practised(making, 'refine', 'refine'),
    ...practised(making, 'degas', 'degas'),
    { id: 'rest', kind: 'rest', minutes: [2, 5], cautions: [] },
  ]
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
