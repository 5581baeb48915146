import { describe, expect, it } from 'vitest'
import { FORM_IDS, metallicYieldOf, recoveryPriors } from '#core/losses'

// Engineering estimates of the trade, as the project's handbook of figures gives them.
describe('what is lost', () => {
  it.each([
    [2, 0.97],
    [5, 0.97],
    [10, 0.96],
    [30, 0.95],
  ])('zinc in a copper alloy wanting %f %% is recovered to %f', (zinc, value) => {
    expect(recoveryPriors('Cu', zinc).Zn!.value).toBe(value)
  })
  it('phosphorus is spent, magnesium burns, silicon stays', () => {
    const copper = recoveryPriors('Cu', 0)
    expect([copper.P!.value, copper.Mg!.value, copper.Si!.value]).toEqual([0.75, 0.5, 0.96])
    expect(recoveryPriors('Al', 0).Mg!.value).toBe(0.9)
  })
  it('every prior names its source', () => {
    for (const { source, value } of Object.values(recoveryPriors('Al', 0))) {
      expect(source.length).toBeGreaterThan(5)
      expect(value).toBeGreaterThan(0)
      expect(value).toBeLessThanOrEqual(1)
    }
  })
  it('an unknown base has no losses of its own', () => {
    expect(recoveryPriors('Zn', 99)).toEqual({})
  })
  it('yields run from clean bar to loose cans', () => {
    expect(metallicYieldOf('bar')).toBe(0.99)
    expect(metallicYieldOf('cans-loose')).toBe(0.75)
    expect(FORM_IDS.length).toBe(10)
    expect(() => metallicYieldOf('nonsense')).toThrow(RangeError)
  })
})
