/** Whether two records, or two parts of one, say the same: in whatever order their fields stand. */
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
  const [left, right] = [said(a), said(b)]
  return (
    left.length === right.length &&
    left.every(([key, value]) => sameRecord(value, (b as Record<string, unknown>)[key]))
  )
}

/** A field without a value is no field. */
const said = (record: object) => Object.entries(record).filter(([, value]) => value !== undefined)
