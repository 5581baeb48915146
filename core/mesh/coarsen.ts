/**
 * A mesh drawn with fewer triangles, for the eye only: points in one cell of a grid become one, triangles that
 * shrink to nothing go.
 * @param triangles nine coordinates each
 * @param cells of the grid along the longest side
 * @returns a new list of triangles
 */
export function coarsen(triangles: Float32Array, cells: number): Float32Array {
  const least = [Infinity, Infinity, Infinity]
  let longest = 0
  for (let axis = 0; axis < 3; axis++) {
    let most = -Infinity
    for (let at = axis; at < triangles.length; at += 3) {
      if (triangles[at]! < least[axis]!) least[axis] = triangles[at]!
      if (triangles[at]! > most) most = triangles[at]!
    }
    longest = Math.max(longest, most - least[axis]!)
  }
  if (!(longest > 0)) return triangles
  const size = longest / cells
  const snap = (value: number, axis: number) =>
    least[axis]! + (Math.floor((value - least[axis]!) / size) + 0.5) * size
  const kept = new Float32Array(triangles.length)
  let used = 0
  for (let at = 0; at < triangles.length; at += 9) {
    for (let value = 0; value < 9; value++) kept[used + value] = snap(triangles[at + value]!, value % 3)
    const same = (a: number, b: number) =>
      kept[used + a] === kept[used + b] &&
      kept[used + a + 1] === kept[used + b + 1] &&
      kept[used + a + 2] === kept[used + b + 2]
    if (!same(0, 3) && !same(3, 6) && !same(6, 0)) used += 9
  }
  return kept.slice(0, used)
}
