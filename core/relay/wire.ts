import { z } from 'zod'

/*
 * What a device and the relay say to each other. The relay passes on and keeps what devices have encrypted; it has the
 * key of no yard. Control is JSON in text frames, all else is binary.
 */

/** Most bytes of one binary frame's content; what is longer goes in pieces. */
export const PIECE_BYTES = 256 * 1024
/** Most bytes of one thing that is sent, all its pieces together. */
export const MOST_BYTES = 32 * 1024 * 1024
/** Longest frame there is: a piece and what stands before it. */
export const FRAME_BYTES = PIECE_BYTES + 64

const id = z.string().regex(/^[\w-]{8,64}$/)
const base64 = z.string().regex(/^[\w-]{1,200}$/)
const who = { group: id, device: id, signature: base64 }
const after = { log: id.nullable(), after: z.int().min(0) }

/** What a device says. */
export const deviceWordSchema = z.discriminatedUnion('do', [
  /** begins a group at this relay */
  z.strictObject({ do: z.literal('found'), ...who, ...after, key: base64, code: z.string().max(40) }),
  /** comes to a group by an invitation */
  z.strictObject({ do: z.literal('join'), ...who, ...after, key: base64, invitation: base64 }),
  /** comes back */
  z.strictObject({ do: z.literal('enter'), ...who, ...after }),
  /** lets whoever has what this is the SHA-256 of join, once */
  z.strictObject({ do: z.literal('invite'), hash: base64 }),
  /** shuts a device out */
  z.strictObject({ do: z.literal('withdraw'), device: id }),
  /** what was just sent as a whole stands for everything kept up to here */
  z.strictObject({ do: z.literal('instead'), upTo: z.int().min(1) }),
  /** a parcel cannot be read, or (null) devices that heard all do not agree: the log is heard from the start */
  z.strictObject({ do: z.literal('mend'), number: z.int().min(1).nullable() }),
  /** a new key of the group, sealed for each device that stays */
  z.strictObject({
    do: z.literal('seal'),
    keys: z.array(z.strictObject({ device: id, sealed: z.string().regex(/^[\w.-]{1,800}$/) })).max(64),
  }),
])
export type DeviceWord = z.infer<typeof deviceWordSchema>

/** Why the relay says no. */
export const NO = [
  'unknown-group',
  'unknown-device',
  'wrong-signature',
  'wrong-code',
  'wrong-invitation',
  'exists',
  'slow-down',
  'crowded',
  'not-understood',
  'too-large',
  'full',
  'disk-full',
  'new-key',
  'withdrawn',
] as const
export type No = (typeof NO)[number]

const present = z.object({ id, since: z.string(), here: z.boolean() })

/** What the relay says. */
export const relayWordSchema = z.discriminatedUnion('say', [
  z.object({ say: z.literal('nonce'), nonce: base64 }),
  z.object({
    say: z.literal('entered'),
    log: id,
    /** number of the last thing kept; all that was kept since what the device had comes next */
    last: z.int(),
    /** number of the first parcel that is kept, and those after it that are not */
    first: z.int().default(1),
    gaps: z.array(z.int()).default([]),
    /** how often the group's key was changed */
    epoch: z.int().default(0),
    /** addresses other devices reach this relay at */
    addresses: z.array(z.string()),
  }),
  /** a key that another device sealed for this one */
  z.object({ say: z.literal('sealed'), from: id, sealed: z.string() }),
  /** whether the server's disk is full: what is sent is passed on then, and not kept */
  z.object({ say: z.literal('disk'), full: z.boolean() }),
  /** all that was kept has come */
  z.object({ say: z.literal('all') }),
  /** what this device sent is kept, under a number */
  z.object({ say: z.literal('kept'), number: z.int() }),
  z.object({ say: z.literal('devices'), devices: z.array(present) }),
  /** much was kept one by one: a device is asked for the whole instead */
  z.object({ say: z.literal('thick'), upTo: z.int() }),
  z.object({ say: z.literal('no'), why: z.enum(NO), afterS: z.number().optional() }),
])
export type RelayWord = z.infer<typeof relayWordSchema>

/** A thing's kind: an update that is kept, something for those who are here, the whole of what is kept. */
export const KINDS = { update: 1, passing: 2, whole: 3 } as const
export type Kind = keyof typeof KINDS

/** A binary frame: a piece of a thing. */
export interface Piece {
  kind: Kind
  /** more pieces of it follow */
  more: boolean
  /** the relay's number of it; 0 on the way there, and of what is not kept */
  number: number
  content: Uint8Array
}

const HEAD_BYTES = 6

/**
 * A piece as it goes over the line: kind, whether more follow, number in four bytes (big-endian), content.
 * @example unpackPiece(packPiece({ kind: 'update', more: false, number: 7, content: new Uint8Array(2) })).number // 7
 */
export function packPiece({ kind, more, number, content }: Piece): Uint8Array<ArrayBuffer> {
  const frame = new Uint8Array(HEAD_BYTES + content.length)
  frame[0] = KINDS[kind]
  frame[1] = more ? 1 : 0
  new DataView(frame.buffer).setUint32(2, number)
  frame.set(content, HEAD_BYTES)
  return frame
}

/**
 * A piece as it came over the line.
 * @returns null for what is none
 * @example unpackPiece(new Uint8Array([9, 9])) // null
 */
export function unpackPiece(frame: Uint8Array): Piece | null {
  const kind = (Object.keys(KINDS) as Kind[]).find((one) => KINDS[one] === frame[0])
  if (!kind || frame.length <= HEAD_BYTES || frame.length > FRAME_BYTES || frame[1]! > 1) return null
  const number = new DataView(frame.buffer, frame.byteOffset).getUint32(2)
  return { kind, more: frame[1] === 1, number, content: frame.subarray(HEAD_BYTES) }
}

/**
 * Something cut into pieces that fit a frame each; nothing makes none.
 * @example cutInPieces(new Uint8Array(PIECE_BYTES + 1)).length // 2
 */
export function cutInPieces(content: Uint8Array): Uint8Array[] {
  const pieces: Uint8Array[] = []
  for (let from = 0; from < content.length; from += PIECE_BYTES)
    pieces.push(content.subarray(from, from + PIECE_BYTES))
  return pieces
}

/**
 * Pieces put together again.
 * @example joinPieces([new Uint8Array([1]), new Uint8Array([2, 3])]).length // 3
 */
export function joinPieces(pieces: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}

/**
 * What a device signs to show that it is the one whose key the relay has: a signature is good for one line only.
 * @example signedText('n', 'yard', 'desk') // 'hephaestal|n|yard|desk'
 */
export const signedText = (nonce: string, group: string, device: string): string =>
  ['hephaestal', nonce, group, device].join('|')
