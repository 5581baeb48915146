import { describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import { estimateLiquidus, liquidusOf, lossFamily, recoveryPriors } from '#core/families'

const liquidus = (composition: Record<string, number>) => estimateLiquidus(composition)

describe('liquidus, worked by hand from the corners of the diagrams', () => {
  it('aluminium: slopes up to the eutectic, 16 °C a percent beyond; surer far from it than near it', () => {
    // 660.3 − 6.6 × 5 − 3.4 × 3
    expect(liquidus({ Al: 92, Si: 5, Cu: 3 })!.liquidusC).toBeCloseTo(617.1, 9)
    expect(liquidus({ Al: 92, Si: 5, Cu: 3 })!.spreadC).toBe(7)
    // 660.3 − 6.6 × 12 = 581.1: within the doubt of the eutectic's 577
    expect(liquidus({ Al: 88, Si: 12 })).toMatchObject({ spreadC: 15 })
    expect(liquidus({ Al: 88, Si: 12 })!.liquidusC).toBeCloseTo(581.1, 9)
    // 660.3 − 6.6 × 11 = 587.7: beyond it
    expect(liquidus({ Al: 89, Si: 11 })!.spreadC).toBe(7)
    // 577 + 16 × 3.4
    expect(liquidus({ Al: 84, Si: 16 })!.liquidusC).toBeCloseTo(631.4, 9)
    expect(liquidus({ Al: 84, Si: 16 })!.spreadC).toBe(20)
  })
  it('copper: two that lower it a good deal each are not known together, one is', () => {
    // Tin 20 % alone: 893 °C, 192 below copper.
    expect(liquidus({ Cu: 80, Sn: 20 })?.liquidusC).toBeCloseTo(893, 9)
    // With 10 % of zinc, 42 °C more: nobody checked that.
    expect(liquidus({ Cu: 70, Sn: 20, Zn: 10 })).toBeNull()
    // 8 % of zinc lower it by 33.6 °C, which is not much.
    expect(liquidus({ Cu: 72, Sn: 20, Zn: 8 })?.liquidusC).toBeCloseTo(893 - 33.6, 9)
    expect(liquidus({ Cu: 95, P: 5 })?.liquidusC).toBeCloseTo(1084.6 - 220.5, 9)
  })
  it('copper: the doubt is wider with much zinc, lead and zinc together, and silicon', () => {
    expect(liquidus({ Cu: 65, Zn: 35 })!.spreadC).toBe(20)
    expect(liquidus({ Cu: 64, Zn: 36 })!.spreadC).toBe(40)
    expect(liquidus({ Cu: 85, Sn: 5, Zn: 5, Pb: 5 })!.spreadC).toBe(40)
    expect(liquidus({ Cu: 88, Sn: 10, Zn: 1, Pb: 1 })!.spreadC).toBe(20)
    expect(liquidus({ Cu: 96, Si: 4 })!.spreadC).toBe(90)
    expect(liquidus({ Cu: 99, Si: 1 })!.spreadC).toBe(20)
  })
  it('tin: antimony lifts it by two degrees a percent, copper along its own line', () => {
    expect(liquidus({ Sn: 95, Sb: 5 })?.liquidusC).toBeCloseTo(241.9, 9)
    expect(liquidus({ Sn: 98, Cu: 2 })?.liquidusC).toBeCloseTo(295, 9)
    expect(liquidus({ Sn: 97, Cu: 3 })?.liquidusC).toBeCloseTo(295 + (354 - 295) / 1.5, 9)
    expect(liquidus({ Sn: 100 })?.liquidusC).toBeCloseTo(231.9, 9)
  })
  it('zinc with aluminium: down to the eutectic at 6 %, up beyond it', () => {
    expect(liquidus({ Zn: 94, Al: 6 })?.liquidusC).toBeCloseTo(381, 9)
    expect(liquidus({ Zn: 96, Al: 4 })?.liquidusC).toBeCloseTo(387, 9)
    expect(liquidus({ Zn: 89, Al: 11 })?.liquidusC).toBeCloseTo(432, 9)
  })
  it('what the corner was not checked with counts together, and what nobody named does not', () => {
    expect(liquidus({ Cu: 97.9, As: 1.1, Sb: 1 })).toBeNull()
    expect(liquidus({ Cu: 98.1, As: 1, Sb: 0.9 })).not.toBeNull()
    expect(liquidus({ Cu: 90, '?': 10 })).not.toBeNull()
    expect(liquidus({ Cu: 57, Zn: 43 })).not.toBeNull()
    expect(liquidus({ Cu: 56.9, Zn: 43.1 })).toBeNull()
    expect(liquidus({ Cu: 50, Zn: 50 })).toBeNull()
    // Half is not most of it.
    expect(liquidus({ Cu: 50, '?': 50 })).toBeNull()
    expect(liquidus({ Cu: 50.1, '?': 49.9 })).not.toBeNull()
  })
})

describe('kinds of alloys that lose their elements alike', () => {
  const kind = (id: string) => lossFamily(findAlloy(id)!)
  it('copper by its zinc, the others by their metal', () => {
    expect(kind('C90500')).toBe('Cu-low-zinc')
    expect(kind('C83600')).toBe('Cu-low-zinc')
    expect(kind('C26000')).toBe('Cu-much-zinc')
    expect(kind('A356.0')).toBe('Al')
  })
  it.each([
    [5, 0.97],
    [5.01, 0.96],
    [15, 0.96],
    [15.01, 0.95],
    [100, 0.95],
  ])('%f %% of zinc wanted: %f of it stays', (pct, stays) => {
    expect(recoveryPriors('Cu', pct).Zn).toBe(stays)
  })
})

it('what an alloy says of itself goes before the estimate: published, then typed', () => {
  const gunmetal = { Cu: 88, Sn: 10, Zn: 2 }
  expect(liquidusOf({ liquidusC: 999 }, gunmetal)).toEqual({ liquidusC: 999, kind: 'published', spreadC: 0 })
  const own = { designation: 'Own', liquidusC: 990, liquidusDoubtC: 5 }
  expect(liquidusOf(own, gunmetal)).toEqual({ liquidusC: 990, kind: 'typed', spreadC: 5 })
  expect(liquidusOf({}, gunmetal)).toEqual(estimateLiquidus(gunmetal))
  expect(liquidusOf({}, { Cu: 50, '?': 50 })).toBeNull()
})
