/**
 * The entry of that id, of a list that has one: a table of ours, and an id that came out of it.
 * @throws RangeError where no entry has it
 * @example byId([{ id: 'green-sand', moist: true }], 'green-sand').moist // true
 */
export function byId<T extends { readonly id: string }>(list: readonly T[], id: string): T {
  const entry = list.find((one) => one.id === id)
  if (entry === undefined) throw new RangeError(`no entry "${id}" among ${list.length}`)
  return entry
}
