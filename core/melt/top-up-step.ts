import { doseOfCharge } from './doses'
import type { Making } from './making'
import { holdTemperatures, Pot } from './pot'
import type { RunStep } from './run-step'

/** Zinc put back because more was burnt than planned; none where none was. */
export function topUpStep(making: Making): RunStep[] {
  const { topUpZincG = 0 } = making
  if (topUpZincG <= 0) return []
  return [
    {
      id: 'top-up',
      kind: 'top-up',
      dose: doseOfCharge(topUpZincG, 100, 100, 'Estimate, from the log of this heat'),
      ...heldAt(making, topUpZincG),
      hold: 'cool-enough',
      cautions: ['damp', 'zinc-fume'],
    },
  ]
}

/** What the melt is held at meanwhile: it has lost that much zinc, and freezes the higher for it. */
function heldAt({ lots, liquidus }: Making, zincG: number): Pick<RunStep, 'meltC'> {
  const pot = new Pot()
  for (const lot of lots) pot.add(lot)
  const whole = pot.liquidus()
  pot.add({ composition: { Zn: 100 }, massG: -zincG })
  const poorer = pot.liquidus()
  const [before, after] = [poorer ?? liquidus, liquidus ?? whole]
  const meltC = holdTemperatures(before, after)
  return meltC ? { meltC } : {}
}
