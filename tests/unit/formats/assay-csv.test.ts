import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Assay } from '#core/assay'
import { readAssays, writeAssays } from '#formats/assay-csv'
import { labelAddress, readLabel } from '#formats/label'

const NOW = '2026-11-23T10:00:00.000Z'

describe('an analyser’s table', () => {
  it('columns are matched by what they are called; below detection, spreads, semicolon and decimal comma', () => {
    const read = readAssays(
      'Date;Sample;Cu %;Sn;Sn ±;Pb;Remark\n2026-11-20;ingot 1;88,1;9,8;0,2;<0,02;good\n',
      NOW,
    )
    expect(read).toMatchObject({ ok: true, unknown: ['Remark'] })
    if (!read.ok) return
    expect(read.readings).toEqual([
      {
        at: '2026-11-20T00:00:00.000Z',
        method: 'xrf',
        specimen: 'ingot 1',
        readings: { Cu: { pct: 88.1, sd: null }, Sn: { pct: 9.8, sd: 0.2 }, Pb: { below: 0.02 } },
      },
    ])
  })
  it('what was written is read back the same', () => {
    const share = fc.integer({ min: 0, max: 10_000 }).map((value) => value / 100)
    const assay = fc.record({
      id: fc.constant('x'),
      at: fc.constant(NOW),
      method: fc.constantFrom('xrf' as const, 'oes' as const),
      specimen: fc.constantFrom('first ingot', '=HYPERLINK("x")', 'a;b "c"'),
      readings: fc.dictionary(
        fc.constantFrom('Cu', 'Sn', 'Zn', 'Pb'),
        fc.oneof(fc.record({ pct: share, sd: fc.constantFrom(null, 0.1) }), fc.record({ below: share })),
        { minKeys: 1 },
      ),
    })
    fc.assert(
      fc.property(fc.array(assay, { minLength: 1, maxLength: 5 }), (assays) => {
        const read = readAssays(writeAssays(assays as Assay[]), NOW)
        expect(read.ok && read.readings).toEqual(assays.map(({ id: _, ...rest }) => rest))
      }),
    )
  })
  it.each([
    ['', 'empty'],
    ['Cu,Sn\n', 'empty'],
    ['name,mass\nTin,5\n', 'no-elements'],
  ])('refuses %j as %s', (text, kind) => {
    expect(readAssays(text, NOW)).toMatchObject({ ok: false, fault: { kind } })
  })
  it('says which cell is no share', () => {
    expect(readAssays('Cu,Sn\n88,lots\n', NOW)).toEqual({
      ok: false,
      fault: { kind: 'cell', row: 2, column: 'Sn', text: 'lots' },
    })
    expect(readAssays('Cu\n140\n', NOW)).toMatchObject({ ok: false })
  })
})

describe('the text of a label', () => {
  const facts = {
    stamp: 'H-011-2',
    heat: 'H-011',
    alloy: 'C90300',
    massG: 640,
    assay: { Cu: 87.9, Sn: 8.2, Zn: 3.7 },
  }
  it('reads as what it is, and reads back', () => {
    const address = labelAddress('http://localhost:3000', facts)
    expect(address).toBe(
      'http://localhost:3000/ingot/H-011-2?heat=H-011&alloy=C90300&g=640&Cu=87.9&Sn=8.2&Zn=3.7',
    )
    expect(readLabel(address)).toEqual(facts)
    expect(readLabel('no address')).toBeNull()
    expect(readLabel('http://localhost/other')).toBeNull()
    expect(readLabel('http://localhost/ingot/100%')).toBeNull()
    const odd = readLabel('http://localhost/ingot/H-1?g=1e999&Cu=&Xx=5&Sn=10')
    expect(odd).toMatchObject({ massG: 0, assay: { Sn: 10 } })
  })
})
