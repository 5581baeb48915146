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
