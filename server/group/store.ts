import type { Kind, RelayWord } from '#core/relay'
import type { Registry } from './registry'

/** Most bytes kept of one group: three wholes of a yard of 20 MB fit beside each other. */
export const GROUP_BYTES = 128 * 1024 * 1024

/** What instances of the server tell each other, and themselves, of a group. */
export type News =
  /** something a device sent; `from` is the session it came by */
  | { is: 'thing'; kind: Kind; number: number; from: string; pieces: Uint8Array[] }
  | { is: 'word'; word: RelayWord }
  /** a key that was sealed for one device */
  | { is: 'sealed'; device: string; from: string; sealed: string }
  /** who is here, or belongs to the group, has changed */
  | { is: 'devices' }
  /** a device has a new line: its other ones end */
  | { is: 'arrived'; device: string; session: string }
  | { is: 'withdrawn'; device: string }
  /** every line of the group ends: its log is heard from the start */
  | { is: 'mended' }

/** What of a log is known without its content. */
export interface LogState {
  id: string
  /** number of the first parcel that is kept; one past the last where none is */
  first: number
  last: number
  /** numbers between the first and the last that are not kept */
  gaps: number[]
  count: number
  bytes: number
  /** bytes of all parcels but the first, which is the whole where many were laid together */
  beyondFirst: number
}

/** What a parcel that was kept makes of its log. */
export type KeptAs = Pick<LogState, 'count' | 'beyondFirst'> & { number: number }

export interface KeptParcel {
  number: number
  pieces: Uint8Array[]
}

/** What devices of one group sent, in order, for devices that come later. */
export interface GroupLog {
  state: () => Promise<LogState>
  /**
   * Parcels after a number; all of them for a device that knew the log by another name.
   * @throws Error where a parcel is damaged; the log is then heard from the start, by another name
   */
  after: (log: string | null, number: number) => AsyncIterable<KeptParcel>
  /**
   * Keeps a parcel and tells the group of it, in the order of the numbers.
   * @param from the session it came by
   * @returns its number, and how much there is now; null where there is no room for it
   * @throws StoreFull where the disk or the memory of the store is full; nothing is kept then
   */
  add: (pieces: Uint8Array[], from: string) => Promise<KeptAs | null>
  /**
   * Puts one parcel in place of all up to a number. It takes over the link of the last one it replaces, so that the
   * chain goes on.
   * @returns false where there is nothing to replace or no room
   * @throws StoreFull; the log is then as it was
   */
  replace: (upTo: number, pieces: Uint8Array[]) => Promise<boolean>
  /**
   * Heals the log through its devices: a parcel that one of them could not read is set aside, and all hear the log
   * from the start.
   * @param number of the parcel; null where something is missing or devices do not agree
   * @throws StoreFull
   */
  mend: (number: number | null) => Promise<void>
}

/** How long an invitation is good, and how many of one group are at a time. */
export const INVITED = { forS: 10 * 60, most: 16 }

/** Invitations, each good once. */
export interface Invitations {
  add: (group: string, hash: string, by: string) => Promise<void>
  /** @returns whether it was there; it no longer is */
  take: (group: string, hash: string) => Promise<boolean>
  cancel: (group: string, by: string) => Promise<void>
}

/**
 * Where the relay keeps what outlives a line: parcels, devices, withdrawals. The instances of a server that share a
 * store serve the same groups.
 */
export interface GroupStore {
  registry: Registry
  invitations: Invitations
  log: (group: string) => GroupLog
  /** Devices with a line to any instance. */
  here: (group: string) => Promise<ReadonlySet<string>>
  arrive: (group: string, device: string, session: string) => Promise<void>
  depart: (group: string, device: string, session: string) => Promise<void>
  /**
   * Tells every instance that has devices of the group, this one too.
   * @throws Error where the store cannot be reached
   */
  tell: (group: string, news: News) => Promise<void>
  /** Hears what is told; `lost` where news may have been missed. One listener at a time. */
  hear: (news: (group: string, news: News) => void, lost: () => void) => void
  end: () => Promise<void>
}

/** The disk or the memory of the store is full: what was to be kept is not. */
export class StoreFull extends Error {}

export const bytesOf = (pieces: readonly Uint8Array[]): number =>
  pieces.reduce((sum, { length }) => sum + length, 0)
