import { describe, expect, it, vi } from 'vitest'
import { fuelOf } from '#core/gear'
import { useFuelUnit } from '~/shared/gear/useFuelUnit'
import { useUnits } from '~/shared/units/useUnits'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

/* A pound is exactly 0.45359237 kg (1959 agreement). */
describe('what metal and fuel are priced and weighed by', () => {
  it('is the kilogram where masses are in grams', async () => {
    await openYard()
    const { price, cost, pricedBy } = useUnits()
    expect([price(7.2), cost(3), pricedBy.value]).toEqual(['€\u00a07.20/kg', '€\u00a03.00', 'kg'])
    const { unitOf, figure } = useFuelUnit()
    expect([unitOf(fuelOf('propane')), figure(fuelOf('propane'), 1.5)]).toEqual(['kg', '1.50'])
  })

  it('is the pound where they are in pounds or ounces; there and back is the same, and power is not weighed', async () => {
    const yard = await openYard()
    for (const mass of ['lb', 'oz'] as const) {
      yard.changeSettings({ mass })
      const { price, perUnit } = useUnits()
      expect(price(7.716179176)).toBe('€\u00a03.50/lb')
      expect(perUnit(1)).toBeCloseTo(0.45359237, 9)
      const { unitOf, toYard, toTable, perUnitOf, figure } = useFuelUnit()
      const propane = fuelOf('propane')
      // A bottle of 20 lb holds 9.07 kg.
      expect(toTable(propane, 20)).toBeCloseTo(9.0718474, 7)
      expect(toYard(propane, toTable(propane, 3.3))).toBeCloseTo(3.3, 12)
      expect(figure(propane, 9.0718474)).toBe('20')
      expect(perUnitOf(propane, propane.mjPerUnit)).toBeCloseTo(propane.mjPerUnit * 0.45359237, 9)
      const power = fuelOf('electric')
      expect([unitOf(propane), unitOf(power), toTable(power, 4), perUnitOf(power, 0.3)]).toEqual([
        'lb',
        'kWh',
        4,
        0.3,
      ])
    }
  })

  it('nothing is no price, and no cost', async () => {
    await openYard()
    const { price, cost } = useUnits()
    expect([price(0), cost(0)]).toEqual(['no price', 'no price'])
  })
})
