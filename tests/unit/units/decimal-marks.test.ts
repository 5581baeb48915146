import { describe, expect, it } from 'vitest'
import { decimalMarkOf, parseDecimal, parseMass, parseShare, parseTemperature } from '#core/units'
import { lotsOfTable, readTable } from '#formats/stock-csv'
import { readTemperatureLog } from '#formats/temperature-csv'
import { decimalMarkHere } from '~/shared/units/decimal-mark'

/** Eight ways to write numbers; the figures are written by the platform itself (ICU, CLDR data). */
const LOCALES = ['en-US', 'de-DE', 'fr-FR', 'de-CH', 'en-IN', 'es-ES', 'pt-BR', 'ar-EG'] as const
const VALUES = [0.5, 7.25, 30.4, 1234, 12_345, 1234.5, 123_456.7, 1_234_567]

describe.each(LOCALES)('%s', (locale) => {
  const mark = decimalMarkHere([locale])
  it('what it writes is read, whether its decimal mark is known or not; where not, 1,234 is never taken unasked', () => {
    for (const value of VALUES)
      for (const useGrouping of [true, false]) {
        const text = new Intl.NumberFormat(locale, { useGrouping, maximumFractionDigits: 3 }).format(value)
        expect(parseDecimal(text, mark), text).toEqual({ ok: true, value })
        const blind = parseDecimal(text)
        if (blind.ok) expect(blind.value, text).toBe(value)
        else expect([blind.problem, /^\D?\d{1,3}[.,]\d{3}$/.test(text)], text).toEqual(['two-readings', true])
      }
  })
  it('thousandths, too, with its own mark', () => {
    const text = new Intl.NumberFormat(locale, { maximumFractionDigits: 3 }).format(1.234)
    expect(parseDecimal(text, mark)).toEqual({ ok: true, value: 1.234 })
  })
})

describe('1.234 and 1,234', () => {
  it.each(['1.234', '1,234', '-1.234', '12,345', '999.999', '1,234 g', '1.085'])(
    '%s is asked about',
    (text) => {
      expect(parseMass(text.replace('-', ''), 'g')).toEqual({ ok: false, problem: 'two-readings' })
      expect(parseTemperature(text.replace(' g', ''), 'C')).toEqual({ ok: false, problem: 'two-readings' })
    },
  )
  it.each([
    ['0.125', 0.125],
    ['0,125', 0.125],
    ['1234.567', 1234.567],
    ['1.2345', 1.2345],
    ['1,2', 1.2],
    ['1 234,567', 1234.567],
    ["1'234.5", 1234.5],
    ['1.234.567', 1_234_567],
    ['1,23,456', 123_456],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['١٢٣٤', 1234],
    ['۷٫۵', 7.5],
  ])('%s is not: %d', (text, value) => {
    expect(parseDecimal(text)).toEqual({ ok: true, value })
  })
  it.each(['1,23.4', '1.2.3', '1,2,3', '12,34,5', '1.23,456,7'])('%s is no figure', (text) => {
    expect(parseDecimal(text)).toEqual({ ok: false, problem: 'not-a-number' })
  })
  it('of a share there is one reading only', () => {
    expect(parseShare('1,234')).toEqual({ ok: true, value: 1.234 })
    expect(parseShare('99.901')).toEqual({ ok: true, value: 99.901 })
  })
})

describe('tables', () => {
  const massOf = (table: string) => {
    const read = readTable(table)!
    const [row] = lotsOfTable(read, read.fields)
    return row!.ok ? row!.lot.massG : row!.faults[0]!.kind
  }
  it('the mark is the one its other figures use', () => {
    expect(decimalMarkOf(['name', '12', '30,4', '1,234'])).toBe(',')
    expect(decimalMarkOf(['1.234.567'])).toBe(',')
    expect(decimalMarkOf(['1,234', '2,345'])).toBeUndefined()
    expect(massOf('name;mass;price;Cu\nPipe;1.234;7,20;99,9\n')).toBe(1234)
    expect(massOf('name;mass;price;Cu\nPipe;1.234;7.20;99.9\n')).toBe(1.234)
    expect(massOf('name,mass,price,Cu\nPipe,"1,234",7.20,99.9\n')).toBe(1234)
    expect(massOf('name,mass,Cu\nPipe,1.234,99\n')).toBe(1.234)
  })
  it('where none says, it is asked', () => {
    expect(massOf('name;mass;Cu\nPipe;1,234;99\n')).toBe('two-readings')
    expect(massOf('name,mass,Cu\nPipe,"1,234",99\n')).toBe('two-readings')
    expect(massOf('name;mass;pieces;Cu\nPipe;1234;"1.234; 5";99\n')).toBe('two-readings')
  })
  it('a log of temperatures written with thousands is never read as ice', () => {
    const START = '2026-03-01T10:00:00.000Z'
    const log = (text: string) => {
      const read = readTemperatureLog(text, START, 's')
      return read.ok ? read.readings.map(({ celsius }) => celsius) : read.fault
    }
    expect(log('time;temperature\n0;1.085\n10;1.090\n')).toBe('two-readings')
    expect(log('time;temperature\n0;985,5\n10;1.090,2\n')).toEqual([985.5, 1090.2])
    expect(log('time,temperature\n0,"1,085"\n10,"1,090.5"\n')).toEqual([1085, 1090.5])
  })
})
