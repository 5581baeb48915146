import { metalFacts, type Addition, type MetalFacts, type Treatment } from '#core/families'
import { burningAddition } from './burning-addition'
import type { ChargedLot } from './charged-lot'
import { chillOf, type Chill } from './chill'
import { isFineMetal } from './hazards'
import { groupLots, inForce, practised, type Making } from './making'
import { holdTemperatures, Pot, type MeltC } from './pot'
import { practiceInForce } from './practice'
import type { RunStep } from './run-step'
import { topUpStep } from './top-up-step'

type Course = MetalFacts['course']
type Added = Extract<Course[number], { add: Addition }>
type Treated = Extract<Course[number], { do: Treatment }>

/** A smaller change of temperature is not worth a word, °C. */
const WORTH_SAYING_C = 15

/**
 * What a metal wants between the hot crucible and the skimming: its additions and treatments in the order of its
 * course.
 * @source data/families.json: course of each metal; common practice
 */
export function courseSteps(making: Making): RunStep[] {
  const course = tabletsFirst(making, inSchool(making, metalFacts(making.metal).course))
  const groups = groupLots(making)
  const deoxidant = takesDeoxidant(making)
  const additions = course.filter(
    (entry): entry is Added => 'add' in entry && groups.has(entry.add) && !(entry.deoxidant && deoxidant),
  )
  const begun = course.findIndex((entry) => 'add' in entry)
  const pot = new Pot()
  const steps: RunStep[] = []
  const [first] = additions
  if (first) {
    const lots = groups.get(first.add)!
    pot.addAll(lots)
    const cautions = additionCautions(making, first, lots)
    if (coldCover(making)) steps.push(...practised(making, 'cover', 'cover'))
    steps.push({ id: 'base', kind: 'base', addition: first.add, lots, hold: 'molten', cautions })
  }
  course.forEach((entry, at) => {
    if ('do' in entry) {
      if (entry.do === 'cover' && first && coldCover(making)) return
      // What stands before the first addition goes in with it.
      if (at > begun || first)
        steps.push(...treatment(making, entry, deoxidant ? groups.get('phosphor') : undefined))
    } else if (entry !== first && additions.includes(entry))
      steps.push(addition(making, entry, groups.get(entry.add)!, pot))
  })
  return steps
}

/** The course as the school chosen for an addition has it: one that says so puts it in last. */
function inSchool(making: Making, course: Course): Course {
  const last = inForce(making, 'tin').practice?.last
  const moved = course.find((entry) => 'add' in entry && entry.add === last)
  if (!moved) return course
  const rest = course.filter((entry) => entry !== moved)
  const end = rest.findLastIndex((entry) => 'add' in entry)
  return rest.toSpliced(end + 1, 0, moved)
}

/** An addition that heats the melt goes in as cool as keeps it liquid. */
function coolerFor(chill: Chill | null, pot: Pot, lots: readonly ChargedLot[]): Pick<RunStep, 'meltC'> {
  const held =
    chill && chill.dropC <= -WORTH_SAYING_C && holdTemperatures(pot.liquidus(), pot.with(lots).liquidus())
  return held ? { meltC: held } : {}
}

/** What an addition dissolves at: as told, and no lower than keeps the melt liquid. */
function dissolvingAt([fromC, toC]: readonly [number, number], pot: Pot, lots: readonly ChargedLot[]): MeltC {
  const liquid = holdTemperatures(pot.liquidus(), pot.with(lots).liquidus())
  return { fromC: Math.max(fromC, liquid?.fromC ?? 0), toC: Math.max(toC, liquid?.toC ?? 0) }
}

/** A cover that goes in with the cold metal: it keeps the air off while the charge heats. */
const coldCover = (making: Making): boolean => inForce(making, 'cover').practice?.withColdCharge === true

/** Tablets that give off chlorine strip magnesium and strontium: they go before both. */
function tabletsFirst(making: Making, course: Course): Course {
  if (!inForce(making, 'degas').practice?.strips) return course
  const tablets = course.find((entry) => 'do' in entry && entry.do === 'degas')
  const rest = course.filter((entry) => entry !== tablets)
  const at = rest.findIndex((entry) => ('add' in entry ? entry.add === 'magnesium' : entry.do === 'refine'))
  return tablets && at >= 0 ? rest.toSpliced(at, 0, tablets) : course
}

function addition(making: Making, entry: Added, lots: ChargedLot[], pot: Pot): RunStep {
  const cautions = additionCautions(making, entry, lots)
  const chill = chillOf(making.metal, { composition: pot.composition(), massG: pot.totalG }, lots)
  const step: RunStep = {
    id: `add-${entry.add}`,
    kind: 'add',
    addition: entry.add,
    lots,
    cautions,
    ...(chill && Math.abs(chill.dropC) >= WORTH_SAYING_C ? { chill } : {}),
    ...(entry.atC ? { meltC: dissolvingAt(entry.atC, pot, lots) } : coolerFor(chill, pot, lots)),
  }
  if (entry.burns) return burningAddition(making, step, pot, entry.school)
  pot.addAll(lots)
  if (entry.minutes) step.minutes = entry.minutes
  if (entry.hold) step.hold = entry.hold
  return step
}

function additionCautions(
  { metal }: Making,
  { cautions = [] }: Added,
  lots: readonly ChargedLot[],
): string[] {
  const { adding, holding, fine } = metalFacts(metal).cautions
  const holds = ({ element, over }: (typeof holding)[number]) =>
    lots.some(({ composition }) => (composition[element] ?? 0) > over)
  return [
    ...adding,
    ...holding.filter(holds).map(({ caution }) => caution),
    ...cautions,
    ...(fine && lots.some(isFineMetal) ? ['fine-metal'] : []),
  ]
}

/** @param deoxidant lots of the charge that take the oxygen out; undefined where it holds none */
function treatment(
  making: Making,
  { do: what, minutes }: Treated,
  deoxidant: ChargedLot[] | undefined,
): RunStep[] {
  switch (what) {
    case 'stir':
      return [{ id: 'stir', kind: 'stir', cautions: ['damp'] }]
    case 'rest':
      return making.chargeG > 0 && minutes ? [{ id: 'rest', kind: 'rest', minutes, cautions: [] }] : []
    case 'top-up':
      return topUpStep(making)
    case 'refine':
    case 'degas':
      return making.chargeG > 0 ? practised(making, what, what) : []
    case 'deoxidise':
      return deoxidant
        ? [{ id: what, kind: what, lots: deoxidant, cautions: ['damp'] }]
        : practised(making, what, what)
    default:
      return practised(making, what, what)
  }
}

/** Phosphor copper belongs in the alloy at all. */
const takesDeoxidant = ({ alloy }: Making) =>
  practiceInForce(alloy, 'deoxidise', {})?.practice.sharePct !== undefined
