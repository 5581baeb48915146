import type { ChargedLot } from './charged-lot'
import { mayHoldRounds } from './hazards'

/** Metals that melt, burn or fume on a furnace lid. */
const SOFT = ['Sn', 'Pb', 'Zn', 'Bi', 'Cd', 'Mg', 'Sb', 'P'] as const
/** With so much of them in it a lot is kept off the lid, wt%. */
const MOSTLY = 50
/** Phosphor copper melts at 714 °C. */
const PHOSPHOR = 4

export interface Preheat {
  /** laid on the lid until a drop of water jumps off, well above 100 °C */
  hot: ChargedLot[]
  /** tin, lead, zinc, magnesium and their like: warmed dry beside the furnace, never on the lid */
  warm: ChargedLot[]
  /** what may hold live rounds: never near heat before each piece is proved empty */
  proved: ChargedLot[]
}

/**
 * What of a charge is preheated, and how far.
 * @source usual caution: everything is dried; tin melts at 232, lead at 327, zinc at 419 °C, magnesium burns
 */
export function preheated(lots: readonly ChargedLot[]): Preheat {
  const soft = ({ composition }: ChargedLot) =>
    SOFT.reduce((sum, symbol) => sum + (composition[symbol] ?? 0), 0) > MOSTLY ||
    (composition.P ?? 0) > PHOSPHOR
  const plain = lots.filter((lot) => !mayHoldRounds(lot))
  return {
    hot: plain.filter((lot) => !soft(lot)),
    warm: plain.filter(soft),
    proved: lots.filter(mayHoldRounds),
  }
}
