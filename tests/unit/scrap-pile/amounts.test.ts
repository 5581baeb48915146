import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { amountOf, PILE_TILES } from '#core/scrap-pile'
import { countAt, wordsOf } from '#core/units'

/*
 * Amounts as people say them. The masses in the table were worked out apart, from what a piece, ten litres or a metre
 * of each thing is taken to weigh; those of tube agree with a supplier's round figures (15 mm 0.28, 22 mm 0.53 kg/m).
 */
const tile = (id: string) => PILE_TILES.find((one) => one.id === id)!
const phrases = readFileSync('tests/samples/amounts.tsv', 'utf8')
  .trim()
  .split('\n')
  .slice(1)
  .map((line) => line.split('\t') as [string, string, string])

describe('an amount in words', () => {
  it('there are three hundred of them', () => expect(phrases.length).toBeGreaterThanOrEqual(300))
  it.each(phrases)('“%s” of %s', (phrase, id, grams) => {
    const read = amountOf(phrase, tile(id), 'g')
    expect(read.ok).toBe(true)
    if (read.ok) expect(read.value.massG / Number(grams)).toBeCloseTo(1, 4)
  })
  it.each([
    ['some', 'cans'],
    ['a few cans', 'cans'],
    ['2 hats', 'cans'],
    ['3 m of 22 mm', 'cans'],
    ['3 m of 23 mm tube', 'tube'],
    ['3 m of tube', 'tube'],
    ['a bucket of hats', 'cans'],
    ['-2 cans', 'cans'],
    ['two wheels', 'cans'],
    ['bucket bucket', 'cans'],
    ['3 m of 2 x 1.5 mm tube', 'tube'],
  ])('“%s” of %s is not guessed at', (phrase, id) => {
    expect(amountOf(phrase, tile(id), 'g').ok).toBe(false)
  })
})

describe('a figure by itself is in what the field shows', () => {
  it.each([
    ['2', 'wheel', 'piece', 16_000],
    ['two', 'wheel', 'piece', 16_000],
    ['a dozen', 'cans', 'piece', 174],
    ['3', 'wire', 'bucket', 30_000],
    ['½', 'wire', 'bucket', 5_000],
    ['2', 'wheel', 'kg', 2_000],
    ['2', 'wheel', 'g', 2],
    ['2 kg', 'wheel', 'piece', 2_000],
    ['2 wheels', 'wheel', 'kg', 16_000],
  ] as const)('“%s” at %s, where %s is shown', (text, id, bare, massG) => {
    const read = amountOf(text, tile(id), bare)
    expect(read.ok && read.value.massG).toBe(massG)
  })
  it('of two readings none is taken', () => expect(amountOf('1,234', tile('cans'), 'piece').ok).toBe(false))
})

describe('counts in words', () => {
  it.each([
    ['twenty one cans', 21, 'cans'],
    ['a hundred cans', 100, 'cans'],
    ['three quarters of a bucket', 0.75, 'bucket'],
    ['one and a half buckets', 1.5, 'buckets'],
    ['zweieinhalb Eimer', 2.5, 'eimer'],
    ['a half dozen taps', 6, 'taps'],
  ])('%s', (text, count, rest) => {
    const read = countAt(wordsOf(text))
    expect(read).toEqual({ count, rest: [rest] })
  })
  it('what begins with no count has none', () => expect(countAt(['copper', 'wire'])).toBeNull())
})
