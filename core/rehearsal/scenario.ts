import type { Limits, Practice } from '#core/alloys'
import type { Composition } from '#core/composition'
import type { FurnaceTraits } from '#core/furnace-model'
import type { CoverId } from '#core/melt'

/** One lot of the charge, as it goes in. */
export interface RehearsalLot {
  id: string
  name: string
  massG: number
  /** fraction 0–1; what is not metal becomes dross */
  metallicYield: number
  /** wt% */
  composition: Composition
}

/** A heat to be rehearsed: this charge, this furnace, this crucible. */
export interface Scenario {
  practice: Practice
  limits: Limits
  /** published or typed, °C; estimated from what is in the pot where left out */
  liquidusC: number
  solidusC: number
  window: { fromC: number; usualC: number; toC: number }
  /** in the order they should go in; the first group is charged before the fire */
  lots: readonly RehearsalLot[]
  /** how many of them lie in the pot from the beginning */
  begins: number
  /** oxygen is taken out with phosphorus */
  deoxidised: boolean
  /** hydrogen is bubbled out of it */
  degassed: boolean
  crucibleG: number
  brimCm3: number
  furnace: FurnaceTraits
}

/** Something the caster does, at a moment since lighting, s. */
export type Act = { atS: number } & (
  | { do: 'power'; to: number }
  | { do: 'lid'; on: boolean }
  | { do: 'add'; lot: string; preheated: boolean }
  | { do: 'cover'; cover: CoverId }
  | { do: 'stir' }
  | { do: 'skim' }
  | { do: 'degas'; minutes: number }
  | { do: 'deoxidise' }
  | { do: 'lift' }
  | { do: 'pour' }
)

/** What happened, in the words of a key. */
export const HAPPENED = ['flare', 'spat', 'frozen', 'molten', 'poured'] as const
export type Happened = (typeof HAPPENED)[number]

/** What is wrong with a casting that came of it. */
export const CASTING_FAULTS = [
  'misrun',
  'cold-shut',
  'burnt-sand',
  'gas-pores',
  'steam-pores',
  'oxide-skins',
  'out-of-limits',
  'nothing-poured',
  'lots-left',
] as const
export type CastingFault = (typeof CASTING_FAULTS)[number]
