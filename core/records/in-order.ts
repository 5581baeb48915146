/**
 * The same value with the fields of every object in alphabetical order.
 * @example Object.keys(inOrder({ b: 1, a: 2 })) // ['a', 'b']
 */
export function inOrder<T>(value: T): T {
  return ordered(value) as T
}

function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, ordered(inner)]),
  )
}
