import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  DEVICE_KINDS,
  deviceQuerySchema,
  FAULTS,
  parseLine,
  simulatedLine,
  watchReadings,
  type TimedReading,
} from '#core/devices'
import { seeded } from '../../support/random-problem'

const query = (more: Record<string, unknown> = {}) =>
  deviceQuerySchema.parse({ kind: 'thermocouple', ...more })

describe('lines of instruments', () => {
  it('reads each kind in the units of the core (100 °C = 212 °F; 1 oz = 28.349523125 g, by definition)', () => {
    expect(parseLine('thermocouple', 'T 212 F\r')).toEqual({ kind: 'thermocouple', celsius: 100 })
    expect(parseLine('scale', 'M 2 oz S')).toEqual({ kind: 'scale', massG: 56.69904625, steady: true })
    expect(parseLine('scale', 'M -0.3 g U')).toEqual({ kind: 'scale', massG: -0.3, steady: false })
    expect(parseLine('analyser', 'X Cu=88.1~0.6 Pb<0.02')).toEqual({
      kind: 'analyser',
      elements: { Cu: { pct: 88.1, sd: 0.6 }, Pb: { below: 0.02 } },
    })
  })
  it.each([
    ['thermocouple', 'T open', 'open'],
    ['scale', 'M over', 'overload'],
    ['thermocouple', 'T 1e9 C', 'unreadable'],
    ['thermocouple', 'T 99999 C', 'unreadable'],
    ['scale', 'M 30,4 g S', 'unreadable'],
    ['analyser', 'X', 'unreadable'],
    ['analyser', 'X Xx=1~1', 'unreadable'],
    ['analyser', 'X Cu=88~1 Cu=80~1', 'unreadable'],
    ['analyser', 'X Cu=80~1 Zn=80~1', 'unreadable'],
    ['analyser', 'X constructor=1~1', 'unreadable'],
  ] as const)('%s line %s is %s, never a figure', (kind, line, fault) => {
    expect(parseLine(kind, line)).toBe(fault)
  })
  it('never throws, whatever the line; what it reads is finite', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DEVICE_KINDS), fc.string({ maxLength: 60 }), (kind, text) => {
        for (const line of [text, `T ${text}`, `M ${text}`, `X ${text}`]) {
          const read = parseLine(kind, line)
          if (typeof read !== 'string' && read.kind !== 'analyser')
            expect(Number.isFinite(read.kind === 'scale' ? read.massG : read.celsius)).toBe(true)
        }
      }),
    )
  })
})

describe('pretended instruments', () => {
  it('comes to heat as a first-order rise: 63.2 % of the way after one time constant', () => {
    const random = seeded(4)
    const mean =
      Array.from({ length: 400 }, () => {
        const read = parseLine('thermocouple', simulatedLine(query({ fromC: 20, toC: 1020 }), 60, random))
        return typeof read === 'object' && read.kind === 'thermocouple' ? read.celsius : NaN
      }).reduce((sum, celsius) => sum + celsius, 0) / 400
    expect(mean).toBeCloseTo(20 + 1000 * (1 - Math.exp(-1)), 0)
  })
  it('an X-ray gun spreads by 3 % of a value above 1 wt% (common practice, no source)', () => {
    const random = seeded(9)
    const ask = query({ kind: 'analyser', metal: 'Cu:88,Sn:10,Zn:2' })
    const tin = Array.from({ length: 600 }, () => {
      const read = parseLine('analyser', simulatedLine(ask, 1, random))
      const found = typeof read === 'object' && read.kind === 'analyser' ? read.elements.Sn : undefined
      return found && 'pct' in found ? found.pct : NaN
    })
    const mean = tin.reduce((sum, pct) => sum + pct, 0) / tin.length
    const sd = Math.sqrt(tin.reduce((sum, pct) => sum + (pct - mean) ** 2, 0) / (tin.length - 1))
    expect(mean).toBeCloseTo(10, 1)
    expect(sd).toBeGreaterThan(0.27)
    expect(sd).toBeLessThan(0.33)
  })
  it('every line of every kind under every fault can be read or says what is wrong', () => {
    const random = seeded(2)
    for (const kind of DEVICE_KINDS)
      for (const fault of ['', ...FAULTS])
        for (let second = 0; second < 40; second++) {
          const line = simulatedLine(query({ kind, faults: fault }), second, random)
          expect(parseLine(kind, line), line).not.toBe('unreadable')
        }
  })
  it.each([
    { kind: 'kettle' },
    { faults: 'dropout,melts' },
    { toC: 99999 },
    { metal: 'Cu:88;drop' },
    { more: 1 },
  ])('refuses to pretend %o', (more) => {
    expect(deviceQuerySchema.safeParse({ kind: 'thermocouple', ...more }).success).toBe(false)
  })
})

describe('what the program makes of a faulty thermocouple', () => {
  const run = (faults: string, toC = 1100): TimedReading[] => {
    const random = seeded(11)
    const readings: TimedReading[] = []
    for (let half = 0; half < 240; half++) {
      const read = parseLine(
        'thermocouple',
        simulatedLine(query({ fromC: 600, toC, faults }), half / 2, random),
      )
      if (typeof read === 'object' && read.kind === 'thermocouple')
        readings.push({ atS: half / 2, celsius: read.celsius })
    }
    return readings
  }
  const troubles = (readings: TimedReading[]) =>
    new Set(readings.map(({ atS }, at) => watchReadings(readings.slice(0, at + 1), atS + 0.5)))

  it('a sound one gives no alarm while a melt comes to heat and stands', () => {
    expect([...troubles(run(''))]).toEqual([null])
  })
  it('Fahrenheit shown as Celsius is named as that', () => {
    expect(troubles(run('units'))).toContain('units')
  })
  it('flutter is named as that', () => {
    expect(troubles(run('noise'))).toContain('noisy')
  })
  it('a dropout is silence after 4 seconds', () => {
    const readings = run('dropout')
    const gap = readings.findIndex(({ atS }, at) => (readings[at + 1]?.atS ?? 0) - atS > 4)
    const before = readings.slice(0, gap + 1)
    expect(watchReadings(before, before.at(-1)!.atS + 3)).toBeNull()
    expect(watchReadings(before, before.at(-1)!.atS + 5)).toBe('silent')
    expect(watchReadings([], 0)).toBe('silent')
  })
})
