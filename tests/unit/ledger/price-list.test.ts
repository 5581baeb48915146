import { describe, expect, it } from 'vitest'
import { blankCast, newHeat, weighLine, withCastings, type Cast, type Heat } from '#core/heat'
import { priceList } from '#core/ledger'
import { newLot } from '#core/stock'
import { writePrices } from '#formats/prices-csv'

const NOW = '2026-05-01T08:00:00.000Z'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const bar = newLot(
  { id: id(1), now: NOW },
  {
    name: 'Bar',
    kind: 'scrap',
    form: 'bar',
    massG: 5000,
    pricePerKg: 8,
    composition: { Cu: 90, Sn: 10 },
    sd: {},
    knowledge: 'grade',
  },
)
const cast = (n: number, name: string, what: Partial<Cast>): Cast => ({ ...blankCast(id(n), name), ...what })
const heat = (number: number, castings: Cast[], more: Partial<Heat> = {}): Heat => {
  const blank = newHeat({ id: id(100 + number), now: NOW }, [])
  const weighed = [weighLine(bar, 1000, 1000, NOW)]
  const pour = withCastings({ ...blank.pour, returnsG: 400 }, castings)
  return { ...blank, number, loggedAt: NOW, weighed, pour, burnt: { amount: 1, minutes: 30 }, ...more }
}
// 1000 g at 8 a kilogram; 600 g of castings and 400 g of returns came out: 8 a kilogram still.
const first = heat(1, [cast(2, 'Cleat', { count: 4, grossG: 800, fettledG: 600 })])
const second = heat(2, [
  cast(3, ' cleat ', { count: 2, grossG: 300, fettledG: 300, finishedG: 280, workMin: 30 }),
  cast(4, 'Cleat', { grossG: 200, fettledG: 150, verdict: 'spoiled', fault: 'short' }),
  cast(5, '', { fettledG: 150 }),
])
const reckon = () => ({ fuelPrice: 2, consumables: 3, ratePerHour: 12 })

describe('the price list', () => {
  const [row, ...others] = priceList([first, second], reckon, 25)
  it('goes by name, the newest heat first; what has no name is not sold', () => {
    expect(others).toEqual([])
    expect(row).toMatchObject({ name: 'cleat', heats: [2, 1], good: 6, spoiled: 1 })
  })
  it('a piece weighs what the good ones do now, of all that came out of the moulds', () => {
    expect(row!.eachG).toBeCloseTo((600 + 280) / 6, 9)
    expect(row!.yield).toBeCloseTo((600 + 280) / (800 + 300 + 200), 9)
  })
  it('by hand: metal, fuel, sand and time of both heats over six pieces, a quarter on top', () => {
    // H-001: all on the cleats: metal 4.80, fuel 2, sand 3, half an hour 6. H-002: charge 8.00 over 1000 g out;
    // 300 of 450 g good: metal 2.40, fuel 4/3, sand 2, furnace 4, bench 6. The spoiled one went back to its bin.
    const perKg = 8 / (600 + 400)
    expect(row!.metal).toBeCloseTo((600 * perKg + 300 * perKg) / 6, 9)
    expect(row!.fuel).toBeCloseTo((2 + 4 / 3) / 6, 9)
    expect(row!.consumables).toBeCloseTo((3 + 2) / 6, 9)
    expect(row!.work).toBeCloseTo((6 + 4 + 6) / 6, 9)
    expect(row!.cost).toBeCloseTo(row!.metal! + row!.fuel! + row!.consumables! + row!.work!, 9)
    expect(row!.price).toBeCloseTo(1.25 * row!.cost!, 9)
  })
  it('open heats, and castings nobody weighed, have no price', () => {
    expect(priceList([{ ...first, loggedAt: null }], reckon, 0)).toEqual([])
    const [blank] = priceList([heat(3, [cast(6, 'Bell', {})])], reckon, 0)
    expect(blank).toMatchObject({ good: 1, eachG: null, yield: null, metal: null, cost: null, price: null })
    const [spoiled] = priceList(
      [heat(3, [cast(6, 'Bell', { fettledG: 600, verdict: 'spoiled' })])],
      reckon,
      0,
    )
    expect(spoiled).toMatchObject({ good: 0, spoiled: 1, cost: null, eachG: null })
  })
  it('as a table: what is not known is empty, names that a spreadsheet would run are not run', () => {
    const table = writePrices([row!, { ...row!, name: '=1+1', fuel: null, yield: null }]).split('\r\n')
    expect(table[1]).toMatch(/^cleat,H-002 H-001,6,1,146\.7,67\.7,1\.2,0\.56,0\.83,2\.67,5\.26,6\.57$/)
    expect(table[2]).toMatch(/^('|"')?=?.*1\+1/)
    expect(table[2]!.startsWith('=')).toBe(false)
  })
})
