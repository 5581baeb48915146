import type { Liquidus } from '#core/alloys'
import { familyOf, pourWindow, type FamilyMetal, type PourWindow } from '#core/families'
import {
  ALUMINIUM_ORDER,
  classifyForAluminium,
  classifyForCopper,
  classifyForTin,
  classifyForZinc,
  COPPER_ORDER,
  TIN_ORDER,
  ZINC_ORDER,
  type AdditionClass,
  type ChargedLot,
} from './classify'
import { doseOfCharge, type Dose } from './doses'
import { preheated, type Preheat } from './preheat'
import { meltWhile, Pot, PORTION, zincBoilsAt, type MeltC, type Portion } from './pot'
import {
  practiceInForce,
  type AlloyKind,
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
  /** hold the melt between these while adding */
  meltC?: MeltC
  /** the addition in parts, each with what the melt is held at for it */
  portions?: readonly Portion[]
  /** zinc boils out of the melt from here on, once the addition is in, °C; told where it is inside what it is held at */
  boilsC?: number
  window?: PourWindow
  /** castings in the order they are poured */
  pourOrder?: readonly string[]
  /** what is laid on the lid, and what is only warmed beside it */
  preheat?: Preheat
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

interface Making extends RunSheetAsk {
  alloy: AlloyKind
  metal: FamilyMetal
  lots: readonly ChargedLot[]
  chargeG: number
  /** null where none is known */
  liquidus: Liquidus | null
}

/**
 * The run sheet of a charge: every step in the order the alloy's family wants, by the practices chosen, with amounts,
 * clocks, holds and the cautions that belong to it.
 * @param alloy decides the family and the deoxidant
 * @param charge what goes in, g
 * @param liquidus of the alloy; null where none is known, and no temperature is told
 * @returns steps from readiness to the empty crucible; none for a metal that no practice is known for
 * @source common practice for order; each practice with its own in data/practices.json
 */
export function runSheet(
  alloy: AlloyKind,
  charge: readonly ChargedLot[],
  liquidus: Liquidus | null,
  ask: RunSheetAsk = {},
): RunStep[] {
  const metal = familyOf(alloy)?.metal
  if (!metal) return []
  const lots = charge.filter(({ massG }) => massG > 0)
  const chargeG = lots.reduce((sum, { massG }) => sum + massG, 0)
  const making: Making = { ...ask, alloy, metal, lots, chargeG, liquidus }
  return [...early(making), ...MIDDLE[metal](making), ...late(making)]
}

/** What each metal wants between the hot crucible and the skimming. */
const MIDDLE: Readonly<Record<FamilyMetal, (making: Making) => RunStep[]>> = {
  Cu: (making) => [...copperAdditions(making), ...copperTreatment(making)],
  Al: (making) => [...aluminiumAdditions(making), ...aluminiumTreatment(making)],
  Zn: zincSteps,
  Sn: tinSteps,
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
    {
      id: 'preheat',
      kind: 'preheat',
      hold: 'hot-dry',
      preheat: preheated(making.lots),
      cautions: ['damp', 'never'],
    },
  ]
}

function late({ alloy, metal, liquidus, pourOrder = [] }: Making): RunStep[] {
  const window = pourWindow(alloy, liquidus)
  return [
    { id: 'skim', kind: 'skim', cautions: ['damp'] },
    { id: 'sample', kind: 'sample', cautions: ['mould'] },
    {
      id: 'temperature',
      kind: 'temperature',
      ...(window ? { window } : {}),
      hold: 'in-window',
      cautions: NO_GLOW[metal],
    },
    { id: 'mould', kind: 'mould', hold: 'mould-dry', cautions: ['mould'] },
    { id: 'pour', kind: 'pour', ...(window ? { window } : {}), pourOrder, cautions: ['pour'] },
    { id: 'empty', kind: 'empty', cautions: ['quench'] },
  ]
}

/** Metal that gives no colour warning. */
const NO_GLOW: Readonly<Record<FamilyMetal, readonly string[]>> = {
  Cu: [],
  Al: ['aluminium-no-glow'],
  Zn: ['no-glow', 'zinc-overheat'],
  Sn: ['no-glow'],
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
  const pot = new Pot()
  return groups.flatMap(({ addition, lots: members }, index): RunStep[] => {
    const cautions = copperCautions(addition, members)
    if (index === 0) {
      for (const lot of members) pot.add(lot)
      return [
        { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions },
        ...practised(making, 'cover', 'cover'),
        ...practised(making, 'flux', 'flux'),
      ]
    }
    const step: RunStep = { id: `add-${addition}`, kind: 'add', addition, lots: members, cautions }
    const { zincShare, ...held } = addTo(pot, members)
    if (addition !== 'zinc' && addition !== 'brass') {
      if (addition === 'silicon' || addition === 'master') step.hold = 'dissolved'
      return [step]
    }
    Object.assign(step, { hold: 'cool-enough' })
    const large = zincShare > PORTION
    const zinc = inForce(
      large && !making.chosen?.zinc
        ? { ...making, chosen: { ...making.chosen, zinc: { id: 'zinc-portions', sharePct: null } } }
        : making,
      'zinc',
    ).practice
    if (addition === 'zinc' && zinc) step.practice = zinc
    const parts = large && (addition === 'brass' || zinc?.id !== 'zinc-once')
    if (!parts) {
      if (held.whole) step.meltC = held.whole
      if (large) cautions.push('zinc-large')
    } else if (held.portions) step.portions = held.portions
    const hottest = step.portions?.at(-1)?.toC ?? step.meltC?.toC
    const boilsC = zincBoilsAt(pot.composition())
    if (boilsC !== null && hottest !== undefined && boilsC < hottest) step.boilsC = boilsC
    return [step]
  })
}

/**
 * Puts an addition into the pot: what the melt is held at where it goes in at once, and where in parts of no more than
 * a tenth of the melt as zinc.
 */
function addTo(
  pot: Pot,
  members: readonly ChargedLot[],
): { zincShare: number; whole: MeltC | null; portions: Portion[] | null } {
  const massG = members.reduce((sum, lot) => sum + lot.massG, 0)
  const zincG = members.reduce((sum, lot) => sum + (lot.massG * (lot.composition.Zn ?? 0)) / 100, 0)
  const zincShare = zincG / Math.max(pot.totalG + massG, 1e-9)
  const count = Math.max(1, Math.ceil(zincShare / PORTION - 1e-9))
  const first = pot.liquidus()
  const portions: (Portion | null)[] = []
  for (let part = 0; part < count; part++) {
    const before = pot.liquidus()
    for (const lot of members) pot.add({ composition: lot.composition, massG: lot.massG / count })
    const held = meltWhile(before, pot.liquidus())
    portions.push(held && { massG: massG / count, ...held })
  }
  const known = portions.every((portion) => portion !== null)
  return {
    zincShare,
    whole: meltWhile(first, pot.liquidus()),
    portions: known ? (portions as Portion[]) : null,
  }
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
  const { lots, topUpZincG = 0, liquidus } = making
  const stir: RunStep[] = [{ id: 'stir', kind: 'stir', cautions: ['damp'] }]
  if (topUpZincG > 0)
    stir.push({
      id: 'top-up',
      kind: 'top-up',
      dose: doseOfCharge(topUpZincG, 100, 100, 'Estimate, from the log of this heat'),
      ...topUpHeld(lots, topUpZincG, liquidus),
      hold: 'cool-enough',
      cautions: ['damp', 'zinc-fume'],
    })
  const phosphor = lots.filter((lot) => classifyForCopper(lot) === 'phosphor')
  if (phosphor.length > 0 && takesDeoxidant(making))
    return [...stir, { id: 'deoxidise', kind: 'deoxidise', lots: phosphor, cautions: ['damp'] }]
  return [...stir, ...practised(making, 'deoxidise', 'deoxidise')]
}

/** What the melt is held at while zinc is put back: it has lost that much, and freezes the higher for it. */
function topUpHeld(
  lots: readonly ChargedLot[],
  zincG: number,
  liquidus: Liquidus | null,
): Pick<RunStep, 'meltC'> {
  const pot = new Pot()
  for (const lot of lots) pot.add(lot)
  const whole = pot.liquidus()
  pot.add({ composition: { Zn: 100 }, massG: -zincG })
  const poorer = pot.liquidus()
  const [before, after] = [poorer ?? liquidus, liquidus ?? whole]
  const meltC = meltWhile(before, after)
  return meltC ? { meltC } : {}
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

/** Zinc, melted cool: a pool of zinc, what dissolves in it, magnesium last. */
function zincSteps(making: Making): RunStep[] {
  const steps = group(making.lots, classifyForZinc, ZINC_ORDER).map(
    ({ addition, lots: members }, index): RunStep => {
      const cautions = ['damp', 'zinc-melt']
      if (addition === 'magnesium') cautions.push('magnesium')
      if (index === 0) return { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions }
      return { id: `add-${addition}`, kind: 'add', addition, lots: members, hold: 'dissolved', cautions }
    },
  )
  return [...steps, ...practised(making, 'flux', 'flux'), { id: 'stir', kind: 'stir', cautions: ['damp'] }]
}

/** Tin: melted in iron, antimony and copper dissolved in it, stirred, skimmed. */
function tinSteps(making: Making): RunStep[] {
  const steps = group(making.lots, classifyForTin, TIN_ORDER).map(
    ({ addition, lots: members }, index): RunStep => {
      const cautions = ['damp']
      const holds = (symbol: string, above: number) =>
        members.some(({ composition }) => (composition[symbol] ?? 0) > above)
      if (holds('Pb', 0.1)) cautions.push('lead')
      if (holds('Sb', 20)) cautions.push('antimony')
      if (index === 0) return { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions }
      return { id: `add-${addition}`, kind: 'add', addition, lots: members, hold: 'dissolved', cautions }
    },
  )
  return [...steps, ...practised(making, 'flux', 'flux'), { id: 'stir', kind: 'stir', cautions: ['damp'] }]
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
