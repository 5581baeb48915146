import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatLength, parseLength } from '#core/units'

describe('lengths', () => {
  it.each([
    ['12', 'mm', 12],
    ['12', 'in', 304.8],
    ['1 1/2 in', 'mm', 38.1],
    ['3/8"', 'mm', 9.525],
    ['2,5 cm', 'in', 25],
    ['0.3 m', 'mm', 300],
  ] as const)('%s with %s by default is %d mm', (text, unit, value) => {
    expect(parseLength(text, unit)).toEqual({ ok: true, value: expect.closeTo(value, 9) })
  })
  it.each([
    ['', 'empty'],
    ['wide', 'not-a-number'],
    ['3 ells', 'unknown-unit'],
    ['-3', 'negative'],
    ['1/0', 'not-a-number'],
    ['1e9', 'unknown-unit'],
    ['900 m', 'too-large'],
  ])('“%s” is refused: %s', (text, problem) => {
    const parsed = parseLength(text, 'mm')
    expect(parsed.ok ? 'read' : parsed.problem).toMatch(new RegExp(`^(${problem}|not-a-number)$`))
  })
  it('what is shown is read back, in either unit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5000, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const),
        (mm, unit) => {
          const parsed = parseLength(formatLength(mm, unit), unit)
          expect(parsed.ok && Math.abs(parsed.value - mm)).toBeLessThan(unit === 'in' ? 1.3 : 0.51)
        },
      ),
    )
  })
})
