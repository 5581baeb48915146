import { describe, expect, it } from 'vitest'
import { coarsen } from '#core/mesh'

describe('a mesh drawn coarser', () => {
  it('triangles smaller than a cell go, and the others stand on the middles of their cells', () => {
    const large = [0, 0, 0, 10, 0, 0, 0, 10, 0]
    const small = [5, 5, 0, 5.1, 5, 0, 5, 5.1, 0]
    const drawn = coarsen(Float32Array.from([...small, ...large, ...small]), 5)
    // Cells of 2: 0 stands at 1, 10 in the sixth cell at 11.
    expect([...drawn]).toEqual([1, 1, 1, 11, 1, 1, 1, 11, 1])
  })
  it('two corners in one cell are enough for a triangle to go, whichever two; a sliver along one axis stays', () => {
    const kept = [0, 0, 0, 10, 0, 0, 0, 10, 0]
    const [a, b, c] = [
      [0, 0, 0],
      [10, 0, 0],
      [0.1, 0, 0],
    ]
    for (const corners of [
      [a, c, b],
      [b, a, c],
      [a, b, c],
    ])
      expect(coarsen(Float32Array.from([...kept, ...corners.flat()]) as Float32Array, 5)).toHaveLength(9)
    const upright = [0, 0, 0, 0, 0, 4, 0, 4, 0]
    expect(coarsen(Float32Array.from([...kept, ...upright]), 5)).toHaveLength(18)
  })
  it('what has no length stays as it is', () => {
    const point = Float32Array.from({ length: 9 }, () => 3)
    expect(coarsen(point, 5)).toBe(point)
  })
})
