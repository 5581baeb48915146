/**
 * Returns what a text of safety advice rests on, from the table's list.
 * @throws RangeError for an id the list does not have
 * @example basisOf({ gas: 'Gas-safety guidance' }, 'gas') // 'Gas-safety guidance'
 */
export function basisOf(bases: Readonly<Record<string, string>>, id: string): string {
  const basis = bases[id]
  if (basis === undefined) throw new RangeError(`no basis "${id}"`)
  return basis
}
