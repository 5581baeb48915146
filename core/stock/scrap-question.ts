import type { Composition, Spread } from '#core/composition'
import { byId } from '#core/lists'
import { mainMetal } from './bins'
import type { Lot } from './schema'
import { blendOfGuesses, SCRAP_BOOK, type ScrapSource } from './scrap-book'

export type ScrapQuestion = NonNullable<ScrapSource['question']>

/**
 * Returns the question that a lot's scrap asks, answered or not.
 * @returns null where its scrap asks none, or its composition was not taken from there
 * @example questionOf({ scrapId: 'pewter', clue: null })?.answers.length // 2
 */
export function questionOf({ scrapId, clue }: Pick<Lot, 'scrapId' | 'clue'>): ScrapQuestion | null {
  if (clue === undefined) return null
  return SCRAP_BOOK.find(({ id }) => id === scrapId)?.question ?? null
}

/**
 * Whether a lot can still be one of several metals.
 * @example isOpen({ scrapId: 'pewter', clue: null }) // true
 */
export const isOpen = (lot: Pick<Lot, 'scrapId' | 'clue'>): boolean => lot.clue === null && !!questionOf(lot)

/**
 * Returns what a lot is once its question is answered, or open again.
 * @param clue id of an answer; null while nobody knows
 * @throws RangeError for an answer the question does not have
 * @example withClue({ scrapId: 'pewter', clue: null }, 'lead-free').composition.Sn // 92
 */
export function withClue<One extends Lot>(lot: One, clue: string | null): One {
  const entry = byId(SCRAP_BOOK, lot.scrapId ?? '')
  return { ...lot, ...knownBy(entry, clue), clue }
}

/**
 * Composition of scrap by the answer to its question. While it is open, it spans all answers: the middle of the range
 * of each element, with half the range as one standard deviation. Plans with a certainty of 84 % or more allow for a
 * deviation of one sd, and so hold for each answer.
 * @param clue null while it is open
 * @returns wt%
 * @example knownBy(SCRAP_BOOK.find(({ id }) => id === 'pewter'), 'lead-free').composition.Sn // 92
 */
export function knownBy(
  { likely, question }: Pick<ScrapSource, 'likely' | 'question'>,
  clue: string | null,
): { composition: Composition; sd: Spread } {
  if (!question) return blendOfGuesses(likely)
  const metalsOf = (places: readonly number[]) => blendOfGuesses(places.map((place) => likely[place]!))
  if (clue !== null) return metalsOf(byId(question.answers, clue).likely)
  return spanOf(question.answers.map((answer) => metalsOf(answer.likely)))
}

function spanOf(metals: readonly { composition: Composition; sd: Spread }[]): {
  composition: Composition
  sd: Spread
} {
  const base = mainMetal({
    composition: blendOfGuesses(metals.map((one) => ({ ...one, odds: 1 }))).composition,
  })
  const composition: Composition = {}
  const sd: Spread = {}
  const symbols = new Set(metals.flatMap((one) => Object.keys(one.composition)))
  for (const symbol of symbols) {
    if (symbol === base) continue
    const shares = metals.map((one) => one.composition[symbol] ?? 0)
    const [least, most] = [Math.min(...shares), Math.max(...shares)]
    const own = Math.max(...metals.map((one) => one.sd[symbol] ?? 0))
    composition[symbol] = (least + most) / 2
    sd[symbol] = Number(Math.hypot((most - least) / 2, own).toPrecision(3))
  }
  const rest = Object.values(composition).reduce((sum, pct) => sum + pct, 0)
  // Identified metal adds up in every answer; what is left is the base.
  const known = Math.max(
    ...metals.map((one) => Object.values(one.composition).reduce((sum, pct) => sum + pct, 0)),
  )
  composition[base] = Math.max(0, known - rest)
  return { composition, sd }
}
