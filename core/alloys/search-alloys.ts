import type { Alloy } from './schema'

/** Where a word may stand, the most telling place first. */
const PLACES: readonly ((alloy: Alloy) => string)[] = [
  ({ name }) => name,
  ({ id, designation }) => `${id} ${designation}`,
  ({ group, practice }) => `${group} ${practice}`,
  ({ use }) => use ?? '',
]

/**
 * The alloys in which every word asked for stands somewhere, those first in whose names the words stand: whoever types
 * “gear bronze” means the alloy of that name, not the one that gears are also made of.
 * @param asked words, in any order and case; with none, all alloys as given
 * @returns equally good ones in the order given
 * @example searchAlloys(ALLOYS, 'gear bronze')[0].id // 'C90700'
 */
export function searchAlloys(
  alloys: readonly Alloy[],
  asked: string,
  also: (alloy: Alloy) => string = () => '',
): Alloy[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
  const ranked = alloys.flatMap((alloy, at) => {
    const places = [...PLACES, also].map((place) => place(alloy).toLowerCase())
    const found = words.map((word) => places.findIndex((place) => place.includes(word)))
    return found.includes(-1) ? [] : [{ alloy, at, rank: found.reduce((sum, place) => sum + place, 0) }]
  })
  return ranked.sort((one, other) => one.rank - other.rank || one.at - other.at).map(({ alloy }) => alloy)
}
