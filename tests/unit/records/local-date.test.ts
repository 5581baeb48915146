import { describe, expect, it } from 'vitest'
import { localDate } from '#core/records'

describe('the day of a moment, where one is', () => {
  // Los Angeles is 8 h behind UTC in winter and 7 h in summer, Auckland 13 h ahead in its summer, Kathmandu 5:45 h ahead.
  it.each([
    ['2026-03-01T07:30:00Z', 'America/Los_Angeles', '2026-02-28'],
    ['2026-03-01T08:30:00Z', 'America/Los_Angeles', '2026-03-01'],
    ['2026-07-01T06:59:59Z', 'America/Los_Angeles', '2026-06-30'],
    ['2026-12-31T11:00:00Z', 'Pacific/Auckland', '2027-01-01'],
    ['2026-05-09T18:14:59Z', 'Asia/Kathmandu', '2026-05-09'],
    ['2026-05-09T18:15:00Z', 'Asia/Kathmandu', '2026-05-10'],
    ['2026-11-27T23:59:59Z', 'UTC', '2026-11-27'],
  ])('%s in %s is %s', (moment, zone, day) => expect(localDate(moment, zone)).toBe(day))
  it('in a zone the platform does not know it is the day of UTC', () => {
    expect(localDate('2026-03-01T07:30:00Z', 'Yard/Behind_The_House')).toBe('2026-03-01')
  })
  it('is written with four digits of the year, whatever calendar people use', () => {
    expect(localDate('0987-03-05T12:00:00Z', 'UTC')).toBe('0987-03-05')
  })
})
