import { newLot } from './new-lot'
import type { Lot } from './schema'

/** Moves kept with a lot; older ones are forgotten, their effect stays. */
const MOST_MOVES = 500

const round = (grams: number) => Number(grams.toFixed(3))

/**
 * A lot after metal was weighed in or out of it, the move written down.
 * @param changeG more than 0 in, less than 0 out
 * @throws RangeError when more is taken than there is
 */
export function moveMetal(lot: Lot, changeG: number, why: string, now: string): Lot {
  if (lot.massG + changeG < -1e-9) throw new RangeError('more is taken out than there is')
  return {
    ...lot,
    massG: Math.max(0, round(lot.massG + changeG)),
    moves: [...(lot.moves ?? []), { at: now, changeG: round(changeG), why }].slice(-MOST_MOVES),
  }
}

/**
 * Part of a lot as a lot of its own, of the same metal.
 * @param massG of the part
 * @returns what stays, and the part
 * @throws RangeError when the part is not less than the whole, or nothing
 */
export function splitLot(
  lot: Lot,
  massG: number,
  part: { id: string; name: string; now: string },
): { rest: Lot; part: Lot } {
  if (!(massG > 0) || massG >= lot.massG)
    throw new RangeError('a part is more than nothing and less than all')
  const { now, id, name } = part
  const fresh = newLot({ id, now }, { ...lot, name, massG: round(massG) })
  delete fresh.moves
  return { rest: moveMetal(lot, -massG, `split off ${name}`, now), part: fresh }
}
