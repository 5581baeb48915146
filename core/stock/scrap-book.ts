import * as z from 'zod'
import { findAlloy, gradeComposition } from '#core/alloys'
import { compositionSchema, type Composition, type Spread } from '#core/composition'
import { FORM_IDS } from '#core/losses'
import { tableOf } from '#core/records'
import file from '#data/scrap-book.json'
import { mainMetal } from './bins'
import { COATINGS } from './schema'

const text = z.string()
const odds = z.number().positive().max(1)
/** identified by the traits of another entry, as zinc handles among brass ones are */
const elsewhere = z.literal(true).exactOptional()
const likelySchema = z.union([
  z.strictObject({ grade: text, odds, elsewhere }),
  z.strictObject({
    composition: compositionSchema,
    /** one standard deviation of each element, % of itself */
    spreadPct: z.number().positive().exactOptional(),
    odds,
    elsewhere,
  }),
])
/** One question that settles which of several metals it is. */
const questionSchema = z.strictObject({
  ask: text,
  how: text,
  answers: z.array(
    z.strictObject({
      id: text,
      says: text,
      likely: z.array(z.number().int().min(0)).min(1),
      /** words of a name that give this answer, in English and German */
      words: z.array(text).exactOptional(),
    }),
  ),
})
const entrySchema = z.strictObject({
  id: text,
  name: text,
  family: text,
  likely: z.array(likelySchema).min(1),
  /** asked where these are so different that a mean of them describes none; answers name them by place */
  question: questionSchema.exactOptional(),
  form: z.enum(FORM_IDS),
  /** what it is like in the hand */
  traits: z.strictObject({
    colour: text,
    hardness: text,
    bend: text,
    magnet: text,
    ring: text,
    place: z.array(text).min(1),
  }),
  /** how to know it */
  look: text,
  /** what is usually on it, in words */
  coating: text,
  /** the same, as a lot has it ticked */
  on: z.array(z.enum(COATINGS)),
  /** cautions it brings to the preheating, by their ids */
  cautions: z.array(text).exactOptional(),
  /** what to refuse, and why; empty where there is nothing */
  refuse: text,
  source: text,
})
type Entry = z.infer<typeof entrySchema>

/** One thing that a source of scrap may be made of. */
export interface LikelyMetal {
  /** a grade of the alloy library, or null where the composition stands for itself */
  grade: string | null
  /** share of all such scrap, 0–1 */
  odds: number
  /** wt% */
  composition: Composition
  /** one standard deviation, wt% */
  sd: Spread
  elsewhere?: true
}

/** An everyday source of scrap, and what it usually is. */
export interface ScrapSource extends Omit<Entry, 'likely'> {
  likely: LikelyMetal[]
}

/** The scrap book; figures are estimates of common practice, and each entry names its source. */
export const SCRAP_BOOK: readonly ScrapSource[] = tableOf(
  z.strictObject({ version: z.number(), source: text, entries: z.array(entrySchema) }),
  file,
).entries.map((entry) => ({ ...entry, likely: entry.likely.map(likelyMetal) }))

function likelyMetal(likely: z.infer<typeof likelySchema>): LikelyMetal {
  const metal = compositionOf(likely)
  return likely.elsewhere ? { ...metal, elsewhere: true } : metal
}

function compositionOf(likely: z.infer<typeof likelySchema>): LikelyMetal {
  if ('grade' in likely) {
    const alloy = findAlloy(likely.grade)
    if (!alloy)
      throw new RangeError(`the scrap book names a grade the library does not have: ${likely.grade}`)
    return { grade: likely.grade, odds: likely.odds, ...gradeComposition(alloy) }
  }
  const { composition, spreadPct = 15, odds: share } = likely
  const sd: Spread = {}
  const base = mainMetal({ composition })
  for (const [symbol, pct] of Object.entries(composition))
    if (symbol !== base) sd[symbol] = Number(((pct * spreadPct) / 100).toPrecision(3))
  return { grade: null, odds: share, composition, sd }
}

/**
 * Several things a metal may be, as one composition with an honest spread: the mean of all, and the doubt within
 * each and between them.
 * @param metals with odds that need not add up to 1
 * @returns wt%
 * @throws RangeError when all odds are 0
 * @source law of total variance
 */
export function blendOfGuesses(metals: readonly Pick<LikelyMetal, 'odds' | 'composition' | 'sd'>[]): {
  composition: Composition
  sd: Spread
} {
  const total = metals.reduce((sum, { odds }) => sum + odds, 0)
  if (!(total > 0)) throw new RangeError('all odds are 0')
  const composition: Composition = {}
  for (const { odds, composition: each } of metals)
    for (const [symbol, pct] of Object.entries(each))
      composition[symbol] = (composition[symbol] ?? 0) + (odds / total) * pct
  const base = mainMetal({ composition })
  const sd: Spread = {}
  for (const [symbol, mean] of Object.entries(composition)) {
    const variance = metals.reduce(
      (sum, { odds, composition: each, sd: spread }) =>
        sum + (odds / total) * ((spread[symbol] ?? 0) ** 2 + ((each[symbol] ?? 0) - mean) ** 2),
      0,
    )
    if (symbol !== base && variance > 0) sd[symbol] = Number(Math.sqrt(variance).toPrecision(3))
    composition[symbol] = Math.floor(mean * 1e4) / 1e4
  }
  return { composition, sd }
}
