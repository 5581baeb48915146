import { parseDecimal } from './parse-decimal'
import type { Parsed } from './types'

const WORDS: Readonly<Record<string, number>> = {
  ...{ zero: 0, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 },
  ...{ eleven: 11, twelve: 12, thirteen: 13, fourteen: 14, fifteen: 15, sixteen: 16, seventeen: 17 },
  ...{ eighteen: 18, nineteen: 19, twenty: 20, thirty: 30, forty: 40, fifty: 50, sixty: 60, seventy: 70 },
  ...{ eighty: 80, ninety: 90, couple: 2, pair: 2 },
  ...{ eins: 1, zwei: 2, zwo: 2, drei: 3, vier: 4, fünf: 5, sechs: 6, sieben: 7, acht: 8, neun: 9 },
  ...{ zehn: 10, elf: 11, zwölf: 12, fünfzehn: 15, zwanzig: 20, dreißig: 30, vierzig: 40, fünfzig: 50 },
  ...{ sechzig: 60, siebzig: 70, achtzig: 80, neunzig: 90, anderthalb: 1.5, eineinhalb: 1.5 },
  ...{ zweieinhalb: 2.5, dreieinhalb: 3.5, dreiviertel: 0.75 },
}
const TIMES: Readonly<Record<string, number>> = { dozen: 12, dutzend: 12, hundred: 100, hundert: 100 }
const PARTS: Readonly<Record<string, number>> = { quarter: 0.25, viertel: 0.25, third: 1 / 3, drittel: 1 / 3 }
const ARTICLE = /^(?:an?|the|some|ein(?:e[mnrs]?)?)$/
const HALF = /^(?:half|halb(?:e[mnrs]?)?|1\/2)$/
const BETWEEN = /^(?:of|about|approx|approximately|roughly|ca|circa|etwa|rund|ungefähr|~)\.?$/
const FRACTION = /^(\d{1,2})\/(\d{1,2})$/
const GLYPHS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
}

/**
 * The words of a text, small, each figure by itself: "3m" is "3 m", "1½" is "1 1/2".
 * @example wordsOf('1½ buckets of 22mm tube') // ['1', '1/2', 'buckets', 'of', '22', 'mm', 'tube']
 */
export const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(/[½¼¾⅓⅔]/g, (glyph) => ` ${GLYPHS[glyph]} `)
    .replace(/(\d)([a-zäöüß"²])/g, '$1 $2')
    .replace(/([a-zäöüß])-(?=[a-zäöüß])/g, '$1 ')
    .replace(/(\d)-(?=[a-zäöüß])/g, '$1 ')
    .split(/\s+/)
    .filter(Boolean)

/** Units of which a thousandth is weighed or measured: "1,250 kg" may be either. */
const MEASURES =
  /^(?:g|gr|grams?|kg|kilos?|kilograms?|oz|ounces?|lbs?|pounds?|t|l|ltr|lit(?:re|er)s?|gal|gallons?|qt|quarts?|m|met(?:re|er)s?|cm|mm|ft|foot|feet|yds?|yards?|in|inch(?:es)?)$/

/** A figure before a word: of millilitres and of things nobody counts thousandths, so "2,000 cans" are two thousand. */
function countFigure(word: string, next: string | undefined): Parsed<number> {
  const read = parseDecimal(word)
  if (read.ok || read.problem !== 'two-readings' || next === undefined || MEASURES.test(next)) return read
  return parseDecimal(word, word.includes(',') ? '.' : ',')
}

/**
 * The count at the start of some words, in figures or in words: "2", "two", "a dozen", "half a", "one and a half".
 * @param words as `wordsOf` gives them
 * @returns the count and the words after it; null where they begin with none
 * @example countAt(['half', 'a', 'bucket']) // { count: 0.5, rest: ['bucket'] }
 * @example countAt(['two', 'dozen', 'cans']) // { count: 24, rest: ['cans'] }
 */
export function countAt(words: readonly string[]): { count: number; rest: string[] } | null {
  let at = 0
  let count: number | null = null
  const skip = (what: RegExp) => {
    while (what.test(words[at] ?? '')) at++
  }
  skip(BETWEEN)
  if (ARTICLE.test(words[at] ?? '')) {
    count = 1
    at++
  }
  let isPlain = count !== null
  for (; at < words.length; at++) {
    const word = words[at]!
    const part = PARTS[word] ?? PARTS[word.replace(/s$/, '')]
    const times = TIMES[word] ?? TIMES[word.replace(/s$/, '')]
    const [, above, below] = FRACTION.exec(word) ?? []
    const figure = /^\d/.test(word) && !above ? countFigure(word, words[at + 1]) : null
    const known = WORDS[word]
    if (figure) {
      if (!figure.ok || (count !== null && !isPlain)) break
      // "a 2 l jug": the article belongs to the jug.
      count = figure.value
    } else if (HALF.test(word) || above || part !== undefined) {
      const share: number = above ? Number(above) / Number(below) : (part ?? 0.5)
      const isAdded = above && count !== null && !isPlain
      // "three quarters" are three times one; "2 1/2" and "one and a half" are added up.
      count =
        isAdded || words[at - 1] === 'and'
          ? (count ?? 0) + share
          : share * (part && count !== null ? count : 1)
    } else if (times !== undefined) count = (count ?? 1) * times
    else if (known !== undefined) count = (count !== null && !isPlain ? count : 0) + known
    else if (word === 'and' && ARTICLE.test(words[at + 1] ?? '') && HALF.test(words[at + 2] ?? '')) {
      count = (count ?? 0) + 0.5
      at += 2
    } else break
    isPlain = false
    if (!/^\d/.test(word)) while (ARTICLE.test(words[at + 1] ?? '') || BETWEEN.test(words[at + 1] ?? '')) at++
  }
  return count === null ? null : { count, rest: words.slice(at) }
}
