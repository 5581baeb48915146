import type { Composition } from '#core/composition'
import type { CoverId } from '#core/melt'
import type { CastingFault, CastSection, Happened } from './scenario'

/** How a rehearsal stands at a moment. */
export interface Standing {
  atS: number
  celsius: number
  liningC: number
  /** 0 to 1 */
  power: number
  lid: boolean
  cover: CoverId
  lifted: boolean
  /** of what is in the pot, °C; of the alloy where nothing more is known */
  liquidusC: number
  solidusC: number
  /** metal in the pot, g of each element */
  grams: Record<string, number>
  meltG: number
  zincLostG: number
  zincChargedG: number
  drossG: number
  skimmedG: number
  /** cm³ in 100 g; only of aluminium */
  gasCm3: number
  added: string[]
  deoxidised: boolean
  /** g of dross turned under */
  foldedG: number
  /** run out through the wall of the crucible, g of each element */
  spilled: Record<string, number>
  /** another bottle is put on: no fire until then, s */
  bottleAtS: number | null
  happened: { atS: number; what: Happened; lot?: string }[]
}

/** How a rehearsal ended. */
export interface Poured {
  how: 'poured' | 'stopped' | 'gave-way'
  atS: number
  celsius: number
  /** above the liquidus of what was poured, °C */
  superheatC: number
  /** wt% */
  composition: Composition
  meltG: number
  zincLostG: number
  drossG: number
  gasCm3: number
  /** % that a reduced-pressure test would show; null where nobody makes one of such a metal */
  densityIndexPct: number | null
  /** kJ of fuel or current */
  fuelKJ: number
  spilledG: number
  castings: CastResult[]
  faults: CastingFault[]
}

export interface Rehearsed {
  /** every five seconds */
  trace: { atS: number; celsius: number }[]
  end: Standing
  poured: Poured | null
  /** what was put in, and where it ended: in charge, lining, walls, open air and what ran out, kJ */
  account: { entered: number; inCharge: number; inLining: number; lost: number }
  /** grams of metal charged, and of what became dross, by element; what is gone as fume stands with the zinc */
  charged: Record<string, number>
  inDross: Record<string, number>
}

/** How far one casting filled. */
export interface CastResult extends CastSection {
  /** 0 to 1 */
  filled: number
  state: 'filled' | 'cold-shut' | 'misrun'
  /** its heavy end freezes last, with nothing to feed it */
  sinks: boolean
}
