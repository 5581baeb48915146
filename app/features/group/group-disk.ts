import { openStore } from '~/storage/store'
import type { SealingKeys } from './cipher'

/* What a browser keeps of its group, beside the yard itself. */

type Bytes = Uint8Array<ArrayBuffer>

/** The group this browser belongs to, and who it is in it. */
export interface Membership {
  group: string
  /** the group's key: who has it reads the yard */
  key: Bytes
  /** keys of before a device was shut out, the newest first: what they encrypted can still be read */
  older?: Bytes[]
  /** how often the group's key was changed, as far as this device knows */
  epoch?: number
  /** the key was changed here, and what the relay keeps is not encrypted by it yet */
  rewrap?: true
  /** by which others seal a new key for this device */
  sealing?: SealingKeys
  device: string
  name: string
  signing: CryptoKey
  publicKey: string
  /** taken in, and its yard is not one with the group's yet */
  joining?: true
}

/** How far this browser has heard what the relay keeps, and what of its own is kept there. */
export interface Heard {
  log: string | null
  after: number
  /** of each writer of the document, up to where the relay has what it wrote */
  kept: Record<string, number>
}

const state = openStore('hephaestal-group', 'state')
const updates = openStore('hephaestal-group', 'updates')
const coming = openStore('hephaestal-group', 'coming')

const keyOf = (number: number) => String(number).padStart(10, '0')
export const NOTHING_HEARD: Heard = { log: null, after: 0, kept: {} }

export const readMembership = (): Promise<Membership | null> => state.getItem<Membership>('membership')
export const keepMembership = (one: Membership): Promise<unknown> => state.setItem('membership', one)
export const readHeard = async (): Promise<Heard> => (await state.getItem<Heard>('heard')) ?? NOTHING_HEARD
export const keepHeard = (heard: Heard): Promise<unknown> => state.setItem('heard', heard)

/** All that was written and heard, in the order it came, and the number of the last. */
export async function readUpdates(): Promise<{
  all: { number: number; update: Uint8Array }[]
  last: number
}> {
  const all: { number: number; update: Uint8Array }[] = []
  await updates.iterate<Uint8Array, undefined>((update, key) => {
    all.push({ number: Number(key), update })
    return undefined
  })
  all.sort((a, b) => a.number - b.number)
  return { all, last: all.at(-1)?.number ?? 0 }
}
export const keepUpdate = (number: number, update: Uint8Array): Promise<unknown> =>
  updates.setItem(keyOf(number), update)

/** One update in place of all up to a number. */
export async function keepInstead(upTo: number, update: Uint8Array): Promise<void> {
  await updates.setItem(keyOf(upTo), update)
  for (const key of await updates.keys()) if (key < keyOf(upTo)) await updates.removeItem(key)
}

/** Notes that an update was heard whose records may not be in the yard yet. */
export const noteComing = (number: number): Promise<unknown> => coming.setItem(keyOf(number), true)
export const dropComing = (number: number): Promise<void> => coming.removeItem(keyOf(number))
/** Updates an earlier page heard and had perhaps not put into the yard when it ended, in order. */
export const readComing = async (): Promise<{ number: number }[]> =>
  (await coming.keys()).sort().map((key) => ({ number: Number(key) }))

/** The browser belongs to no group any more; the yard stays. */
export async function forgetGroup(): Promise<void> {
  await state.removeItem('membership')
  await state.removeItem('heard')
  for (const store of [updates, coming]) for (const key of await store.keys()) await store.removeItem(key)
}
