import type { Becoming } from '#core/charge'
import { totalG } from '#core/lists'

/** A lot of which so little goes in, as a share of the charge, is a trace of it and no use. */
const USED_FROM = 0.01

/** Wrought numbers: copper alloys C10000 to C79999, aluminium of four digits (UNS and Aluminum Association numbering). */
const WROUGHT = /^(C[1-7]\d{4}|\d{4})$/

/**
 * What a newcomer's pile can become, best first: alloys that are made for casting; of these what uses the
 * most of its bins, since they were named to be used; of those alike what gives the most.
 * @example bestUse([{ id: 'a', mostG: 900, lines: [{ lot: 'x', massG: 900 }] }, { id: 'b', mostG: 800, lines: [{ lot: 'x', massG: 700 }, { lot: 'y', massG: 100 }] }]).map(({ id }) => id) // ['b', 'a']
 */
export function bestUse<One extends Pick<Becoming, 'id' | 'mostG' | 'lines'>>(all: readonly One[]): One[] {
  const used = ({ lines }: One) => {
    const chargeG = totalG(lines)
    return lines.filter(({ massG }) => massG >= USED_FROM * chargeG).length
  }
  const wrought = ({ id }: One) => Number(WROUGHT.test(id))
  return [...all].sort((a, b) => wrought(a) - wrought(b) || used(b) - used(a) || b.mostG - a.mostG)
}

/**
 * What is nearest by what has to be bought, alloys made for casting first.
 * @param all the nearest first
 */
export function castFirst<One extends Pick<Becoming, 'id'>>(all: readonly One[]): One[] {
  return [...all].sort((a, b) => Number(WROUGHT.test(a.id)) - Number(WROUGHT.test(b.id)))
}
