import { findAlloy, gradeComposition } from '#core/alloys'
import type { Composition, Spread } from '#core/composition'
import table from '#data/scrap-book.json'
import { mainMetal } from './bins'
import type { Coating } from './schema'

/** What a piece of scrap is like in the hand. */
export interface ScrapTraits {
  colour: string
  hardness: string
  bend: string
  magnet: string
  ring: string
  place: string[]
}

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
}

/** An everyday source of scrap, and what it usually is. */
export interface ScrapSource {
  id: string
  name: string
  family: string
  likely: LikelyMetal[]
  form: string
  traits: ScrapTraits
  /** how to know it */
  look: string
  /** what is usually on it, in words */
  coating: string
  /** the same, as a lot has it ticked */
  on: Coating[]
  /** what to refuse, and why; empty where there is nothing */
  refuse: string
  source: string
}

type Entry = (typeof table.entries)[number]
type Likely = { grade?: string; composition?: Composition; spreadPct?: number; odds: number }

/** The scrap book; figures are estimates of common practice, and each entry names its source. */
export const SCRAP_BOOK: readonly ScrapSource[] = table.entries.map((entry: Entry) => ({
  ...entry,
  on: entry.on as Coating[],
  likely: (entry.likely as Likely[]).map(likelyMetal),
}))

function likelyMetal({ grade, composition, spreadPct, odds }: Likely): LikelyMetal {
  if (grade !== undefined) {
    const alloy = findAlloy(grade)
    if (!alloy) throw new RangeError(`the scrap book names a grade the library does not have: ${grade}`)
    return { grade, odds, ...gradeComposition(alloy) }
  }
  const sd: Spread = {}
  const base = mainMetal({ composition: composition! })
  for (const [symbol, pct] of Object.entries(composition!))
    if (symbol !== base) sd[symbol] = Number(((pct * (spreadPct ?? 15)) / 100).toPrecision(3))
  return { grade: null, odds, composition: composition!, sd }
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
