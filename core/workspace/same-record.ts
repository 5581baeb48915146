/**
 * Whether two records, or two parts of one, say the same: in whatever order their fields stand.
 * @example sameRecord({ a: 1, b: [2] }, { b: [2], a: 1 }) // true
 */
export function sameRecord(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) || Array.isArray(b))
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((one, index) => sameRecord(one, b[index]))
    )
  // Plain loops: a yard of thousands is compared with a file of it.
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>]
  for (const key in left) if (!sameRecord(left[key], right[key])) return false
  for (const key in right) if (right[key] !== undefined && left[key] === undefined) return false
  return true
}
