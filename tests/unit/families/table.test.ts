import { describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import { ELEMENTS } from '#core/composition'
import {
  ADDITIONS,
  classifyAddition,
  everydayFamily,
  familyOf,
  familyProblem,
  LOSS_FAMILIES,
  lossFamily,
  metalFacts,
  metalOf,
  METALS,
  poisonsOf,
  practicesOfGroup,
  type FamilyMetal,
} from '#core/families'
import { findCaution } from '#core/melt'
import { FAMILY_NAMES } from '~/shared/learning/learning-words'
import { seeded } from '../../support/random-problem'

/** Metal of a melt, what goes in, and where a founder puts it (common practice, no source). */
const PLACES: readonly [FamilyMetal, Record<string, number>, string, string][] = [
  ['Cu', { Cu: 99.9 }, 'bar', 'copper'],
  ['Cu', { Cu: 88, Sn: 10, Zn: 2 }, 'castings', 'bronze'],
  ['Cu', { Cu: 99.9 }, 'turnings', 'light'],
  ['Cu', { Cu: 70, Zn: 30 }, 'bar', 'brass'],
  ['Cu', { Cu: 92, Zn: 8 }, 'bar', 'bronze'],
  ['Cu', { Zn: 99.99 }, 'bar', 'zinc'],
  ['Cu', { Sn: 99.85 }, 'bar', 'tin'],
  ['Cu', { Pb: 30, Bi: 25, Sn: 45 }, 'bar', 'lead'],
  ['Cu', { Cu: 85, P: 15 }, 'bar', 'phosphor'],
  ['Cu', { Cu: 96, P: 4 }, 'bar', 'phosphor'],
  ['Cu', { Al: 88, Si: 12 }, 'castings', 'aluminium'],
  ['Cu', { Cu: 67, Mn: 33 }, 'bar', 'master'],
  ['Cu', { Cu: 91.9, Si: 8.1 }, 'bar', 'silicon'],
  ['Al', { Al: 93, Si: 7 }, 'castings', 'aluminium'],
  ['Al', { Si: 99 }, 'bar', 'silicon'],
  ['Al', { Cu: 99.9 }, 'bar', 'copper'],
  ['Al', { Mg: 99.9 }, 'bar', 'magnesium'],
  ['Al', { Al: 95, Ti: 5 }, 'bar', 'master'],
  ['Zn', { Zn: 95.8, Al: 4.2 }, 'castings', 'zinc'],
  ['Zn', { Al: 99.7 }, 'bar', 'aluminium'],
  ['Zn', { Mg: 99.9 }, 'bar', 'magnesium'],
  ['Sn', { Sn: 91, Sb: 7, Cu: 2 }, 'castings', 'tin'],
  ['Sn', { Sb: 99.6 }, 'bar', 'antimony'],
  ['Sn', { Cu: 99.9 }, 'bar', 'copper'],
]

describe('the table of families', () => {
  it.each(PLACES)('in a melt of %s, %j (%s) goes in as %s', (metal, composition, form, place) => {
    expect(classifyAddition(metal, { composition, form })).toBe(place)
  })
  it('whatever a lot is, its place is in the order of that metal, so that nothing is left out of the sheet', () => {
    const random = seeded(11)
    const symbols = Object.keys(ELEMENTS)
    const met = new Map<FamilyMetal, Set<string>>()
    for (const metal of METALS) {
      const order = metalFacts(metal).course.flatMap((entry) => ('add' in entry ? [entry.add] : []))
      expect(new Set(order).size).toBe(order.length)
      for (const { as } of metalFacts(metal).classify) expect(order).toContain(as)
      for (let i = 0; i < 2000; i++) {
        const main = symbols[Math.floor(random() * symbols.length)]!
        const other = symbols[Math.floor(random() * symbols.length)]!
        const pct = 100 * random() ** 0.3
        const form = random() < 0.2 ? 'turnings' : 'bar'
        const place = classifyAddition(metal, { composition: { [other]: 100 - pct, [main]: pct }, form })
        expect(order).toContain(place)
        met.set(metal, (met.get(metal) ?? new Set()).add(place))
      }
      expect(met.get(metal)!.size, metal).toBe(order.length)
    }
    for (const addition of ADDITIONS) expect([...met.values()].some((set) => set.has(addition))).toBe(true)
  })
  it('the last rule always holds, and only the last', () => {
    for (const metal of METALS) {
      const open = metalFacts(metal).classify.map(({ any, forms }) => !any && !forms)
      expect(open.indexOf(true)).toBe(open.length - 1)
    }
  })
  it('every caution it names has its words, and so has every kind of loss', () => {
    for (const metal of METALS) {
      const { cautions, course } = metalFacts(metal)
      const named = [
        ...cautions.ready,
        ...cautions.temperature,
        ...cautions.adding,
        ...cautions.holding.map(({ caution }) => caution),
        ...course.flatMap((entry) => ('add' in entry ? (entry.cautions ?? []) : [])),
      ]
      for (const id of named) expect(findCaution(id).text.length).toBeGreaterThan(10)
    }
    expect(Object.keys(FAMILY_NAMES).sort()).toEqual(LOSS_FAMILIES.map(({ id }) => id).sort())
  })
  it('losses are told for every share of zinc, in rising steps', () => {
    for (const metal of METALS) {
      const steps = metalFacts(metal).lossFamilies.map(({ zincUpToPct }) => zincUpToPct)
      expect(steps).toEqual([...steps].sort((a, b) => a - b))
      expect(steps.at(-1)).toBe(100)
    }
  })
})

describe('what a family answers', () => {
  const silver = { base: 'Ag', practice: 'tin-bronze', limits: { Cu: { min: 7, max: 8 } } } as const
  it('a metal without one is a problem that names it, and is never taken for copper', () => {
    expect(familyProblem(silver)).toEqual({
      problem: 'no-practice-known',
      metal: 'Ag',
      practice: 'tin-bronze',
    })
    expect(familyProblem(findAlloy('C90500')!)).toBeNull()
    expect([metalOf(silver), everydayFamily(silver), lossFamily(silver)]).toEqual([null, null, null])
    expect(poisonsOf(familyOf(silver))).toEqual([])
  })
  it.each([
    [{ base: 'Cu', limits: { Sn: { min: 9, max: 11 } } }, 'tin-bronze'],
    [{ base: 'Cu', limits: { Zn: { min: 28, max: 32 } } }, 'yellow-brass'],
    [{ base: 'Cu', limits: { Zn: { min: 18, max: 22 } } }, 'tin-bronze'],
    [{ base: 'Zn', limits: { Cu: { min: 68, max: 72 } } }, 'yellow-brass'],
    [{ base: 'Al', limits: { Si: { min: 6, max: 8 } } }, 'aluminium-casting'],
    [{ base: 'Zn', limits: { Al: { min: 10, max: 12 } } }, 'zinc-aluminium'],
    [{ base: 'Sn', limits: { Sb: { min: 6, max: 8 } } }, 'tin-base'],
  ] as const)('where nobody said how, %j is handled as %s', (alloy, practice) => {
    expect(everydayFamily(alloy)?.practice).toBe(practice)
  })
  it('aluminium and silicon over 0.005 % spoil tin bronze (ASTM B584; from memory), not aluminium bronze', () => {
    const skins = poisonsOf(familyOf(findAlloy('C90500')!)).find(({ elements }) => elements.includes('Al'))
    expect([skins?.elements, skins?.overPct]).toEqual([['Al', 'Si'], 0.005])
    expect(poisonsOf(familyOf(findAlloy('C95400')!)).flatMap(({ elements }) => elements)).not.toContain('Al')
  })
  it('every kind of alloy is of one group, the everyday ones first', () => {
    expect(practicesOfGroup('bronze')).toEqual([
      'tin-bronze',
      'leaded-bronze',
      'silicon-bronze',
      'aluminium-bronze',
      'manganese-bronze',
    ])
    expect(practicesOfGroup('aluminium')).toEqual([
      'aluminium-casting',
      'aluminium-magnesium',
      'aluminium-wrought',
    ])
  })
})
