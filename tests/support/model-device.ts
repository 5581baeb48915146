import { webcrypto } from 'node:crypto'
import { joinPieces, packPiece, relayWordSchema, signedText, unpackPiece, type RelayWord } from '#core/relay'

/*
 * A device that knows of a group only what the words on the line say: a set of changes instead of a yard, a number
 * instead of a key. It shares nothing with the app's own session but the shape of the frames, and is what histories of
 * the relay are told by.
 */

const { subtle } = webcrypto
const HOW = { name: 'ECDSA', namedCurve: 'P-256' }
export const GROUP = 'the-yard-of-tests'

/** A line that is being opened. */
export interface Wire {
  send: (frame: Uint8Array) => void
  close: () => void
}
export interface Ears {
  frame: (frame: string | Uint8Array) => void
  lost: () => void
}
export type Dial = (ears: Ears, address: string) => Wire

export const newKeys = async () => {
  const { publicKey, privateKey } = await subtle.generateKey(HOW, true, ['sign', 'verify'])
  return { raw: Buffer.from(await subtle.exportKey('raw', publicKey)).toString('base64url'), privateKey }
}
type Keys = Awaited<ReturnType<typeof newKeys>>
export type Entrance = { do: 'found'; code: string } | { do: 'join'; invitation: string } | { do: 'enter' }
interface Content {
  epoch: number
  changes: string[]
}

/** @param heard of each change another device made */
export function modelDevice(
  id: string,
  keys: Keys,
  dial: Dial,
  { group = GROUP, heard = (_: string): void => {} } = {},
) {
  let wire: Wire | null = null
  let entrance: Entrance = { do: 'enter' }
  let log: string | null = null
  let after = 0
  let first = 1
  let gaps = new Set<number>()
  let caughtUp = false
  /** changes that are in the log by its present name */
  let inLog = new Set<string>()
  let sent: string[][] = []
  let isHalted = false
  let wasRefused = false
  let passing: number[] = []
  const encoder = new TextEncoder()
  const device = {
    id,
    keys,
    /** the newest key it was given */
    epoch: 0,
    /** its changes and those it heard */
    has: new Set<string>(),
    /** its own changes that the relay said it keeps */
    kept: new Set<string>(),
    /** why the relay refused it, newest last */
    refused: [] as string[],
    /** changes it could read since it was shut out */
    learned: [] as string[],
    /** devices that it knows were shut out: a server that lost that is told again */
    gone: new Set<string>(),
    /** how often it found something wrong with the log */
    mends: 0,
    isOut: false,
    /** it is signing who it is */
    signing: Promise.resolve() as Promise<void>,
    isConnected: () => wire !== null,
    /** The relay has let it in, or said no; or there is no line. */
    isAnswered: () => wire === null || caughtUp || isHalted || wasRefused,
    isSettled: () => caughtUp && sent.length === 0 && [...device.has].every((one) => inLog.has(one)),

    connect(how: Entrance = { do: 'enter' }): void {
      if (wire) return
      entrance = how
      caughtUp = isHalted = wasRefused = false
      sent = []
      let here: Wire | null = null
      const lost = () => {
        if (wire && wire === here) device.lost()
      }
      // An answer may come before the line is handed out: it waits for its turn.
      const frames: (string | Uint8Array)[] = []
      const ears: Ears = {
        frame: (frame) => void (here ? wire === here && hear(frame) : frames.push(frame)),
        lost,
      }
      here = dial(ears, id)
      wire = here
      for (const frame of frames) hear(frame)
    },
    lost(): void {
      wire = null
      caughtUp = false
    },
    disconnect(): void {
      const was = wire
      device.lost()
      was?.close()
    },
    write(change: string): void {
      device.has.add(change)
      if (caughtUp) update([change])
    },
    say: (word: object) => wire?.send(encoder.encode(JSON.stringify(word))),
    pass(number: number): void {
      passing = [...passing.slice(-9), number]
      if (caughtUp) wire?.send(packPiece({ kind: 'passing', more: false, number: 0, content: coded([]) }))
    },
    /** What there was no room for is sent again now and then. */
    resend: () => caughtUp && !isHalted && sendRest(),
    /** It asked for the log to be mended, and takes nothing until its line ends. */
    isHalted: () => isHalted,
    /** Devices that agree on nothing else say that the log is to be heard from the start. */
    disagree: () => caughtUp && mend(null),
  }

  const coded = (changes: string[]) => encoder.encode(JSON.stringify({ epoch: device.epoch, changes }))
  function update(changes: string[]): void {
    if (!wire || changes.length === 0) return
    sent.push(changes)
    wire.send(packPiece({ kind: 'update', more: false, number: 0, content: coded(changes) }))
  }
  function sendRest(): void {
    caughtUp = true
    const waiting = new Set(sent.flat())
    update([...device.has].filter((one) => !inLog.has(one) && !waiting.has(one)))
  }
  function mend(number: number | null): void {
    if (isHalted) return
    isHalted = true
    device.mends++
    device.say({ do: 'mend', number })
  }
  function expected(): number {
    let next = Math.max(after + 1, first)
    while (gaps.has(next)) next++
    return next
  }

  const pieces: Uint8Array[] = []
  function hear(frame: string | Uint8Array): void {
    if (typeof frame === 'string') return void heed(relayWordSchema.parse(JSON.parse(frame)))
    const piece = unpackPiece(frame)!
    pieces.push(new Uint8Array(piece.content))
    if (piece.more) return
    const content = joinPieces(pieces.splice(0))
    if (piece.kind === 'update' && !isHalted) take(piece.number, read(content))
  }
  function read(content: Uint8Array): Content | null {
    try {
      return JSON.parse(new TextDecoder().decode(content)) as Content
    } catch {
      return null
    }
  }
  function take(number: number, content: Content | null): void {
    if (!content || content.epoch > device.epoch) return number > 0 ? mend(number) : undefined
    if (number > after && number !== expected()) return mend(null)
    for (const change of content.changes) {
      if (!device.has.has(change)) heard(change)
      if (device.isOut && !device.has.has(change)) device.learned.push(change)
      device.has.add(change)
      if (number > 0) inLog.add(change)
    }
    after = Math.max(after, number)
  }

  function heed(word: RelayWord): void {
    if (word.say === 'nonce') return void (device.signing = comeIn(word.nonce))
    if (word.say === 'no') {
      if (word.why === 'full' || word.why === 'disk-full') return void sent.shift()
      device.refused.push(word.why)
      wasRefused = true
      return
    }
    if (word.say === 'entered') {
      if (word.log !== log) [log, after, inLog] = [word.log, 0, new Set()]
      else if (word.last < after) [after, inLog] = [word.last, new Set()]
      first = word.first
      gaps = new Set(word.gaps)
      entrance = { do: 'enter' }
      return
    }
    if (isHalted) return
    if (word.say === 'all') return sendRest()
    if (word.say === 'disk') return word.full ? undefined : sendRest()
    if (word.say === 'devices')
      for (const one of word.devices)
        if (device.gone.has(one.id)) device.say({ do: 'withdraw', device: one.id })
    if (word.say === 'kept') {
      if (word.number > after && word.number !== expected()) return mend(null)
      after = Math.max(after, word.number)
      for (const change of sent.shift() ?? []) {
        inLog.add(change)
        if (change.startsWith(`${id}:`)) device.kept.add(change)
      }
    }
    if (word.say === 'thick' && word.upTo <= after) {
      wire?.send(packPiece({ kind: 'whole', more: false, number: 0, content: coded([...device.has]) }))
      device.say({ do: 'instead', upTo: word.upTo })
    }
  }
  async function comeIn(nonce: string): Promise<void> {
    const at = wire
    const bytes = Buffer.from(signedText(nonce, group, id))
    const signed = await subtle.sign({ name: 'ECDSA', hash: 'SHA-256' }, keys.privateKey, bytes)
    if (wire !== at) return
    const signature = Buffer.from(signed).toString('base64url')
    const key = entrance.do === 'enter' ? {} : { key: keys.raw }
    device.say({ ...entrance, ...key, group, device: id, signature, log, after })
  }
  return device
}
export type ModelDevice = ReturnType<typeof modelDevice>
