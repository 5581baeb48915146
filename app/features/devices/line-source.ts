import type { DeviceQuery } from '#core/devices'

/** What a source of lines tells its listener. */
export interface LineListener {
  line: (text: string) => void
  /** it broke off by itself; a source says so once */
  lost: () => void
}

/** Anything that sends an instrument's lines: the server, this browser, a serial port. Gives back how to shut it. */
export type LineSource = (query: DeviceQuery, listener: LineListener) => Promise<() => void>
