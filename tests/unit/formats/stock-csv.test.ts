import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { moveMetal, splitLot, type Lot } from '#core/stock'
import demo from '#data/demo-yard.json'
import { lotsOfTable, readTable, writeStock } from '#formats/stock-csv'
import { writeTable } from '#formats/write-table'
import { garbled } from '../../support/malformed'
import { many } from '../../support/reliability'

const stock = demo.lots as unknown as Lot[]
const read = (text: string) => {
  const table = readTable(text)!
  return lotsOfTable(table, table.fields)
}

describe('the stock as a table', () => {
  it('written and read back: every lot, its metal and its spread', () => {
    const rows = read(writeStock(stock))
    expect(rows).toHaveLength(stock.length)
    rows.forEach((row, index) => {
      const lot = stock[index]!
      expect(row.ok, JSON.stringify(row)).toBe(true)
      if (!row.ok) return
      expect(row.lot.name).toBe(lot.name)
      expect(row.lot.massG).toBeCloseTo(lot.massG, 6)
      expect(row.lot.composition).toEqual(lot.composition)
      for (const [symbol, sd] of Object.entries(lot.sd)) expect(row.lot.sd[symbol]).toBe(sd)
      expect([row.lot.kind, row.lot.form, row.lot.knowledge]).toEqual([lot.kind, lot.form, lot.knowledge])
    })
  })

  it('semicolons and decimal commas, other headings, kilograms in the heading', () => {
    const rows = read('Lot;Weight kg;Price;Cu %;Zn %;Cu ±\r\nBrass bits;2,5;4,20;62,5;37;0,5\r\n')
    expect(rows[0]).toMatchObject({
      ok: true,
      lot: {
        name: 'Brass bits',
        massG: 2500,
        pricePerKg: 4.2,
        composition: { Cu: 62.5, Zn: 37 },
        sd: { Cu: 0.5 },
      },
    })
  })

  it('a price by the pound, where the heading says so, is kept by the kilogram', () => {
    // A pound is exactly 0.45359237 kg: $ 3.50 a pound are $ 7.716 a kilogram.
    const rows = read('name,mass lb,price per lb,Cu\nBrass,2,3.50,70\n')
    const [row] = rows
    expect(row).toMatchObject({ ok: true, lot: { massG: 907.18474 } })
    if (row?.ok) expect(row.lot.pricePerKg).toBeCloseTo(7.716179, 6)
    const [plain] = read('name,mass lb,price,Cu\nBrass,2,3.50,70\n')
    expect(plain).toMatchObject({ ok: true, lot: { pricePerKg: 3.5 } })
  })

  it('a cell that a spreadsheet would run is written so that it does not, and read back as it was', () => {
    const nasty = { ...stock[0]!, name: '=HYPERLINK("x")', note: '+1, "quoted"\nand broken' }
    const text = writeStock([nasty])
    expect(text).not.toMatch(/(^|,)"?=HYPERLINK/m)
    const [row] = read(text)
    expect(row).toMatchObject({ ok: true, lot: { name: nasty.name, note: nasty.note } })
  })

  it.each(['=1+1', ' =1+1', '\u00a0@SUM(A1)', '＝1+1', '\u3000＋1', '\ufeff=1', '\t=1', '-1+2'])(
    'the cell %j gets a quote before it',
    (cell) => {
      const [, second] = writeTable(['name', 'note'], [['a', cell]]).split('\r\n')
      expect(second).toMatch(/^a,"?'/)
    },
  )

  it('each bad row says which column and why; good rows stay good', () => {
    const rows = read(
      [
        'name,mass,kind,Cu,Sn',
        'good,250,scrap,90,10',
        ',250,scrap,90,10',
        'no mass,,scrap,90,10',
        'letters,much,scrap,90,10',
        'too much,250,scrap,90,40',
        'odd kind,250,treasure,90,10',
        'nothing in it,250,scrap,,',
        'minus,250,scrap,-3,10',
      ].join('\n'),
    )
    expect(rows.map(({ ok }) => ok)).toEqual([true, false, false, false, false, false, false, false])
    const faults = rows.map((row) => (row.ok ? [] : row.faults))
    expect(faults[1]).toEqual([{ column: 'name', kind: 'no-name' }])
    expect(faults[3]).toMatchObject([{ column: 'mass', kind: 'not-a-mass', cell: 'much' }])
    expect(faults[4]).toMatchObject([{ kind: 'over-100', totalPct: 130 }])
    expect(faults[5]).toMatchObject([{ kind: 'not-allowed', cell: 'treasure' }])
    expect(rows[1]!.line).toBe(3)
  })

  it('columns matched by hand overrule the guess', () => {
    const table = readTable('what,how many,red metal\npipe,300,99.9\n')!
    expect(table.fields).toEqual([null, null, null])
    const [row] = lotsOfTable(table, ['name', 'mass', { element: 'Cu' }])
    expect(row).toMatchObject({ ok: true, lot: { name: 'pipe', massG: 300, composition: { Cu: 99.9 } } })
  })

  it('no table at all is refused; any text is read or refused, never worse', () => {
    for (const text of ['', 'one line only', '\n\n\n']) expect(readTable(text)).toBeNull()
    const whole = writeStock(stock.slice(0, 4))
    for (let seed = 1; seed <= many(1500, 150); seed++) {
      const table = readTable(garbled(whole, seed))
      if (table) for (const row of lotsOfTable(table, table.fields)) expect(typeof row.ok).toBe('boolean')
    }
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (text) => {
        const table = readTable(text)
        if (table) lotsOfTable(table, table.fields)
      }),
      { numRuns: many(500, 60), seed: 7 },
    )
  })

  it('what lies on a lot, its pieces, where from and when come back; what is none of these is a fault', () => {
    const told = {
      ...stock[0]!,
      coatings: ['oil' as const, 'steel' as const],
      pieces: [118, 240, 240],
      whereFrom: 'Boat engine',
      gotOn: '2026-02-03',
    }
    const [row] = read(writeStock([told]))
    expect(row).toMatchObject({
      ok: true,
      lot: { coatings: told.coatings, pieces: told.pieces, whereFrom: 'Boat engine', gotOn: '2026-02-03' },
    })
    const [bad] = read('name,mass,Cu,on it,pieces,got on\nx,5,90,jam,heavy,yesterday\n')
    expect(bad!.ok ? [] : bad!.faults.map(({ column }) => column)).toEqual(['on it', 'pieces', 'got on'])
  })

  it('three hundred lots at once', () => {
    const many = Array.from({ length: 300 }, (_, index) => ({
      ...stock[index % stock.length]!,
      name: `lot ${index}`,
    }))
    expect(read(writeStock(many)).filter(({ ok }) => ok)).toHaveLength(300)
  })
})

describe('metal in and out of a bin', () => {
  const [lot] = stock
  const now = '2026-02-03T04:05:06.000Z'
  it('keeps what went in and out, and why', () => {
    const more = moveMetal(lot!, 120.5, 'swept up', now)
    const less = moveMetal(more, -20, 'gave to a friend', now)
    expect(less.massG).toBeCloseTo(lot!.massG + 100.5, 6)
    expect(less.moves).toEqual([
      { at: now, changeG: 120.5, why: 'swept up' },
      { at: now, changeG: -20, why: 'gave to a friend' },
    ])
    expect(() => moveMetal(lot!, -lot!.massG - 1, '', now)).toThrow(RangeError)
  })
  it('a part split off is the same metal, and nothing is lost', () => {
    const id = '00000000-0000-4000-8000-000000000001'
    const { rest, part } = splitLot(lot!, 400, { id, name: 'Small tin', now })
    expect(rest.massG + part.massG).toBeCloseTo(lot!.massG, 6)
    expect(part.composition).toEqual(lot!.composition)
    expect(rest.moves!.at(-1)!.why).toBe('split off Small tin')
    expect(() => splitLot(lot!, lot!.massG, { id, name: '', now })).toThrow(RangeError)
  })
})
