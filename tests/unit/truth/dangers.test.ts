import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy, nominalWhole } from '#core/alloys'
import { familyOf, liquidusOf } from '#core/families'
import { crucibleRefused, FIRST_FIRE, firingLeftMin } from '#core/gear'
import {
  checkPlan,
  findCaution,
  mayHoldRounds,
  practiceInForce,
  practicesOf,
  runSheet,
  type CheckedPlan,
  type ChargedLot,
  type RunSheetAsk,
} from '#core/melt'
import { stepWords } from '~/features/melt/melt-words'

const lot = (name: string, composition: Record<string, number>, massG = 500, form = 'bar'): ChargedLot => ({
  lotId: name,
  name,
  form,
  massG,
  composition,
})
const COPPER = lot('pipe', { Cu: 99.9 }, 1500, 'pipe')
const sheet = (id: string, charge: readonly ChargedLot[], ask: RunSheetAsk = {}) => {
  const alloy = findAlloy(id)!
  return runSheet(alloy, charge, liquidusOf(alloy, nominalWhole(alloy)), ask)
}
const cautionsOf = (steps: ReturnType<typeof sheet>, kind: string) =>
  steps.filter((step) => step.kind === kind).flatMap(({ cautions }) => cautions)

describe('live rounds', () => {
  it.each([
    ['Cartridge brass', { Cu: 70, Zn: 30 }, 'hollow'],
    ['9 mm cases', { Cu: 70, Zn: 30 }, 'bar'],
    ['Range pick-up, shells', { Cu: 71, Zn: 29 }, 'casting'],
    ['From the grade', { Cu: 70, Zn: 30 }, 'light'],
  ])('may be in “%s”: told at the charge, and before anything at the furnace', (name, composition, form) => {
    const cases = lot(name, composition, 600, form)
    expect(mayHoldRounds(cases)).toBe(true)
    const checks = checkPlan({
      alloy: findAlloy('C26000')!,
      tapMassG: 2000,
      composition: { Cu: 70, Zn: 30 },
      lots: [COPPER, cases],
      crucibleNo: null,
      lastBase: null,
    })
    expect(checks.find(({ rule }) => rule === 'live-rounds')).toMatchObject({ lots: [name] })
    const ready = sheet('C26000', [COPPER, cases])[0]!
    expect(ready.kind).toBe('ready')
    expect(ready.cautions[0]).toBe('live-rounds')
    const preheat = sheet('C26000', [COPPER, cases]).find(({ kind }) => kind === 'preheat')!.preheat!
    expect(preheat.hot.map((one) => one.name)).toEqual(['pipe'])
    expect(preheat.proved.map((one) => one.name)).toEqual([name])
  })
  it.each([
    ['Zinc', { Zn: 99.9 }, 'bar'],
    ['Tap bodies', { Cu: 60, Zn: 37, Pb: 2.5 }, 'casting'],
    ['Brass bar', { Cu: 70, Zn: 30 }, 'bar'],
  ])('not in “%s”', (name, composition, form) => {
    expect(mayHoldRounds(lot(name, composition, 1, form))).toBe(false)
  })
})

describe('the sheet warns of what heats, fumes and weighs', () => {
  it.each([
    ['propane', ['carbon-monoxide', 'propane'], ['electric', 'charcoal-fire']],
    ['charcoal', ['carbon-monoxide', 'charcoal-fire'], ['propane', 'electric']],
    ['electric', ['electric'], ['carbon-monoxide', 'propane', 'charcoal-fire']],
  ] as const)('a %s furnace: its own cautions and no other’s', (fuel, has, hasNot) => {
    const ready = sheet('C90500', [COPPER], { fuel })[0]!.cautions
    for (const one of has) expect(ready).toContain(one)
    for (const one of hasNot) expect(ready).not.toContain(one)
  })
  it('carbon monoxide where nothing says what burns; dust, glare and coated tools always at bronze heat', () => {
    const ready = sheet('C90500', [COPPER])[0]!.cautions
    for (const one of ['carbon-monoxide', 'dust', 'glare', 'coated-tools']) expect(ready).toContain(one)
  })
  it('zinc and lead fume again where the melt lies open: at the skimming and the pour', () => {
    const leaded = [COPPER, lot('ounce metal', { Cu: 85, Sn: 5, Zn: 5, Pb: 5 })]
    for (const kind of ['skim', 'pour']) {
      expect(cautionsOf(sheet('C83600', leaded), kind)).toEqual(expect.arrayContaining(['zinc-fume', 'lead']))
      expect(cautionsOf(sheet('C90700', [COPPER, lot('tin', { Sn: 99.9 })]), kind)).not.toContain('lead')
    }
  })
  it('34 kg of crucible and metal is lifted by two, 2 kg by one', () => {
    expect(
      cautionsOf(sheet('C90500', [lot('pipe', { Cu: 99.9 }, 28_000)], { crucibleG: 6000 }), 'pour'),
    ).toContain('lift')
    expect(cautionsOf(sheet('C90500', [COPPER], { crucibleG: 800 }), 'pour')).not.toContain('lift')
  })
  it('thin aluminium burns: told where it goes in', () => {
    const steps = sheet('356.0', [lot('head', { Al: 92, Si: 7 }), lot('chips', { Al: 97 }, 100, 'turnings')])
    expect(steps.flatMap(({ cautions }) => cautions)).toContain('fine-metal')
  })
  it('every caution of every sheet is in the book', () => {
    for (const alloy of ALLOYS)
      for (const fuel of ['propane', 'charcoal', 'electric', null] as const)
        for (const step of runSheet(alloy, [COPPER, lot('rest', nominalWhole(alloy), 40_000, 'foil')], null, {
          fuel,
        }))
          for (const caution of step.cautions) expect(() => findCaution(caution), caution).not.toThrow()
  })
})

describe('what goes in is what it mostly is', () => {
  it('an A380 ingot into molten copper is aluminium, with its hot reaction; bismuth is no lead', () => {
    const steps = sheet('C95400', [
      COPPER,
      lot('A380', { Al: 85, Si: 9, Cu: 3.5 }),
      lot('bismuth', { Bi: 99.9 }, 20),
    ])
    expect(steps.some(({ id }) => id === 'add-silicon')).toBe(false)
    expect(steps.find(({ id }) => id === 'add-aluminium')!.cautions).toContain('aluminium-in-copper')
  })
})

describe('fluxes and deoxidants by what the alloy is', () => {
  it.each(['535.0', '5182', '5052'])('%s, over 2 %% magnesium, never gets table salt', (id) => {
    const offered = practicesOf(findAlloy(id)!, 'flux').map((one) => one.id)
    expect(offered).not.toContain('flux-salts')
    expect(
      practiceInForce(findAlloy(id)!, 'flux', { flux: { id: 'flux-salts', sharePct: null } })!.practice.id,
    ).toBe('flux-magnesium')
  })
  it('356.0 begins with common salt, C11000 with dry charcoal and no borax', () => {
    expect(practiceInForce(findAlloy('356.0')!, 'flux', {})!.practice.id).toBe('flux-salts')
    expect(practiceInForce(findAlloy('C11000')!, 'cover', {})!.practice.id).toBe('cover-charcoal')
    expect(practicesOf(findAlloy('C11000')!, 'cover').some(({ id }) => id.startsWith('cover-glass'))).toBe(
      false,
    )
  })
  it('copper-nickel does not deoxidise itself', () => {
    expect(practicesOf(findAlloy('C70600')!, 'deoxidise').map(({ id }) => id)).not.toContain('deox-needless')
  })
  it('zinc and tin are never given a cover, a deoxidant or a salt of copper and aluminium', () => {
    for (const alloy of ALLOYS.filter((one) => ['Zn', 'Sn'].includes(familyOf(one)!.metal))) {
      const kinds = runSheet(alloy, [lot('base', { [alloy.base]: 99.9 })], null).map(({ kind }) => kind)
      for (const kind of ['cover', 'deoxidise', 'degas', 'flux']) expect(kinds).not.toContain(kind)
    }
  })
})

describe('the crucible', () => {
  const plan: CheckedPlan = {
    alloy: findAlloy('C90500')!,
    tapMassG: 2000,
    composition: { Cu: 88, Sn: 10, Zn: 2 },
    lots: [COPPER],
    crucibleNo: null,
    lastBase: null,
  }
  const bronze = {
    number: 12,
    alloy: 'Aluminium bronze',
    practice: 'aluminium-bronze',
    composition: { Cu: 86, Al: 10, Fe: 4 },
  }
  it('20 g of aluminium bronze skull in 2 kg of gunmetal: about 0.15 % aluminium, limit 0.005', () => {
    const found = checkPlan({ ...plan, residue: { ...bronze, massG: 20 } }).find(
      ({ rule }) => rule === 'residue',
    )
    const aluminium = found?.rule === 'residue' ? found.breaks.find(({ element }) => element === 'Al')! : null
    // 30 g of 10 % in 2 030 g.
    expect(aluminium!.pct).toBeCloseTo((100 * 3) / 2030, 3)
    expect(aluminium!.max).toBe(0.005)
  })
  it('says that nothing was written down, and nothing where the same metal stayed', () => {
    const untold = checkPlan({ ...plan, residue: { ...bronze, massG: null } })
    expect(untold.find(({ rule }) => rule === 'residue')).toMatchObject({ massG: null, breaks: [] })
    const same = {
      number: 11,
      alloy: 'Gunmetal',
      practice: 'tin-bronze',
      massG: 20,
      composition: plan.composition,
    }
    expect(checkPlan({ ...plan, residue: same }).some(({ rule }) => rule === 'residue')).toBe(false)
  })
  it('cracked, dull, worn or retired: refused', () => {
    const check = { at: '2026-01-01T00:00:00.000Z', massG: null, wallMm: null, note: '' }
    const of = (sound: 'clear' | 'cracked' | 'dull') => ({ checks: [{ ...check, sound }], retiredAt: null })
    expect(crucibleRefused(of('cracked') as never)).toBe('cracked')
    expect(crucibleRefused(of('dull') as never)).toBe('dull')
    expect(crucibleRefused(of('clear') as never)).toBeNull()
    expect(crucibleRefused({ checks: [], retiredAt: check.at })).toBe('retired')
  })
  it('a first firing takes its hours by the clock of the world', () => {
    const since = '2026-01-01T08:00:00.000Z'
    const start = Date.parse(since)
    for (const [step, { minutes }] of FIRST_FIRE.entries()) {
      expect(firingLeftMin({ firing: { step, since } }, start)).toBe(minutes)
      expect(firingLeftMin({ firing: { step, since } }, start + (minutes - 1) * 60_000)).toBeCloseTo(1, 9)
      expect(firingLeftMin({ firing: { step, since } }, start + minutes * 60_000)).toBe(0)
    }
    expect(FIRST_FIRE.reduce((sum, { minutes }) => sum + minutes, 0)).toBeGreaterThan(7 * 60)
  })
})

describe('read as a caster', () => {
  it('a pot for zinc or tin is never heated red', () => {
    for (const alloy of ALLOYS) {
      const step = runSheet(alloy, [COPPER], null).find(({ kind }) => kind === 'crucible')!
      const cool = ['Zn', 'Sn'].includes(familyOf(alloy)!.metal)
      expect(/dull red/.test(step.practice!.how), alloy.id).toBe(!cool)
    }
  })
  it('copper-nickel is not told to take phosphor copper', () => {
    const step = sheet('C70600', [COPPER]).find(({ kind }) => kind === 'deoxidise')!
    expect(
      stepWords(step, { grams: String, degrees: String, degreesApart: String, metal: 'Cu' }).title,
    ).toMatch(/^Deoxidise: manganese/)
  })
})
