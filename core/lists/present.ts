/**
 * A value that must be there.
 * @param what what it is, for the message
 * @throws TypeError where it is not: a fault is found where it is made, not as NaN on a screen
 * @example present(7, 'count') // 7
 */
export function present<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new TypeError(`${what} is missing`)
  return value
}
