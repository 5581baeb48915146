import type { Addition, PourWindow, Walls } from '#core/families'
import type { MouldId } from '#core/casting'
import type { ChargedLot } from './charged-lot'
import type { Chill } from './chill'
import type { Dose } from './doses'
import type { MeltC, Portion } from './pot'
import type { ChosenPractices, OwnPractice, Practice } from './practice'
import type { Preheat } from './preheat'

export type StepKind =
  | 'ready'
  | 'first-fire'
  | 'crucible'
  | 'preheat'
  | 'cover'
  | 'base'
  | 'add'
  | 'flux'
  | 'stir'
  | 'refine'
  | 'top-up'
  | 'deoxidise'
  | 'degas'
  | 'rest'
  | 'skim'
  | 'sample'
  | 'temperature'
  | 'mould'
  | 'pour'
  | 'empty'

/** What has to be true before the next step is begun. */
export type Hold =
  | 'dressed'
  | 'fired'
  | 'hot-dry'
  | 'molten'
  | 'dissolved'
  | 'cool-enough'
  | 'in-window'
  | 'mould-dry'

/** One step of the run sheet, in the order it is done. Words for it are made in the interface. */
export interface RunStep {
  /** stable over recomputation, so that what was ticked stays ticked */
  id: string
  kind: StepKind
  addition?: Addition
  lots?: ChargedLot[]
  dose?: Dose
  minutes?: readonly [number, number]
  /** the school it is done by */
  practice?: Practice
  /** not to be gone beyond until this is so */
  hold?: Hold
  /** hold the melt between these while adding */
  meltC?: MeltC
  /** the addition in parts, each with what the melt is held at for it */
  portions?: readonly Portion[]
  /** what it does to the melt's temperature, put in cold */
  chill?: Chill
  /** zinc boils out of the melt from here on, once the addition is in, °C; told where it is inside what it is held at */
  boilsC?: number
  window?: PourWindow
  /** castings in the order they are poured */
  pourOrder?: readonly string[]
  /** what is laid on the lid, and what is only warmed beside it */
  preheat?: Preheat
  /** what its crucible is made of asks for */
  pot?: PotCare
  cautions: readonly string[]
}

/** What a crucible asks for by what it is made of. */
export interface PotCare {
  mind: string
  /** heated and cooled no faster, °C an hour; null for no such limit */
  rampCPerH: number | null
  /** what it goes through before its first metal, in words */
  firing: readonly string[]
}

/** What the sheet is made with besides the charge. */
export interface RunSheetAsk {
  chosen?: ChosenPractices
  own?: readonly OwnPractice[]
  /** the crucible was never fired */
  newCrucible?: boolean
  /** what the crucible chosen asks for */
  pot?: PotCare
  /** castings in the order they are poured, thin ones first */
  pourOrder?: readonly string[]
  /** what the mould is made of */
  mould?: MouldId
  /** walls of the castings, which decide the end of the pour window */
  walls?: Walls
  /** what the furnace burns; null where none was chosen */
  fuel?: 'propane' | 'charcoal' | 'electric' | null
  /** the empty crucible, g, as weighed or by its size; left out where no crucible is chosen */
  crucibleG?: number
  /** zinc to put back because more was burnt than planned, g */
  topUpZincG?: number
}
