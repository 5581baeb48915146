import type { Composition } from '#core/composition'

/** A lot as it goes into the pot. */
export interface ChargedLot {
  lotId: string
  name: string
  form: string
  massG: number
  /** wt% */
  composition: Composition
  /** what lies on it that is not its metal */
  coatings?: readonly string[]
  /** entry of the scrap book it is */
  scrapId?: string
}
