import { describe, expect, it } from 'vitest'
import { sumPct } from '#core/composition'
import { FORMS } from '#core/losses'
import {
  amountOf,
  bestUse,
  castFirst,
  metalNamed,
  PILE_TILES,
  roundAmount,
  startingAmount,
} from '#core/scrap-pile'
import { readPasted } from '#formats/stock-list'
import { lotsOfTable } from '#formats/stock-csv'
import { seeded } from '../../support/random-problem'

const tile = (id: string) => PILE_TILES.find((one) => one.id === id)!
const grams = (text: string, id = 'cans', unit: 'g' | 'kg' | 'lb' = 'g') => {
  const read = amountOf(text, tile(id), unit)
  return read.ok ? read.value.massG : read.problem
}

describe('the everyday pile', () => {
  it('every tile is a lot that holds together: shares to a hundred, a known form, an amount to start with', () => {
    expect(new Set(PILE_TILES.map(({ name }) => name)).size).toBe(PILE_TILES.length)
    for (const one of PILE_TILES) {
      expect(sumPct(one.told.composition)).toBeGreaterThan(90)
      expect(sumPct(one.told.composition)).toBeLessThanOrEqual(100 + 1e-6)
      expect(FORMS.map(({ id }) => id)).toContain(one.told.form)
      const text = startingAmount(one)
      if (text !== null) expect(grams(text, one.id)).toBeGreaterThan(0)
      else expect(one.told.kind).not.toBe('scrap')
    }
  })
  it('bought metal is known by its grade, not by a certificate nobody has seen', () => {
    for (const { metal, told } of PILE_TILES) if (metal) expect(told.knowledge).toBe('grade')
  })
})

describe('an amount as it is said', () => {
  // 14.5 g a can, 20 cans 290 g: common practice, no source.
  it.each([
    ['20 cans', 290],
    ['a can', 14.5],
    ['a bucketful', 700],
    ['2 buckets', 1400],
    ['half a bucket', 350],
    ['½ bucketful', 350],
    ['1.5 buckets', 1050],
    ['3 kg', 3000],
    ['250', 250],
    ['2400 - 310', 2090],
  ])('%s', (text, massG) => expect(grams(text)).toBeCloseTo(massG, 9))
  it('a figure without a unit is in the unit of the yard, a pound is 453.59237 g (by definition)', () => {
    expect(grams('3', 'wire', 'kg')).toBe(3000)
    expect(grams('2 lb', 'wire')).toBeCloseTo(907.18474, 5)
  })
  it.each([
    ['20 hats', 'unknown-unit'],
    ['', 'empty'],
    ['-3 cans', 'unknown-unit'],
  ])('“%s” is no amount', (text, problem) => expect(grams(text)).toBe(problem))
  it('what comes in no pieces is not counted in them', () =>
    expect(grams('3 wires', 'wire')).toBe('unknown-unit'))
})

describe('how much is poured first', () => {
  it.each([
    [0, 1],
    [2, 1],
    [290, 200],
    [750, 500],
    [1500, 1000],
    [40_000, 1000],
  ])('of %d g %d g', (pileG, massG) => expect(roundAmount(pileG)).toBe(massG))
  // An ounce is 28.349523125 g, by definition.
  it.each([
    [40_000, 2 * 453.59237],
    [900, 453.59237],
    [300, 113.3980925],
    [50, 28.349523125],
  ])('of %d g in pounds and ounces %d g: 2 lb, 1 lb, 4 oz, 1 oz', (pileG, massG) =>
    expect(roundAmount(pileG, 'lb')).toBeCloseTo(massG, 6),
  )
})

describe('a metal by its name', () => {
  it.each([
    ['copper wire', 'Cu', 99],
    ['Tin', 'Sn', 99],
    ['zinc', 'Zn', 99],
    ['Sn', 'Sn', 99],
    ['cartridge brass', 'Cu', 68.5],
    ['C36000', 'Cu', 60],
    ['drink cans', 'Al', 95],
    ['wheels', 'Al', 90],
    ['ferrosilicon 75', 'Si', 74],
  ])('%s', (name, element, least) => {
    const found = metalNamed(name)
    expect(found?.name).toBe(name)
    expect(found?.composition[element]).toBeGreaterThanOrEqual(least)
  })
  // What each must be made of, whatever the program takes it for: common knowledge of the trade.
  it.each([
    ['ferrosilicon', 'Si', 70],
    ['zinc sheet', 'Zn', 98],
    ['brass door knobs', 'Cu', 55],
    ['brass doorknob', 'Cu', 55],
    ['brass door-knobs', 'Cu', 55],
    ['nordic gold', 'Cu', 75],
    ['aluminum bronze 89-11', 'Al', 9],
    ['lead sinkers', 'Pb', 95],
    ['pistons', 'Al', 75],
    ['radiator cores', 'Cu', 60],
    ['bell', 'Sn', 15],
    ['propeller', 'Cu', 50],
    ["plumber's brass", 'Cu', 55],
    ['pop can', 'Al', 95],
    ['alu foil', 'Al', 97],
    ['Kupferrohr', 'Cu', 99],
    ['Alufelgen', 'Al', 88],
    ['Zinnkrug', 'Sn', 75],
    ['Rotguss', 'Cu', 80],
    ['ladders', 'Al', 90],
  ])('%s, as people say it', (name, element, least) => {
    expect(metalNamed(name)?.composition[element]).toBeGreaterThanOrEqual(least)
  })
  it.each(['', 'grandmother', 'tin grandmother', '42'])('“%s” is none', (name) =>
    expect(metalNamed(name)).toBeNull(),
  )
})

describe('the pasted text', () => {
  const lots = (text: string, unit: 'g' | 'kg' = 'g') => {
    const table = readPasted(text, unit)
    return table && lotsOfTable(table, table.fields)
  }
  it.each([
    ['a 2,000 ml jug of taps', [['taps', '2400 g']]],
    [
      '2 kg copper, 1 kg tin and 300 g zinc',
      [
        ['copper', '2 kg'],
        ['tin', '1 kg'],
        ['zinc', '300 g'],
      ],
    ],
    [
      'two wheels and 20 cans',
      [
        ['wheels', '16000 g'],
        ['cans', '290 g'],
      ],
    ],
    ['2 lb, 3 oz copper', [['copper', '2 lb 3 oz']]],
    ['copper wire, 3 kg', [['copper wire', '3 kg']]],
    ['nuts and bolts 3 kg', [['nuts and bolts', '3 kg']]],
  ])('one line: %s', (text, lots) => {
    expect(readPasted(text, 'g')?.rows.map(([name, mass]) => [name, mass])).toEqual(lots)
  })
  it.each([
    'copper wire 3 kg\ntin 400 g\ncartridge brass 1 kg',
    '3 kg of copper wire\n400g tin\n1 kg cartridge brass',
    'copper wire\t3000\ntin\t400\ncartridge brass\t1000',
    'copper wire: 3 kg\r\n\r\ntin: 400 g\r\ncartridge brass: 1000',
    'name;mass g\ncopper wire;3000\ntin;400\ncartridge brass;1000',
    'copper wire, 3 kg\ntin, 400 g\ncartridge brass, 1 kg',
  ])('a list or a table: %s', (text) => {
    const read = lots(text)!
    expect(read.map((row) => row.ok && [row.lot.name, row.lot.massG])).toEqual([
      ['copper wire', 3000],
      ['tin', 400],
      ['cartridge brass', 1000],
    ])
    expect(read.every((row) => row.ok && row.lot.composition)).toBe(true)
  })
  it('a count of pieces is weighed by what one weighs; pounds with ounces are one weight', () => {
    expect(lots('20 cans')!.map((row) => row.ok && row.lot.massG)).toEqual([290])
    const [row] = lots('taps 2 lb 4 oz')!
    expect(row?.ok && row.lot.massG).toBeCloseTo(2.25 * 453.59237, 3)
  })
  it.each([
    ['2 car wheels', 'car wheels', 16_000, '2 × 8000 g'],
    ['two car wheels', 'car wheels', 16_000, '2 × 8000 g'],
    ['car wheels: 2', 'car wheels', 16_000, '2 × 8000 g'],
    ['wheels x 4', 'wheels', 32_000, '4 × 8000 g'],
    ['a dozen taps', 'taps', 6_000, '12 × 500 g'],
    ['half a bucket of copper wire', 'copper wire', 5_000, '0.5 × 10000 g'],
    ['a bag of drink cans', 'drink cans', 700, '1 × 700 g'],
    ['a handful of cases', 'cases', 300, '1 × 300 g'],
    ['3 m of 22 mm copper tube', 'copper tube', 1600.05, '3 × 533.35 g'],
    ['drink cans 3000', 'drink cans', 3_000, ''],
    ['car wheels 12.4 kg', 'car wheels', 12_400, ''],
    ['tin 400 g', 'tin', 400, ''],
  ])('“%s” is read as what it is', (line, name, massG, note) => {
    const [row] = lots(line)!
    expect(row!.ok && row!.lot.name).toBe(name)
    expect(row!.ok && row!.lot.massG / massG).toBeCloseTo(1, 3)
    if (note) expect(row!.ok && row!.lot.note).toBe(note)
  })
  it('a bucket of what has no known weight is asked for its mass, and its metal is known', () => {
    const [row] = lots('half a bucket of pistons\ntin 1 kg')!
    expect(!row!.ok && row!.faults.map(({ kind }) => kind)).toEqual(['no-mass'])
  })
  it('a line that says no weight, or no metal that is known, stays out and says why', () => {
    const [wire, hat, odd] = lots('copper wire 3 kg\ngrandmother 2 kg\ntin')!
    expect(wire!.ok).toBe(true)
    expect(!hat!.ok && hat!.faults[0]).toMatchObject({ kind: 'unknown-metal', name: 'grandmother' })
    expect(!odd!.ok && odd!.faults[0]!.kind).toBe('no-mass')
  })
  it('nothing that tells a weight is no list', () => expect(lots('good morning')).toBeNull())
  it('whatever is pasted, no lot comes of it without a mass and a metal', () => {
    const random = seeded(11)
    const signs = [...'0123456789 ,.;\t\n-/abgkoz%Cu']
    for (let turn = 0; turn < 400; turn++) {
      const text = Array.from({ length: 30 }, () => signs[Math.floor(random() * signs.length)]!).join('')
      for (const row of lots(text) ?? [])
        if (row.ok) {
          expect(row.lot.massG).toBeGreaterThanOrEqual(0)
          expect(sumPct(row.lot.composition)).toBeGreaterThan(0)
        }
    }
  })
})

describe('the order of what a pile can become', () => {
  const of = (id: string, mostG: number, ...grams: number[]) => ({
    id,
    mostG,
    lines: grams.map((massG, at) => ({ lot: `${at}`, massG })),
  })
  it('alloys for casting first, then what uses more bins, then what gives more', () => {
    const all = [
      of('C26000', 5000, 3000, 1000, 1000),
      of('C90300', 4000, 3600, 400),
      of('gunmetal-88-9-3', 3000, 2000, 700, 300),
      of('C90700', 4200, 3800, 400),
      of('6063', 9000, 9000),
      of('356.0', 8000, 7990, 10),
    ]
    expect(bestUse(all).map(({ id }) => id)).toEqual([
      'gunmetal-88-9-3',
      'C90700',
      'C90300',
      '356.0',
      'C26000',
      '6063',
    ])
    expect(
      castFirst(all)
        .map(({ id }) => id)
        .slice(-2),
    ).toEqual(['C26000', '6063'])
  })
})
