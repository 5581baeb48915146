import { describe, expect, it } from 'vitest'
import { ALLOYS, baseMetal, zincWanted } from '#core/alloys'
import { alloyRecovery, METALS, RECOVERY_SOURCE, recoveryPriors } from '#core/families'
import { FORM_IDS, metallicYieldOf } from '#core/losses'

// Engineering estimates of the trade, as the project's handbook of figures gives them.
describe('what is lost', () => {
  it.each([
    [2, 0.97],
    [5, 0.97],
    [10, 0.96],
    [30, 0.95],
  ])('zinc in a copper alloy wanting %f %% is recovered to %f', (zinc, value) => {
    expect(recoveryPriors('Cu', zinc).Zn).toBe(value)
  })
  it.each([
    // A wrought brass names zinc as the rest; it is a copper alloy all the same.
    ['C22000', 'Cu', 10, 0.96],
    ['C26000', 'Cu', 30, 0.95],
    ['C36000', 'Cu', 35.75, 0.95],
    ['C46400', 'Cu', 38.75, 0.95],
    ['C90500', 'Cu', 2, 0.97],
    ['C65500', 'Cu', 1.5, 0.97],
  ] as const)('%s is a %s alloy wanting %f %% zinc, of which %f is recovered', (id, metal, zinc, value) => {
    const alloy = ALLOYS.find((one) => one.id === id)!
    expect(baseMetal(alloy)).toBe(metal)
    expect(zincWanted(alloy)).toBeCloseTo(zinc, 9)
    expect(alloyRecovery(alloy).Zn).toBe(value)
  })
  it('every alloy of the library loses its metals as the metal it is mostly of does, none not at all', () => {
    const metal = { bronze: 'Cu', brass: 'Cu', copper: 'Cu', aluminium: 'Al', zinc: 'Zn', tin: 'Sn' }
    for (const alloy of ALLOYS) {
      expect(baseMetal(alloy)).toBe(metal[alloy.group])
      expect(Object.keys(alloyRecovery(alloy)).length).toBeGreaterThan(3)
    }
  })
  it('phosphorus is spent, magnesium burns, silicon stays', () => {
    const copper = recoveryPriors('Cu', 0)
    expect([copper.P, copper.Mg, copper.Si]).toEqual([0.75, 0.5, 0.96])
    expect(recoveryPriors('Al', 0).Mg).toBe(0.9)
  })
  it('every prior is a fraction, and the table names its source', () => {
    expect(RECOVERY_SOURCE.length).toBeGreaterThan(5)
    for (const metal of METALS)
      for (const value of Object.values(recoveryPriors(metal, 0))) {
        expect(value).toBeGreaterThan(0)
        expect(value).toBeLessThanOrEqual(1)
      }
  })
  it('a metal that no practice is known for has no losses of its own, nor those of copper', () => {
    expect(alloyRecovery({ base: 'Ag', limits: { Cu: { min: 7, max: 8 } } })).toEqual({})
  })
  it('yields run from clean bar to loose cans', () => {
    expect(metallicYieldOf('bar')).toBe(0.99)
    expect(metallicYieldOf('cans-loose')).toBe(0.75)
    expect(FORM_IDS.length).toBe(10)
    expect(() => metallicYieldOf('nonsense')).toThrow(RangeError)
  })
})
