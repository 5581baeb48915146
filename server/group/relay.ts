import { createHash, randomBytes, timingSafeEqual } from 'node:crypto'
import { join } from 'node:path'
import {
  deviceWordSchema,
  joinPieces,
  MOST_BYTES,
  packPiece,
  signedText,
  unpackPiece,
  type DeviceWord,
  type Kind,
  type No,
  type Piece,
  type RelayWord,
} from '#core/relay'
import { heldPerClient } from '../limits/per-client'
import { openLog, type KeptLog } from './kept-log'
import type { Registry } from './registry'
import { isSigned } from './signature'
import { countWrong } from './wrong-tries'

/** A line to one device. */
export interface Line {
  /** whose line it is, as far as the network tells */
  address: string
  /** from this very machine */
  own: boolean
  send: (frame: string | Uint8Array) => void
  close: () => void
  /** bytes that wait to be taken */
  waiting: () => number
}

export interface RelaySettings {
  registry: Registry
  /** where what was sent is kept beyond the process */
  keep?: string
  /** what a device that is not this machine says to begin a group; without one only this machine may */
  code?: string
  /** told to devices, so that one of them can show others where to come */
  addresses?: readonly string[]
  /** so much kept one by one is asked for as a whole */
  thick?: number
  now?: () => number
  later?: (work: () => void, ms: number) => void
}

/** Lines of one address, and of all. */
export const LINES = { each: 48, all: 200 }
/** A line that has not said who it is after so long is shut. */
export const ENTER_MS = 10_000
/** A device that does not take what it is sent is let go. */
const SLOW_BYTES = 16 * 1024 * 1024
const INVITED_MS = 10 * 60_000
const MOST_INVITED = 16
const MOST_DEVICES = 32
const MOST_GROUPS = 200
/** Three wholes of a yard of 20 MB fit beside each other. */
const GROUP_BYTES = 128 * 1024 * 1024
/** What is remembered of all groups together where nothing is kept on a disk. */
const MEMORY_BYTES = 256 * 1024 * 1024
/** So much kept one by one is better kept as a whole: parcels, or this share of the room beside the first. */
const THICK = 1500
const THICK_SHARE = 0.25
/** A parcel that was not written, and a device shut out that the disk does not know of, are tried again after so long. */
const AGAIN_MS = 5_000
/** Devices that all find the same fault ask at the same time: once is enough. */
const MEND_PAUSE_MS = 2_000
/** What one device may send in a second, on the average of ten. */
const PACE = { bytes: 8 * 1024 * 1024, frames: 300, seconds: 10 }

/** A word by which a device comes in. */
type Entering = Extract<DeviceWord, { signature: string }>

interface Session {
  line: Line
  nonce: string
  group: string | null
  device: string | null
  pieces: Uint8Array[]
  pieceBytes: number
  kind: Kind | null
  whole: Uint8Array[] | null
  /** words are answered one after the other */
  turn: Promise<void>
  shut: boolean
  paced: { since: number; bytes: number; frames: number }
}

/** A word begins with it: it is no kind of piece. */
const WORD = '{'.charCodeAt(0)
const text = new TextDecoder()

const digest = (text: string) => createHash('sha256').update(text).digest()
const isSame = (a: string, b: string) => timingSafeEqual(digest(a), digest(b))

/**
 * Passes on what the devices of a group send each other, and keeps it for those that come later. It sees who sends how
 * much and when, and never what: all of it is encrypted by keys that only devices have.
 */
export function openRelay(settings: RelaySettings) {
  const { registry, keep, code, addresses = [], thick = THICK } = settings
  const now = settings.now ?? Date.now
  const later = settings.later ?? ((work, ms) => void setTimeout(work, ms).unref())
  const sessions = new Set<Session>()
  const lines = heldPerClient(LINES.each)
  const logs = new Map<string, KeptLog>()
  const invited = new Map<string, { group: string; by: string; until: number }>()
  const mended = new Map<string, number>()
  /** groups whose parcels the disk refused */
  const fullDisks = new Set<string>()
  const wrong = countWrong(now)

  const say = ({ line }: Session, word: RelayWord) => line.send(JSON.stringify(word))
  const shut = (session: Session) => {
    if (session.shut) return
    session.shut = true
    session.line.close()
  }
  function refuse(session: Session, why: No, afterS?: number): void {
    if (session.shut) return
    say(session, { say: 'no', why, ...(afterS ? { afterS } : {}) })
    shut(session)
  }

  function logOf(group: string): KeptLog {
    const known = logs.get(group)
    if (known) return known
    const log = openLog(GROUP_BYTES, keep && join(keep, group))
    logs.set(group, log)
    return log
  }
  const inMemory = () => (keep ? 0 : [...logs.values()].reduce((sum, log) => sum + log.bytes(), 0))

  /** Guesses of one kind from one address: guessed codes do not keep a device of the same house from coming back. */
  const triesOf = ({ line }: Session, word: Entering) =>
    `${word.do === 'enter' ? 'enter' : 'join'}|${line.address}`
  const others = (session: Session) =>
    [...sessions].filter((one) => one !== session && one.group === session.group && !one.shut)

  function sendTo(session: Session, frame: Uint8Array): void {
    if (session.line.waiting() > SLOW_BYTES) return shut(session)
    session.line.send(frame)
  }

  function tellDevices(group: string): void {
    const here = [...sessions].filter((one) => one.group === group && !one.shut)
    const devices = registry
      .members(group)
      .map(({ id, since }) => ({ id, since, here: here.some(({ device }) => device === id) }))
    for (const session of here) say(session, { say: 'devices', devices })
  }

  function enter(session: Session, group: string, device: string, log: string | null, after: number): void {
    // A device has one line: a new one is the one that works.
    for (const other of sessions) if (other.group === group && other.device === device) shut(other)
    session.group = group
    session.device = device
    const kept = logOf(group)
    const member = registry.member(group, device)
    say(session, {
      say: 'entered',
      log: kept.id(),
      last: kept.last(),
      first: kept.first(),
      gaps: kept.gaps(),
      epoch: registry.epoch(group),
      addresses: [...addresses],
    })
    for (const mail of member?.sealed ?? []) say(session, { say: 'sealed', ...mail })
    if (fullDisks.has(group)) say(session, { say: 'disk', full: true })
    for (const { number, pieces } of kept.after(log, after)) sendPieces(session, 'update', number, pieces)
    say(session, { say: 'all' })
    tellDevices(group)
  }
  function sendPieces(to: Session, kind: Kind, number: number, pieces: readonly Uint8Array[]): void {
    pieces.forEach((content, at) =>
      sendTo(to, packPiece({ kind, more: at < pieces.length - 1, number, content })),
    )
  }

  async function comeIn(session: Session, word: Entering): Promise<void> {
    const { group, device, signature, log, after } = word
    const tries = triesOf(session, word)
    const wasWrong = (why: No) => {
      wrong.add(tries)
      refuse(session, why)
    }
    const waitMs = wrong.waitMs(tries)
    if (waitMs > 0) return refuse(session, 'slow-down', Math.ceil(waitMs / 1000))
    const key = word.do === 'enter' ? registry.member(group, device)?.key : word.key
    if (registry.isWithdrawn(group, device)) return refuse(session, 'withdrawn')
    if (!key) return wasWrong(registry.has(group) ? 'unknown-device' : 'unknown-group')
    if (!(await isSigned(key, signature, signedText(session.nonce, group, device))))
      return wasWrong('wrong-signature')
    if (word.do === 'found') {
      if (registry.has(group)) return wasWrong('exists')
      if (!session.line.own && !(code && isSame(word.code.toUpperCase(), code))) return wasWrong('wrong-code')
      if (registry.count() >= MOST_GROUPS) return refuse(session, 'full')
    }
    if (word.do === 'join') {
      const name = digest(word.invitation).toString('base64url')
      const invitation = invited.get(name)
      if (!invitation || invitation.group !== group || invitation.until < now())
        return wasWrong('wrong-invitation')
      if (registry.members(group).length >= MOST_DEVICES || registry.member(group, device))
        return refuse(session, 'full')
      invited.delete(name)
    }
    if (word.do !== 'enter')
      try {
        registry.add(group, { id: device, key: word.key, since: new Date(now()).toISOString() })
      } catch (error) {
        console.error(error)
        return refuse(session, 'disk-full')
      }
    wrong.forget(tries)
    if (!session.shut) enter(session, group, device, log, after)
  }

  function invite(session: Session, hash: string): void {
    for (const [name, { until }] of invited) if (until < now()) invited.delete(name)
    const own = [...invited].filter(([, { group }]) => group === session.group)
    if (own.length >= MOST_INVITED) invited.delete(own[0]![0])
    invited.set(hash, { group: session.group!, by: session.device!, until: now() + INVITED_MS })
  }

  /** Shuts a device out: its line first, then its invitations, then the disk is told. */
  function withdraw(session: Session, device: string): void {
    const group = session.group!
    if (!registry.member(group, device)) return
    for (const other of sessions)
      if (other.group === group && other.device === device) refuse(other, 'withdrawn')
    for (const [name, one] of invited) if (one.group === group && one.by === device) invited.delete(name)
    if (!registry.withdraw(group, device)) {
      console.error(`the disk is full: a device that was shut out is not written down yet`)
      setDisk(group, true)
      later(writeAgain, AGAIN_MS)
    }
    tellDevices(group)
  }
  function writeAgain(): void {
    if (!registry.writeAgain()) later(writeAgain, AGAIN_MS)
  }

  /** Every device of a group learns that what it sends cannot be kept, and when it can again. */
  function setDisk(group: string, full: boolean): void {
    if (fullDisks.has(group) === full) return
    if (full) fullDisks.add(group)
    else fullDisks.delete(group)
    for (const one of sessions) if (one.group === group && !one.shut) say(one, { say: 'disk', full })
  }

  /** Keys are passed on to those who are here, and wait for the others. */
  function seal(session: Session, keys: readonly { device: string; sealed: string }[]): void {
    const group = session.group!
    const from = session.device!
    try {
      registry.seal(group, from, keys)
    } catch (error) {
      console.error(error)
      return setDisk(group, true)
    }
    for (const { device, sealed } of keys)
      for (const other of others(session))
        if (other.device === device) say(other, { say: 'sealed', from, sealed })
  }

  /** The log is heard from the start by all: each sends what it lacks. */
  function mend(session: Session, number: number | null): void {
    const group = session.group!
    if (now() - (mended.get(group) ?? -Infinity) < MEND_PAUSE_MS) return
    mended.set(group, now())
    const log = logOf(group)
    console.error(`group log mended: ${number === null ? 'devices disagree' : `parcel ${number} unreadable`}`)
    try {
      log.mend(number)
    } catch (error) {
      console.error(error)
      return setDisk(group, true)
    }
    for (const one of sessions) if (one.group === group) shut(one)
  }

  function putInstead(session: Session, upTo: number): void {
    const group = session.group!
    const pieces = session.whole
    session.whole = null
    if (!pieces) return
    const log = logOf(group)
    const former = log.bytes()
    try {
      if (!log.replace(upTo, pieces)) return
    } catch (error) {
      console.error(error)
      return setDisk(group, true)
    }
    setDisk(group, false)
    // What was refused for want of room is sent again.
    if (log.bytes() < former)
      for (const one of sessions) if (one.group === group && !one.shut) say(one, { say: 'all' })
  }

  async function heed(session: Session, said: string): Promise<void> {
    if (session.shut) return
    const word = wordIn(said)
    if (!word) return refuse(session, 'not-understood')
    if ('signature' in word) return session.group ? refuse(session, 'not-understood') : comeIn(session, word)
    if (!session.group) return refuse(session, 'not-understood')
    if (word.do === 'invite') return invite(session, word.hash)
    if (word.do === 'withdraw') return withdraw(session, word.device)
    if (word.do === 'mend') return mend(session, word.number)
    if (word.do === 'seal') return seal(session, word.keys)
    putInstead(session, word.upTo)
  }

  /** Whether a device keeps to the pace a yard needs. */
  function inPace({ paced }: Session, bytes: number): boolean {
    if (now() - paced.since > PACE.seconds * 1000) Object.assign(paced, { since: now(), bytes: 0, frames: 0 })
    paced.bytes += bytes
    paced.frames++
    return paced.bytes <= PACE.bytes * PACE.seconds && paced.frames <= PACE.frames * PACE.seconds
  }

  function take(session: Session, frame: Uint8Array): void {
    if (session.shut) return
    const piece = unpackPiece(frame)
    if (!piece || !session.group) return refuse(session, 'not-understood')
    if (!inPace(session, frame.length)) return refuse(session, 'slow-down', PACE.seconds)
    if (piece.kind === 'passing' && !piece.more && session.kind === null) return pass(session, piece)
    if (session.kind !== null && session.kind !== piece.kind) return refuse(session, 'not-understood')
    session.kind = piece.more ? piece.kind : null
    // A copy: the frame's bytes are the socket's.
    session.pieces.push(new Uint8Array(piece.content))
    session.pieceBytes += piece.content.length
    if (session.pieceBytes > MOST_BYTES) return refuse(session, 'too-large')
    if (piece.more) return
    const { pieces } = session
    session.pieces = []
    session.pieceBytes = 0
    keepThing(session, piece.kind, pieces)
  }
  function pass(session: Session, piece: Piece): void {
    const frame = packPiece({ ...piece, number: 0 })
    for (const other of others(session)) sendTo(other, frame)
  }
  function keepThing(session: Session, kind: Kind, pieces: Uint8Array[]): void {
    if (kind === 'whole') return void (session.whole = pieces)
    if (kind === 'passing') {
      for (const other of others(session)) sendPieces(other, kind, 0, pieces)
      return
    }
    const group = session.group!
    const log = logOf(group)
    const number = addTo(group, log, pieces)
    // What cannot be kept still reaches those who are here.
    for (const other of others(session)) sendPieces(other, kind, number ?? 0, pieces)
    if (number === null) {
      say(session, { say: 'no', why: fullDisks.has(group) ? 'disk-full' : 'full' })
      if (!fullDisks.has(group)) say(session, { say: 'thick', upTo: log.last() })
      return
    }
    say(session, { say: 'kept', number })
    if (isThick(log)) say(session, { say: 'thick', upTo: number })
  }
  function addTo(group: string, log: KeptLog, pieces: Uint8Array[]): number | null {
    if (inMemory() > MEMORY_BYTES) return null
    try {
      const number = log.add(pieces)
      if (number !== null) setDisk(group, false)
      return number
    } catch (error) {
      console.error(error)
      setDisk(group, true)
      return null
    }
  }
  const isThick = (log: KeptLog) =>
    log.count() > thick || (log.count() > 1 && log.beyondFirst() > THICK_SHARE * GROUP_BYTES)

  return {
    /** A new line; what comes over it is handed in here. */
    connect(line: Line) {
      const session: Session = {
        line,
        nonce: randomBytes(24).toString('base64url'),
        group: null,
        device: null,
        pieces: [],
        pieceBytes: 0,
        kind: null,
        whole: null,
        turn: Promise.resolve(),
        shut: false,
        paced: { since: now(), bytes: 0, frames: 0 },
      }
      const room = sessions.size < LINES.all && lines.take(line.address)
      if (room) {
        sessions.add(session)
        say(session, { say: 'nonce', nonce: session.nonce })
        later(() => session.group || shut(session), ENTER_MS)
      } else refuse(session, 'crowded', ENTER_MS / 1000)
      /** Frames are taken in the order they came, also while a signature is looked at. */
      const inTurn = (work: () => void | Promise<void>) => {
        session.turn = session.turn.then(work).catch(() => shut(session))
        return session.turn
      }
      return {
        /** A word, in JSON, or a piece of something that was sent. */
        frame: (frame: Uint8Array) =>
          inTurn(() => (frame[0] === WORD ? heed(session, text.decode(frame)) : take(session, frame))),
        closed(): void {
          session.shut = true
          if (!sessions.delete(session)) return
          lines.give(line.address)
          if (session.group) tellDevices(session.group)
        },
      }
    },
    /** Shuts every line. */
    end: () => sessions.forEach(shut),
    /** For tests. */
    lines: () => sessions.size,
    /** All that is kept of a group, one after the other. */
    thingsOf: (group: string): Uint8Array[] =>
      logOf(group)
        .after(null, 0)
        .map(({ pieces }) => joinPieces(pieces)),
  }
}
export type Relay = ReturnType<typeof openRelay>

function wordIn(said: string): DeviceWord | null {
  try {
    return deviceWordSchema.parse(JSON.parse(said))
  } catch {
    return null
  }
}
