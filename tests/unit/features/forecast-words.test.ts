import { describe, expect, it } from 'vitest'
import { passesAt } from '#core/furnace-model'
import { spanWords } from '~/features/melt/forecast-words'

const startMs = new Date(2026, 10, 14, 15, 0).getTime()

describe('a forecast in words', () => {
  it('is told by the clock once it burns, in minutes before', () => {
    const span = { low: 1260, mid: 1440, high: 1740 }
    expect(spanWords(span, { startMs, begun: true })).toBe('at about 15:24 (15:21 to 15:29)')
    expect(spanWords(span, { startMs, begun: false })).toBe('about 24 min after lighting (21 to 29)')
  })
  it('one that may never get there says so, and is no time that cannot be told', () => {
    const span = { low: 1260, mid: 1440, high: null }
    expect(spanWords(span, { startMs, begun: true })).toBe(
      'at about 15:24, 15:21 at the earliest; perhaps never',
    )
    expect(spanWords(span, { startMs, begun: false })).toContain('perhaps never')
  })
  it('a way ahead passes a temperature with a span: early where it goes fast, late or never where it goes slowly', () => {
    const ahead = Array.from({ length: 11 }, (_, at) => ({
      atS: 60 * at,
      low: 700 + 10 * at,
      mid: 700 + 20 * at,
      high: 700 + 40 * at,
    }))
    expect(passesAt(ahead, 800)).toEqual({ low: 150, mid: 300, high: 600 })
    expect(passesAt(ahead, 850)).toEqual({ low: 225, mid: 450, high: null })
    expect(passesAt(ahead, 950)).toBeNull()
  })
})
