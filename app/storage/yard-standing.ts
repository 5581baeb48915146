import type { Change } from '#core/workspace'
import type { Asked } from './open-questions'

/** What goes on in this browser's yard, told to what carries it to other devices. */
export interface Carrier {
  /** changed here, in this window or in another of this browser */
  changed: (changes: readonly Change[]) => void
  /** a question of the devices was answered here */
  settled: (asked: Asked) => void
}

/** A yard that is only looked at. */
export interface Looking {
  name: string
  /** this browser's own, kept by a newer app */
  own: boolean
  /** records this app makes nothing of */
  leftOut: number
  /** a newer app began on it in another window, while this one was at work */
  overtaken?: { unsaved: boolean }
}

/** How something of other devices is taken in. */
export interface TakenIn {
  /** the yard as a whole is another's from now on: what was done to the former is no more undone */
  anew?: boolean
  /** the number of the word that is taken in, kept with it: a start can tell what is in the yard already */
  heard?: number
}
