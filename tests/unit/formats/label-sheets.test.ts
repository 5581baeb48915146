import { describe, expect, it } from 'vitest'
import { labelShares, labelState, labelText } from '#core/stock'
import { LABEL_SHEETS, layOut, PAGE_MM } from '#formats/label-sheets'

describe('sheets of labels', () => {
  // ISO 216: A4 is 210 × 297 mm; letter 8½ × 11 in.
  it('every sheet holds the labels it says, inside its page', () => {
    PAGE_MM.letter.forEach((side, at) => expect(side).toBeCloseTo([8.5, 11][at]! * 25.4, 9))
    for (const { id, name, page, columns, rows, widthMm, heightMm, leftMm, topMm, gapMm } of LABEL_SHEETS) {
      expect(name, id).toContain(String(columns * rows))
      const [wide, high] = PAGE_MM[page]
      expect(leftMm + columns * widthMm + (columns - 1) * gapMm, id).toBeLessThanOrEqual(wide + 1e-9)
      expect(topMm + rows * heightMm, id).toBeLessThanOrEqual(high + 1e-9)
      // As far from the right edge as from the left, within a millimetre: none is shifted.
      expect(Math.abs(wide - 2 * leftMm - columns * widthMm - (columns - 1) * gapMm), id).toBeLessThan(1.5)
    }
    expect(new Set(LABEL_SHEETS.map(({ id }) => id)).size).toBe(LABEL_SHEETS.length)
  })
  it('a sheet that was begun before is begun where it is free, and goes on on the next', () => {
    const three = { columns: 3, rows: 1 }
    expect(layOut(['a', 'b'], three)).toEqual([['a', 'b']])
    expect(layOut(['a', 'b'], three, 3)).toEqual([[null, null, 'a'], ['b']])
    expect(layOut(['a', 'b', 'c', 'd'], three, 2)).toEqual([
      [null, 'a', 'b'],
      ['c', 'd'],
    ])
    expect(layOut([], three)).toEqual([])
  })
  it('a first place that is on no sheet is the nearest that is', () => {
    const two = { columns: 2, rows: 1 }
    expect(layOut(['a'], two, 0)).toEqual([['a']])
    expect(layOut(['a'], two, 9)).toEqual([[null, 'a']])
    expect(layOut(['a'], two, 1.6)).toEqual([[null, 'a']])
  })
})

describe('the label of a bin', () => {
  const bin = {
    name: 'Tap bodies',
    knowledge: 'guess' as const,
    composition: { Cu: 84, Zn: 8, Pb: 5, Sn: 3 },
  }
  const printed = { ...bin, labelled: { at: '2026-05-01T08:00:00.000Z', text: labelText(bin) } }
  it('says what it said until name, metal or how that is known changes; the weight is no change', () => {
    expect(labelState(bin)).toBe('none')
    expect(labelState(printed)).toBe('same')
    expect(labelState({ ...printed, name: 'Taps' })).toBe('changed')
    expect(labelState({ ...printed, knowledge: 'assay' })).toBe('changed')
    expect(labelState({ ...printed, composition: { ...bin.composition, Zn: 8.5 } })).toBe('changed')
    // Less than what a label shows.
    expect(labelState({ ...printed, composition: { ...bin.composition, Zn: 8.001, Fe: 0.004 } })).toBe('same')
  })
  it('has the seven there is most of, the most first', () => {
    const many = { Cu: 80, Sn: 5, Zn: 5.5, Pb: 4, Ni: 2, Fe: 1.5, Sb: 1, As: 0.5, P: 0.009 }
    expect(labelShares(many).map(([symbol]) => symbol)).toEqual(['Cu', 'Zn', 'Sn', 'Pb', 'Ni', 'Fe', 'Sb'])
    expect(labelShares({ Sn: 0.01, Pb: 0.0099 })).toEqual([['Sn', 0.01]])
  })
})
