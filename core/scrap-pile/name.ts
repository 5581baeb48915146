import Fuse from 'fuse.js'
import * as z from 'zod'
import { ALLOYS, gradeComposition } from '#core/alloys'
import { PURCHASABLE } from '#core/charge'
import { byId } from '#core/lists'
import { tableOf } from '#core/records'
import { knownBy, questionOf, SCRAP_BOOK } from '#core/stock'
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
        /** answer to the question of its scrap */
        clue: text.exactOptional(),
        also: z.array(text).min(1),
      }),
    ),
  }),
  file,
).names

const words = (text: string): string[] => text.toLowerCase().match(/[a-zäöüß0-9.%/]+(?:-[0-9.]+)*/g) ?? []
/** A name without plurals, spaces and hyphens: "door-knobs", "doorknob" and "door knob" are one. */
const keyOf = (name: string) => words(name).map(stemOf).join('')

/**
 * What metal a name means, as it stands in someone's own list: an everyday thing, a metal that is bought, a grade of
 * the library by its number or its name. A name that answers the question of its scrap, as "brass door knobs" does,
 * settles it.
 * @returns what a lot of it would be, its mass aside; null where the name means nothing that is known
 * @example metalNamed('ferrosilicon 75')?.composition // { Si: 75, Fe: 24 }
 */
export function metalNamed(name: string): PileTile['told'] | null {
  const said: readonly string[] = name.toLowerCase().match(/[a-zäöüß0-9/]+(?:-[a-zäöüß]+)*/g) ?? []
  const known = meant(name)
  const plain = known ? null : meant(said.filter((word) => !CLUE_WORDS.has(word)).join(' '))
  const found = known ?? (plain && { ...plain, name: name.trim() })
  const question = found && questionOf(found)
  if (!question || found.clue !== null) return known
  const answer = question.answers.find((one) => one.words?.some((word) => said.includes(word)))
  return answer ? { ...found, ...knownByScrap(found.scrapId, answer.id) } : known
}
/** Words that answer the question of some scrap: "zinc door knobs" are door knobs. */
const CLUE_WORDS: ReadonlySet<string> = new Set(
  SCRAP_BOOK.flatMap(({ question }) => question?.answers.flatMap((answer) => answer.words ?? []) ?? []),
)
const knownByScrap = (scrapId: string | undefined, clue: string) => ({
  ...knownBy(byId(SCRAP_BOOK, scrapId ?? ''), clue),
  clue,
})

function meant(name: string): PileTile['told'] | null {
  const asked = words(name).map(stemOf)
  if (asked.length === 0) return null
  const called = name.trim()
  const alloy = ALLOYS.find(({ id, designation, name: own }) =>
    [id, designation, own].some((one) => one?.toLowerCase() === called.toLowerCase()),
  )
  if (alloy) return { name: called, kind: 'scrap', ...gradeComposition(alloy), knowledge: 'grade' }
  const metal = PURCHASABLE.find(
    ({ id, name: own }) =>
      own.toLowerCase() === called.toLowerCase() || id.toLowerCase() === called.toLowerCase(),
  )
  const known = BY_KEY.get(keyOf(name))
  if (known?.scrap) {
    const lot = lotOfScrap(called, byId(SCRAP_BOOK, known.scrap))
    return known.clue ? { ...lot, ...knownByScrap(known.scrap, known.clue) } : lot
  }
  if (known?.metal) return lotByGrade(called, byId(PURCHASABLE, known.metal))
  if (known?.alloy)
    return { name: called, kind: 'scrap', ...gradeComposition(byId(ALLOYS, known.alloy)), knowledge: 'grade' }
  const tile = nearest(asked)
  // "tin" is the metal, and not the first thing that has tin in its name.
  if (metal && (!tile || words(tile.name).length > asked.length)) return lotByGrade(called, metal)
  if (tile) return { ...tile.told, name: called }
  const entry = SCRAP_BOOK.find((one) => {
    const own = words(one.name).map(stemOf)
    return asked.every((word) => own.includes(word))
  })
  return entry ? lotOfScrap(called, entry) : null
}
/** Names people use, by `keyOf`. */
const BY_KEY = new Map(NAMES.flatMap((entry) => entry.also.map((one) => [keyOf(one), entry] as const)))

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

/** Names to choose from where a name means nothing: each once, as it is written. */
const written = () =>
  [
    ...new Map(
      [
        ...PILE_TILES.map(({ name }) => name),
        ...NAMES.flatMap(({ also }) => also),
        ...PURCHASABLE.map(({ name }) => name),
        ...SCRAP_BOOK.filter(({ family }) => family !== 'refuse').map(({ name }) => name),
        ...ALLOYS.flatMap(({ designation, name }) =>
          designation === 'Craft' ? [name] : [designation, name],
        ),
      ].map((name) => [name.toLowerCase(), name] as const),
    ).values(),
  ].map((name) => ({ name, key: keyOf(name) }))
let spelling: Fuse<{ name: string; key: string }> | null = null
/** Made when the first name is not known: most lists have none, and no start waits for it. */
const spelled = (text: string) =>
  (spelling ??= new Fuse(written(), {
    keys: [{ name: 'key', weight: 3 }, 'name'],
    includeScore: true,
    threshold: 0.45,
    ignoreLocation: true,
  })).search(text)

/**
 * Names close to one that means nothing, by their spelling, the closest first.
 * @param most how many at most
 * @returns names that `metalNamed` knows
 * @example namesLike('pistns')[0] // 'Pistons'
 */
export function namesLike(name: string, most = 3): string[] {
  const key = keyOf(name)
  if (key.length < 3) return []
  const found = spelled(key)
  // A word of several can be the one that is known: "rusty pistons off a lorry".
  const hits =
    found.length > 0
      ? found
      : words(name)
          .filter((word) => word.length > 3)
          .flatMap((word) => spelled(stemOf(word)).slice(0, 2))
  const ranked = hits.toSorted((a, b) => (a.score ?? 1) - (b.score ?? 1))
  const named: string[] = []
  for (const one of new Map(ranked.map(({ item }) => [item.key, item.name])).values())
    if (named.length < most && metalNamed(one) !== null) named.push(one)
  return named
}
