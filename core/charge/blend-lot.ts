import type { MeltCoefficients } from './melt-coefficients'
import type { ChargeLot } from './problem'

/** A lot as a column of the model. */
export interface BlendLot {
  lot: ChargeLot
  /** Index of the heat this line belongs to, when several are planned together. */
  heat: number
  /** Grams in one solver unit: one percent of that heat's tap mass. */
  unitG: number
  coefficients: MeltCoefficients
  column: number
  /** Only whole multiples of this, g: a piece, or the scale's step. */
  stepG?: number
  /** Bounds on its mass when used, g. */
  upperG: number
  leastG: number
  /** Upper bound on its mass in any charge in spec, solver units. */
  most: number
}
