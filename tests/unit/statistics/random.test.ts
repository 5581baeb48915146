import { describe, expect, test } from 'vitest'
import { seededRandom } from '#core/statistics'

/** The generator as its author wrote it (mulberry32, public domain; from memory), with the state left to overflow. */
function mulberry32(a: number): () => number {
  return () => {
    let t = (a += 0x6d2b79f5)
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
const drawn = (count: number, draw: () => number) => Array.from({ length: count }, draw)
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
/** Mean of the products of two rows, each about 0. */
const together = (one: readonly number[], other: readonly number[]) =>
  mean(one.map((value, at) => value * other[at]!))

describe('numbers by chance from a seed', () => {
  test.each([0, 1, 42, 4_294_967_295, -7])('those of the published generator, seed %i', (seed) => {
    expect(drawn(2000, seededRandom(seed).even)).toEqual(drawn(2000, mulberry32(seed)))
  })

  test('the same seed gives the same ones, another seed others', () => {
    const [one, again, other] = [5, 5, 6].map((seed) => drawn(20, seededRandom(seed).normal))
    expect(again).toEqual(one)
    expect(other).not.toEqual(one)
  })

  test('even ones fill 0 to 1 evenly: the largest gap to their line (Kolmogorov) is as small as chance has it', () => {
    const count = 20_000
    const sorted = drawn(count, seededRandom(3).even).toSorted((a, b) => a - b)
    const gap = Math.max(
      ...sorted.map((value, at) =>
        Math.max(Math.abs(value - at / count), Math.abs(value - (at + 1) / count)),
      ),
    )
    // Exceeded once in 1 000 sets of even numbers: 1.95 / √n (Kolmogorov's limit).
    expect(gap).toBeLessThan(1.95 / Math.sqrt(count))
    expect(sorted[0]).toBeGreaterThanOrEqual(0)
    expect(sorted.at(-1)).toBeLessThan(1)
  })

  test('normal ones have mean 0, spread 1, no lean and the tails of a normal, and do not follow one another', () => {
    const count = 40_000
    const values = drawn(count, seededRandom(11).normal)
    const within = (reach: number) => values.filter((value) => Math.abs(value) < reach).length / count
    // Four standard errors each.
    expect(Math.abs(mean(values))).toBeLessThan(4 / Math.sqrt(count))
    expect(Math.abs(together(values, values) - 1)).toBeLessThan(4 * Math.sqrt(2 / count))
    expect(Math.abs(mean(values.map((value) => value ** 3)))).toBeLessThan(4 * Math.sqrt(15 / count))
    expect(Math.abs(mean(values.map((value) => value ** 4)) - 3)).toBeLessThan(4 * Math.sqrt(96 / count))
    // 68–95–99.7 (any table of the normal distribution).
    for (const [reach, share] of [
      [1, 0.6827],
      [2, 0.9545],
      [3, 0.9973],
    ] as const)
      expect(Math.abs(within(reach) - share)).toBeLessThan(4 * Math.sqrt((share * (1 - share)) / count))
    for (const behind of [1, 2, 3])
      expect(Math.abs(together(values.slice(behind), values.slice(0, -behind)))).toBeLessThan(
        4 / Math.sqrt(count - behind),
      )
  })

  test('two normal ones are made of two even ones: the next even one is that which comes after them', () => {
    const random = seededRandom(9)
    const raw = drawn(6, mulberry32(9))
    const [first, second] = [random.normal(), random.normal()]
    // Box and Muller: the two lie on a circle of √(−2 ln u) at the angle 2 π v.
    expect(Math.hypot(first, second)).toBeCloseTo(Math.sqrt(-2 * Math.log(1 - raw[0]!)), 12)
    expect(Math.atan2(second, first)).toBeCloseTo(
      Math.atan2(Math.sin(2 * Math.PI * raw[1]!), Math.cos(2 * Math.PI * raw[1]!)),
      12,
    )
    expect(random.even()).toBe(raw[2])
  })
})
