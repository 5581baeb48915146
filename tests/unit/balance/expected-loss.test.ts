import { describe, expect, it } from 'vitest'
import { expectedLoss } from '#core/balance'
import type { ChargedLine } from '#core/charge'

const line = (massG: number, composition: Record<string, number>, metallicYield?: number): ChargedLine => ({
  massG,
  lot: { id: `${massG}`, composition, ...(metallicYield === undefined ? {} : { metallicYield }) },
})
/** 1 kg of clean copper and half a kilogram of brass castings, a tenth of which is dirt. */
const charge = [line(1000, { Cu: 100 }), line(500, { Cu: 70, Zn: 30 }, 0.9)]
const recovery = { Cu: 0.99, Zn: 0.96 }

describe('what is expected not to come out as metal (arithmetic by hand)', () => {
  it('dirt by the yields, copper in the dross, zinc as fume, and the doubt of all three', () => {
    const { yieldG, solidG, fumeG, sdG } = expectedLoss(charge, recovery)
    expect(yieldG).toBeCloseTo(50, 9)
    // 1 000 g and 315 g of copper, one in a hundred of it; 135 g of zinc, four in a hundred.
    expect(solidG).toBeCloseTo(13.15, 9)
    expect(fumeG).toBeCloseTo(5.4, 9)
    expect(sdG).toBeCloseTo(Math.hypot(25, 6.575, 2.7), 9)
  })
  it('zinc that the assay shows to be gone is gone: 135 g came in, 8 % of 1 425 g is still there', () => {
    const { fumeG, sdG } = expectedLoss(charge, recovery, { Zn: { pct: 8 } }, 1425)
    expect(fumeG).toBeCloseTo(135 - 114, 9)
    expect(sdG).toBeCloseTo(Math.hypot(25, 6.575, 0.25 * 21), 9)
  })
  it('more zinc found than came in is none gone; one below detection, or metal not weighed, tells nothing', () => {
    expect(expectedLoss(charge, recovery, { Zn: { pct: 12 } }, 1425).fumeG).toBe(0)
    expect(expectedLoss(charge, recovery, { Zn: { pct: 1, below: 2 } }, 1425).fumeG).toBeCloseTo(5.4, 9)
    expect(expectedLoss(charge, recovery, { Zn: { pct: 8 } }, 0).fumeG).toBeCloseTo(5.4, 9)
  })
  it('what the furnace log speaks for counts where it is more than usual, never more than came in, and only of zinc', () => {
    expect(expectedLoss(charge, recovery, {}, 0, 30).fumeG).toBeCloseTo(30, 9)
    expect(expectedLoss(charge, recovery, {}, 0, 2).fumeG).toBeCloseTo(5.4, 9)
    expect(expectedLoss(charge, recovery, {}, 0, 500).fumeG).toBeCloseTo(135, 9)
    const wheel = [line(1000, { Al: 99, Mg: 1 })]
    expect(expectedLoss(wheel, { Al: 0.99, Mg: 0.9 }, {}, 0, 30).fumeG).toBeCloseTo(1, 9)
  })
  it('an element without a recovery is kept whole', () => {
    expect(expectedLoss([line(1000, { Cu: 99, Fe: 1 })], { Cu: 1 })).toEqual({
      yieldG: 0,
      solidG: 0,
      fumeG: 0,
      sdG: 0,
    })
  })
})
