import { afterEach, describe, expect, it } from 'vitest'
import { GAS_WORDS } from '~/features/melt/log-words'
import { t, tellHeatIn, told } from '~/words'
import { heated } from '~/words/heat'
import germanTexts from '~/words/de/texts.json'
import { toldTexts } from '../../support/told-texts'

afterEach(() => tellHeatIn('C'))

const german: Readonly<Record<string, string>> = germanTexts

describe('temperatures in what tables and messages say', () => {
  it.each([
    ['Ingot moulds hot and dry (above 120 °C), sand', 'above 120 °C', 'above 250 °F'],
    ['at 1083 °C', 'at 1083 °C', 'at 1980 °F'],
    ['the water be between 0 and 40 °C.', 'between 0 and 40 °C', 'between 32 and 104 °F'],
    ['bei 300 bis 350 °C', '300 bis 350 °C', '570 bis 660 °F'],
    ['Turn down 50 K below', 'down 50 °C below', 'down 90 °F below'],
    ['200 K je Stunde', '200 °C je Stunde', '360 °F je Stunde'],
    ['UNS C87300, K-type', 'C87300, K-type', 'C87300, K-type'],
  ])('%s', (text, inC, inF) => {
    expect(heated(text, 'C')).toContain(inC)
    expect(heated(text, 'F')).toContain(inF)
  })
  it('follow the yard: a caution, a message, a word asked for again', () => {
    const caution = toldTexts().find((text) => text.startsWith('Ingot moulds hot and dry'))!
    expect(told(caution)).toContain('120 °C')
    expect(GAS_WORDS.hot).toBe('over 150 °C of superheat')
    tellHeatIn('F')
    expect(told(caution)).toContain('above 250 °F')
    expect(GAS_WORDS.hot).toBe('over 270 °F of superheat')
    expect(t('infer.cup-pour')).toContain('at least 108 °F above')
    tellHeatIn('C')
    expect(t('infer.cup-pour')).toContain('at least 60 °C above')
  })
  it('leave nothing in °C that is read in a yard of °F, and no figure of one stands where it cannot be told', () => {
    const texts = toldTexts()
    expect(texts.filter((text) => /°C/.test(heated(text, 'F')))).toEqual([])
    // A difference in °C would be told as a temperature.
    const apart = /\d °C (?:over|above|below|under|more|less|an? |in each|of superheat)/
    expect(texts.filter((text) => apart.test(text))).toEqual([])
    const signs = (text: string) => [...text.matchAll(/\d\s?(°C|K)\b/g)].map(([, sign]) => sign).sort()
    for (const text of texts) if (german[text]) expect(signs(german[text]), text).toEqual(signs(text))
  })
})
