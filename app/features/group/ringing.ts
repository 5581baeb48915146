/** Whether a clock of a heat may sound here, and if not, the name of the device it sounds on. */
export type RingRule = (heat: number) => { here: true } | { here: false; on: string }

/** A device that is there, as far as the sounding of clocks goes. */
export interface Ringer {
  name: string
  /** the heat whose melt it follows; null where it follows none */
  melt: number | null
  /** when it was touched last, and when it was heard of last, ms of this device's clock */
  touched: number
  heard: number
}

/** What it takes for word of a touch to be told and to come, ms: within it, both may sound, but never neither. */
const UNSURE_MS = 6000
/** A device tells of itself every twenty seconds; one that was silent for longer may be asleep, ms. */
const SILENT_MS = 50_000

/**
 * A clock sounds where the furnace is being worked: on the device touched last of those that follow the melt.
 * @param own when this device was touched last, ms
 * @param now ms
 */
export function ringsWhere(others: readonly Ringer[], heat: number, own: number, now: number) {
  const there = others
    .filter(({ melt, heard }) => melt === heat && now - heard < SILENT_MS)
    .sort((a, b) => b.touched - a.touched)[0]
  return there && there.touched > own + UNSURE_MS
    ? ({ here: false, on: there.name } as const)
    : ({ here: true } as const)
}

let rule: RingRule = () => ({ here: true })
/** By itself a device sounds its clocks; one of several goes by who is at the furnace. */
export const ringBy = (another: RingRule): void => void (rule = another)
export const ringing: RingRule = (heat) => rule(heat)
