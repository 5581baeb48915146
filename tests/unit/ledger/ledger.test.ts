import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { ALLOYS, baseMetal } from '#core/alloys'
import { outliers, type Assay, type Measured } from '#core/assay'
import { heatSummary, tensileMPa } from '#core/heat'
import { ledgerRow, ledgerTotals, todoItems, matches, nearestAlloys, parseSearch, usesOf } from '#core/ledger'
import { workspaceSchema } from '#core/workspace'
import { looseEndWords } from '~/features/home/loose-ends-words'

const yard = workspaceSchema.parse(demo)
const crucibles = new Map(yard.gear.map(({ id, name }) => [id, name.toLowerCase()]))
const find = (text: string) => {
  const { terms, faults } = parseSearch(text)
  expect(faults).toEqual([])
  return yard.heats
    .filter(({ loggedAt }) => loggedAt)
    .filter((heat) => matches(ledgerRow(heat), terms, crucibles))
    .map(({ number }) => number)
}
const sharp = (shares: Record<string, number>): Record<string, Measured> =>
  Object.fromEntries(Object.entries(shares).map(([symbol, pct]) => [symbol, { pct, sd: 0.01, readings: 1 }]))

describe('searching the ledger', () => {
  it.each([
    ['', 12],
    ['sundial', 2],
    ['SUNDIAL plate', 1],
    ['alloy:319', 2],
    ['date=2026-05', 2],
    ['date>2026-09-01', 2],
    ['verdict:outside', 1],
    ['heat:11', 1],
    ['h-011-1', 1],
    ['nowhere-to-be-found', 0],
  ])('%s finds %i', (text, count) => {
    expect(find(text)).toHaveLength(count)
  })
  it('an element range holds for what was measured', () => {
    const rich = find('Sn>9 sn<=11'.replace('<=', '<'))
    for (const heat of yard.heats.filter(({ number }) => rich.includes(number))) {
      const { measured } = ledgerRow(heat)
      expect(measured.Sn).toBeGreaterThan(9)
      expect(measured.Sn).toBeLessThan(11)
    }
    expect(rich.length).toBeGreaterThan(0)
  })
  it('a crucible is found by the name it has now', () => {
    const [one] = yard.gear.filter(({ type }) => type === 'crucible')
    const inIt = yard.heats.filter(({ loggedAt, crucibleId }) => loggedAt && crucibleId === one!.id)
    expect(inIt.length).toBeGreaterThan(0)
    const { terms } = parseSearch('crucible:kettle')
    const renamed = new Map([[one!.id, 'old kettle']])
    expect(inIt.filter((heat) => matches(ledgerRow(heat), terms, crucibles))).toEqual([])
    expect(inIt.filter((heat) => matches(ledgerRow(heat), terms, renamed))).toEqual(inIt)
  })
  it('a kilogram that was tapped costs what was paid for what went in, over what came out (by hand)', () => {
    const heat = yard.heats.find(({ number }) => number === 11)!
    const paid = heat.weighed.reduce((sum, { massG, pricePerKg }) => sum + (massG / 1000) * pricePerKg, 0)
    const ingots = heat.pour.ingots.reduce((sum, { massG }) => sum + massG, 0)
    const tappedKg = (ingots + (heat.pour.castingsG ?? 0)) / 1000
    expect(paid).toBeGreaterThan(1)
    expect(ledgerRow(heat).costPerKg).toBeCloseTo(paid / tappedKg, 9)
    expect(ledgerRow(yard.heats.find(({ number }) => number === 13)!).costPerKg).toBeNull()
  })
  it('the totals are the sums of the heats’ own balances; heats without a charge do not count', () => {
    const balances = yard.heats.map((heat) => heatSummary(heat).balance).filter((balance) => balance !== null)
    const { chargeG, tappedG } = ledgerTotals(yard.heats)
    expect(chargeG).toBeCloseTo(
      balances.reduce((sum, one) => sum + one.chargeG, 0),
      6,
    )
    expect(tappedG).toBeCloseTo(
      balances.reduce((sum, one) => sum + one.tapYield * one.chargeG, 0),
      6,
    )
    const [first] = yard.heats
    expect(ledgerTotals([{ ...first!, weighed: [] }])).toEqual({ chargeG: 0, tappedG: 0 })
  })
  it('says what it cannot read instead of finding nothing', () => {
    expect(parseSearch('Sn>lots date<soon').faults).toEqual([
      { part: 'Sn>lots', why: 'not-a-share' },
      { part: 'date<soon', why: 'not-a-date' },
    ])
    expect(parseSearch('lot:"tap bodies" fast').terms).toEqual([
      { kind: 'field', field: 'lot', text: 'tap bodies' },
      { kind: 'text', text: 'fast' },
    ])
  })
})

describe('what it is, and what it must not be used for', () => {
  it('a metal in the middle of C90500 (88 Cu 10 Sn 2 Zn) is nearest to gunmetal', () => {
    const near = nearestAlloys(sharp({ Cu: 88, Sn: 10, Zn: 2 }), ALLOYS)
    expect(near[0]!.alloy.id).toBe('C90500')
    expect(near[0]!.broken).toBe(0)
  })
  it('70 Cu 30 Zn is cartridge brass, not a casting brass with lead', () => {
    expect(nearestAlloys(sharp({ Cu: 70, Zn: 30, Pb: 0.02 }), ALLOYS)[0]!.alloy.id).toBe('C26000')
  })
  it('copper with some aluminium in it is near no aluminium alloy, read with its copper or without', () => {
    const rest = sharp({ Al: 4.6, Zn: 4.3, Sn: 0.74 })
    for (const near of [
      nearestAlloys(rest, ALLOYS, 'Cu'),
      nearestAlloys({ ...rest, ...sharp({ Cu: 90.36 }) }, ALLOYS),
    ]) {
      expect(near.map(({ alloy }) => baseMetal(alloy))).toEqual(['Cu', 'Cu', 'Cu', 'Cu'])
      expect(near[0]!.alloy.name).toContain('Golden coin')
      // Only that one has a place for all three.
      expect(near.filter(({ broken }) => broken === 0)).toHaveLength(1)
    }
    expect(nearestAlloys(sharp({ Ag: 92.5, Cu: 7.5 }), ALLOYS, 'Cu')).toEqual([])
    expect(nearestAlloys({}, ALLOYS)).toEqual([])
  })
  it('lead is kept from food, and 30 % zinc from the sea; clean metal is free of warnings', () => {
    const red = ALLOYS.find(({ id }) => id === 'C83600')!
    expect(usesOf(red, sharp({ Pb: 5 })).map(({ element }) => element)).toEqual(['Pb', 'Pb'])
    expect(usesOf(red, sharp({ Zn: 30 }))[0]!.mustNot).toContain('sea water')
    expect(usesOf(red, sharp({ Sn: 5 }))).toEqual([])
  })
})

describe('readings that disagree', () => {
  const reading = (id: string, pct: number): Assay => ({
    id,
    at: '2026-11-01T10:00:00.000Z',
    method: 'oes',
    specimen: '',
    readings: { Sn: { pct, sd: null }, Pb: { below: 0.02 } },
  })
  it('are shown: 12 against 9.0 and 9.1 at 1 % each', () => {
    const found = outliers([reading('a', 9), reading('b', 9.1), reading('c', 12)])
    expect(found.find(({ assayId }) => assayId === 'c')).toMatchObject({ element: 'Sn', pct: 12 })
    expect(outliers([reading('a', 9), reading('b', 9.1)])).toEqual([])
  })
})

it('strength is load over section: 12 kN on 50 mm² is 240 MPa', () => {
  expect(tensileMPa({ loadN: 12_000, sectionMm2: 50 })).toBe(240)
  expect(tensileMPa({ loadN: null, sectionMm2: 50 })).toBeNull()
})

describe('what the yard left undone', () => {
  const kinds = (part: Partial<typeof yard>) => todoItems({ ...yard, ...part })
  const [heat] = yard.heats.filter(({ loggedAt }) => loggedAt)
  const lot = { ...yard.lots[0]!, massG: 500, originHeatId: heat!.id, knowledge: 'assay' as const }

  it('of the demo yard: a crucible to be fired, and nothing that is not so', () => {
    expect(kinds({})).toEqual([{ kind: 'first-fire', name: 'Number three, new' }])
  })
  it('metal that was never measured, or is outside its limits, counts while it lies in the bins', () => {
    const bare = { ...heat!, assays: [] }
    const only = { heats: [bare], gear: [], lots: [lot] }
    expect(kinds(only)).toEqual([{ kind: 'unmeasured', heats: [bare.number], leftG: 500 }])
    expect(kinds({ ...only, lots: [{ ...lot, massG: 0 }] })).toEqual([])
    expect(kinds({ ...only, heats: [{ ...bare, loggedAt: null }] })).toEqual([])
    const outside = yard.heats.find((one) => one.loggedAt && ledgerRow(one).verdict === 'outside')!
    expect(kinds({ heats: [outside], gear: [], lots: [{ ...lot, originHeatId: outside.id }] })).toEqual([
      { kind: 'off-spec', heat: outside.number, leftG: 500 },
    ])
  })
  it('a worn crucible and damp metal come first; a retired one is left in peace', () => {
    const crucible = yard.gear.find((one) => one.type === 'crucible')!
    const cracked = {
      ...crucible,
      checks: [{ at: '2026-11-01T10:00:00.000Z', massG: null, wallMm: null, sound: 'cracked' as const }],
    }
    const probe = { ...yard.gear.find((one) => one.type === 'thermocouple')!, checks: [] }
    const all = todoItems({
      lots: [
        { ...lot, coatings: ['damp'] },
        { ...lot, name: 'Heap', knowledge: 'guess' },
        { ...lot, name: 'Pinch', knowledge: 'guess', massG: 10 },
      ],
      heats: [],
      gear: [probe, cracked] as typeof yard.gear,
    })
    expect(all).toEqual([
      { kind: 'retire', name: crucible.name, why: 'cracked' },
      { kind: 'damp', lots: [lot.name] },
      { kind: 'unchecked', name: probe.name },
      { kind: 'guessed', lots: ['Heap'], massG: 500 },
    ])
    const retired = { ...cracked, retiredAt: '2026-11-02T10:00:00.000Z' }
    expect(todoItems({ lots: [], heats: [], gear: [retired] as typeof yard.gear })).toEqual([])
    for (const end of all) {
      const words = looseEndWords(end, (value) => `${value} g`)
      expect(words.text + words.doIt).not.toMatch(/undefined|NaN/)
      expect(words.hurts).toBe(end.kind === 'retire' || end.kind === 'damp')
    }
  })
})
