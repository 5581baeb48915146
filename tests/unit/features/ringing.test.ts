import { describe, expect, it } from 'vitest'
import { ringsWhere } from '~/features/group/ringing'

const NOW = 1_800_000_000_000
const phone = (touchedAgoS: number, more = {}) => ({
  name: 'phone',
  melt: 7,
  touched: NOW - touchedAgoS * 1000,
  heard: NOW - 5000,
  ...more,
})
const where = (others: ReturnType<typeof phone>[], ownAgoS: number) =>
  ringsWhere(others, 7, NOW - ownAgoS * 1000, NOW)

describe('where a clock sounds', () => {
  it('on the device touched last, of those that follow this melt', () => {
    expect(where([phone(10)], 300)).toEqual({ here: false, on: 'phone' })
    expect(where([phone(300)], 10)).toEqual({ here: true })
    expect(where([phone(10, { melt: 6 })], 300)).toEqual({ here: true })
    expect(where([phone(10, { melt: null })], 300)).toEqual({ here: true })
    expect(where([phone(60), phone(20, { name: 'tablet' })], 300)).toEqual({ here: false, on: 'tablet' })
    expect(where([], 300)).toEqual({ here: true })
  })
  it('on both rather than on neither: word of a touch comes late, and one that fell silent may be asleep', () => {
    // Both were touched at once, and each hears of the other four seconds late.
    expect(where([phone(1)], 5)).toEqual({ here: true })
    expect(where([phone(10, { heard: NOW - 90_000 })], 300)).toEqual({ here: true })
  })
})
