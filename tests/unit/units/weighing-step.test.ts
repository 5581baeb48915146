import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatMass, GRAMS_PER, parseMass, weighingStep, type MassUnit } from '#core/units'

describe('weights as they are shown', () => {
  it.each([
    [10312.6, 'g', 0.1, '10.3126 kg'],
    [24000, 'kg', 0.1, '24.0000 kg'],
    [24000, 'g', 1, '24.000 kg'],
    [1667.2, 'g', 0.1, '1\u202f667.2 g'],
    [1234567, 'kg', 1, '1\u202f234.567 kg'],
    [2585, 'lb', undefined, '5 lb 11.2 oz'],
    [95.6796405469, 'oz', 0.025 * GRAMS_PER.oz, '3.375 oz'],
  ] as const)('%d g in %s, steps of %s: %s', (grams, unit, step, text) => {
    const { figure, unit: written } = formatMass(grams, unit, step)
    expect(`${figure} ${written}`).toBe(text)
  })

  it.each([
    // A kitchen scale of 1 g shows ounces in steps of 0.05, a pocket scale of 0.1 g in steps of 0.005.
    [1, 'oz', 0.05],
    [0.1, 'oz', 0.005],
    [5, 'lb', 0.2],
    [1, 'g', 1 / GRAMS_PER.oz],
    [0.02 * GRAMS_PER.oz, 'g', 1 / GRAMS_PER.oz],
  ] as const)('a scale of %d g is read in %s by steps of %d oz', (stepG, unit, ounces) => {
    expect(weighingStep(stepG, unit) / GRAMS_PER.oz).toBeCloseTo(ounces, 9)
  })

  it('any number of steps, written and read back, is the same weight', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<MassUnit>('g', 'kg', 'oz', 'lb'),
        fc.constantFrom(0.01, 0.05, 0.1, 0.5, 1, 2, 5, 10),
        fc.integer({ min: 1, max: 9000 }),
        (unit, scaleG, steps) => {
          const stepG = weighingStep(scaleG, unit)
          expect(stepG).toBeGreaterThanOrEqual(scaleG * (1 - 1e-9))
          const { figure, unit: written } = formatMass(steps * stepG, unit, stepG)
          const read = parseMass(`${figure} ${written}`, unit, '.')
          expect(read.ok && Math.abs(read.value - steps * stepG) < 1e-3 * stepG).toBe(true)
        },
      ),
      { seed: 13, numRuns: 2000 },
    )
  })
  it('throws for a step of nothing', () => {
    expect(() => weighingStep(0, 'g')).toThrow(RangeError)
  })
})
