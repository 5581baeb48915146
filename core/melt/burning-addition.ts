import type { ChargedLot } from './charged-lot'
import { inForce, type Making } from './making'
import { holdTemperatures, PORTION, zincBoilsAt, type MeltC, type Portion, type Pot } from './pot'
import type { PracticeArea } from './practice'
import type { RunStep } from './run-step'

/**
 * An addition that burns off: at the lowest heat that keeps the melt liquid, a large one in parts, by the school
 * chosen for it.
 * @param pot what is in the crucible; the addition is put into it
 */
export function burningAddition(
  making: Making,
  step: RunStep,
  pot: Pot,
  school: PracticeArea | undefined,
): RunStep {
  const { zincShare, ...held } = addTo(pot, step.lots ?? [])
  const large = zincShare > PORTION
  const practice = school && schoolOf(making, school, large)
  const parts = large && (!school || practice?.id !== 'zinc-once')
  const done: RunStep = { ...step, hold: 'cool-enough', ...(practice ? { practice } : {}) }
  if (parts) {
    if (held.portions) done.portions = held.portions
  } else {
    if (held.whole) done.meltC = held.whole
    if (large) done.cautions = [...step.cautions, 'zinc-large']
  }
  const hottest = done.portions?.at(-1)?.toC ?? done.meltC?.toC
  const boilsC = zincBoilsAt(pot.composition())
  if (boilsC !== null && hottest !== undefined && boilsC < hottest) {
    done.boilsC = boilsC
    done.cautions = [...done.cautions, 'zinc-boils']
  }
  return done
}

/** The school in force; a large addition goes in in parts where nobody chose. */
function schoolOf(making: Making, school: PracticeArea, large: boolean) {
  const chosen =
    large && !making.chosen?.[school]
      ? { ...making.chosen, [school]: { id: 'zinc-portions', sharePct: null } }
      : making.chosen
  return inForce({ ...making, ...(chosen ? { chosen } : {}) }, school).practice
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
  const portions: Portion[] = []
  for (let part = 0; part < count; part++) {
    const before = pot.liquidus()
    for (const lot of members) pot.add({ composition: lot.composition, massG: lot.massG / count })
    const held = holdTemperatures(before, pot.liquidus())
    if (held) portions.push({ massG: massG / count, ...held })
  }
  const known = portions.length === count
  return { zincShare, whole: holdTemperatures(first, pot.liquidus()), portions: known ? portions : null }
}
