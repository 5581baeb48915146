import { packPiece, PIECE_BYTES, relayWordSchema, unpackPiece } from '#core/relay'
import { openSharedYard, type SharedYard } from '#core/sync'
import { newDeviceKeys, newGroupKey, newSealingKeys, openCipher } from '~/features/group/cipher'
import { keepHeard, NOTHING_HEARD, type Membership } from '~/features/group/group-disk'
import { newKeyFor, openKey, outKey, publicKeysIn } from '~/features/group/group-keys'
import type { Line, LineEars } from '~/features/group/group-line'
import { openSession, type Standing } from '~/features/group/group-session'
import type { Port } from '~/features/group/yard-port'
import type { Relay } from '../../server/group/relay'

/** The group of tests. */
export const GROUP = 'the-yard-of-tests'
/** Waits of a session are this share of the real ones. */
const PACE = 0.02

/** A line to a relay in this process; null is a relay that is not there. */
export function lineIn(relay: Relay | null, { word, thing, lost }: LineEars, address = '10.0.0.2'): Line {
  let shut = false
  let end: ReturnType<Relay['connect']> | null = null
  const later = (work: () => void) => void Promise.resolve().then(() => shut || work())
  if (!relay) {
    later(lost)
    return { say: () => {}, send: () => {}, shut: () => (shut = true) } as unknown as Line
  }
  end = relay.connect({
    address,
    own: true,
    waiting: () => 0,
    send: (frame) =>
      later(() => {
        if (typeof frame === 'string') return word(relayWordSchema.parse(JSON.parse(frame)))
        const piece = unpackPiece(frame)!
        thing(piece.kind, piece.number, piece.content)
      }),
    close: () => {
      if (shut) return
      later(lost)
      void Promise.resolve().then(() => {
        shut = true
        end?.closed()
      })
    },
  })
  return {
    say: (one) => void end.frame(new TextEncoder().encode(JSON.stringify(one))),
    send: (kind, content) => {
      if (content.length > PIECE_BYTES) throw new Error('one piece is enough for tests')
      void end.frame(packPiece({ kind, more: false, number: 0, content }))
    },
    shut: () => {
      shut = true
      end.closed()
    },
  }
}

/** A key of a test's group. */
export const testKey = newGroupKey

/**
 * A device without a browser's disk: a shared yard and a real session.
 * @param relayNow the relay there is when a line is opened
 */
export async function openDevice(id: string, key: Uint8Array<ArrayBuffer>, relayNow: () => Relay | null) {
  const { signing, publicKey } = await newDeviceKeys()
  const sealing = await newSealingKeys()
  let membership: Membership = { group: GROUP, key, device: id, name: id, signing, publicKey, sealing }
  const shared: SharedYard = openSharedYard(id, [])
  const state = {
    standing: { is: 'away' } as Standing,
    waiting: false,
    agree: false,
    diskFull: false,
    rewrap: false,
  }
  const network = { on: true }
  let cut = () => {}
  const cipher = await openCipher([key], GROUP)
  const port = {
    shared,
    hear: async (update: Uint8Array) => void shared.take(update),
    settled: () => Promise.resolve(),
  } as unknown as Port
  await keepHeard(NOTHING_HEARD)
  const keysOf = (of: string) => publicKeysIn(shared.said(), of)
  const session = await openSession({
    membership,
    cipher,
    port,
    pace: PACE,
    open: (ears) => {
      const line = lineIn(network.on ? relayNow() : null, ears, id)
      cut = () => {
        line.shut()
        ears.lost()
      }
      return line
    },
    stands: (now) => void (state.standing = now),
    waits: (now) => void (state.waiting = now),
    agrees: (now) => void (state.agree = now),
    disk: (full) => void (state.diskFull = full),
    isOut: (other) => shared.said()[outKey(other)] === true,
    sealed: async (from, sealed) => {
      const read = await openKey(membership, keysOf(from), from, sealed)
      if (!read) return 0
      if (read.key.join() !== membership.key.join()) {
        membership = { ...membership, key: read.key }
        await cipher.renew(read.key)
      }
      return read.epoch
    },
    isToRewrap: () => state.rewrap,
    rewrapped: () => void (state.rewrap = false),
    passing: () => {},
    taken: async () => {},
    complete: () => {},
  })
  shared.onWritten((update) => session.written(update))
  return {
    id,
    shared,
    session,
    state,
    key: () => membership.key,
    /** Tells the others by which key something is sealed for this device. */
    publish: () => shared.say(`seal/${id}`, { seal: sealing.publicKey, sign: publicKey }),
    /** Says something to all devices, as records are. */
    say: (name: string, value: string) => shared.say(name, value),
    /** Out of reach of the relay, or back. */
    away(): void {
      network.on = false
      cut()
    },
    back(): void {
      network.on = true
    },
    heard: (name: string) => shared.said()[name],
    /** Shuts another device out and changes the group's key. */
    async shutOut(other: string, remaining: readonly string[]) {
      session.withdraw(other)
      shared.say(outKey(other), true)
      const epoch = session.epoch() + 1
      const { key: fresh, sealed } = await newKeyFor(membership, epoch, remaining, keysOf)
      membership = { ...membership, key: fresh }
      state.rewrap = true
      await cipher.renew(fresh)
      await session.rekeyed(sealed, epoch)
    },
  }
}
export type TestDevice = Awaited<ReturnType<typeof openDevice>>
