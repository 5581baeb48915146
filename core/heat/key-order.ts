/**
 * Returns a value with the fields of every object in the order of their names: two that hold the same read the same,
 * whichever way they were put together.
 * @example JSON.stringify(inKeyOrder({ b: 1, a: [{ d: 2, c: 3 }] })) // '{"a":[{"c":3,"d":2}],"b":1}'
 */
export function inKeyOrder<T>(value: T): T {
  if (Array.isArray(value)) return value.map((one: unknown) => inKeyOrder(one)) as T
  if (typeof value !== 'object' || value === null) return value
  const fields = value as Record<string, unknown>
  const ordered: Record<string, unknown> = {}
  for (const name of Object.keys(fields).sort())
    if (fields[name] !== undefined) ordered[name] = inKeyOrder(fields[name])
  return ordered as T
}
