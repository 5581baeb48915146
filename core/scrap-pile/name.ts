import * as z from 'zod'
import { ALLOYS, gradeComposition } from '#core/alloys'
import { PURCHASABLE } from '#core/charge'
import { byId } from '#core/lists'
import { tableOf } from '#core/records'
import { SCRAP_BOOK } from '#core/stock'
import file from '#data/names.json'
import { stemOf } from './amount'
import { lotByGrade, lotOfScrap, PILE_TILES, type PileTile } from './tiles'

const text = z.string().min(1)
const NAMES = tableOf(
  z.strictObject({
    version: z.number(),
    source: text,
    names: z.array(
      z.strictObject({
        /** what they name: an entry of the scrap book, a metal that is bought, or an alloy */
        scrap: text.exactOptional(),
        metal: text.exactOptional(),
        alloy: text.exactOptional(),
        also: z.array(text).min(1),
      }),
    ),
  }),
  file,
).names

const words = (text: string): string[] => text.toLowerCase().match(/[a-zäöüß0-9.%/]+(?:-[0-9.]+)*/g) ?? []

/**
 * What metal a name means, as it stands in someone's own list: an everyday thing, a metal that is bought, a grade of
 * the library by its number or its name.
 * @returns what a lot of it would be, its mass aside; null where the name means nothing that is known
 * @example metalNamed('ferrosilicon 75')?.composition // { Si: 75, Fe: 24 }
 */
export function metalNamed(name: string): PileTile['told'] | null {
  const asked = words(name).map(stemOf)
  if (asked.length === 0) return null
  const alloy = ALLOYS.find(({ id, designation, name: called }) =>
    [id, designation, called].some((one) => one?.toLowerCase() === name.trim().toLowerCase()),
  )
  if (alloy) return { name: name.trim(), kind: 'scrap', ...gradeComposition(alloy), knowledge: 'grade' }
  const metal = PURCHASABLE.find(
    ({ id, name: called }) =>
      called.toLowerCase() === name.trim().toLowerCase() || id.toLowerCase() === name.trim().toLowerCase(),
  )
  const known = BY_NAME.get(asked.join(' '))
  if (known?.scrap) return lotOfScrap(name.trim(), byId(SCRAP_BOOK, known.scrap))
  if (known?.metal) return lotByGrade(name.trim(), byId(PURCHASABLE, known.metal))
  if (known?.alloy)
    return {
      name: name.trim(),
      kind: 'scrap',
      ...gradeComposition(byId(ALLOYS, known.alloy)),
      knowledge: 'grade',
    }
  const tile = nearest(asked)
  // "tin" is the metal, and not the first thing that has tin in its name.
  if (metal && (!tile || words(tile.name).length > asked.length)) return lotByGrade(name.trim(), metal)
  if (tile) return { ...tile.told, name: name.trim() }
  const entry = SCRAP_BOOK.find((one) => {
    const own = words(one.name).map(stemOf)
    return asked.every((word) => own.includes(word))
  })
  return entry ? lotOfScrap(name.trim(), entry) : null
}
/** Names people use, each as its words without plurals and hyphens. */
const BY_NAME = new Map(
  NAMES.flatMap((entry) => entry.also.map((one) => [words(one).map(stemOf).join(' '), entry] as const)),
)

/**
 * The everyday thing that some words name.
 * @returns null where none has all of them
 * @example tileNamed('car wheels')?.id // 'wheel'
 */
export const tileNamed = (name: string): PileTile | null => nearest(words(name).map(stemOf))

/** The tile that has all the words, and the fewest besides. */
function nearest(asked: readonly string[]): PileTile | null {
  const found = PILE_TILES.map((tile) => {
    const own = words(tile.name).map(stemOf)
    const piece = [tile.piece?.one, tile.piece?.many].join(' ')
    const all = new Set([...own, ...words(`${tile.also ?? ''} ${piece}`).map(stemOf)])
    const has = asked.every((word) => all.has(word))
    const pieces = words(piece).map(stemOf)
    const shared = asked.filter((word) => own.includes(word) || pieces.includes(word)).length
    return { tile, fits: has && shared > 0, besides: Math.max(0, own.length - shared) }
  }).filter(({ fits }) => fits)
  return found.sort((a, b) => a.besides - b.besides)[0]?.tile ?? null
}
