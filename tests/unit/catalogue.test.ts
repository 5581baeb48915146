import { describe, expect, it } from 'vitest'
import english from '~/words/en'
import german from '~/words/de'

type Folder = Readonly<Record<string, Readonly<Record<string, string>>>>
const messages = (folder: Folder) =>
  Object.entries(folder).flatMap(([book, words]) =>
    Object.entries(words).map(([key, text]) => ({ book, key, full: `${book}.${key}`, text })),
  )
const EN = messages(english)
const both = [...EN, ...messages(german as Folder)]
const slug = (text: string) =>
  text
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')

/** Names that say how a value was made, not what it is. */
const SAYS_NOTHING =
  /^(part|strong|round|join|at|b|a|n|map|reduce|slice|what|where|from|to|link|replace|replaceAll|toFixed|toPrecision|toLowerCase|toLocaleString|one|of|by|when|why|index|value\d|\w*\d|[A-Z_]+)$/
/** Names that end in a figure because the thing is called so. */
const CALLED_SO = new Set(['d2'])

describe('the catalogue of messages', () => {
  it('names each argument for what it holds', () => {
    const faults = EN.flatMap(({ book, full, text }) =>
      [...text.matchAll(/\{(\w+)\}/g)].flatMap(([, name = '']) =>
        (book === 'count' && name === 'n') || CALLED_SO.has(name) || !SAYS_NOTHING.test(name)
          ? []
          : [`${full}: {${name}}`],
      ),
    )
    // "why" closes a warning with its reason.
    expect(faults.filter((one) => !one.endsWith('{why}'))).toEqual([])
  })
  it('has whole messages: none begins or ends with punctuation that glues it to another', () => {
    expect(both.filter(({ text }) => /^[\s,;:.)]|[\s,;(]$/.test(text)).map(({ full }) => full)).toEqual([])
  })
  it('keys say what a message is for: none is the beginning of its text, none is numbered', () => {
    const slugs = EN.filter(({ key, text }) => key.split('-').length >= 4 && slug(text).startsWith(key))
    expect(slugs.map(({ full }) => full)).toEqual([])
    expect(EN.filter(({ key }) => /-\d$/.test(key)).map(({ full }) => full)).toEqual([])
  })
  it('uses the words of the style guide', () => {
    const not =
      /\b(told|reckon\w*|anew|lest|thereof|nobody has|times in 100|bears?|knock(ed)? out the casting|the bins?)\b/i
    expect(EN.filter(({ text }) => not.test(text)).map(({ full, text }) => `${full}: ${text}`)).toEqual([])
  })
})
