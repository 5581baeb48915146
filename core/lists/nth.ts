/**
 * An entry that must be there.
 * @param index from 0
 * @throws RangeError where the list has none at that place: a fault is found where it is made, not as NaN on a screen
 * @example nth([5, 7], 1) // 7
 */
export function nth<T>(list: ArrayLike<T>, index: number): T {
  const entry = list[index]
  if (entry === undefined) throw new RangeError(`no entry ${index} in a list of ${list.length}`)
  return entry
}
