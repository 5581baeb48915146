import { describe, expect, it } from 'vitest'
import { blendDensity, roundShares, withBaseSpread } from '#core/composition'

/** 1/ρ = Σ wᵢ/ρᵢ with the handbook's densities of the pure metals, g/cm³. */
const mixed = (parts: Readonly<Record<string, number>>) => {
  const RHO: Record<string, number> = { Cu: 8.94, Al: 2.7, Zn: 7.13, Fe: 7.87, Sn: 7.29 }
  const entries = Object.entries(parts)
  const mass = entries.reduce((sum, [, pct]) => sum + pct, 0)
  return mass / entries.reduce((sum, [symbol, pct]) => sum + pct / RHO[symbol]!, 0)
}

describe('density at the ends of the tables', () => {
  it.each([
    // Published: C61000-like alloys lie on the table of aluminium bronzes, far above plain mixing.
    [{ Cu: 88, Al: 12 }, 7.35],
    [{ Cu: 92, Al: 8 }, 7.78],
    [{ Cu: 86, Al: 9, Fe: 2.5 }, 7.64],
    [{ Cu: 60, Zn: 40 }, 8.39],
    [{ Cu: 90, Zn: 10 }, 8.8],
  ])('%o is in a table', (composition, gcm3) => {
    expect(blendDensity(composition)).toBeCloseTo(gcm3, 2)
  })
  it.each([
    // One above, one below, one with as much of something else, one that is no copper metal.
    [{ Cu: 87, Al: 13 }],
    [{ Cu: 98, Al: 2 }],
    [{ Cu: 89, Al: 7, Sn: 4 }],
    [{ Cu: 68, Al: 10, Fe: 22 }],
    [{ Cu: 59, Zn: 41 }],
    [{ Cu: 95, Zn: 5 }],
    [{ Cu: 77, Zn: 20, Sn: 3 }],
  ])('%o is mixed', (composition) => {
    expect(blendDensity(composition)).toBeCloseTo(mixed(composition), 1)
    expect(Math.abs(blendDensity(composition) / mixed(composition) - 1)).toBeLessThan(0.004)
  })
})

describe('the spread of a base', () => {
  it('goes to the element there is most of, whichever stands first; what nobody named is no element', () => {
    const both = { Zn: 0.3, Pb: 0.4 }
    expect(withBaseSpread({ Zn: 38, Cu: 60, Pb: 2 }, both)).toEqual({ ...both, Cu: 0.5 })
    expect(withBaseSpread({ Cu: 60, Zn: 38, Pb: 2 }, both)).toEqual({ ...both, Cu: 0.5 })
    expect(withBaseSpread({ '?': 70, Cu: 30 }, { Zn: 0.2 })).toEqual({ Zn: 0.2, Cu: 0.2 })
  })
  it('is left as it is told, nothing where nothing varies, and nothing of nothing', () => {
    expect(withBaseSpread({ Cu: 88, Sn: 12 }, { Cu: 0.1, Sn: 0.5 })).toEqual({ Cu: 0.1, Sn: 0.5 })
    expect(withBaseSpread({ Cu: 88, Sn: 12 }, { Cu: 0, Sn: 0.5 })).toEqual({ Cu: 0, Sn: 0.5 })
    expect(withBaseSpread({ Cu: 88, Sn: 12 }, {})).toEqual({})
    expect(withBaseSpread({}, { Sn: 0.5 })).toEqual({ Sn: 0.5 })
    expect(withBaseSpread({ '?': 100 }, { Sn: 0.5 })).toEqual({ Sn: 0.5 })
  })
})

it('rounded shares are never over a hundred: the largest gives, wherever it stands; the others are as rounded', () => {
  const given = { Zn: 33.3349, Cu: 66.6651 }
  expect(roundShares(given, 4)).toEqual({ Zn: 33.33, Cu: 66.67 })
  const over = roundShares({ Zn: 0.1255, Cu: 99.8745 }, 3)
  expect(over.Zn).toBe(0.126)
  expect(over.Cu! + over.Zn!).toBeCloseTo(100, 8)
  expect(over.Cu).toBeLessThan(99.9)
  expect(roundShares({ Cu: 50, Sn: 10 }, 3)).toEqual({ Cu: 50, Sn: 10 })
  expect(roundShares({}, 3)).toEqual({})
})
