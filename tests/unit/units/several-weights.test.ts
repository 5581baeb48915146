import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { GRAMS_PER, parseMass, poundsOrOunces } from '#core/units'

const grams = (text: string, unit: 'g' | 'oz' | 'lb' | 'kg' = 'g') => {
  const read = parseMass(text, unit)
  return read.ok ? read.value : read.problem
}

describe('several weights typed at once', () => {
  // 1 oz avoirdupois is 28.349523125 g, 1 lb 453.59237 g (international yard and pound agreement of 1959).
  it.each([
    ['5.7 oz + 7.55 oz', 13.25 * 28.349523125],
    ['5.7 + 7.55 oz', 13.25 * 28.349523125],
    ['3 × 96 g', 288],
    ['3x96', 288],
    ['96 g x 3', 288],
    ['3 * 1.2 kg + 40 g', 3640],
    ['2 x 1 lb 2 oz', 2 * (453.59237 + 2 * 28.349523125)],
    ['1/2 lb', 226.796185],
    ['1 1/2 lb', 680.388555],
    ['1 lb 3 1/2 oz', 453.59237 + 3.5 * 28.349523125],
    ['412+96+12,5', 520.5],
    ['+5', 5],
    ['2400 - 310', 2090],
    ['2.4 kg − 310 g', 2090],
    ['3 x 1.2 kg - 2 x 40 g', 3520],
    ['5 lb - 8 oz', 4.5 * 453.59237],
  ])('%s', (text, wanted) => expect(grams(text)).toBeCloseTo(wanted, 6))
  it('a bare one takes the unit behind it, else the one of the yard', () => {
    expect(grams('1 + 2 kg', 'oz')).toBe(3000)
    expect(grams('2 kg + 1', 'oz')).toBeCloseTo(2000 + 28.349523125, 6)
    expect(grams('1 + 1 lb 2 oz', 'g')).toBeCloseTo(1 + 453.59237 + 2 * 28.349523125, 6)
    expect(grams('1 + 1 ozt', 'g')).toBeCloseTo(1 + 31.1034768, 6)
  })
  it.each([
    ['5 +', 'not-a-number'],
    ['3 x', 'unknown-unit'],
    ['1/0 lb', 'not-a-number'],
    ['5 + -3', 'negative'],
    ['300 - 310', 'negative'],
    ['2400-310', 'not-a-number'],
    ['5 + 3 ct', 'unknown-unit'],
    ['9999 x 99999 kg', 'too-large'],
    ['1,234 + 5', 'two-readings'],
    ['', 'empty'],
  ])('%s is not taken: %s', (text, problem) => expect(grams(text)).toBe(problem))
  it('is the sum of what each by itself is, whatever the units', () => {
    const unit = fc.constantFrom('g', 'kg', 'oz', 'lb' as const)
    const weight = fc.record({
      n: fc.integer({ min: 0, max: 999 }),
      unit,
      times: fc.integer({ min: 1, max: 9 }),
    })
    fc.assert(
      fc.property(fc.array(weight, { minLength: 1, maxLength: 5 }), (weights) => {
        const text = weights.map(({ n, unit, times }) => `${times} × ${n} ${unit}`).join(' + ')
        const wanted = weights.reduce((sum, one) => sum + one.times * one.n * GRAMS_PER[one.unit], 0)
        expect(grams(text)).toBeCloseTo(wanted, 5)
      }),
    )
  })
})

describe('a bare figure where pounds are told with ounces', () => {
  const near = (text: string, planned: string) => {
    const read = parseMass(planned, 'g')
    const found = read.ok ? parseMass(text, poundsOrOunces(text, read.value)) : read
    return found.ok ? Number((found.value / GRAMS_PER.oz).toFixed(3)) : found.problem
  }
  // 16 ounces are a pound, exactly.
  it.each([
    ['8.6', '8.55 oz', 8.6],
    ['8.2 + 0.4', '8.55 oz', 8.6],
    ['0.54', '8.55 oz', 8.64],
    ['2.05', '2 lb 0.85 oz', 32.8],
    ['33', '2 lb 0.85 oz', 33],
    ['2', '2 lb', 32],
    ['1.5', '4 oz', 1.5],
    ['8.6 lb', '8.55 oz', 137.6],
    ['8 oz', '8 lb', 8],
    ['0', '8 oz', 0],
  ])('%s beside %s is %d oz', (text, planned, ounces) => expect(near(text, planned)).toBe(ounces))
  it('what is no weight says why, and without a plan it is pounds', () => {
    expect(near('much', '8 oz')).toBe('not-a-number')
    expect(poundsOrOunces('2', 0)).toBe('lb')
    expect(['', '8 oz +'].map((text) => poundsOrOunces(text, 100))).toEqual(['oz', 'oz'])
    expect(poundsOrOunces('', 1000)).toBe('lb')
  })
})
