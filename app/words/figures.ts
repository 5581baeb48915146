/** A mass percent with the digits that mean something: 88.0, 0.30, 0.005. */
export function percent(value: number): string {
  if (value === 0) return '0'
  if (value >= 10) return value.toFixed(1)
  if (value >= 0.1) return value.toFixed(2)
  if (value >= 0.0095) return value.toFixed(3)
  return value < 0.00005 ? '<0.0001' : value.toFixed(4)
}
