import * as z from 'zod'
import { PURCHASABLE, type Purchasable } from '#core/charge'
import { byId } from '#core/lists'
import { tableOf } from '#core/records'
import { knownBy, SCRAP_BOOK, spreadFor, type LotDraft, type ScrapSource } from '#core/stock'
import file from '#data/everyday-pile.json'

export const DRAWINGS = [
  ...['tube', 'wire', 'tap', 'valve', 'fitting', 'cartridge', 'radiator', 'flange', 'bush', 'can'],
  ...['extrusion', 'wheel', 'head', 'housing', 'handle', 'anode', 'tankard', 'reel', 'ingot', 'lump', 'shot'],
] as const
export const PILE_GROUPS = ['Copper, brass and bronze', 'Aluminium, zinc and tin', 'Bought metal'] as const

const text = z.string().min(1)
const grams = z.number().positive()
const tileSchema = z.strictObject({
  id: text,
  /** what its lot is called */
  name: text,
  group: z.enum(PILE_GROUPS),
  drawing: z.enum(DRAWINGS),
  /** what it is made of: an entry of the scrap book, or a metal that is bought */
  scrap: text.exactOptional(),
  metal: text.exactOptional(),
  /** what it comes in, where it is counted, and the mass of one */
  piece: z.strictObject({ one: text, many: text, massG: grams }).exactOptional(),
  /** a bucket of ten litres, filled loosely, g */
  bucketG: grams,
  /** the amount that stands there first */
  starts: z.enum(['bucket', 'one', 'twenty', 'kilo']),
  /** sold by the metre, with an outside diameter */
  length: z.enum(['tube', 'wire']).exactOptional(),
  /** other words for it */
  also: text.exactOptional(),
})
type Entry = z.infer<typeof tileSchema>

/** Everyday metal that a newcomer points at. */
export interface PileTile extends Entry {
  /** the lot it becomes, its mass aside */
  told: Omit<LotDraft, 'massG'>
  /** where what is told of it comes from */
  source: string
}

const containerSchema = z.strictObject({
  id: text,
  one: text,
  many: text,
  /** what it is taken for */
  size: text,
  litres: z.number().positive(),
  /** what people call it, in English and German */
  words: z.array(text).min(1),
})
const lengthsSchema = z.strictObject({
  densityGCm3: z.number().positive(),
  source: text,
  /** usual wall by outside diameter, mm */
  wallsMm: z.record(z.string(), z.number().positive()),
  nominalInch: z.array(
    z.strictObject({ inch: z.number(), outsideMm: z.number().positive(), wallMm: z.number().positive() }),
  ),
})

const table = tableOf(
  z.strictObject({
    version: z.number(),
    source: text,
    containers: z.array(containerSchema).min(1),
    lengths: lengthsSchema,
    tiles: z.array(tileSchema).min(1),
  }),
  file,
)
export const PILE_SOURCE = table.source
/** What metal is carried in: sizes are estimates. */
export const CONTAINERS = table.containers
export type Container = (typeof CONTAINERS)[number]
export const LENGTHS = table.lengths

/** The everyday pile, in the order it is shown. */
export const PILE_TILES: readonly PileTile[] = table.tiles.map((tile) => ({ ...tile, ...madeOf(tile) }))

/**
 * A lot of a metal that is bought: by its grade, as no certificate was seen.
 * @example lotByGrade('Tin', { id: 'Sn', name: 'tin', bases: ['Cu'], composition: { Sn: 99.85 } }).kind // 'virgin'
 */
export function lotByGrade(name: string, { id, composition }: Purchasable): PileTile['told'] {
  const kind = id.includes('-') ? 'master' : 'virgin'
  return { name, kind, form: 'bar', composition, sd: spreadFor(composition, 'grade'), knowledge: 'grade' }
}

/**
 * A lot of something in the scrap book, its mass aside.
 * @example lotOfScrap('old pistons', SCRAP_BOOK.find(({ id }) => id === 'pistons')).kind // 'scrap'
 */
export function lotOfScrap(name: string, entry: ScrapSource): PileTile['told'] {
  const { id, form, on, likely, coating, refuse, question } = entry
  const [only, ...others] = likely
  return {
    name,
    kind: 'scrap',
    scrapId: id,
    form,
    ...(on.length > 0 ? { coatings: [...on] } : {}),
    ...knownBy(entry, null),
    ...(question ? { clue: null } : {}),
    knowledge: only?.grade && others.length === 0 ? 'grade' : 'guess',
    note: [coating, refuse].filter(Boolean).join(' '),
  }
}

/** @throws Error where the table names an entry that does not exist */
function madeOf({ name, scrap, metal }: Entry): Pick<PileTile, 'told' | 'source'> {
  if (metal)
    return {
      told: lotByGrade(name, byId(PURCHASABLE, metal)),
      source: 'Its grade as it is usually sold; from memory',
    }
  const entry = byId(SCRAP_BOOK, scrap ?? '')
  return { told: lotOfScrap(name, entry), source: entry.source }
}
