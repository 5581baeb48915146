import { describe, expect, it } from 'vitest'
import { findTerms, GLOSSARY } from '#core/glossary'

const term = (id: string) => GLOSSARY.find((one) => one.id === id)!
const marked = (text: string) =>
  findTerms(text, GLOSSARY).flatMap(({ text: part, term: found }) => (found ? [`${part}:${found.id}`] : []))

describe('glossary', () => {
  it('has each term once, each explained in one sentence that does not begin with the term', () => {
    const terms = GLOSSARY.map((one) => one.term.toLowerCase())
    expect(new Set(terms).size).toBe(terms.length)
    expect(new Set(GLOSSARY.map(({ id }) => id)).size).toBe(GLOSSARY.length)
    for (const one of GLOSSARY) {
      expect(one.text).toMatch(/^[A-Z].*\.$/)
      expect(one.text.toLowerCase().startsWith(one.term.toLowerCase())).toBe(false)
      expect(one.text.split(/\s+/).length, one.id).toBeLessThanOrEqual(25)
    }
  })
  it('marks a term once, where it stands first, whatever its case and number', () => {
    expect(marked('Liquidus 613 °C, then the liquidus again')).toEqual(['Liquidus:liquidus'])
    expect(marked('Two risers and a heel')).toEqual(['risers:riser', 'heel:heel'])
    expect(marked('Superheat above the liquidus')).toEqual(['Superheat:superheat', 'liquidus:liquidus'])
  })
  it('does not mark parts of other words', () => {
    expect(marked('Wheels, overcharged, recovering, Tarentum')).toEqual([])
    expect(marked('the standard deviation')).toEqual(['standard deviation:standard-deviation'])
  })
  it('joins to the text it was given, signs of patterns included', () => {
    for (const text of ['', 'heel', '(tare) + $& [heel]', 'nothing here', 'A riser, a choke.'])
      expect(
        findTerms(text, GLOSSARY)
          .map((part) => part.text)
          .join(''),
      ).toBe(text)
    expect(findTerms('a.b axb', [{ ...term('heel'), term: 'a.b' }])[0]!.text).toBe('a.b')
  })
  it('finds German terms with their endings', () => {
    const german = [{ ...term('riser'), term: 'Speiser' }]
    expect(findTerms('mit zwei Speisern', german)[1]!.text).toBe('Speisern')
  })
})
