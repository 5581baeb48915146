import { signedText, type Kind, type No, type RelayWord } from '#core/relay'
import { extendHeads, reachOf, signOfHeads, type Reach } from '#core/sync'
import { REVISION } from '#core/workspace'
import { signed, type Cipher } from './cipher'
import { keepHeard, NOTHING_HEARD, readHeard, type Heard, type Membership } from './group-disk'
import type { Line, LineEars } from './group-line'
import { passingSchema, type Passing } from './presence'
import type { Port } from './yard-port'

/** Waits between two tries to reach the relay. */
const TRIES_MS = { first: 1000, most: 30_000 }
/** What was heard how far is written down after so long: it is only to save hearing it again. */
const NOTE_MS = 400
/** The sign of all that is known goes out when nothing was written for so long. */
const SIGN_MS = 300
/** Devices whose signs differ for so long, with nothing on its way, hear the log from the start. */
const DIFFER_MS = 6_000
/** What the relay had no room for is sent again after so long. */
const RESEND_MS = 15_000
/** So often in so long a damaged log is healed; a fault that comes again and again is shown. */
const MENDS = { most: 4, ms: 600_000 }
/** A relay that was asked to mend the log shuts the line; if it does not, this device does. */
const SHUT_MS = 3_000

/** How the line stands. */
export type Standing =
  /** trying, or waiting for the next try */
  | { is: 'away' }
  | { is: 'here'; devices: { id: string; since: string; here: boolean }[]; addresses: string[] }
  /** the relay said no: nothing is tried until the person does something */
  | { is: 'refused'; why: No; afterS?: number | undefined }
  /** another device's app is newer: nothing of it is taken until this one is */
  | { is: 'older' }
  /** what the relay keeps cannot be read, and healing it did not help */
  | { is: 'damaged' }

/** How a device comes in: back, to begin a group, or by an invitation. */
export type Entrance = { how: 'enter' } | { how: 'found'; code: string } | { how: 'join'; secret: string }

interface SessionParts {
  membership: Membership
  cipher: Cipher
  port: Port
  open: (ears: LineEars) => Line
  stands: (standing: Standing) => void
  /** what is not with the relay yet, or is */
  waits: (waiting: boolean) => void
  passing: (one: Passing) => void
  /** whether every device that is here has heard the same as this one */
  agrees: (agree: boolean) => void
  /** whether a device was shut out of the group, as the yard says */
  isOut: (device: string) => boolean
  /** the relay's disk is full: what is written here reaches those who are here only */
  disk: (full: boolean) => void
  /** another device sealed a new key for this one; resolves to its epoch once the cipher knows it, 0 where it is none */
  sealed: (from: string, sealed: string) => Promise<number>
  /** whether what the relay keeps is to be encrypted by the newest key */
  isToRewrap: () => boolean
  /** all that the relay keeps is encrypted by the newest key */
  rewrapped: () => void
  /** the relay took this device in, for the first time, by keys changed so often before */
  taken: (epoch: number) => Promise<void>
  /** all that the relay keeps has come */
  complete: () => void
  /** waits are so many times as long: tests do not wait */
  pace?: number
}

const withRevision = (content: Uint8Array) => {
  const whole = new Uint8Array(2 + content.length)
  new DataView(whole.buffer).setUint16(0, REVISION)
  whole.set(content, 2)
  return whole
}

/**
 * A device's part in its group: comes back by itself when the line breaks off, hears what others wrote since it was last
 * there, and sends what the relay does not have.
 */
export async function openSession(parts: SessionParts) {
  const { membership, cipher, port, open, stands, waits, agrees, passing, taken, complete, pace = 1 } = parts
  const { group, device } = membership
  let entrance: Entrance = { how: 'enter' }
  let heard: Heard = await readHeard()
  let line: Line | null = null
  /** all that is kept has been heard: what is written goes out at once */
  let caughtUp = false
  /** of what was sent and not confirmed yet */
  let sent: Reach[] = []
  /** number of the first parcel the relay keeps, and those after it that it does not */
  let firstKept = 1
  let gaps = new Set<number>()
  /** how often the group's key was changed, as the relay says and as this device knows */
  let relayEpoch = 0
  let epoch = membership.epoch ?? 0
  /** something is wrong with what comes: nothing after it is counted as heard */
  let halted = false
  let mends: number[] = []
  /** signs of the others who are here */
  const signs = new Map<string, string>()
  let signing: ReturnType<typeof setTimeout> | null = null
  let differing: ReturnType<typeof setTimeout> | null = null
  let resending: ReturnType<typeof setTimeout> | null = null
  let pause = TRIES_MS.first
  let timer: ReturnType<typeof setTimeout> | null = null
  let noting: ReturnType<typeof setTimeout> | null = null
  let ended = false
  let standing: Standing = { is: 'away' }
  /** what comes is taken, and what goes is sent, one after the other */
  let coming: Promise<void> = Promise.resolve()
  let going: Promise<void> = Promise.resolve()

  const stand = (now: Standing) => stands((standing = now))
  const note = () => {
    noting ??= setTimeout(() => {
      noting = null
      void keepHeard(heard).catch(() => {})
    }, NOTE_MS)
  }
  function look(): void {
    waits(!port.shared.isAllIn(heard.kept))
    compare()
    signing ??= setTimeout(tellSign, SIGN_MS * pace)
  }

  const othersHere = () =>
    standing.is === 'here' ? standing.devices.filter((one) => one.here && one.id !== device) : []
  /** Compares what this device has heard with what the others have, and has the log healed where that stays apart. */
  function compare(): void {
    const own = signOfHeads(port.shared.heads())
    const others = othersHere()
    const agree = others.every(({ id }) => signs.get(id) === own)
    agrees(agree)
    if (differing) clearTimeout(differing)
    differing = null
    const told = others.every(({ id }) => signs.has(id))
    if (!agree && told && caughtUp)
      differing = setTimeout(() => mend(null), DIFFER_MS * pace * (1 + Math.random()))
  }
  function tellSign(): void {
    signing = null
    pass({ is: 'heads', from: device, sign: signOfHeads(port.shared.heads()) })
  }

  /** Has the log healed: all devices hear it from the start, and each sends what it lacks. */
  function mend(number: number | null): void {
    const at = line
    if (!at || halted) return
    halted = true
    const now = Date.now()
    mends = [...mends.filter((one) => now - one < MENDS.ms), now]
    if (mends.length > MENDS.most) return shut({ is: 'damaged' })
    at.say({ do: 'mend', number })
    setTimeout(() => line === at && broke(), SHUT_MS * pace)
  }
  /** The number the next kept parcel must have. */
  function expected(): number {
    let next = Math.max(heard.after + 1, firstKept)
    while (gaps.has(next)) next++
    return next
  }

  /** Things said in order, each encrypted first. */
  const inOrder = (work: () => Promise<void>) => (going = going.then(work).catch(() => {}))
  async function sendUpdate(update: Uint8Array, kind: Kind = 'update'): Promise<void> {
    const to = line
    const locked = await cipher.lock('update', withRevision(update))
    if (to !== line || !to) return
    if (kind === 'update') sent.push(reachOf(update))
    to.send(kind, locked)
  }

  async function hear(number: number, content: Uint8Array): Promise<void> {
    if (standing.is === 'older' || halted) return
    const plain = await cipher.unlock('update', content)
    if (!plain) {
      // What is not kept is only heard by the way. A key this device was not given is no damage.
      if (number === 0) return
      return relayEpoch > epoch ? shut({ is: 'refused', why: 'new-key' }) : mend(number)
    }
    if (number > heard.after && number !== expected()) return mend(null)
    const revision = new DataView(plain.buffer).getUint16(0)
    if (revision > REVISION) return shut({ is: 'older' })
    const update = plain.subarray(2)
    await port.hear(update, revision)
    if (number > 0) heard = { ...heard, kept: extendHeads(heard.kept, reachOf(update)) }
    if (number > heard.after) heard = { ...heard, after: number }
    note()
    look()
  }

  /** Sends what the relay does not have: what was written while there was no line. */
  async function sendRest(): Promise<void> {
    await port.settled()
    const rest = port.shared.beyond(heard.kept)
    caughtUp = true
    if (rest) await inOrder(() => sendUpdate(rest))
    look()
  }

  async function heed(word: RelayWord, to: Line): Promise<void> {
    if (word.say === 'nonce') return comeIn(word.nonce, to)
    if (word.say === 'no') return no(word.why, word.afterS)
    if (word.say === 'entered') {
      relayEpoch = word.epoch
      if (entrance.how !== 'enter') {
        epoch = word.epoch
        await taken(epoch)
      }
      entrance = { how: 'enter' }
      pause = TRIES_MS.first
      sent = []
      halted = false
      firstKept = word.first
      gaps = new Set(word.gaps)
      signs.clear()
      parts.disk(false)
      // Another log, or one that lost its end: what this device has may not be in it.
      if (word.log !== heard.log) heard = { ...NOTHING_HEARD, log: word.log }
      else if (word.last < heard.after) heard = { log: word.log, after: word.last, kept: {} }
      return stand({ is: 'here', devices: [], addresses: word.addresses })
    }
    if (word.say === 'sealed') {
      epoch = Math.max(epoch, await parts.sealed(word.from, word.sealed))
      return
    }
    if (word.say === 'disk') {
      parts.disk(word.full)
      return word.full ? undefined : sendRest()
    }
    if (word.say === 'all') {
      if (halted) return
      complete()
      await sendRest()
      if (parts.isToRewrap()) await rewrap()
      return
    }
    if (word.say === 'kept') {
      if (halted) return
      if (word.number > heard.after && word.number !== expected()) return mend(null)
      heard = {
        ...heard,
        after: Math.max(heard.after, word.number),
        kept: extendHeads(heard.kept, sent.shift() ?? {}),
      }
      note()
      return look()
    }
    if (word.say === 'devices' && standing.is === 'here') {
      stand({ ...standing, devices: word.devices })
      // A server that ended before a removal was written down is told again.
      for (const one of word.devices)
        if (one.id !== device && parts.isOut(one.id)) line?.say({ do: 'withdraw', device: one.id })
      // Who has just come hears where this device stands, and who has gone is not waited for.
      tellSign()
      return compare()
    }
    if (word.say === 'thick' && word.upTo <= heard.after) await sendWhole(word.upTo)
  }

  /** Lays all that is known here in place of what the relay keeps; with something missing it would hide the gap. */
  async function sendWhole(upTo: number): Promise<boolean> {
    if (port.shared.isWaiting() || halted) return false
    const to = line
    await inOrder(async () => {
      await sendUpdate(port.shared.whole(), 'whole')
      to?.say({ do: 'instead', upTo })
    })
    return line === to
  }
  /** After the key was changed: what the relay keeps is encrypted anew. */
  async function rewrap(): Promise<void> {
    if (!caughtUp || (heard.after > 0 && !(await sendWhole(heard.after)))) return
    parts.rewrapped()
  }

  async function comeIn(nonce: string, to: Line): Promise<void> {
    const signature = await signed(membership.signing, signedText(nonce, group, device))
    const who = { group, device, signature, log: heard.log, after: heard.after }
    const key = membership.publicKey
    if (entrance.how === 'enter') to.say({ do: 'enter', ...who })
    else if (entrance.how === 'found') to.say({ do: 'found', ...who, key, code: entrance.code })
    else to.say({ do: 'join', ...who, key, invitation: entrance.secret })
  }

  function no(why: No, afterS?: number): void {
    // It reached those who are here, and waits to be kept.
    if (why === 'full' || why === 'disk-full') {
      sent.shift()
      if (why === 'disk-full') parts.disk(true)
      resending ??= setTimeout(() => {
        resending = null
        if (caughtUp) void sendRest()
      }, RESEND_MS * pace)
      return
    }
    if (why === 'crowded' || (why === 'slow-down' && entrance.how === 'enter')) {
      pause = Math.max(pause, (afterS ?? 1) * 1000)
      return
    }
    shut({ is: 'refused', why, afterS })
  }

  function shut(now: Standing): void {
    line?.shut()
    line = null
    caughtUp = false
    quiet()
    if (timer) clearTimeout(timer)
    timer = null
    stand(now)
  }

  /** Nothing waits to be compared or sent while there is no line. */
  function quiet(): void {
    for (const timer of [signing, differing, resending]) if (timer) clearTimeout(timer)
    signing = differing = resending = null
  }

  /** The line is given up, and taken up again after a pause. */
  function broke(): void {
    shut({ is: 'away' })
    again()
  }
  function again(): void {
    timer = setTimeout(connect, pause * pace * (0.75 + Math.random() / 2))
    pause = Math.min(TRIES_MS.most, pause * 2)
  }

  function pass(one: Passing): void {
    if (!caughtUp) return
    void inOrder(async () => {
      const to = line
      const locked = await cipher.lock('passing', new TextEncoder().encode(JSON.stringify(one)))
      if (to === line) to?.send('passing', locked)
    })
  }

  function connect(): void {
    if (ended || line) return
    if (timer) clearTimeout(timer)
    timer = null
    const here: Line = open({
      word: (word) => {
        // A refusal is followed by the end of the line, which is told at once: so is this.
        const isOfParcel = word.say === 'no' && (word.why === 'full' || word.why === 'disk-full')
        if (word.say === 'no' && !isOfParcel) return line === here ? no(word.why, word.afterS) : undefined
        // What was said before is done before: heard updates, too.
        coming = coming.then(() => (line === here ? heed(word, here) : undefined)).catch(() => {})
      },
      thing: (kind, number, content) => {
        coming = coming
          .then(async () => {
            if (line !== here) return
            // What could not be kept here is to be told again: from the relay, in order, by another line.
            if (kind === 'update') return await hear(number, content).catch(broke)
            const plain = await cipher.unlock('passing', content)
            const said = plain && passingSchema.safeParse(JSON.parse(new TextDecoder().decode(plain)))
            if (!said?.success) return
            if (said.data.is !== 'heads') return passing(said.data)
            signs.set(said.data.from, said.data.sign)
            compare()
          })
          .catch(() => {})
      },
      lost: () => {
        if (line !== here || ended) return
        line = null
        caughtUp = false
        quiet()
        if (standing.is === 'here') stand({ is: 'away' })
        again()
      },
    })
    line = here
  }

  return {
    start(how: Entrance = { how: 'enter' }): void {
      entrance = how
      shut({ is: 'away' })
      connect()
    },
    /** The network may be back. */
    nudge(): void {
      if (line || ended || standing.is !== 'away') return
      pause = TRIES_MS.first
      connect()
    },
    /** Something was written, or answered: is it with the relay? */
    look,
    /** An update of this device's own is on its disk. */
    written(update: Uint8Array): void {
      look()
      if (caughtUp) void inOrder(() => sendUpdate(update))
    },
    pass,
    /** The group has a new key: it is passed on sealed, and what the relay keeps is encrypted by it. */
    async rekeyed(keys: readonly { device: string; sealed: string }[], now: number): Promise<void> {
      epoch = relayEpoch = now
      await inOrder(async () => line?.say({ do: 'seal', keys: [...keys] }))
      await rewrap()
    },
    /** How often the key was changed. */
    epoch: () => Math.max(epoch, relayEpoch),
    invite: (hash: string) => line?.say({ do: 'invite', hash }),
    withdraw: (other: string) => line?.say({ do: 'withdraw', device: other }),
    end(): void {
      ended = true
      shut({ is: 'away' })
      if (noting) clearTimeout(noting)
    },
  }
}
export type Session = Awaited<ReturnType<typeof openSession>>
