import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy, type Alloy } from '#core/alloys'
import { familyOf, liquidusOf, pourWindow } from '#core/families'
import {
  afterAdding,
  CAUTIONS,
  EMERGENCIES,
  findCaution,
  practiceAreas,
  practicesOf,
  runSheet,
  scrapCautions,
  type ChargedLot,
  type Practice,
  type RunStep,
} from '#core/melt'
import { SCRAP_BOOK } from '#core/stock'

/*
 * Advice held against short lists of what a foundry's safety officer would look for. Reasons stand beside each entry;
 * they are common practice or public guidance, from memory.
 */

const lot = (name: string, composition: Record<string, number>, massG: number, form = 'bar'): ChargedLot => ({
  lotId: name,
  name,
  form,
  massG,
  composition,
})
/** A charge with one lot of everything a family may be given. */
const CHARGES: Readonly<Record<string, ChargedLot[]>> = {
  Cu: [
    lot('copper', { Cu: 99.9 }, 800),
    lot('tin', { Sn: 99.9 }, 60),
    lot('brass', { Cu: 70, Zn: 30 }, 100),
    lot('zinc', { Zn: 99.9 }, 20),
    lot('silicon', { Si: 99 }, 20),
    lot('aluminium', { Al: 99.7 }, 30),
    lot('phosphor copper', { Cu: 85, P: 15 }, 2),
  ],
  Al: [
    lot('aluminium', { Al: 99.7 }, 2000),
    lot('silicon', { Si: 99 }, 140),
    lot('magnesium', { Mg: 99.8 }, 8),
    lot('copper', { Cu: 99.9 }, 20),
  ],
  Zn: [lot('zinc', { Zn: 99.99 }, 900), lot('aluminium', { Al: 99.7 }, 100)],
  Sn: [lot('tin', { Sn: 99.9 }, 900), lot('antimony', { Sb: 99 }, 60), lot('copper', { Cu: 99.9 }, 15)],
}

const sheetWith = (alloy: Alloy, practices: readonly Practice[], fuel: 'propane' | 'electric' = 'propane') =>
  runSheet(alloy, CHARGES[familyOf(alloy)!.metal]!, liquidusOf(alloy, {}), {
    fuel,
    chosen: Object.fromEntries(practices.map(({ area, id }) => [area, { id, sharePct: null }])),
  })

const at = (steps: readonly RunStep[], test: (step: RunStep) => boolean) => steps.findIndex(test)
const adds = (what: string) => (step: RunStep) => step.addition === what
const does = (kind: string) => (step: RunStep) => step.kind === kind

/** Every alloy with each practice it is offered, one at a time. */
const EVERY = ALLOYS.flatMap((alloy) =>
  practiceAreas(alloy).flatMap(({ id }) => practicesOf(alloy, id).map((practice) => ({ alloy, practice }))),
)

describe('every alloy, every practice it is offered', () => {
  it('charcoal is offered where it does no harm, and to no alloy of silicon, aluminium or nickel', () => {
    const harmed = new Set([
      'silicon-bronze',
      'silicon-brass',
      'aluminium-bronze',
      'copper-nickel',
      'nickel-silver',
    ])
    const offered = EVERY.filter(({ practice }) => practice.cover === 'charcoal').map(
      ({ alloy }) => alloy.practice,
    )
    expect(offered.length).toBeGreaterThan(10)
    expect(offered.filter((practice) => harmed.has(practice))).toEqual([])
  })

  it('aluminium bronze begins without a glass cover: its own skin protects it', () => {
    for (const id of ['C95200', 'C95400', 'C95800'])
      expect(practicesOf(findAlloy(id)!, 'cover').find(({ usual }) => usual)!.cover, id).toBe('bare')
  })

  it('no phosphorus where it does harm; a deoxidant for every copper that does not deoxidise itself', () => {
    const never = new Set([
      'yellow-brass',
      'manganese-bronze',
      'silicon-bronze',
      'aluminium-bronze',
      'copper-nickel',
    ])
    for (const { alloy, practice } of EVERY)
      if (practice.id.includes('phosphor')) expect(never.has(alloy.practice), alloy.id).toBe(false)
    for (const id of ['C11000', 'C12200', 'C70600', 'C90500', 'C97300'])
      expect(
        practicesOf(findAlloy(id)!, 'deoxidise').some(({ usual, how }) => usual && how !== ''),
        id,
      ).toBe(true)
  })

  it('order: charcoal with the cold copper, zinc after it is all liquid, the deoxidant last', () => {
    for (const { alloy, practice } of EVERY) {
      if (familyOf(alloy)!.metal !== 'Cu') continue
      const steps = sheetWith(alloy, [practice])
      const where = `${alloy.id} ${practice.id}`
      if (practice.withColdCharge)
        expect(at(steps, does('cover')), where).toBeLessThan(at(steps, does('base')))
      expect(at(steps, adds('zinc')), where).toBeGreaterThan(at(steps, does('base')))
      const last = at(steps, does('deoxidise'))
      if (last >= 0)
        for (const what of ['zinc', 'brass', 'tin']) expect(at(steps, adds(what)), where).toBeLessThan(last)
    }
  })

  it('order: chlorine tablets before magnesium and before strontium, which they strip', () => {
    let seen = 0
    for (const { alloy, practice } of EVERY) {
      if (!practice.strips) continue
      const strontium = practicesOf(alloy, 'refine').find(({ id }) => id === 'refine-strontium')!
      const steps = sheetWith(alloy, [practice, strontium])
      const tablets = at(steps, does('degas'))
      expect(tablets, alloy.id).toBeGreaterThan(0)
      expect(at(steps, adds('magnesium')), alloy.id).toBeGreaterThan(tablets)
      expect(at(steps, does('refine')), alloy.id).toBeGreaterThan(tablets)
      seen++
    }
    expect(seen).toBeGreaterThan(5)
  })

  it('every caution named by a step is there, damp at every addition, the flame said for copper over a burner', () => {
    for (const { alloy, practice } of EVERY)
      for (const step of sheetWith(alloy, [practice])) {
        for (const id of step.cautions) expect(findCaution(id).text.length, id).toBeGreaterThan(20)
        if (step.kind === 'add') expect(step.cautions, `${alloy.id} ${step.id}`).toContain('damp')
      }
    const [gunmetal] = [findAlloy('C90500')!]
    const crucible = (fuel: 'propane' | 'electric') =>
      sheetWith(gunmetal, [], fuel).find(({ kind }) => kind === 'crucible')!.cautions
    expect(crucible('propane')).toContain('oxidising-flame')
    expect(crucible('electric')).not.toContain('oxidising-flame')
  })
})

describe('pour windows', () => {
  const window = (id: string, thinMm: number | null, thickMm: number | null = thinMm) => {
    const alloy = findAlloy(id)!
    return pourWindow(alloy, liquidusOf(alloy, {}), { thinMm, thickMm })!
  }
  it('lie above the liquidus and below what harms the metal, thin ones hotter than heavy ones', () => {
    // Boiling zinc, burning magnesium and gas set the upper bounds; copper is never poured above 1350 °C here.
    const MOST = { Cu: 1360, Al: 800, Zn: 580, Sn: 430 } as const
    for (const alloy of ALLOYS) {
      const liquidus = liquidusOf(alloy, {})
      if (!liquidus) continue
      const [thin, heavy] = [window(alloy.id, 4), window(alloy.id, 30)]
      for (const one of [thin, heavy, pourWindow(alloy, liquidus)!]) {
        expect(one.fromC, alloy.id).toBeGreaterThan(liquidus.liquidusC)
        expect(one.toC, alloy.id).toBeLessThanOrEqual(MOST[familyOf(alloy)!.metal])
        expect(one.fromC, alloy.id).toBeLessThan(one.toC)
      }
      expect(thin.usualC, alloy.id).toBeGreaterThanOrEqual(heavy.usualC)
    }
  })
  it.each([
    // Foundry practice, from memory.
    ['C87300', 4, 1090, 1200],
    ['C87300', 30, 1040, 1120],
    ['C90500', 4, 1110, 1235],
    ['C90500', 30, 1045, 1125],
    ['6061', 4, 720, 760],
    ['535.0', 4, 690, 730],
    ['za-12', 30, 460, 495],
  ] as const)('%s in walls of %d mm: inside %d to %d °C', (id, wall, from, to) => {
    const found = window(id, wall)
    expect(found.fromC).toBeGreaterThanOrEqual(from)
    expect(found.toC).toBeLessThanOrEqual(to)
  })
})

describe('cold additions', () => {
  const al = (massG: number) => ({ composition: { Al: 100 }, massG })
  it('190 g of silicon chill 2.6 kg of aluminium at 780 °C by 120 to 150 °C (heat balance by hand)', () => {
    const drop = 780 - afterAdding('Al', al(2600), [{ composition: { Si: 100 }, massG: 190 }], 780)
    // By hand: 190 g × 2.05 MJ/kg over 2.6 kg × 1.18 + 0.19 kg × 0.9 kJ/K.
    expect(drop).toBeGreaterThan(115)
    expect(drop).toBeLessThan(150)
  })
  it('5 % of aluminium heats a copper melt by some 50 °C; copper into copper cools it as a balance by hand says', () => {
    const cu = (massG: number) => ({ composition: { Cu: 100 }, massG })
    expect(afterAdding('Cu', cu(950), [al(50)], 1150) - 1150).toBeGreaterThan(30)
    expect(afterAdding('Cu', cu(950), [al(50)], 1150) - 1150).toBeLessThan(70)
    // 100 g × 0.66 MJ/kg (25 °C to the melt, latent heat in it) over 1 kg × 0.49 kJ/K.
    expect(1150 - afterAdding('Cu', cu(900), [cu(100)], 1150)).toBeCloseTo(135, -1)
  })
  it('silicon into aluminium says that it chills, aluminium into bronze that it heats', () => {
    const silicon = sheetWith(findAlloy('356.0')!, []).find(adds('silicon'))!
    expect(silicon.chill!.dropC).toBeGreaterThan(60)
    expect(silicon.chill!.startC!).toBeGreaterThan(700)
    expect(findCaution('silicon').text).toMatch(/chills/)
    const aluminium = sheetWith(findAlloy('C95400')!, []).find(adds('aluminium'))!
    expect(aluminium.chill!.dropC).toBeLessThan(0)
    const bronze = runSheet(
      findAlloy('C95400')!,
      [lot('copper', { Cu: 99.9 }, 900), lot('aluminium', { Al: 99.7 }, 100)],
      null,
    )
    // Fire down first: no hotter than copper needs to stay liquid, 1085 °C and a little.
    expect(bronze.find(adds('aluminium'))!.meltC!.toC).toBeLessThan(1175)
  })
  it('antimony and copper go into tin at 450 to 500 °C', () => {
    for (const what of ['antimony', 'copper'])
      expect(
        sheetWith(findAlloy('pewter-1')!, []).find(adds(what))!.meltC!.fromC,
        what,
      ).toBeGreaterThanOrEqual(450)
  })
})

it('every hazard that the scrap book names has its caution where the scrap is preheated', () => {
  /** What a word in an entry stands for, by the cautions that answer it. */
  const WORDS: [RegExp, string[]][] = [
    [/magnesium/i, ['magnesium-castings']],
    [/cadmium/i, ['cadmium']],
    [/refrigerant/i, ['refrigerant']],
    [/antifouling|chromate|lead paint/i, ['poison-paint']],
    [/beryllium/i, ['never']],
    [/arsenic/i, ['arsenic']],
    [/sodium/i, ['sealed-car-parts']],
    [/non-stick/i, ['coated-tools']],
    [/\blive\b/i, ['live-rounds']],
    [/closed can|aerosol/i, ['sealed-cans']],
    [/\blead\b(?!-free)/i, ['lead']],
  ]
  for (const entry of SCRAP_BOOK) {
    const found = entry.cautions ?? []
    for (const id of found) expect(findCaution(id).id).toBe(id)
    const text = `${entry.coating} ${entry.refuse}`
    for (const [word, wanted] of WORDS)
      if (word.test(text)) expect(found, `${entry.id}: ${text}`).toEqual(expect.arrayContaining(wanted))
    const steps = runSheet(
      findAlloy(entry.family === 'aluminium' ? '356.0' : 'C90500')!,
      [{ ...lot(entry.name, entry.likely[0]!.composition, 500, entry.form), scrapId: entry.id }],
      null,
    )
    const preheat = steps.find(({ kind }) => kind === 'preheat')
    if (preheat) expect(preheat.cautions, entry.id).toEqual(expect.arrayContaining(found))
  }
  expect(scrapCautions([{ form: 'casting', composition: { Cu: 100 }, coatings: ['plating'] }])).toEqual([
    'cadmium',
  ])
})

it('every emergency begins with the right act', () => {
  /** The first act, and why it comes first. */
  const FIRST: Readonly<Record<string, [act: RegExp, why: string]>> = {
    burn: [/^Flames out\. Boots/, 'metal in a boot goes on burning while water runs elsewhere'],
    clothes: [/^Stop, drop and roll/, 'running fans the flames'],
    eyes: [/^Rinse at once/, 'seconds decide on flux and caustic'],
    spill: [/^Step back/, 'metal on damp ground throws'],
    crucible: [/^Fuel and blower off/, 'the leak feeds on the flame'],
    fire: [/^Fuel off/, 'it feeds the fire'],
    magnesium: [/^Step back/, 'its light harms eyes, and it spits'],
    co: [/fresh air first/, 'whoever stays to shut a valve falls too'],
    leak: [/^Shut the cylinder valve/, 'it ends the leak'],
    bottle: [/^Leave at once/, 'a heated bottle bursts'],
    fume: [/upwind and out/, 'each breath counts'],
    moisture: [/^Stop adding/, 'the next piece throws more'],
    shock: [/^Switch the current off/, 'who touches the person is caught too'],
  }
  expect(EMERGENCIES.map(({ id }) => id).sort()).toEqual(Object.keys(FIRST).sort())
  for (const { id, now } of EMERGENCIES) expect(now[0], FIRST[id]![1]).toMatch(FIRST[id]![0])
  const all = EMERGENCIES.flatMap(({ now }) => now).join(' ')
  expect(all).toMatch(/Cadmium begins like fume fever and can kill a day later/)
  expect(all).not.toMatch(/are zinc fever/)
})

it('every caution is said somewhere: at a step of some sheet, or by an entry of the scrap book', () => {
  const said = new Set(SCRAP_BOOK.flatMap(({ cautions = [] }) => cautions))
  const charges = (alloy: Alloy) => [
    ...CHARGES[familyOf(alloy)!.metal]!,
    ...(alloy.practice === 'wrought-brass' ? [lot('much zinc', { Zn: 99.9 }, 800)] : []),
    lot('leaded', { Cu: 60, Pb: 40 }, 10),
    lot('antimony alloy', { Sn: 60, Sb: 40 }, 10),
    { ...lot('foil', { Al: 99 }, 10, 'foil'), coatings: ['oil', 'plastic', 'plating', 'paint', 'solder'] },
    lot('cases', { Cu: 70, Zn: 30 }, 10, 'hollow'),
  ]
  for (const { alloy, practice } of EVERY)
    for (const fuel of ['propane', 'charcoal', 'electric'] as const)
      for (const step of runSheet(alloy, charges(alloy), liquidusOf(alloy, {}), {
        fuel,
        chosen: { [practice.area]: { id: practice.id, sharePct: null } },
        newCrucible: true,
        crucibleG: 20_000,
        mould: 'plaster',
      }))
        for (const id of step.cautions) said.add(id)
  // Much zinc in one plunge into copper alone: it boils below the heat that copper needs.
  const brass = findAlloy('C26000')!
  for (const step of runSheet(
    brass,
    [lot('copper', { Cu: 99.9 }, 700), lot('zinc', { Zn: 99.9 }, 500)],
    liquidusOf(brass, {}),
    { chosen: { zinc: { id: 'zinc-once', sharePct: null } } },
  ))
    for (const id of step.cautions) said.add(id)
  expect(CAUTIONS.map(({ id }) => id).filter((id) => !said.has(id))).toEqual([])
})

describe('what each text rests on', () => {
  it('every caution and emergency names published guidance or common practice', () => {
    for (const { id, basis } of [...CAUTIONS, ...EMERGENCIES])
      expect(basis, id).toMatch(/guidance|Common practice|data/)
  })
  it('first aid and gas never rest on common practice alone', () => {
    const basis = new Map(EMERGENCIES.map((one) => [one.id, one.basis]))
    for (const id of ['burn', 'clothes', 'eyes', 'magnesium', 'co', 'leak', 'bottle', 'fume', 'shock'])
      expect(basis.get(id), id).not.toMatch(/^Common practice/)
  })
})
