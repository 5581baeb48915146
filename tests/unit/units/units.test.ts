import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  formatMass,
  formatTemperature,
  GRAMS_PER,
  parseDecimal,
  parseMass,
  parseTemperature,
} from '#core/units'

describe('masses', () => {
  it('reads 5 lb 11.2 oz as 2585 g to the tenth of an ounce (worked example, common practice)', () => {
    const parsed = parseMass('5 lb 11.2 oz', 'g')
    expect(parsed.ok && Math.abs(parsed.value - 2585)).toBeLessThan(0.05 * GRAMS_PER.oz)
    expect(formatMass(2585, 'lb')).toEqual({ figure: '5 lb 11.2', unit: 'oz' })
    // 8.2 oz and 2 lb 1 oz typed on a scale, told to a tenth of a gram; and 1.5 g of a dose.
    expect(formatMass(8.2 * GRAMS_PER.oz, 'lb', 0.1)).toEqual({ figure: '8.2', unit: 'oz' })
    expect(formatMass(33 * GRAMS_PER.oz, 'lb', 0.1)).toEqual({ figure: '2 lb 1.0', unit: 'oz' })
    expect(formatMass(1.5, 'oz', 0.1)).toEqual({ figure: '0.053', unit: 'oz' })
    expect(formatMass(33 * GRAMS_PER.oz, 'lb', 0.05 * GRAMS_PER.oz)).toEqual({
      figure: '2 lb 1.00',
      unit: 'oz',
    })
  })

  it('keeps the legal definitions: pound 453.59237 g, troy ounce 31.1034768 g', () => {
    expect(GRAMS_PER.lb).toBe(453.59237)
    expect(GRAMS_PER.oz * 16).toBeCloseTo(GRAMS_PER.lb, 9)
    expect(GRAMS_PER.ozt).toBeCloseTo(31.1035, 4)
  })

  it.each([
    ['2 kg', 2000],
    ['30.4', 30.4],
    ['30,4', 30.4],
    ['1 250 g', 1250],
    ['.5kg', 500],
    ['2 lbs', 907.18474],
  ])('reads %s', (text, grams) => {
    const parsed = parseMass(text, 'g')
    expect(parsed).toEqual({ ok: true, value: expect.closeTo(grams, 6) })
  })

  it.each([
    ['', 'empty'],
    ['abc', 'not-a-number'],
    ['-5', 'negative'],
    ['−5 g', 'negative'],
    ['5 stone', 'unknown-unit'],
    ['1e5', 'not-a-number'],
    ['5 kg and a bit', 'unknown-unit'],
    ['about 5 kg', 'not-a-number'],
    ['999999999999', 'too-large'],
    ['NaN', 'not-a-number'],
    ['1.2.3', 'not-a-number'],
  ])('refuses %j as %s', (text, problem) => {
    expect(parseMass(text, 'g')).toEqual({ ok: false, problem })
  })

  it('never gives NaN or a negative, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const parsed = parseMass(text, 'g')
        return !parsed.ok || (Number.isFinite(parsed.value) && parsed.value >= 0)
      }),
    )
  })

  it('what is written in any unit reads back within half its last digit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 9999, noNaN: true }),
        fc.constantFrom('g', 'kg', 'oz', 'lb' as const),
        (grams, unit) => {
          const { figure, unit: written } = formatMass(grams, unit as 'g', 1)
          const parsed = parseMass(`${figure} ${written}`, 'g', '.')
          return parsed.ok && Math.abs(parsed.value - grams) <= 1.5
        },
      ),
    )
  })
})

describe('numbers', () => {
  it('reads a decimal comma and thin spaces', () => {
    expect(parseDecimal('1\u202f250,5')).toEqual({ ok: true, value: 1250.5 })
  })
})

describe('temperatures', () => {
  it('writes 1200 °C as 2192 °F', () => {
    expect(formatTemperature(1200, 'F')).toBe('2192 °F')
    expect(formatTemperature(231.928, 'C', 1)).toBe('231.9 °C')
    expect(formatTemperature(-0.3, 'C')).toBe('0 °C')
  })
  it.each([
    ['2150 F', 1176.667],
    ['1180', 1180],
    ['1180 °C', 1180],
  ])('reads %s', (text, celsius) => {
    expect(parseTemperature(text, 'C')).toEqual({ ok: true, value: expect.closeTo(celsius, 2) })
  })
  it('refuses what is colder than any yard', () => {
    expect(parseTemperature('-200', 'C').ok).toBe(false)
  })
})
