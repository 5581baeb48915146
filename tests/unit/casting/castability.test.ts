import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy, nominalWhole } from '#core/alloys'
import {
  alloyCastability,
  castability,
  castsBadly,
  helped,
  type Castability,
  type CastTrait,
} from '#core/casting'

const grade = ({ traits }: Castability, trait: CastTrait) => traits.find((one) => one.trait === trait)?.grade
const of = (id: string) => alloyCastability(findAlloy(id)!)

describe('how a metal casts', () => {
  /**
   * Fluidity and resistance to hot cracking of aluminium casting alloys as the association of their makers grades them,
   * 1 the best; from memory.
   */
  it.each([
    ['356.0', 1, 1],
    ['A356.0', 1, 1],
    ['319.0', 2, 2],
    ['A380.0', 2, 2],
    ['413.0', 1, 1],
    ['443.0', 1, 1],
    ['535.0', 5, 4],
  ])('%s: fluidity %d, hot cracking %d, as published', (id, fluidity, hot) => {
    expect([grade(of(id), 'fluidity'), grade(of(id), 'hot-short')]).toEqual([fluidity, hot])
  })
  it('295.0 (4.5 Cu, 1 Si): runs and tears worse than 319.0, as published', () => {
    const metal = { practice: 'aluminium-casting', designation: 'Own', liquidusC: 645 } as const
    const poor = castability(metal, { Al: 94.5, Cu: 4.5, Si: 1 })
    expect(grade(poor, 'fluidity')!).toBeGreaterThan(grade(of('319.0'), 'fluidity')!)
    expect(grade(poor, 'hot-short')).toBe(4)
    expect(poor.rangeC).toBe(645 - 515)
  })
  it('freezing ranges are liquidus less solidus of the library, and every metal of it has every trait', () => {
    expect(of('C90500').rangeC).toBe(145)
    expect(of('C95400').rangeC).toBe(11)
    expect(of('413.0').rangeC).toBe(8)
    for (const alloy of ALLOYS) {
      const { traits, rangeC, rangeKnown } = alloyCastability(alloy)
      expect(traits.length, alloy.id).toBe(rangeC === null ? 4 : 5)
      for (const one of traits) {
        expect(one.grade).toBeGreaterThanOrEqual(1)
        expect(one.grade).toBeLessThanOrEqual(5)
        expect(one.why).not.toBe('')
      }
      if (alloy.solidusC !== undefined && alloy.liquidusC !== undefined) expect(rangeKnown).toBe('published')
    }
  })
  it('bronze that freezes all at once pipes, a tin bronze goes to mush', () => {
    expect(grade(of('C95400'), 'range')).toBe(1)
    expect(grade(of('C90500'), 'range')).toBe(4)
    expect(grade(of('2024'), 'range')).toBe(4)
    expect(grade(of('7075'), 'range')).toBe(5)
  })
  it('what is rolled and drawn casts badly, and 7 % silicon with a little copper mends it', () => {
    for (const id of ['1100', '3004', '5052', '6063', '2024', '7075']) {
      const alloy = findAlloy(id)!
      expect(castsBadly(of(id)), id).toBe(true)
      const better = helped(nominalWhole(alloy))
      expect(Object.values(better).reduce((sum, pct) => sum + pct, 0)).toBeCloseTo(100, 6)
      const after = castability({ practice: 'aluminium-casting', designation: 'Own' }, better)
      expect(castsBadly(after), id).toBe(false)
      expect(grade(after, 'fluidity')).toBe(1)
    }
    for (const id of ['356.0', '319.0', 'C83600', 'C95400', 'zinc-3', 'pewter-1'])
      expect(castsBadly(of(id)), id).toBe(false)
  })
  it('tells no range where no solidus is known', () => {
    expect(of('bell-80-20').rangeC).toBeNull()
    expect(grade(of('bell-80-20'), 'range')).toBeUndefined()
    expect(grade(of('bell-80-20'), 'hot-short')).toBe(4)
  })
})
