import type { Liquidus } from '#core/alloys'
import { classifyForCopper, COPPER_ORDER, type AdditionClass, type ChargedLot } from './classify'
import { doseOfCharge } from './doses'
import { fumeCautions, isFineMetal } from './hazards'
import { group, inForce, practised, type Making } from './making'
import { meltWhile, Pot, PORTION, zincBoilsAt, type MeltC, type Portion } from './pot'
import { practiceInForce } from './practice'
import type { RunStep } from './run-step'

/** What a copper alloy wants between the hot crucible and the skimming. */
export const copperSteps = (making: Making): RunStep[] => [
  ...copperAdditions(making),
  ...copperTreatment(making),
]

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
  const cautions = ['damp', ...fumeCautions(lots)]
  if (addition === 'silicon') cautions.push('silicon')
  if (addition === 'aluminium') cautions.push('aluminium-in-copper')
  if (lots.some(isFineMetal)) cautions.push('fine-metal')
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
