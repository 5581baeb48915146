import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { reconcile, reconcileHeat, type HeatFigures } from '#core/balance'
import { pValue } from '#core/statistics'
import { seeded } from '../../support/random-problem'

const close = (found: readonly number[], wanted: readonly number[], digits: number) =>
  found.forEach((value, at) => expect(value).toBeCloseTo(wanted[at]!, digits))

describe('weighted least squares with balances (golden values: NumPy 2.4.6 and SciPy 1.17.1, made once)', () => {
  it('a linear network of five streams: x − S Aᵀ (A S Aᵀ)⁻¹ A x', () => {
    const values = [101.9, 68.45, 34.65, 1.93, 30.1]
    const sds = [1.5, 1.2, 0.9, 0.2, 0.8]
    const rows = [
      [1, -1, -1, 0, 0],
      [0, 0, 1, -1, -1],
    ]
    const result = reconcile(
      values.map((value, at) => ({ value, sd: sds[at]! })),
      (x) => ({
        misfit: rows.map((row) => row.reduce((sum, slope, at) => sum + slope * x[at]!, 0)),
        jacobian: rows,
      }),
    )
    close(result.values, [101.77568814, 68.52955959, 33.24612855, 2.00153697, 31.24459158], 7)
    expect(result.chiSquare).toBeCloseTo(4.619372117, 8)
  })
  it('mass and one element over two lots, not linear (scipy.optimize.minimize, SLSQP)', () => {
    const values = [1200, 800, 1975, 10.5, 2, 7.4]
    const sds = [3, 3, 6, 0.4, 0.2, 0.15]
    const result = reconcile(
      values.map((value, at) => ({ value, sd: sds[at]! })),
      ([a, b, m, ca, cb, cm]) => ({
        misfit: [a! + b! - m!, (a! * ca! + b! * cb! - m! * cm!) / 100],
        jacobian: [
          [1, 1, -1, 0, 0, 0],
          [ca! / 100, cb! / 100, -cm! / 100, a! / 100, b! / 100, -m! / 100],
        ],
      }),
    )
    close(result.values, [1195.892065, 795.756436, 1991.648501, 10.828644, 2.054671, 7.323032], 4)
    expect(result.chiSquare).toBeCloseTo(12.588177, 5)
  })
  it.each([
    [3.841459, 1, 0.04999999465319563],
    [0.5, 1, 0.47950012218695337],
    [10, 4, 0.04042768199451279],
    [25, 7, 0.0007588002556582502],
    [1, 12, 0.9999858350626777],
    [60, 20, 7.121750862815593e-6],
  ])('chance of chi-square %f at %i degrees (scipy.stats.chi2.sf)', (chi, degrees, wanted) => {
    expect(pValue(chi, degrees) / wanted).toBeCloseTo(1, 9)
  })
  it('balances hold afterwards whatever was weighed, and a spread of nothing is refused', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            value: fc.double({ min: 1, max: 5000, noNaN: true }),
            sd: fc.double({ min: 0.1, max: 50, noNaN: true }),
          }),
          { minLength: 3, maxLength: 3 },
        ),
        (estimates) => {
          const { values } = reconcile(estimates, ([a, b, c]) => ({
            misfit: [a! + b! - c!],
            jacobian: [[1, 1, -1]],
          }))
          expect(values[0]! + values[1]! - values[2]!).toBeCloseTo(0, 6)
        },
      ),
    )
    const none = () => ({ misfit: [], jacobian: [] })
    const sure = { value: 1, sd: 1 }
    for (const sd of [0, -1, NaN]) {
      expect(() => reconcile([{ value: 1, sd }], none)).toThrow(RangeError)
      expect(() => reconcile([sure, { value: 1, sd }, sure], none)).toThrow(RangeError)
    }
  })
  it.each([
    ['the same twice over', [1, 1], [2, 2]],
    ['nothing that is in it', [1, 1], [0, 0]],
  ])('balances that say %s are refused', (_, one, other) => {
    const said = () => ({ misfit: [1, 2], jacobian: [one, other] })
    const figures = [
      { value: 1, sd: 1 },
      { value: 1, sd: 2 },
    ]
    expect(() => reconcile(figures, said)).toThrow(new RangeError('the balances repeat one another'))
  })
  it('two balances far apart in size are two; without a balance figures stay as they are', () => {
    const figures = [
      { value: 5, sd: 1 },
      { value: 7, sd: 2 },
    ]
    const sizes = reconcile(figures, ([a, b]) => ({
      misfit: [1e9 * (a! - 4), 1e-9 * (b! - 9)],
      jacobian: [
        [1e9, 0],
        [0, 1e-9],
      ],
    }))
    close(sizes.values, [4, 9], 9)
    close(sizes.moved, [-1, 1], 9)
    expect(sizes.chiSquare).toBeCloseTo(2, 9)
    const alone = reconcile(figures, () => ({ misfit: [], jacobian: [] }))
    expect(alone).toEqual({ values: [5, 7], moved: [0, 0], chiSquare: 0, degrees: 0 })
  })
})

/** 2 kg of gunmetal that balances: 2000 g in, 40 g of dross and dirt, zinc fume. */
function heat(
  change: Partial<Record<'dross' | 'returns' | 'tin', number>> = {},
  noise = 0,
  seed = 1,
): HeatFigures {
  const random = seeded(seed)
  const shake = (sd: number) => noise * sd * (random() + random() + random() - 1.5) * 2
  const recovery = { Cu: 0.995, Sn: 0.99, Zn: 0.97 }
  const lots: HeatFigures['lots'] = [
    {
      name: 'pipe',
      massG: 1500 + shake(0.5),
      metallicYield: 0.98,
      composition: { Cu: 99.9, Sn: 0, Zn: 0 },
      sd: {},
    },
    { name: 'tin', massG: 200, metallicYield: 0.99, composition: { Sn: 99.9, Zn: 0 }, sd: {} },
    {
      name: 'brass',
      massG: 300,
      metallicYield: 0.98,
      composition: { Cu: 70, Zn: 30, Sn: 0 },
      sd: { Zn: 0.3 },
    },
  ]
  const sn = 200 * 0.99 * 0.999 * 0.99
  const zn = 300 * 0.98 * 0.3 * 0.97
  const cu = (1500 * 0.98 * 0.999 + 300 * 0.98 * 0.7) * 0.995
  const metal = sn + zn + cu
  const fume = 300 * 0.98 * 0.3 * 0.03
  const castings = metal - 500
  return {
    lots,
    found: [
      { name: 'ingots', massG: castings + shake(1) },
      { name: 'returns', massG: 500 + (change.returns ?? 0) + shake(0.6) },
      { name: 'dross', massG: 2000 - metal - fume + (change.dross ?? 0) + shake(1), dross: true },
    ],
    measured: {
      Sn: { pct: (100 * sn) / metal + (change.tin ?? 0), sd: 0.15 },
      Zn: { pct: (100 * zn) / metal, sd: 0.06 },
    },
    base: 'Cu',
    recovery,
  }
}

describe('a heat put right', () => {
  it('what balances is left alone', () => {
    const { chiSquare, chance, suspects, degrees } = reconcileHeat(heat())
    expect(degrees).toBe(3)
    expect(chiSquare).toBeLessThan(1e-6)
    expect(chance).toBeCloseTo(1, 6)
    expect(suspects).toEqual([])
  })
  it('returns weighed 90 g too light are found out, and by about how much', () => {
    const { chance, suspects } = reconcileHeat(heat({ returns: -90 }))
    expect(chance).toBeLessThan(0.01)
    const accused = suspects.find(({ figure }) => figure.name === 'returns')!
    expect(accused.offBy).toBeGreaterThan(60)
    expect(accused.offBy).toBeLessThan(110)
    expect(accused.leaves).toBeLessThan(2)
  })
  it('a wrong tin assay is found out and not blamed on a scale', () => {
    const { suspects } = reconcileHeat(heat({ tin: 1.5 }))
    expect(suspects[0]!.figure).toMatchObject({ what: 'melt', element: 'Sn' })
    expect(suspects[0]!.offBy).toBeCloseTo(-1.5, 0)
  })
  it('noise within its spread raises the alarm no more often than one time in twenty', () => {
    const alarms = Array.from(
      { length: 200 },
      (_, seed) => reconcileHeat(heat({}, 1, seed + 1)).chance < 0.05,
    )
    expect(alarms.filter(Boolean).length).toBeLessThanOrEqual(14)
  })
  it('what nobody weighed is filled in, not accused', () => {
    const figures = heat()
    const open = {
      ...figures,
      found: figures.found.map((one) => (one.name === 'returns' ? { ...one, massG: null } : one)),
    }
    const { figures: adjusted, suspects } = reconcileHeat(open)
    expect(suspects).toEqual([])
    expect(adjusted.find(({ name }) => name === 'returns')!.after).toBeCloseTo(500, -1.3)
    expect(() => reconcileHeat({ ...figures, lots: [] })).toThrow(RangeError)
  })
})
