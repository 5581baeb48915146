import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { findAlloy } from '#core/alloys'
import { familyOf } from '#core/families'
import { blankEntry } from '#core/heat'
import { heatFacts, rankCauses, type HeatFacts } from '#core/troubles'
import { workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const heat = yard.heats.find(({ number }) => number === 6)!
const facts = heatFacts(heat, yard.lots, yard.gear)
const bronze = familyOf(findAlloy('C90500')!)
const silicon = familyOf(findAlloy('C87300')!)
const pure = familyOf(findAlloy('C11000')!)

/** What a heat with such facts says of one cause. */
const says = (symptom: string, id: string, more: Partial<HeatFacts>) =>
  rankCauses(symptom, { ...facts, ...more }).find((cause) => cause.id === id)?.says

describe('what speaks for a cause and what against it, at the ends of each figure', () => {
  it.each<[string, string, Partial<HeatFacts>, string]>([
    ['rounded', 'poured-cold', { superheatC: 59, skullG: 0 }, 'for'],
    ['rounded', 'poured-cold', { superheatC: 60, skullG: 0 }, 'against'],
    ['rounded', 'poured-cold', { superheatC: null, skullG: null }, 'silent'],
    ['rounded', 'poured-cold', { superheatC: 100, skullG: 101, chargeG: 1000 }, 'for'],
    ['rounded', 'poured-cold', { superheatC: 100, skullG: 100, chargeG: 1000 }, 'against'],
    ['pits', 'too-hot', { hottestOverC: 151 }, 'for'],
    ['pits', 'too-hot', { hottestOverC: 150 }, 'against'],
    ['pits', 'too-hot', { hottestOverC: null }, 'silent'],
    ['rounded', 'thin-section', { thinMm: 5.9 }, 'for'],
    ['rounded', 'thin-section', { thinMm: 6 }, 'against'],
    ['rounded', 'thin-section', { thinMm: null }, 'silent'],
    ['short', 'not-enough', { needG: 1000, tappedG: 900, skullG: 50 }, 'for'],
    ['short', 'not-enough', { needG: 1000, tappedG: 900, skullG: 100 }, 'against'],
    ['short', 'not-enough', { needG: 1000, tappedG: 1000, skullG: null }, 'against'],
    ['short', 'not-enough', { needG: null, tappedG: 900 }, 'silent'],
    ['pits', 'held-long', { heldMin: 21 }, 'for'],
    ['pits', 'held-long', { heldMin: 20 }, 'against'],
    ['pits', 'held-long', { heldMin: null }, 'silent'],
    ['beads', 'lead-bismuth', { composition: { Pb: 2.1 } }, 'for'],
    ['beads', 'lead-bismuth', { composition: { Pb: 2 } }, 'against'],
    ['beads', 'lead-bismuth', { composition: { Bi: 1.1 } }, 'for'],
    ['beads', 'lead-bismuth', { composition: { Bi: 1 } }, 'against'],
    ['smoke', 'zinc-early', { zincInOverC: 61 }, 'for'],
    ['smoke', 'zinc-early', { zincInOverC: 60 }, 'against'],
    ['smoke', 'zinc-early', { zincInOverC: null, smoked: true }, 'for'],
    ['smoke', 'zinc-early', { zincInOverC: null, smoked: false }, 'silent'],
    ['smoke', 'bare-melt', { cover: 'cover-bare' }, 'for'],
    ['smoke', 'bare-melt', { cover: 'cover-glass' }, 'against'],
    ['smoke', 'zinc-lost', { zincBelow: null }, 'silent'],
    ['boiled', 'too-full', { fullness: 1.01 }, 'for'],
    ['boiled', 'too-full', { fullness: 1 }, 'against'],
    ['boiled', 'borax-much', { fluxes: ['flux-borax'] }, 'for'],
    ['boiled', 'borax-much', { fluxes: ['flux-soda'] }, 'silent'],
    ['cracked-pot', 'flux-attack', { fluxes: ['flux-soda'] }, 'for'],
    ['cracked-pot', 'flux-attack', { fluxes: [] }, 'against'],
    ['cracked-pot', 'cooled-outside', { emptied: true }, 'against'],
    ['cracked-pot', 'cooled-outside', { emptied: false, skipped: new Set(['empty']) }, 'for'],
    ['cracked-pot', 'cooled-outside', { emptied: false, skipped: new Set() }, 'silent'],
    ['pits', 'damp-charge', { coatings: ['paint'], forms: ['casting'] }, 'for'],
    ['pits', 'damp-charge', { coatings: [], forms: ['oily-turnings'] }, 'for'],
    ['pits', 'damp-charge', { coatings: [], forms: ['casting'] }, 'against'],
    ['pits', 'damp-charge', { coatings: [], forms: [] }, 'silent'],
    ['pits', 'thin-ware', { forms: ['foil'] }, 'for'],
    ['pits', 'thin-ware', { forms: ['casting'] }, 'against'],
    ['pits', 'thin-ware', { forms: [] }, 'silent'],
    ['folds', 'aluminium-in-bronze', { composition: { Al: 0.5 } }, 'for'],
    ['folds', 'aluminium-in-bronze', { composition: { Al: 0 } }, 'against'],
    ['folds', 'aluminium-in-bronze', { composition: {} }, 'against'],
    ['colour', 'wrong-blend', { offSpec: true }, 'for'],
    ['colour', 'wrong-blend', { offSpec: false }, 'against'],
    ['colour', 'wrong-blend', { offSpec: null }, 'silent'],
    ['fillet', 'sharp-corner', { filletBreaks: 3, barFault: false }, 'for'],
    ['fillet', 'sharp-corner', { filletBreaks: 2, barFault: false }, 'silent'],
    ['fillet', 'sharp-corner', { filletBreaks: 0, barFault: true }, 'for'],
  ])('%s: %s with %o: %s', (symptom, id, more, wanted) => {
    expect(says(symptom, id, { family: bronze, ...more })).toBe(wanted)
  })

  it('deoxidising counts for metals that are deoxidised with phosphorus, and for no others', () => {
    expect(says('pits', 'not-deoxidised', { family: bronze, deoxidised: false })).toBe('for')
    expect(says('pits', 'not-deoxidised', { family: bronze, deoxidised: true })).toBe('against')
    expect(says('pits', 'not-deoxidised', { family: bronze, deoxidised: null })).toBe('silent')
    expect(says('pits', 'not-deoxidised', { family: silicon, deoxidised: false })).toBe('against')
    expect(pure).not.toBeNull()
  })
})

it('facts: the thinnest part, the coatings of the very lots that were weighed in', () => {
  const [first, second] = heat.weighed
  const lots = yard.lots.map((lot) =>
    lot.id === first!.lotId
      ? { ...lot, coatings: ['paint' as const] }
      : { ...lot, coatings: lot.id === second?.lotId ? ['plastic' as const] : ['oil' as const] },
  )
  expect(new Set(heatFacts(heat, lots, yard.gear).coatings)).toEqual(
    new Set(second ? ['paint', 'plastic', ...(heat.weighed.length > 2 ? ['oil'] : [])] : ['paint']),
  )
  const gone = heatFacts({ ...heat, weighed: [first!] }, lots, yard.gear)
  expect(gone.coatings).toEqual(['paint'])
  expect(heatFacts({ ...heat, weighed: [first!] }, [], yard.gear).coatings).toEqual([])
  const withParts = yard.heats.find(({ need }) => (need?.parts ?? []).length > 0)
  if (withParts) {
    const part = withParts.need!.parts?.[0]
    const thin = (mm: (number | null)[]) =>
      heatFacts(
        { ...withParts, need: { ...withParts.need!, parts: mm.map((thinMm) => ({ ...part!, thinMm })) } },
        yard.lots,
        yard.gear,
      ).thinMm
    expect(thin([9, 4, 12])).toBe(4)
  }
})

it('facts: outside or in spec only where something was measured; the trace by its own thermocouple', () => {
  const measured = yard.heats.find(({ assays, alloy }) => alloy && assays.length > 0)!
  const offSpec = (of: typeof measured) => heatFacts(of, yard.lots, yard.gear).offSpec
  expect(offSpec({ ...measured, assays: [] })).toBeNull()
  expect(typeof offSpec(measured)).toBe('boolean')
  const narrow = Object.keys(measured.assays[0]!.readings)[0]!
  const asked = { ...measured.alloy!, limits: { ...measured.alloy!.limits, [narrow]: { max: 1e-6 } } }
  expect(offSpec({ ...measured, alloy: asked })).toBe(true)

  const id = crypto.randomUUID()
  const base = yard.gear.find(({ type }) => type === 'thermocouple')!
  const probe = { ...base, id, checks: [{ at: '2026-05-01T10:00:00.000Z', point: 'Cu', readC: 1064.62 }] }
  const stamp = { id: crypto.randomUUID(), at: '2026-05-02T10:00:00.000Z' }
  const log = [{ ...blankEntry(stamp, 'temperature'), celsius: 1050 }]
  const hot = (thermocoupleId: string | null, gear: unknown[]) =>
    heatFacts({ ...heat, log, liquidusC: 1000, thermocoupleId }, yard.lots, gear as typeof yard.gear)
      .hottestOverC
  // It read copper's freezing 20 °C low.
  expect(hot(id, [probe])).toBeCloseTo(70, 6)
  expect(hot(null, [probe])).toBeCloseTo(50, 6)
  expect(hot(id, [])).toBeCloseTo(50, 6)
})
