import { describe, expect, it } from 'vitest'
import { deviceQuerySchema, parseLine, simulatedLine, watchReadings } from '#core/devices'

const quiet = () => 0.5
const line = (more: Record<string, unknown>, seconds: number, random = quiet) =>
  simulatedLine(deviceQuerySchema.parse(more), seconds, random)

describe('lines that are none', () => {
  it.each([
    'Y Cu=88.0~0.3',
    'X',
    'Cu=88.0~0.3',
    'XX Cu=88.0~0.3',
    'X Qq=1.0~0.1',
    'X Cu=50.0~0.3 Cu=50.0~0.3',
  ])('“%s” of an analyser cannot be read', (text) => {
    expect(parseLine('analyser', text)).toBe('unreadable')
  })
  it('a faulty gun may pass a hundred by a third, not by half', () => {
    expect(parseLine('analyser', 'X Cu=90.0~0.3 Sn=40.0~0.3')).toMatchObject({ kind: 'analyser' })
    expect(parseLine('analyser', 'X Cu=90.0~0.3 Sn=40.1~0.3')).toBe('unreadable')
  })
})

describe('pretended instruments that drift', () => {
  it('a scale gains three grams a minute', () => {
    const of = (seconds: number) =>
      parseLine('scale', line({ kind: 'scale', loadG: 500, tareG: 0, faults: 'drift' }, seconds))
    expect(of(0)).toMatchObject({ massG: 500 })
    expect(of(60)).toMatchObject({ massG: 503 })
    expect(of(120)).toMatchObject({ massG: 506 })
  })
  it('an analyser sees a tenth too much; what is not in the metal it does not name', () => {
    const gun = { kind: 'analyser', metal: 'Cu:88,Sn:10,Zn:2,Pb:0' }
    const seen = (faults: string) => {
      const read = parseLine('analyser', line({ ...gun, faults }, 1))
      if (typeof read === 'string' || read.kind !== 'analyser') throw new Error(String(read))
      return (symbol: string) => {
        const found = read.elements[symbol]
        return found && 'pct' in found ? found.pct : NaN
      }
    }
    // The same flutter in both: what is between them is the drift.
    for (const [symbol, tenth] of [
      ['Cu', 8.8],
      ['Sn', 1],
      ['Zn', 0.2],
    ] as const)
      expect(seen('drift')(symbol) - seen('')(symbol)).toBeCloseTo(tenth, 2)
    expect(line(gun, 1)).not.toContain('Pb')
  })
})

describe('a thermocouple that takes one unit for the other', () => {
  it('tells Fahrenheit as Celsius for five seconds out of ten, from the fifth on', () => {
    const at = (seconds: number) => {
      const setting = { kind: 'thermocouple', fromC: 500, toC: 500, faults: 'units' }
      const read = parseLine('thermocouple', line(setting, seconds))
      return typeof read !== 'string' && read.kind === 'thermocouple' ? read.celsius : NaN
    }
    for (const seconds of [0, 4.9, 10, 14.9])
      expect(Math.abs(at(seconds) - 500), `${seconds} s`).toBeLessThan(5)
    for (const seconds of [5, 9.9, 15]) expect(Math.abs(at(seconds) - 932), `${seconds} s`).toBeLessThan(9)
  })
  it('is told from a jump by its size; near the freezing point of water, where both are near, it is not', () => {
    const jump = (from: number, to: number) =>
      watchReadings(
        [from, from, from, to].map((celsius, atS) => ({ celsius, atS })),
        3.2,
      )
    expect(jump(700, 1292)).toBe('units')
    expect(jump(1292, 700)).toBe('units')
    expect(jump(700, 1000)).toBe('jump')
    expect(jump(700, 705)).toBeNull()
    expect(jump(40, 104)).toBe('jump')
    expect(jump(41, 105.8)).toBe('units')
  })
})
