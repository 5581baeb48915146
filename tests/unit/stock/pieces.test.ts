import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatPieces, parsePieces, piecesLeft } from '#core/stock'

describe('single pieces', () => {
  it.each([
    ['118, 240, 95', [118, 240, 95]],
    ['118; 3 x 240 g; 0.5 kg', [118, 240, 240, 240, 500]],
    ['2×1,5; 4', [1.5, 1.5, 4]],
    ['118\n240', [118, 240]],
    ['', []],
  ])('“%s”', (text, pieces) => {
    expect(parsePieces(text, 'g')).toEqual({ ok: true, pieces })
  })
  it.each(['118; heavy', '0 x 5', '-3', '900 x 5; 2', '5 ells'])(
    '“%s” is refused with the part at fault',
    (text) => {
      expect(parsePieces(text, 'g')).toMatchObject({ ok: false })
    },
  )
  it('pieces taken are gone as often as they were taken', () => {
    expect(piecesLeft([240, 118, 240, 240], [240, 240, 7])).toEqual([118, 240])
  })
  it('what is written is read back', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9999 }), { maxLength: 40 }),
        fc.constantFrom('g' as const, 'kg' as const, 'oz' as const, 'lb' as const),
        (pieces, unit) => {
          const read = parsePieces(formatPieces(pieces, unit), unit, '.')
          expect(read.ok && read.pieces.length).toBe(pieces.length)
          const sum = (list: number[]) => list.reduce((a, b) => a + b, 0)
          // Ounces are written to a tenth.
          if (read.ok)
            expect(Math.abs(sum(read.pieces) - sum(pieces))).toBeLessThan(1.5 * pieces.length + 0.01)
        },
      ),
    )
  })
})
