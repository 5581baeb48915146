import { describe, expect, it } from 'vitest'
import { plainRecord } from '#core/workspace'
import { chartText } from '~/shared/charts/chart-text'
import { isolated } from '~/shared/units/isolated'

describe('names as they are kept and shown', () => {
  it('marks that turn the direction of what follows are left out, deep down too, and nothing else', () => {
    expect(plainRecord({ name: '\u202e30.4 g\u2069', log: [{ text: 'a\u2066b' }], n: 3, no: null })).toEqual({
      name: '30.4 g',
      log: [{ text: 'ab' }],
      n: 3,
      no: null,
    })
    const clean = { name: 'גביע 👩🏽‍🏭 <b>', at: [1] }
    expect(plainRecord(clean)).toBe(clean)
    expect(plainRecord(null)).toBeNull()
  })
  it('what cannot be stored as it is, a watched list say, is taken out of its wrapping', () => {
    const watched = new Proxy([1, 2], {})
    expect(plainRecord({ list: watched })).toEqual({ list: [1, 2] })
    expect(() => structuredClone(plainRecord({ list: watched }))).not.toThrow()
  })
  // Unicode Bidirectional Algorithm (UAX 9): first-strong isolate U+2068, its end U+2069.
  it.each([
    ['Tap bodies', 'Tap bodies'],
    ['גביע', '\u2068גביע\u2069'],
    ['مفتاح 5', '\u2068مفتاح 5\u2069'],
  ])('%s stands by itself in a sentence', (name, shown) => expect(isolated(name)).toBe(shown))
  it('marks of the charting library reach it as entities', () =>
    expect(chartText('<b>R&D</b>')).toBe('&lt;b&gt;R&amp;D&lt;/b&gt;'))
})
