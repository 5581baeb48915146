import { nth } from './nth'

/**
 * Straight between the points of a table; beyond its ends, what stands at the end.
 * @param points x and y, x rising
 * @throws RangeError for a table without a point
 * @example between([[0, 8.94], [10, 8.8]], 5) // 8.87
 */
export function between(points: readonly (readonly [x: number, y: number])[], x: number): number {
  const upper = points.findIndex(([to]) => to >= x)
  if (upper <= 0) return nth(points, upper === 0 ? 0 : points.length - 1)[1]
  const [x0, y0] = nth(points, upper - 1)
  const [x1, y1] = nth(points, upper)
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0)
}
