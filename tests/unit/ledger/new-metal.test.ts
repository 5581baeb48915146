import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { alloyRecovery } from '#core/families'
import { findAlloy, nominalWhole } from '#core/alloys'
import { createChargeSolver } from '#core/charge'
import { newHeat, weighLine, type Heat } from '#core/heat'
import { boughtNew, newPrices, savedIn } from '#core/ledger'
import { newLot, type Lot } from '#core/stock'

const NOW = '2026-05-01T08:00:00.000Z'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const lot = (n: number, told: Partial<Lot>) =>
  newLot({ id: id(n), now: NOW }, { name: `Lot ${n}`, massG: 5000, composition: { Cu: 100 }, ...told })
const PRICES = { Cu: 9.4, Sn: 31, Zn: 3.1, Pb: 2.4, Al: 2.7, Si: 2.2 }

describe('the price of new metal', () => {
  it('is that of the yard’s virgin lots, and what was entered goes first', () => {
    const lots = [
      lot(1, { kind: 'virgin', composition: { Sn: 80, Pb: 20 }, pricePerKg: 20 }),
      lot(2, { kind: 'virgin', composition: { Sn: 99.9 }, pricePerKg: 29.97 }),
      lot(3, { kind: 'scrap', composition: { Cu: 99.9 }, pricePerKg: 6 }),
      lot(4, { kind: 'virgin', composition: { Zn: 99.9 }, pricePerKg: 0 }),
    ]
    // 29.97 / 0.999; solder is no pure metal, scrap is not new, and no price is no price.
    expect(newPrices(lots)).toEqual({ Sn: expect.closeTo(30, 9) })
    expect(newPrices(lots, { Sn: 33, Cu: 10 })).toEqual({ Sn: 33, Cu: 10 })
  })
  it('of a melt, by hand: 2 kg of 88-10-2 with a tenth of its zinc lost', () => {
    // 1.76 kg × 9.40 + 0.2 kg × 31 + 0.04 kg / 0.9 × 3.10
    const melt = { composition: { Cu: 88, Sn: 10, Zn: 2 }, tapMassG: 2000 }
    expect(boughtNew(melt, { Zn: 0.9 }, PRICES).cost).toBeCloseTo(16.544 + 6.2 + 0.137778, 5)
  })
  it('is what the solver pays for a charge of pure metals', async () => {
    const solver = createChargeSolver(await loadHighs())
    for (const name of ['C90500', 'C83600', 'C26000']) {
      const alloy = findAlloy(name)!
      const composition = nominalWhole(alloy)
      const recovery = alloyRecovery(alloy)
      const limits = Object.fromEntries(
        Object.entries(composition).map(([symbol, pct]) => [symbol, { min: pct - 1e-4, max: pct + 1e-4 }]),
      )
      const plan = solver.solve({
        format: 'hephaestal/charge-problem',
        version: 1,
        target: { tapMassG: 1000, limits },
        lots: Object.entries(PRICES).map(([symbol, pricePerKg]) => ({
          id: symbol,
          composition: { [symbol]: 100 },
          availableG: 5000,
          pricePerKg,
        })),
        recovery,
        objective: 'cost',
      } as never) as { cost?: number }
      const ours = boughtNew({ composition, tapMassG: 1000 }, recovery, PRICES).cost!
      expect(plan.cost! / ours, name).toBeCloseTo(1, 3)
    }
  })
  it('is not told where a metal of the melt has none; traces are not asked about', () => {
    const melt = { composition: { Cu: 88, Sn: 10, Zn: 1.6, Fe: 0.2, Ag: 0.2 }, tapMassG: 1000 }
    expect(boughtNew(melt, {}, { Cu: 9 })).toEqual({ cost: null, unpriced: ['Sn', 'Zn'] })
    expect(boughtNew(melt, {}, PRICES).unpriced).toEqual([])
    expect(boughtNew({ composition: {}, tapMassG: 0 }, {}, PRICES).cost).toBeNull()
  })
})

describe('what a year saved', () => {
  const scrap = lot(1, { composition: { Cu: 100 }, pricePerKg: 6 })
  const heat = (number: number, more: Partial<Heat> = {}): Heat => ({
    ...newHeat({ id: id(100 + number), now: NOW }, []),
    number,
    loggedAt: NOW,
    date: '2026-05-01',
    weighed: [weighLine(scrap, 1000, 1000, NOW)],
    ...more,
  })
  it('counts logged heats of the year: a kilogram of copper at 6 gives 980 g, which cost 9.40 a kilogram', () => {
    const heats = [
      heat(1),
      heat(2, { date: '2025-12-31' }),
      heat(3, { loggedAt: null }),
      heat(4, { weighed: [] }),
    ]
    const sum = savedIn('2026', heats, PRICES)
    expect(sum).toMatchObject({ heats: 1, left: 0, unpriced: [] })
    expect(sum.saved).toBeCloseTo(0.98 * 9.4 - 6, 6)
  })
  it('leaves out what has no price, and names it', () => {
    const brass = lot(2, { composition: { Cu: 70, Zn: 30 }, pricePerKg: 5 })
    const heats = [heat(1), heat(2, { weighed: [weighLine(brass, 1000, 1000, NOW)] })]
    expect(savedIn('2026', heats, { Cu: 9.4 })).toMatchObject({ heats: 1, left: 1, unpriced: ['Zn'] })
  })
})
