import { randomBytes } from 'node:crypto'
import { MOST_BYTES, packPiece, type Kind, type No, type Piece, type RelayWord } from '#core/relay'

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

/** A device that does not take what it is sent is let go. */
const SLOW_BYTES = 16 * 1024 * 1024
/** What one device may send in a second, on the average of ten. */
const PACE = { bytes: 8 * 1024 * 1024, frames: 300, seconds: 10 }

/** What a piece that came makes of the session: a whole thing, a piece to pass on, nothing yet, or a reason to refuse. */
type Taken = { pieces: Uint8Array[]; kind: Kind } | { passing: Piece } | { more: true } | { no: No }

/**
 * One line, from when it opens until it is shut.
 * @param now the time, ms
 */
export function openSession(line: Line, now: () => number) {
  let pieces: Uint8Array[] = []
  let pieceBytes = 0
  let kind: Kind | null = null
  let paced = { since: now(), bytes: 0, frames: 0 }
  /** Whether a device keeps to the pace a yard needs. */
  function inPace(bytes: number): boolean {
    if (now() - paced.since > PACE.seconds * 1000) paced = { since: now(), bytes: 0, frames: 0 }
    paced.bytes += bytes
    paced.frames++
    return paced.bytes <= PACE.bytes * PACE.seconds && paced.frames <= PACE.frames * PACE.seconds
  }
  const session = {
    id: randomBytes(9).toString('base64url'),
    line,
    nonce: randomBytes(24).toString('base64url'),
    group: null as string | null,
    device: null as string | null,
    /** number of the last parcel it was sent */
    heard: 0,
    /** a whole that was sent and is not put in its place yet */
    whole: null as Uint8Array[] | null,
    /** frames are answered one after the other */
    turn: Promise.resolve() as Promise<void>,
    isShut: false,
    say: (word: RelayWord) => {
      if (!session.isShut) line.send(JSON.stringify(word))
    },
    shut(): void {
      if (session.isShut) return
      session.isShut = true
      line.close()
    },
    refuse(why: No, afterS?: number): void {
      session.say({ say: 'no', why, ...(afterS ? { afterS } : {}) })
      session.shut()
    },
    send(kind: Kind, number: number, content: readonly Uint8Array[]): void {
      content.forEach((piece, at) => {
        if (session.isShut) return
        if (line.waiting() > SLOW_BYTES) return session.shut()
        line.send(packPiece({ kind, more: at < content.length - 1, number, content: piece }))
      })
    },
    /** Takes a piece and puts things together. */
    take(piece: Piece, bytes: number): Taken {
      if (!inPace(bytes)) return { no: 'slow-down' }
      if (piece.kind === 'passing' && !piece.more && kind === null) return { passing: piece }
      if (kind !== null && kind !== piece.kind) return { no: 'not-understood' }
      // A copy: the frame's bytes are the socket's.
      pieces.push(new Uint8Array(piece.content))
      pieceBytes += piece.content.length
      if (pieceBytes > MOST_BYTES) return { no: 'too-large' }
      kind = piece.more ? piece.kind : null
      if (piece.more) return { more: true }
      const whole = { pieces, kind: piece.kind }
      pieces = []
      pieceBytes = 0
      return whole
    },
  }
  return session
}
export type Session = ReturnType<typeof openSession>
/** After so long a device that was too fast may try again, s. */
export const SLOW_DOWN_S = PACE.seconds
