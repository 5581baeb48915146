import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy, nominalWhole } from '#core/alloys'
import { liquidusOf, pourWindow } from '#core/families'
import { sensiblePour, sensibleReadings } from '#core/heat'
import { fromCelsius, toCelsius } from '#core/units'

describe('readings that need no second look', () => {
  it('every temperature an alloy is poured at; not the same figure of the other scale', () => {
    for (const alloy of ALLOYS) {
      const window = pourWindow(alloy, liquidusOf(alloy, nominalWhole(alloy)))
      if (!window) continue
      const { from, to } = sensiblePour({ alloy, liquidusC: null })
      for (const celsius of [window.fromC, window.toC]) {
        expect(celsius, alloy.name).toBeGreaterThanOrEqual(from)
        expect(celsius, alloy.name).toBeLessThanOrEqual(to)
        // Typed as it stands on an instrument that shows °F, or the other way round. Pewter and white metal, poured
        // about 250 °C to 400 °C, are the ones whose °F may still be within reach.
        if (window.toC > 550) {
          expect(fromCelsius(celsius, 'F'), alloy.name).toBeGreaterThan(to)
          expect(toCelsius(celsius, 'F'), alloy.name).toBeLessThan(from)
        }
      }
      expect(sensibleReadings({ alloy, liquidusC: null })).toEqual({ from: 100, to })
    }
  })
  it('what was seen of its liquidus counts before the book; where none is known the span is wide', () => {
    const alloy = findAlloy('C90500')!
    expect(sensiblePour({ alloy, liquidusC: 900 })).toEqual({ from: 800, to: 1300 })
    expect(sensiblePour({ alloy: null })).toEqual({ from: 100, to: 1500 })
  })
  it('the scales: water boils at 212 °F, and back', () => {
    expect(toCelsius(212, 'F')).toBeCloseTo(100, 9)
    expect(toCelsius(1100, 'C')).toBe(1100)
  })
})
