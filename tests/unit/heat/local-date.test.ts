import { describe, expect, it } from 'vitest'
import { newHeat } from '#core/heat'
import { localDate } from '#core/records'

/** Five zones, with the offsets in force told by hand from the IANA database (from memory), around changes of the clock. */
const MOMENTS: [zone: string, iso: string, day: string][] = [
  // A July evening in California is tomorrow in Greenwich.
  ['America/Los_Angeles', '2026-07-11T03:30:00.000Z', '2026-07-10'],
  // UTC−8 till 10:00Z on 8 March 2026, UTC−7 after.
  ['America/Los_Angeles', '2026-03-08T07:59:00.000Z', '2026-03-07'],
  ['America/Los_Angeles', '2026-03-08T08:01:00.000Z', '2026-03-08'],
  ['America/Los_Angeles', '2026-03-09T06:59:00.000Z', '2026-03-08'],
  ['America/Los_Angeles', '2026-03-09T07:01:00.000Z', '2026-03-09'],
  // Summer time ends in Berlin on 25 October 2026, 01:00Z.
  ['Europe/Berlin', '2026-10-24T21:59:00.000Z', '2026-10-24'],
  ['Europe/Berlin', '2026-10-24T22:01:00.000Z', '2026-10-25'],
  ['Europe/Berlin', '2026-10-25T22:59:00.000Z', '2026-10-25'],
  ['Europe/Berlin', '2026-10-25T23:01:00.000Z', '2026-10-26'],
  // Half an hour off, no summer time.
  ['Asia/Kolkata', '2026-06-01T18:29:00.000Z', '2026-06-01'],
  ['Asia/Kolkata', '2026-06-01T18:31:00.000Z', '2026-06-02'],
  // Thirteen hours ahead in its summer, till 5 April 2026.
  ['Pacific/Auckland', '2026-01-01T10:59:00.000Z', '2026-01-01'],
  ['Pacific/Auckland', '2026-01-01T11:01:00.000Z', '2026-01-02'],
  ['Pacific/Auckland', '2026-07-01T11:01:00.000Z', '2026-07-01'],
  ['Pacific/Auckland', '2026-07-01T12:01:00.000Z', '2026-07-02'],
  // Half an hour of summer time.
  ['Australia/Lord_Howe', '2026-01-01T12:59:00.000Z', '2026-01-01'],
  ['Australia/Lord_Howe', '2026-01-01T13:01:00.000Z', '2026-01-02'],
]

describe('the day of a heat', () => {
  it.each(MOMENTS)('%s, %s: %s', (zone, iso, day) => {
    expect(localDate(iso, zone)).toBe(day)
    expect(newHeat({ id: 'x', now: iso, zone }, [])).toMatchObject({ date: day, zone, createdAt: iso })
  })
  it('a zone nobody knows is taken for UTC', () => {
    expect(localDate('2026-07-11T03:30:00.000Z', 'Moon/Tranquility')).toBe('2026-07-11')
    expect(newHeat({ id: 'x', now: '2026-07-11T03:30:00.000Z' }, []).date).toBe('2026-07-11')
  })
})
