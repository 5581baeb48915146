import { describe, expect, it } from 'vitest'
import { boxOdds } from '../../../core/charge/box-odds'
import { fastCdf, fastQuantile } from '../../../core/charge/normal-fast'
import { normalCdf, normalQuantile } from '#core/charge'
import { seeded } from '../../support/random-problem'

const box = (lower: number[], upper: number[], covariance: number[][]) => ({
  lower: Float64Array.from(lower),
  upper: Float64Array.from(upper),
  covariance: Float64Array.from(covariance.flat()),
})
const INF = Infinity

describe('the odds that normal errors lie in a box', () => {
  it('of two errors above their means are a quarter and the arc sine of their correlation (Sheppard 1899)', () => {
    for (const r of [-0.95, -0.5, 0, 0.3, 0.7, 0.99])
      expect(
        boxOdds(
          box(
            [0, 0],
            [INF, INF],
            [
              [1, r],
              [r, 1],
            ],
          ),
        ),
        `r = ${r}`,
      ).toBeCloseTo(0.25 + Math.asin(r) / (2 * Math.PI), 2)
  })

  it('of three errors, each pair half correlated, all above their means, are a quarter (Steck 1962)', () => {
    const half = [
      [1, 0.5, 0.5],
      [0.5, 1, 0.5],
      [0.5, 0.5, 1],
    ]
    expect(boxOdds(box([0, 0, 0], [INF, INF, INF], half), 2048)).toBeCloseTo(0.25, 2)
  })

  it('of independent errors are the product of their own, exactly', () => {
    const product = (normalCdf(1) - normalCdf(-2)) * normalCdf(0.5) * (normalCdf(3 / 2) - normalCdf(-1 / 2))
    const odds = boxOdds(
      box(
        [-2, -INF, -1],
        [1, 0.5, 3],
        [
          [1, 0, 0],
          [0, 1, 0],
          [0, 0, 4],
        ],
      ),
    )
    expect(odds).toBeCloseTo(product, 12)
  })

  it('where one error is the rest that the others leave, are those drawn: 200 000 melts', () => {
    const random = seeded(5)
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const sds = [0.4, 0.25, 0.6]
    const covariance = [
      [0.16, 0, 0, -0.16],
      [0, 0.0625, 0, -0.0625],
      [0, 0, 0.36, -0.36],
      [-0.16, -0.0625, -0.36, 0.5825],
    ]
    const [lower, upper] = [
      [-0.5, -INF, -0.7, -0.8],
      [0.6, 0.3, INF, 0.9],
    ]
    let inside = 0
    const draws = 200_000
    for (let draw = 0; draw < draws; draw++) {
      const errors = sds.map((sd) => sd * normal())
      const all = [...errors, -errors.reduce((sum, one) => sum + one, 0)]
      if (all.every((one, at) => one >= lower[at]! && one <= upper[at]!)) inside++
    }
    expect(Math.abs(boxOdds(box(lower, upper, covariance)) - inside / draws)).toBeLessThan(0.005)
  })

  it('are nothing where a sure side does not hold, and all where nothing is in doubt', () => {
    expect(
      boxOdds(
        box(
          [0.1, -1],
          [1, 1],
          [
            [0, 0],
            [0, 1],
          ],
        ),
      ),
    ).toBe(0)
    expect(boxOdds(box([-0.1], [1], [[0]]))).toBe(1)
    expect(boxOdds(box([20], [30], [[1]]))).toBe(0)
  })

  it('rest on a distribution function and a quantile that agree with the exact ones', () => {
    for (let x = -8; x <= 8; x += 0.37) expect(Math.abs(fastCdf(x) - normalCdf(x))).toBeLessThan(1e-13)
    for (const p of [1e-9, 1e-4, 0.02, 0.3, 0.5, 0.9, 0.999, 1 - 1e-7])
      expect(Math.abs(fastQuantile(p) - normalQuantile(p))).toBeLessThan(
        2e-8 * Math.max(1, Math.abs(normalQuantile(p))),
      )
  })
})
