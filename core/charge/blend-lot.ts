import type { MeltCoefficients } from './melt-coefficients'
import type { ChargeLot } from './problem'

/** A lot as a column of the programme. */
export interface BlendLot {
  lot: ChargeLot
  /** which of several heats planned together this line belongs to */
  heat: number
  /** grams in one solver unit: one percent of that heat's tap mass */
  unitG: number
  coefficients: MeltCoefficients
  column: number
  /** whole multiples of this only, g: a piece, or the scale's step */
  stepG?: number
  /** most and least of it, when it is used, g */
  upperG: number
  leastG: number
  /** no charge inside the limits holds more of it than this, solver units */
  most: number
}
