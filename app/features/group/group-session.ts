import { signedText, type Kind, type No, type RelayWord } from '#core/relay'
import { headsOf, meetHeads, type Heads } from '#core/sync'
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

/** How the line stands. */
export type Standing =
  /** trying, or waiting for the next try */
  | { is: 'away' }
  | { is: 'here'; devices: { id: string; since: string; here: boolean }[]; addresses: string[] }
  /** the relay said no: nothing is tried until the person does something */
  | { is: 'refused'; why: No; afterS?: number | undefined }
  /** another device's app is newer: nothing of it is taken until this one is */
  | { is: 'older' }

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
  /** the relay took this device in, for the first time */
  taken: () => Promise<void>
  /** all that the relay keeps has come */
  complete: () => void
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
  const { membership, cipher, port, open, stands, waits, passing, taken, complete } = parts
  const { group, device } = membership
  let entrance: Entrance = { how: 'enter' }
  let heard: Heard = await readHeard()
  let line: Line | null = null
  /** all that is kept has been heard: what is written goes out at once */
  let caughtUp = false
  /** of what was sent and not confirmed yet */
  let sent: Heads[] = []
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
  const look = () => waits(!port.shared.isAllIn(heard.kept))

  /** Things said in order, each encrypted first. */
  const inOrder = (work: () => Promise<void>) => (going = going.then(work).catch(() => {}))
  async function sendUpdate(update: Uint8Array, kind: Kind = 'update'): Promise<void> {
    const to = line
    const locked = await cipher.lock('update', withRevision(update))
    if (to !== line || !to) return
    if (kind === 'update') sent.push(headsOf(update))
    to.send(kind, locked)
  }

  async function hear(number: number, content: Uint8Array): Promise<void> {
    if (standing.is === 'older') return
    const plain = await cipher.unlock('update', content)
    if (plain) {
      const revision = new DataView(plain.buffer).getUint16(0)
      if (revision > REVISION) return shut({ is: 'older' })
      const update = plain.subarray(2)
      await port.hear(update, revision)
      if (number > 0) heard = { ...heard, kept: meetHeads(heard.kept, headsOf(update)) }
    }
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
      if (entrance.how !== 'enter') await taken()
      entrance = { how: 'enter' }
      pause = TRIES_MS.first
      sent = []
      // Another log, or one that lost its end: what this device has may not be in it.
      if (word.log !== heard.log) heard = { ...NOTHING_HEARD, log: word.log }
      else if (word.last < heard.after) heard = { log: word.log, after: word.last, kept: {} }
      return stand({ is: 'here', devices: [], addresses: word.addresses })
    }
    if (word.say === 'all') {
      complete()
      return sendRest()
    }
    if (word.say === 'kept') {
      heard = {
        ...heard,
        after: Math.max(heard.after, word.number),
        kept: meetHeads(heard.kept, sent.shift() ?? {}),
      }
      note()
      return look()
    }
    if (word.say === 'devices' && standing.is === 'here') return stand({ ...standing, devices: word.devices })
    if (word.say === 'thick' && word.upTo <= heard.after)
      await inOrder(async () => {
        await sendUpdate(port.shared.whole(), 'whole')
        line?.say({ do: 'instead', upTo: word.upTo })
      })
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
    if (why === 'full') return void sent.shift()
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
    if (timer) clearTimeout(timer)
    timer = null
    stand(now)
  }

  /** The line is given up, and taken up again after a pause. */
  function broke(): void {
    shut({ is: 'away' })
    again()
  }
  function again(): void {
    timer = setTimeout(connect, pause * (0.75 + Math.random() / 2))
    pause = Math.min(TRIES_MS.most, pause * 2)
  }

  function connect(): void {
    if (ended || line) return
    if (timer) clearTimeout(timer)
    timer = null
    const here: Line = open({
      word: (word) => {
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
            if (said?.success) passing(said.data)
          })
          .catch(() => {})
      },
      lost: () => {
        if (line !== here || ended) return
        line = null
        caughtUp = false
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
    pass(one: Passing): void {
      if (!caughtUp) return
      void inOrder(async () => {
        const to = line
        const locked = await cipher.lock('passing', new TextEncoder().encode(JSON.stringify(one)))
        if (to === line) to?.send('passing', locked)
      })
    },
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
