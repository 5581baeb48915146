import { ALLOYS, gradeComposition } from '#core/alloys'
import { PURCHASABLE } from '#core/charge'
import { lotByGrade, PILE_TILES, type PileTile } from './tiles'

const words = (text: string): string[] => text.toLowerCase().match(/[a-z0-9.%/-]+/g) ?? []
/** "taps" and "tap", "fittings" and "fitting" are one word. */
const stem = (word: string) => (word.length > 3 ? word.replace(/(?:es|s)$/, '') : word)

/**
 * What metal a name means, as it stands in someone's own list: an everyday thing, a metal that is bought, a grade of
 * the library by its number or its name.
 * @returns what a lot of it would be, its mass aside; null where the name means nothing that is known
 * @example metalNamed('ferrosilicon 75')?.composition // { Si: 75, Fe: 24 }
 */
export function metalNamed(name: string): PileTile['told'] | null {
  const asked = words(name).map(stem)
  if (asked.length === 0) return null
  const alloy = ALLOYS.find(({ id, designation, name: called }) =>
    [id, designation, called].some((one) => one?.toLowerCase() === name.trim().toLowerCase()),
  )
  if (alloy) return { name: name.trim(), kind: 'scrap', ...gradeComposition(alloy), knowledge: 'grade' }
  const metal = PURCHASABLE.find(
    ({ id, name: called }) =>
      called.toLowerCase() === name.trim().toLowerCase() || id.toLowerCase() === name.trim().toLowerCase(),
  )
  const tile = nearest(asked)
  // "tin" is the metal, and not the first thing that has tin in its name.
  if (metal && (!tile || words(tile.name).length > asked.length)) return lotByGrade(name.trim(), metal)
  return tile ? { ...tile.told, name: name.trim() } : null
}

/** The tile that has all the words, and the fewest besides. */
function nearest(asked: readonly string[]): PileTile | null {
  const found = PILE_TILES.map((tile) => {
    const own = words(tile.name).map(stem)
    const all = new Set([...own, ...words(tile.also ?? '').map(stem)])
    const has = asked.every((word) => all.has(word))
    const shared = asked.filter((word) => own.includes(word)).length
    return { tile, fits: has && shared > 0, besides: own.length - shared }
  }).filter(({ fits }) => fits)
  return found.sort((a, b) => a.besides - b.besides)[0]?.tile ?? null
}
