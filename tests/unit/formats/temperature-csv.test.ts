import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readTemperatureLog } from '#formats/temperature-csv'

const started = '2026-11-23T10:00:00.000Z'
const read = (text: string) => readTemperatureLog(text, started)

describe('temperature logs', () => {
  it('seconds from the start, and ISO times', () => {
    expect(read('time,temperature\n0,20.5\n90,850\n')).toEqual({
      ok: true,
      skipped: 0,
      unsure: true,
      readings: [
        { at: started, celsius: 20.5 },
        { at: '2026-11-23T10:01:30.000Z', celsius: 850 },
      ],
    })
    const iso = read('time;temperature\n2026-11-23T11:00:00Z;1100,5\n2026-11-23T10:59:00Z;1090\n')
    expect(iso.ok && iso.readings.map(({ celsius }) => celsius)).toEqual([1090, 1100.5])
  })
  it.each([
    ['min,temp\n0,20\n75,535\n195,740\n', 195 * 60],
    ['minutes,temperature\n195,740\n', 195 * 60],
    ['Time (min),temperature\n195,740\n', 195 * 60],
    ['s,temp\n0,20\n195,740\n', 195],
    ['time [s],temp\n195,740\n', 195],
    ['h,temp\n0,20\n3.25,740\n', 3.25 * 3600],
    ['elapsed hh:mm,temp\n0:00,20\n3:15,740\n', 3.25 * 3600],
  ])('%j: the heading says what the time counts', (text, seconds) => {
    const back = read(text)
    expect(back.ok && [Date.parse(back.readings.at(-1)!.at) - Date.parse(started), back.unsure]).toEqual([
      1000 * seconds,
      false,
    ])
  })
  it('bare figures 0, 75, 195 could be seconds or minutes: that is asked; 0 to 9 000 could not', () => {
    const bare = 'time,temperature\n0,20\n75,535\n195,740\n'
    expect(read(bare)).toMatchObject({ ok: true, unsure: true })
    const told = readTemperatureLog(bare, started, 'min')
    expect(told.ok && [told.unsure, Date.parse(told.readings[2]!.at) - Date.parse(started)]).toEqual([
      false,
      195 * 60_000,
    ])
    expect(read('time,temperature\n0,20\n9000,740\n')).toMatchObject({ unsure: false })
  })
  it('Fahrenheit where the heading says so', () => {
    const back = read('Time (s),Temperature (°F)\n10,1220.58\n')
    expect(back.ok && back.readings[0]!.celsius).toBeCloseTo(660.32, 1)
  })
  it('rows that are no readings are counted and left out', () => {
    const back = read('time,temperature\n0,20\nlater,30\n5,OL\n6,99999\n-4,20\n')
    expect(back.ok && [back.readings.length, back.skipped]).toEqual([1, 4])
  })
  it.each([
    ['', 'empty'],
    ['name,mass\nx,5\n', 'no-columns'],
    ['time,temperature\nsoon,warm\n', 'no-readings'],
  ])('“%s” is refused: %s', (text, fault) => {
    expect(read(text)).toEqual({ ok: false, fault })
  })
  it('a long log is thinned, its ends kept', () => {
    const rows = Array.from({ length: 9000 }, (_, second) => `${second},${(600 + second / 100).toFixed(2)}`)
    const back = read(`time,temperature\n${rows.join('\n')}`)
    expect(back.ok && back.readings.length).toBe(400)
    expect(back.ok && [back.readings[0]!.celsius, back.readings.at(-1)!.celsius]).toEqual([600, 689.99])
  })
  it('anything is read or refused, never thrown', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (text) => {
        read(text)
        read(`time,temperature\n${text}`)
      }),
      { numRuns: 400, seed: 3 },
    )
  })
})
