import { describe, expect, it } from 'vitest'
import {
  comparePlaces,
  MPA_PER,
  NEWTONS_PER,
  ramLoadN,
  roundSection,
  tensileMPa,
  toPsi,
  type MetalTest,
} from '#core/heat'
import { psiWords } from '~/shared/words/tests-words'

const test = (what: Partial<MetalTest>): MetalTest => ({
  id: '00000000-0000-4000-8000-000000000001',
  at: '2026-05-01T08:00:00.000Z',
  kind: 'tensile',
  place: 'not-told',
  value: null,
  scale: 'HB',
  loadN: null,
  sectionMm2: null,
  brokeAt: 'not-told',
  barFault: false,
  text: '',
  photos: [],
  ...what,
})

describe('a bar pulled at home', () => {
  // NIST SP 811, appendix B: 1 kgf = 9.80665 N, 1 lbf = 4.448222 N, 1 psi = 6894.757 Pa, 1 kgf/cm² = 98.0665 kPa.
  it('units of force and pressure are those of NIST SP 811', () => {
    expect(NEWTONS_PER.kgf).toBe(9.80665)
    expect(NEWTONS_PER.lbf).toBeCloseTo(4.448222, 6)
    expect(MPA_PER.psi * 1e6).toBeCloseTo(6894.757, 3)
    expect(MPA_PER['kgf/cm²'] * 1000).toBeCloseTo(98.0665, 9)
  })
  // By hand: a 2 inch ram has π square inches, 3.1416; at 1000 psi it presses with 3141.6 lbf.
  it('a two-inch ram at 1000 psi presses with 3142 lbf', () =>
    expect(ramLoadN(1000 * MPA_PER.psi, 50.8) / NEWTONS_PER.lbf).toBeCloseTo(1000 * Math.PI, 3))
  it('a 6 mm bar that broke at 850 kgf had 295 N/mm², 42 800 psi', () => {
    const mpa = tensileMPa({ loadN: 850 * NEWTONS_PER.kgf, sectionMm2: roundSection(6) })!
    expect(mpa).toBeCloseTo(294.8, 1)
    expect(toPsi(mpa)).toBeCloseTo(42760, -2)
    expect(psiWords(mpa)).toBe('42\u202f800 psi')
  })
})

describe('specimens by where they come from', () => {
  const bar = (place: MetalTest['place'], mpa: number, more: Partial<MetalTest> = {}) =>
    test({ place, loadN: mpa * 50, sectionMm2: 50, ...more })
  it('the place is the suspect where they are further apart than such tests scatter', () => {
    const [found, ...others] = comparePlaces([bar('top', 180), bar('bottom', 300), bar('bottom', 320)])
    expect(others).toEqual([])
    expect(found).toMatchObject({
      kind: 'tensile',
      suspect: true,
      rows: [
        { place: 'bottom', mean: 310 },
        { place: 'top', mean: 180 },
      ],
    })
    expect(found!.apart).toBeCloseTo(130 / 310, 9)
    expect(comparePlaces([bar('chill', 300), bar('sand', 270)])[0]!.suspect).toBe(false)
  })
  it('bars at fault, places nobody told and other scales of hardness are not compared', () => {
    expect(comparePlaces([bar('top', 180, { barFault: true }), bar('bottom', 300)])).toEqual([])
    expect(comparePlaces([bar('not-told', 180), bar('bottom', 300)])).toEqual([])
    const hard = (place: MetalTest['place'], value: number, scale: string) =>
      test({ kind: 'hardness', place, value, scale })
    expect(comparePlaces([hard('top', 60, 'HB'), hard('bottom', 40, 'HRB')])).toEqual([])
    const [found] = comparePlaces([hard('top', 60, 'HB'), hard('bottom', 66, ' HB ')])
    expect(found).toMatchObject({ kind: 'hardness', scale: 'HB', suspect: false })
  })
  it('a hundredth of the density is a pore', () => {
    const dense = (place: MetalTest['place'], value: number) => test({ kind: 'density', place, value })
    expect(comparePlaces([dense('top', 8.5), dense('bottom', 8.7)])[0]!.suspect).toBe(true)
    expect(comparePlaces([dense('top', 8.65), dense('bottom', 8.7)])[0]!.suspect).toBe(false)
    expect(
      comparePlaces([
        test({ kind: 'ring', place: 'top', value: 3 }),
        test({ kind: 'ring', place: 'sand', value: 1 }),
      ]),
    ).toEqual([])
  })
})
