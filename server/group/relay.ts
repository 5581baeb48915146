import { createHash, timingSafeEqual } from 'node:crypto'
import {
  deviceWordSchema,
  joinPieces,
  signedText,
  unpackPiece,
  type DeviceWord,
  type Kind,
  type No,
} from '#core/relay'
import { heldPerClient } from '../limits/per-client'
import { inTurns } from './kept-log'
import { openSession, SLOW_DOWN_S, type Line, type Session } from './session'
import { isSigned } from './signature'
import { GROUP_BYTES, StoreFull, type GroupStore, type KeptAs, type News } from './store'
import { countWrong } from './wrong-tries'

export interface RelaySettings {
  store: GroupStore
  /** what a device that is not this machine says to begin a group; without one only this machine may */
  code?: string
  /** named to devices, so that one of them can show others where to come */
  addresses?: readonly string[]
  /** so much kept one by one is asked for as a whole */
  thick?: number
  limits?: Partial<typeof LIMITS>
  now?: () => number
  later?: (work: () => void, ms: number) => void
}

/** What one server takes on unless it is told otherwise. */
export const LIMITS = {
  /** lines of one address */
  linesEach: 48,
  /** lines of all */
  lines: 200,
  groups: 200,
}
/** A line that has not said who it is after so long is shut. */
export const ENTER_MS = 10_000
const MOST_DEVICES = 32
/** So much kept one by one is better kept as a whole: parcels, or this share of the room beside the first. */
const THICK = 1500
const THICK_SHARE = 0.25
/** Devices that all find the same fault ask at the same time: once is enough. */
const MEND_PAUSE_MS = 2_000

/** A word by which a device comes in. */
type Entering = Extract<DeviceWord, { signature: string }>

/** A word begins with it: it is no kind of piece. */
const WORD = '{'.charCodeAt(0)
const text = new TextDecoder()

const digest = (text: string) => createHash('sha256').update(text).digest()
const isSame = (a: string, b: string) => timingSafeEqual(digest(a), digest(b))

/**
 * Passes on what the devices of a group send each other, and keeps it for those that come later. It sees who sends how
 * much and when, and never what: all of it is encrypted by keys that only devices have. Other instances of the server
 * may serve devices of the same group through the same store.
 */
export function openRelay(settings: RelaySettings) {
  const { store, code, addresses = [], thick = THICK } = settings
  const { registry, invitations } = store
  const now = settings.now ?? Date.now
  const later = settings.later ?? ((work, ms) => void setTimeout(work, ms).unref())
  const limits = { ...LIMITS, ...settings.limits }
  const sessions = new Set<Session>()
  const lines = heldPerClient(limits.linesEach)
  const mended = new Map<string, number>()
  /** groups whose parcels the store had no room for */
  const full = new Set<string>()
  const wrong = countWrong(now)
  const turns = new Map<string, ReturnType<typeof inTurns>>()

  /** What is sent to the devices of a group goes out in the order it came. */
  function inGroup<T>(group: string, work: () => Promise<T>): Promise<T> {
    const turn = turns.get(group) ?? inTurns()
    turns.set(group, turn)
    return turn(work)
  }
  const ofGroup = (group: string) => [...sessions].filter((one) => one.group === group && !one.isShut)

  async function sayDevices(group: string): Promise<void> {
    const own = ofGroup(group)
    if (own.length === 0) return
    const [known, here] = await Promise.all([registry.group(group), store.here(group)])
    const devices = (known?.devices ?? []).map(({ id, since }) => ({ id, since, here: here.has(id) }))
    for (const one of own) one.say({ say: 'devices', devices })
  }

  /** What an instance of the server told, this one too. */
  function heed(group: string, news: News): void {
    // A device that is shut out, or has a new line, does not wait for what is being sent.
    if (news.is === 'withdrawn') {
      registry.heardOut(group, news.device)
      for (const one of sessions)
        if (one.group === group && one.device === news.device) one.refuse('withdrawn')
      return
    }
    if (news.is === 'arrived') {
      for (const one of ofGroup(group)) if (one.device === news.device && one.id !== news.session) one.shut()
      return
    }
    if (ofGroup(group).length === 0) return
    void inGroup(group, () => spread(group, news)).catch((error: unknown) => {
      console.error(error)
      // What they missed they hear by another line.
      for (const one of ofGroup(group)) one.shut()
    })
  }
  async function spread(group: string, news: News): Promise<void> {
    if (news.is === 'devices') return sayDevices(group)
    for (const one of ofGroup(group))
      if (news.is === 'mended') one.shut()
      else if (news.is === 'thing') sendThing(one, news)
      else if (news.is === 'word') one.say(news.word)
      else if (news.is === 'sealed' && one.device === news.device)
        one.say({ say: 'sealed', from: news.from, sealed: news.sealed })
    if (news.is === 'word' && news.word.say === 'disk') full[news.word.full ? 'add' : 'delete'](group)
  }
  function sendThing(to: Session, { kind, number, from, pieces }: Extract<News, { is: 'thing' }>): void {
    if (number > 0 && number <= to.heard) return
    if (number > 0) to.heard = number
    if (to.id !== from) return to.send(kind, number, pieces)
    if (number > 0) to.say({ say: 'kept', number })
  }
  store.hear(heed, () => sessions.forEach((one) => one.shut()))

  /** All that was kept goes to a device that comes in; what is told meanwhile waits for its turn. */
  async function enter(session: Session, group: string, device: string, log: string | null, after: number) {
    session.group = group
    session.device = device
    await store.arrive(group, device, session.id)
    // A device has one line: a new one is the one that works.
    await store.tell(group, { is: 'arrived', device, session: session.id })
    const kept = store.log(group)
    const [{ id, first, last, gaps }, known] = await Promise.all([kept.state(), registry.group(group)])
    const member = known?.devices.find((one) => one.id === device)
    // Shut out since its signature was looked at.
    if (!known || !member) return session.refuse('withdrawn')
    session.say({ say: 'entered', log: id, last, first, gaps, epoch: known.epoch, addresses: [...addresses] })
    for (const mail of member.sealed) session.say({ say: 'sealed', ...mail })
    if (full.has(group)) session.say({ say: 'disk', full: true })
    session.heard = log === id ? after : 0
    for await (const { number, pieces } of kept.after(log, after)) {
      if (session.isShut) return
      session.send('update', number, pieces)
      session.heard = number
    }
    session.say({ say: 'all' })
    await store.tell(group, { is: 'devices' })
  }

  /** Guesses of one kind from one address: guessed codes do not keep a device of the same house from coming back. */
  const triesOf = ({ line }: Session, word: Entering) =>
    `${word.do === 'enter' ? 'enter' : 'join'}|${line.address}`

  async function comeIn(session: Session, word: Entering): Promise<void> {
    const { group, device, log, after } = word
    const tries = triesOf(session, word)
    const waitMs = wrong.waitMs(tries)
    if (waitMs > 0) return session.refuse('slow-down', Math.ceil(waitMs / 1000))
    const why = await reasonToRefuse(session, word)
    if (why) {
      if (why.isGuess) wrong.add(tries)
      return session.refuse(why.why)
    }
    wrong.forget(tries)
    await inGroup(group, async () => {
      if (!session.isShut) await enter(session, group, device, log, after)
    })
  }

  async function reasonToRefuse(
    session: Session,
    word: Entering,
  ): Promise<{ why: No; isGuess?: boolean } | null> {
    const { group, device, signature } = word
    const guess = (why: No) => ({ why, isGuess: true })
    const known = await registry.group(group)
    if (known?.withdrawn.includes(device)) return { why: 'withdrawn' }
    const key = word.do === 'enter' ? known?.devices.find(({ id }) => id === device)?.key : word.key
    if (!key) return guess(known ? 'unknown-device' : 'unknown-group')
    if (!(await isSigned(key, signature, signedText(session.nonce, group, device))))
      return guess('wrong-signature')
    if (word.do === 'enter') return null
    if (word.do === 'found') {
      if (known) return guess('exists')
      if (!session.line.own && !(code && isSame(word.code.toUpperCase(), code))) return guess('wrong-code')
      if ((await registry.count()) >= limits.groups) return { why: 'full' }
    } else {
      const isIn = known?.devices.some(({ id }) => id === device)
      if (isIn || (known?.devices.length ?? 0) >= MOST_DEVICES) return { why: 'full' }
      const name = digest(word.invitation).toString('base64url')
      if (!(await invitations.take(group, name))) return guess('wrong-invitation')
    }
    const begins = word.do === 'found'
    try {
      const since = new Date(now()).toISOString()
      const isAdded = await registry.add(group, { begins, most: MOST_DEVICES }, { id: device, key, since })
      return isAdded ? null : { why: begins ? 'exists' : 'full' }
    } catch (error) {
      if (!(error instanceof StoreFull)) throw error
      console.error(error)
      return { why: 'disk-full' }
    }
  }

  /** Shuts a device out: its lines first, then its invitations, then it is written down. */
  async function withdraw(group: string, device: string): Promise<void> {
    const known = await registry.group(group)
    if (!known?.devices.some(({ id }) => id === device)) return
    const written = registry.withdraw(group, device)
    await store.tell(group, { is: 'withdrawn', device })
    await invitations.cancel(group, device)
    if (!(await written)) {
      console.error('the disk is full: a device that was shut out is not written down yet')
      await sayFull(group, true)
    }
    await store.tell(group, { is: 'devices' })
  }

  /** Every device of a group learns that what it sends cannot be kept, and when it can again. */
  async function sayFull(group: string, isFull: boolean): Promise<void> {
    if (full.has(group) === isFull) return
    full[isFull ? 'add' : 'delete'](group)
    await store.tell(group, { is: 'word', word: { say: 'disk', full: isFull } })
  }
  /** Does what needs room in the store. @returns null where there is none */
  async function withRoom<T>(group: string, work: () => Promise<T>): Promise<T | null> {
    try {
      return await work()
    } catch (error) {
      if (!(error instanceof StoreFull)) throw error
      console.error(error)
      await sayFull(group, true)
      return null
    }
  }

  /** Keys are passed on to those who are here, and wait for the others. */
  async function seal(group: string, from: string, keys: readonly { device: string; sealed: string }[]) {
    const isKept = await withRoom(group, async () => (await registry.seal(group, from, keys), true))
    if (isKept)
      for (const { device, sealed } of keys) await store.tell(group, { is: 'sealed', device, from, sealed })
  }

  /** The log is heard from the start by all: each sends what it lacks. */
  async function mend(group: string, number: number | null): Promise<void> {
    if (now() - (mended.get(group) ?? -Infinity) < MEND_PAUSE_MS) return
    mended.set(group, now())
    console.error(`group log mended: ${number === null ? 'devices disagree' : `parcel ${number} unreadable`}`)
    const isMended = await withRoom(group, async () => (await store.log(group).mend(number), true))
    if (isMended) await store.tell(group, { is: 'mended' })
  }

  async function putInstead(session: Session, group: string, upTo: number): Promise<void> {
    const pieces = session.whole
    session.whole = null
    if (!pieces) return
    const log = store.log(group)
    const former = (await log.state()).bytes
    if (!(await withRoom(group, () => log.replace(upTo, pieces)))) return
    await sayFull(group, false)
    // What was refused for want of room is sent again.
    if ((await log.state()).bytes < former) await store.tell(group, { is: 'word', word: { say: 'all' } })
  }

  async function answer(session: Session, said: string): Promise<void> {
    const word = wordIn(said)
    const { group, device } = session
    if (!word || 'signature' in word === (group !== null)) return session.refuse('not-understood')
    if ('signature' in word) return comeIn(session, word)
    if (!group || !device) return
    if (word.do === 'invite') return invitations.add(group, word.hash, device)
    if (word.do === 'withdraw') return withdraw(group, word.device)
    if (word.do === 'mend') return mend(group, word.number)
    if (word.do === 'seal') return seal(group, device, word.keys)
    return putInstead(session, group, word.upTo)
  }

  async function take(session: Session, frame: Uint8Array): Promise<void> {
    const { group } = session
    const piece = unpackPiece(frame)
    if (!piece || !group) return session.refuse('not-understood')
    const taken = session.take(piece, frame.length)
    if ('no' in taken) return session.refuse(taken.no, taken.no === 'slow-down' ? SLOW_DOWN_S : undefined)
    if ('passing' in taken) return pass(session, group, 'passing', [new Uint8Array(taken.passing.content)])
    if ('more' in taken) return
    if (taken.kind === 'whole') session.whole = taken.pieces
    else if (taken.kind === 'passing') await pass(session, group, 'passing', taken.pieces)
    else await keep(session, group, taken.pieces)
  }
  const pass = (session: Session, group: string, kind: Kind, pieces: Uint8Array[]) =>
    store.tell(group, { is: 'thing', kind, number: 0, from: session.id, pieces })

  async function keep(session: Session, group: string, pieces: Uint8Array[]): Promise<void> {
    const log = store.log(group)
    const wasFull = full.has(group)
    const kept = await withRoom(group, () => log.add(pieces, session.id))
    if (kept && wasFull) await sayFull(group, false)
    if (kept) {
      if (isThick(kept)) session.say({ say: 'thick', upTo: kept.number })
      return
    }
    // What cannot be kept still reaches those who are here.
    await pass(session, group, 'update', pieces)
    session.say({ say: 'no', why: full.has(group) ? 'disk-full' : 'full' })
    if (!full.has(group)) session.say({ say: 'thick', upTo: (await log.state()).last })
  }
  const isThick = ({ count, beyondFirst }: KeptAs) =>
    count > thick || (count > 1 && beyondFirst > THICK_SHARE * GROUP_BYTES)

  return {
    /** A new line; what comes over it is handed in here. */
    connect(line: Line) {
      const session = openSession(line, now)
      if (sessions.size < limits.lines && lines.take(line.address)) {
        sessions.add(session)
        session.say({ say: 'nonce', nonce: session.nonce })
        later(() => session.group || session.shut(), ENTER_MS)
      } else session.refuse('crowded', ENTER_MS / 1000)
      /** Frames are taken in the order they came, also while a signature is looked at. */
      const inTurn = (work: () => Promise<void>) => {
        const done = session.turn.then(async () => {
          if (session.isShut) return
          await work()
          // What it led to has gone out before the next frame is taken.
          if (session.group) await inGroup(session.group, () => Promise.resolve())
        })
        session.turn = done.catch((error: unknown) => {
          console.error(error)
          session.shut()
        })
        return session.turn
      }
      return {
        /** A word, in JSON, or a piece of something that was sent. */
        frame: (frame: Uint8Array) =>
          inTurn(() => (frame[0] === WORD ? answer(session, text.decode(frame)) : take(session, frame))),
        async closed(): Promise<void> {
          session.isShut = true
          if (!sessions.delete(session)) return
          lines.give(line.address)
          const { group, device } = session
          if (!group || !device) return
          try {
            await inGroup(group, () => store.depart(group, device, session.id))
            await store.tell(group, { is: 'devices' })
            await inGroup(group, () => Promise.resolve())
          } catch {
            // The store cannot be reached: that this device is here runs out by itself.
          }
          if (ofGroup(group).length === 0) turns.delete(group)
        },
      }
    },
    /** Shuts every line. */
    end: () => sessions.forEach((one) => one.shut()),
    /** For tests. */
    lines: () => sessions.size,
    /** All that is kept of a group, one after the other. */
    async thingsOf(group: string): Promise<Uint8Array[]> {
      const things: Uint8Array[] = []
      for await (const { pieces } of store.log(group).after(null, 0)) things.push(joinPieces(pieces))
      return things
    },
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
