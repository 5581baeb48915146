import { totalG } from '#core/lists'
import type { MouldTare } from '#core/gear'
import type { Heat, Ingot, InMould, Pour } from './schema'

/** Metal that was weighed in moulds nobody has weighed empty, g: from so much to so much. */
export interface Span {
  fromG: number
  toG: number
}

/**
 * How much metal is in moulds that were weighed full and not empty.
 * @returns null where there are none
 * @example inMouldsSpan([{ grossG: 3000, tareG: { fromG: 1000, toG: 1200 } }]) // { fromG: 1800, toG: 2000 }
 */
export function inMouldsSpan(inMoulds: readonly Pick<InMould, 'grossG' | 'tareG'>[] = []): Span | null {
  if (inMoulds.length === 0) return null
  return inMoulds.reduce<Span>(
    (sum, { grossG, tareG }) => ({
      // A mould of unknown weight may be all there is on the scale, or next to nothing.
      fromG: sum.fromG + (tareG ? Math.max(0, grossG - tareG.toG) : 0),
      toG: sum.toG + (tareG ? Math.max(0, grossG - tareG.fromG) : grossG),
    }),
    { fromG: 0, toG: 0 },
  )
}

/**
 * The stamp of the next ingot of a heat, whether its mould was weighed or not.
 * @param stamp of the heat
 * @example nextIngotStamp('H-014', { ingots: [], inMoulds: [] }) // 'H-014-1'
 */
export function nextIngotStamp(
  stamp: string,
  { ingots, inMoulds = [] }: Pick<Pour, 'ingots' | 'inMoulds'>,
): string {
  const taken = [...ingots, ...inMoulds].map((one) => Number(/-(\d+)$/.exec(one.stamp)?.[1] ?? 0))
  return `${stamp}-${Math.max(0, ...taken) + 1}`
}

/**
 * An ingot weighed in its mould before the mould was: it waits for that.
 * @param tare what the mould may weigh; null where nothing is known of it
 * @example waitingIngot({ stamp: 'H-014-1', grossG: 2900 }, null).tareG // null
 */
export function waitingIngot(
  ingot: Pick<InMould, 'id' | 'stamp' | 'grossG' | 'mouldId' | 'mould'>,
  tare: MouldTare | null,
): InMould {
  return { ...ingot, tareG: tare && { fromG: tare.fromG, toG: tare.toG } }
}

/** What weighing a mould empty does to a heat. */
export interface Tared {
  heat: Heat
  /** metal that has got a weight by it, g */
  gainedG: number
  /** ingots that weigh no more with the mould than it does without: one of the two is wrong */
  refused: string[]
}

/**
 * A heat with the ingots weighed that waited for a mould.
 * @param waits which of them were in it
 * @param tareG what it weighs empty
 * @returns the heat as it was where none of them waited for it, or none can be so
 * @example tared({ pour: { ingots: [], inMoulds: [] } }, () => true, 900).gainedG // 0
 */
export function tared(heat: Heat, waits: (ingot: InMould) => boolean, tareG: number): Tared {
  const waiting = heat.pour.inMoulds ?? []
  const asked = waiting.filter(waits)
  const fits = asked.filter(({ grossG }) => grossG > tareG)
  const refused = asked.filter(({ grossG }) => grossG <= tareG).map(({ stamp }) => stamp)
  if (fits.length === 0) return { heat, gainedG: 0, refused }
  const weighed = fits.map(({ id, stamp, grossG, mouldId, mould }): Ingot => ({
    id,
    stamp,
    massG: Number((grossG - tareG).toFixed(2)),
    mouldId,
    grossG,
    ...(mould ? { mould } : {}),
  }))
  const gone = new Set(fits.map(({ id }) => id))
  const pour: Pour = {
    ...heat.pour,
    ingots: [...heat.pour.ingots, ...weighed],
    inMoulds: waiting.filter(({ id }) => !gone.has(id)),
  }
  return {
    heat: { ...heat, pour },
    gainedG: totalG(weighed),
    refused,
  }
}
