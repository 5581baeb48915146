import { readCoolingCurve, type CurvePoint } from '#core/inference'
import { describe, expect, it } from 'vitest'
import { deviceQuerySchema, parseLine, simulatedLine, type DeviceFault } from '#core/devices'
import { seeded } from '../../support/random-problem'

/* What the pretended instruments send is what such an instrument would, and each fault looks as it does in life. */

const reading = (
  kind: 'thermocouple' | 'scale' | 'analyser',
  more: Record<string, unknown>,
  seconds: number,
  seed: number,
) => parseLine(kind, simulatedLine(deviceQuerySchema.parse({ kind, ...more }), seconds, seeded(seed)))

/** The mean of many readings at one moment. */
function mean(more: Record<string, unknown>, seconds: number, faults: DeviceFault[] = []): number {
  let sum = 0
  for (let seed = 1; seed <= 200; seed++) {
    const one = reading('thermocouple', { ...more, faults: faults.join() }, seconds, seed)
    if (typeof one === 'string' || one.kind !== 'thermocouple') throw new Error('no temperature')
    sum += one.celsius
  }
  return sum / 200
}

describe('a pretended thermocouple', () => {
  const setting = { fromC: 20, toC: 1120, tauS: 300 }
  it.each([
    [0, 0],
    [300, 1 - Math.exp(-1)],
    [900, 1 - Math.exp(-3)],
  ])(
    'after %i s it has gone %f of the way (first-order rise: 63.2 % in one time constant)',
    (seconds, share) => {
      expect(mean(setting, seconds)).toBeCloseTo(20 + 1100 * share, 0)
    },
  )
  it('drifts downwards by what it was told, and its flutter has no side', () => {
    expect(mean(setting, 120, ['drift']) - mean(setting, 120)).toBeCloseTo(-60, 6)
    expect(Math.abs(mean(setting, 120, ['noise']) - mean(setting, 120))).toBeLessThan(4)
  })
  it('in the wrong unit it shows degrees Fahrenheit as if they were Celsius, half of the time', () => {
    const right = mean(setting, 2, ['units'])
    const wrong = mean(setting, 7, ['units'])
    expect(right).toBeCloseTo(mean(setting, 2), 6)
    expect(wrong).toBeCloseTo(mean(setting, 7) * 1.8 + 32, 1)
  })
  it('dropped out, it says so, and comes back', () => {
    const at = (seconds: number) => reading('thermocouple', { ...setting, faults: 'dropout' }, seconds, 1)
    expect(at(5)).not.toBe('open')
    expect(at(15)).toBe('open')
    expect(at(21)).not.toBe('open')
  })
})

describe('a pretended thermocouple in metal that freezes', () => {
  const cup = { fromC: 1100, toC: 20, tauS: 250 }
  const curve = (more: Record<string, unknown>, lastS: number): CurvePoint[] =>
    Array.from({ length: lastS }, (_, s) => [s, mean({ ...cup, ...more }, s)])
  it('stands still at one temperature, or bends where it freezes over a range, and is read off so', () => {
    const level = readCoolingCurve(curve({ freezesC: 1000 }, 300))
    expect(level.ok && level.curve.liquidus).toMatchObject({ how: 'level' })
    expect(level.ok && Math.abs(level.curve.liquidus!.celsius - 1000)).toBeLessThan(1.5)
    const bend = readCoolingCurve(curve({ freezesC: 1000, overC: 150 }, 300))
    expect(bend.ok && bend.curve.liquidus).toMatchObject({ how: 'bend' })
    expect(bend.ok && Math.abs(bend.curve.liquidus!.celsius - 1000)).toBeLessThan(4)
  })
})

describe('a pretended scale', () => {
  it('shows the load less its tare in whole steps; over what it bears it says so', () => {
    for (let seed = 1; seed <= 50; seed++) {
      const one = reading('scale', { loadG: 530.44, tareG: 500 }, 1, seed)
      if (typeof one === 'string' || one.kind !== 'scale') throw new Error('no weight')
      expect(Math.abs(one.massG - 30.4)).toBeLessThanOrEqual(0.2)
      expect((one.massG * 10) % 1).toBeCloseTo(0, 6)
    }
    expect(reading('scale', { loadG: 20_000 }, 1, 1)).toBe('overload')
  })
  it('in the wrong unit 283.5 g read as 10 (an ounce is 28.349523125 g)', () => {
    const one = reading('scale', { loadG: 283.49523125, faults: 'units' }, 1, 1)
    expect(one).toMatchObject({ kind: 'scale' })
    if (typeof one !== 'string' && one.kind === 'scale') expect(one.massG).toBeCloseTo(10, 0)
  })
})

describe('a pretended analyser', () => {
  const composition = { Cu: 88, Sn: 10, Zn: 2, Pb: 0.004 }
  const metal = Object.entries(composition)
    .map(([symbol, pct]) => `${symbol}:${pct}`)
    .join()
  const shots = (faults: DeviceFault[] = []) =>
    Array.from({ length: 100 }, (_, at) =>
      reading('analyser', { metal, faults: faults.join() }, 1, at + 1),
    ).map((one) => {
      if (typeof one === 'string' || one.kind !== 'analyser') throw new Error('no analysis')
      return one.elements
    })
  const meanOf = (elements: ReturnType<typeof shots>, symbol: string) =>
    elements.reduce((sum, one) => sum + ('pct' in one[symbol]! ? one[symbol]!.pct : 0), 0) / elements.length

  it('reads what is there within the spread it tells, and lead below what it sees as below', () => {
    const all = shots()
    for (const symbol of ['Sn', 'Zn'] as const) {
      const inside = all.filter((one) => {
        const seen = one[symbol]!
        return 'pct' in seen && Math.abs(seen.pct - composition[symbol]) <= 2 * seen.sd
      })
      expect(inside.length).toBeGreaterThan(85)
    }
    expect(all.every(({ Pb }) => 'below' in Pb!)).toBe(true)
  })
  it('drifted, it reads a tenth too much; in the wrong unit, a hundredth', () => {
    expect(meanOf(shots(['drift']), 'Sn') / meanOf(shots(), 'Sn')).toBeCloseTo(1.1, 1)
    expect(meanOf(shots(['units']), 'Sn') / meanOf(shots(), 'Sn')).toBeCloseTo(0.01, 3)
  })
})
