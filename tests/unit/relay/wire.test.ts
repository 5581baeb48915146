import { describe, expect, test } from 'vitest'
import {
  cutInPieces,
  deviceWordSchema,
  FRAME_BYTES,
  joinPieces,
  packPiece,
  PIECE_BYTES,
  relayWordSchema,
  unpackPiece,
} from '#core/relay'

/* What goes over the line, byte by byte: a relay of one day and a device of another have to understand each other. */

const frameOf = (length: number) => {
  const frame = new Uint8Array(length).fill(7)
  frame.set([1, 0, 0, 0, 0, 0])
  return frame
}

describe('a piece', () => {
  test.each([
    ['update', 1],
    ['passing', 2],
    ['whole', 3],
  ] as const)(
    'of kind %s lies as it is written: kind, more, number with the high byte first, content',
    (kind, first) => {
      const content = new Uint8Array([200, 0, 201])
      for (const more of [false, true]) {
        const frame = packPiece({ kind, more, number: 0x01020384, content })
        expect([...frame]).toEqual([first, more ? 1 : 0, 0x01, 0x02, 0x03, 0x84, 200, 0, 201])
        expect(unpackPiece(frame)).toEqual({ kind, more, number: 0x01020384, content })
      }
    },
  )

  test('is read where it lies within a longer row of bytes, and of the largest number there is', () => {
    const around = new Uint8Array(20).fill(255)
    around.set([2, 1, 255, 255, 255, 255, 42], 9)
    expect(unpackPiece(around.subarray(9, 16))).toEqual({
      kind: 'passing',
      more: true,
      number: 2 ** 32 - 1,
      content: new Uint8Array([42]),
    })
  })

  test('of as many bytes as a frame may have is one, of one more none; of one byte is one, of nothing none', () => {
    expect(unpackPiece(frameOf(FRAME_BYTES))?.content.length).toBe(FRAME_BYTES - 6)
    expect(unpackPiece(frameOf(FRAME_BYTES + 1))).toBeNull()
    expect(unpackPiece(frameOf(7))?.content).toEqual(new Uint8Array([7]))
    for (const length of [0, 1, 5, 6]) expect(unpackPiece(frameOf(6).subarray(0, length))).toBeNull()
  })

  test.each([
    ['of no kind', [0, 0]],
    ['of a kind there is not', [4, 0]],
    ['with a sign that is neither more nor the last', [1, 2]],
  ])('%s is none', (_, head) => {
    expect(unpackPiece(new Uint8Array([...head, 0, 0, 0, 1, 9]))).toBeNull()
  })
})

test.each([
  [0, []],
  [1, [1]],
  [PIECE_BYTES - 1, [PIECE_BYTES - 1]],
  [PIECE_BYTES, [PIECE_BYTES]],
  [PIECE_BYTES + 1, [PIECE_BYTES, 1]],
  [3 * PIECE_BYTES, [PIECE_BYTES, PIECE_BYTES, PIECE_BYTES]],
])('%i bytes go in pieces that each fit a frame, and come together again', (length, lengths) => {
  const content = Uint8Array.from({ length }, (_, at) => (at * 31) % 251)
  const pieces = cutInPieces(content)
  expect(pieces.map((piece) => piece.length)).toEqual(lengths)
  const arrived = pieces.map((one) =>
    unpackPiece(packPiece({ kind: 'whole', more: false, number: 1, content: one })),
  )
  // Whole rows of bytes are compared as such: one by one takes seconds.
  expect(Buffer.compare(joinPieces(arrived.map((one) => one!.content)), content)).toBe(0)
})

const said = { group: 'the-yard-1', device: 'desk-0001', signature: 'abc', log: null, after: 0 }

describe('words', () => {
  test.each([
    ['comes back', { do: 'enter', ...said }, true],
    ['has something more to say than is known', { do: 'enter', ...said, and: 1 }, false],
    ['has had less than nothing', { do: 'enter', ...said, after: -1 }, false],
    ['names its group too shortly', { do: 'enter', ...said, group: '1234567' }, false],
    ['names its group with a path', { do: 'enter', ...said, group: '../../passwd' }, false],
    ['puts the whole in the place of nothing', { do: 'instead', upTo: 0 }, false],
    ['puts the whole in the place of one', { do: 'instead', upTo: 1 }, true],
    ['says what there is not', { do: 'erase' }, false],
  ])('a device that %s', (_, word, understood) => {
    expect(deviceWordSchema.safeParse(word).success).toBe(understood)
  })

  test('a relay may learn to say more: what is not known of a word of its own is left out', () => {
    expect(relayWordSchema.parse({ say: 'kept', number: 4, mood: 'fine' })).toEqual({
      say: 'kept',
      number: 4,
    })
    expect(relayWordSchema.safeParse({ say: 'no', why: 'a reason there is not' }).success).toBe(false)
  })
})
