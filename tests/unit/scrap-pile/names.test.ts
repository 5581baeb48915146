import { describe, expect, it } from 'vitest'
import { metalNamed, namesLike, PILE_TILES, tileNamed } from '#core/scrap-pile'
import { isOpen, SCRAP_BOOK } from '#core/stock'
import file from '#data/names.json'
import german from '../../../app/words/de/texts.json'

describe('the thesaurus', () => {
  it('every name of it means the metal it stands for', () => {
    const names = file.names.flatMap((entry) => entry.also.map((name) => [name, entry] as const))
    expect(names.length).toBeGreaterThan(440)
    for (const [name, entry] of names) {
      const found = metalNamed(name)
      expect(found, name).not.toBeNull()
      if ('scrap' in entry && found?.scrapId) expect(found.scrapId, name).toBe(entry.scrap)
    }
  })
  it('every entry of the scrap book and every tile is known by its name, and the tiles by their German one', () => {
    for (const { name } of SCRAP_BOOK) expect(metalNamed(name), name).not.toBeNull()
    for (const { name } of PILE_TILES) {
      expect(metalNamed(name), name).not.toBeNull()
      const said = (german as Record<string, string>)[name]!
      expect(metalNamed(said)?.scrapId ?? metalNamed(said)?.kind, said).toBe(
        metalNamed(name)?.scrapId ?? metalNamed(name)?.kind,
      )
    }
  })
  // Coins by what mints publish of them, from memory; grades by their numbers.
  it.each([
    ['pre-1982 pennies', { Cu: 95, Zn: 5 }],
    ['US pennies after 1982', { Zn: 97.5, Cu: 2.5 }],
    ['Victorian pennies', { Cu: 95.5, Sn: 3 }],
    ['CuSn5Zn5Pb5', { Sn: 5, Zn: 5, Pb: 5 }],
    ['EN AC-42100', { Si: 7, Mg: 0.35 }],
    ['CW617N', { Zn: 39, Pb: 2 }],
    ['C83600', { Sn: 5, Zn: 5, Pb: 5 }],
  ])('%s', (name, composition) => {
    for (const [symbol, pct] of Object.entries(composition))
      expect(Math.abs((metalNamed(name)?.composition[symbol] ?? 0) - pct), symbol).toBeLessThan(
        0.06 * pct + 1,
      )
  })
})

describe('a name that can be several things', () => {
  it.each([
    ['door knobs', null],
    ['brass door knobs', 'brass'],
    ['zinc door knobs', 'zinc'],
    ['Messing Türknauf', 'brass'],
    ['pewter', null],
    ['lead-free pewter', 'lead-free'],
    ['wheel weights', null],
    ['lead wheel weights', 'lead'],
    ['zinc wheel weights', 'zinc'],
    ['old pennies', null],
    ['gunmetal fittings', null],
    ['Rotguss', 'red'],
  ])('%s: answered by its name with %s, or asked', (name, clue) => {
    const found = metalNamed(name)
    expect(found?.clue).toBe(clue)
    expect(found && isOpen(found)).toBe(clue === null)
  })
  it('what is one thing is not asked about', () => expect(metalNamed('copper wire')?.clue).toBeUndefined())
})

describe('names misspelt', () => {
  it.each([
    ['ferosilicon', 'ferro silicon'],
    ['pistns', 'Pistons'],
    ['gun metl', 'gun metal'],
    ['winow frames', 'Window frames'],
    ['Kupferror', 'Kupferrohr'],
    ['radiater', 'Radiator'],
    ['propellor', 'Propeller'],
    ['cilinder head', 'cylinder heads'],
    ['alluminium cans', 'aluminium cans'],
    ['rusty pistons off a lorry', 'Pistons'],
    ['wheel wieghts', 'Wheel weights'],
    ['babit', 'babbitt'],
  ])('%s is not known, and %s is suggested first', (typed, name) => {
    expect(metalNamed(typed)).toBeNull()
    expect(namesLike(typed)[0]?.toLowerCase()).toBe(name.toLowerCase())
  })
  it.each(['xyzzy', '', 'qq', '12'])('nothing is suggested for “%s”', (typed) =>
    expect(namesLike(typed)).toEqual([]),
  )
  it('every suggestion is a name that is known', () => {
    for (const typed of ['brs nobs', 'tinn', 'coppr', 'sillicon bronz', 'alu'])
      for (const name of namesLike(typed)) expect(metalNamed(name), name).not.toBeNull()
  })
})

it('"brass door handles" are the knobs of the pile', () =>
  expect(tileNamed('door handles')?.id).toBe('knobs'))
