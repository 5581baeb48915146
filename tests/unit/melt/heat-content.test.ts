import { describe, expect, it } from 'vitest'
import { ELEMENTS } from '#core/composition'
import { freezingHeat, heatContent, meltHeat } from '#core/melt'
import table from '../../support/enthalpy.json'

// Worked out from the polynomials of NASA/TP-2002-211556 by another program, kJ/kg above 298.15 K.
const golden = Object.entries(table.dH as Record<string, number[]>).flatMap(([symbol, heats]) =>
  heats.map((heat, at) => [symbol, table.T[at]! - 273.15, heat] as const),
)

describe('heat to melt', () => {
  it('agrees with the NASA polynomials, every element and temperature of the table', () => {
    expect(golden.length).toBeGreaterThan(200)
    for (const [symbol, celsius, heat] of golden)
      expect(
        Math.abs(heatContent(symbol, celsius, 'stable') - heat),
        `${symbol} at ${celsius} °C`,
      ).toBeLessThan(0.02 + 2e-4 * heat)
  })
  it.each([
    // Handbook figures, from 25 °C.
    ['Al', 750, 1174],
    ['Cu', 1200, 733],
    ['Sn', 1000, 294],
    ['Mg', 1000, 1571],
  ] as const)('%s to %d °C takes %d kJ/kg', (symbol, celsius, heat) => {
    expect(meltHeat({ [symbol]: 100 }, celsius)).toBeCloseTo(heat, -0.5)
  })
  it('latent heats: the step of the polynomials is that of the element table to 8 %', () => {
    for (const symbol of ['Al', 'Cu', 'Sn', 'Zn', 'Mg', 'Pb', 'Si', 'Ag']) {
      const { Tm_K, Lf_kJmol, A } = ELEMENTS[symbol]!
      const melting = Tm_K! - 273.15
      const step = heatContent(symbol, melting, 'liquid') - heatContent(symbol, melting - 0.5, 'stable')
      expect(step / ((1000 * Lf_kJmol!) / A), symbol).toBeGreaterThan(0.92)
      expect(step / ((1000 * Lf_kJmol!) / A), symbol).toBeLessThan(1.08)
    }
  })
  it('what dissolves in a melt colder than its own melting point counts as liquid', () => {
    // 7 % silicon at 720 °C: the latent heat of silicon (1788 kJ/kg) shows.
    const pure = meltHeat({ Al: 100 }, 720)
    expect(meltHeat({ Al: 93, Si: 7 }, 720) - 0.93 * pure).toBeGreaterThan(0.07 * 1500)
  })
  it('metals without polynomials are worked out from latent and specific heat', () => {
    // Bismuth: 11.3 kJ/mol over 208.98 g/mol, 0.122 J/gK.
    expect(heatContent('Bi', 300, 'liquid')).toBeCloseTo((1000 * 11.3) / 208.98 + 0.122 * 275, -0.7)
  })
  it('freezing gives up latent heat and superheat', () => {
    const heat = freezingHeat({ Cu: 100 }, 1185, 1085)
    expect(heat).toBeGreaterThan(207)
    expect(heat).toBeCloseTo(208.7 + 0.516 * 100, 0)
  })
  it('nothing named is refused', () => {
    expect(() => meltHeat({}, 700)).toThrow(RangeError)
    expect(() => heatContent('Cu', -250, 'stable')).toThrow(RangeError)
  })
})
