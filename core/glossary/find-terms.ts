import type { Term } from './glossary'

/** A stretch of text: plain, or a term that the glossary explains. */
export interface Stretch {
  text: string
  term?: Term
}

/** Endings of plurals and cases: heels, risers, Speisern. */
const ENDING = '(?:e?s|e?n|e)?'
const escaped = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`)

/**
 * Splits a text at the glossary's terms, each marked where it stands first. Longer terms come before shorter ones, so
 * that "standard deviation" is not taken for "deviation"; case does not matter.
 * @param terms with their wording in the text's language
 * @returns the stretches in order; joined they are the text
 * @example findTerms('Liquidus 613 °C', [{ id: 'liquidus', term: 'liquidus', text: 'Freezing begins here.' }]).map(({ text }) => text) // ['Liquidus', ' 613 °C']
 */
export function findTerms(text: string, terms: readonly Term[]): Stretch[] {
  if (terms.length === 0) return [{ text }]
  const longest = terms.toSorted((a, b) => b.term.length - a.term.length)
  const pattern = new RegExp(
    String.raw`(?<![\p{L}\p{N}])(?:${longest.map(({ term }) => `(${escaped(term)}${ENDING})`).join('|')})(?![\p{L}\p{N}])`,
    'giu',
  )
  const stretches: Stretch[] = []
  const seen = new Set<Term>()
  let from = 0
  for (const match of text.matchAll(pattern)) {
    const term = longest[match.slice(1).findIndex((group) => group !== undefined)]
    if (!term || seen.has(term)) continue
    seen.add(term)
    if (match.index > from) stretches.push({ text: text.slice(from, match.index) })
    stretches.push({ text: match[0], term })
    from = match.index + match[0].length
  }
  if (from < text.length || stretches.length === 0) stretches.push({ text: text.slice(from) })
  return stretches
}
