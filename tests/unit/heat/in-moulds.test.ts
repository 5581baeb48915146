import { describe, expect, it } from 'vitest'
import { massBalance } from '#core/balance'
import { mouldTare } from '#core/gear'
import {
  heatSummary,
  ingotLot,
  inMouldsSpan,
  newHeat,
  nextIngotStamp,
  tared,
  waitingIngot,
  weighLine,
  type Heat,
} from '#core/heat'
import { newLot } from '#core/stock'

const NOW = '2026-05-01T08:00:00.000Z'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const bar = newLot(
  { id: id(1), now: NOW },
  {
    name: 'Bar',
    kind: 'scrap',
    form: 'bar',
    massG: 5000,
    pricePerKg: 10,
    composition: { Cu: 90, Sn: 10 },
    sd: {},
    knowledge: 'grade',
  },
)
const tin = { tareG: null, steelMm: { length: 200, width: 60, height: 40, wall: 4 } }
const gross = (n: number, grossG: number, mouldId: string | null, tare: Parameters<typeof waitingIngot>[1]) =>
  waitingIngot({ id: id(n), stamp: `H-001-${n}`, grossG, mouldId, mould: 'Loaf tin' }, tare)
const blank = newHeat({ id: id(99), now: NOW }, [])
const heat = (inMoulds: Heat['pour']['inMoulds'], more: Partial<Heat['pour']> = {}): Heat => ({
  ...blank,
  weighed: [weighLine(bar, 2000, 2000, NOW)],
  pour: {
    ...blank.pour,
    castingsG: 0,
    returnsG: 0,
    drossG: 0,
    skullG: 0,
    spillG: 0,
    heelG: 0,
    inMoulds,
    ...more,
  },
})

describe('what a mould weighs', () => {
  // By hand: outside 200 × 60 × 40 = 480 cm³, inside 192 × 52 × 36 = 359.424 cm³: 120.576 cm³ of steel at 7.85.
  it('an open box of 4 mm steel plate, 200 × 60 × 40 mm, weighs 946.5 g, 15 % either way', () => {
    const { fromG, toG, known } = mouldTare(tin)!
    expect(known).toBe('size')
    expect((fromG + toG) / 2).toBeCloseTo(946.52, 1)
    expect(toG / fromG).toBeCloseTo(1.15 / 0.85, 9)
  })
  it('a wall thicker than half the box is solid; weighed goes before size; neither is nothing', () => {
    const solid = mouldTare({ tareG: null, steelMm: { length: 100, width: 50, height: 40, wall: 30 } })!
    expect((solid.fromG + solid.toG) / 2).toBeCloseTo(200 * 7.85, 6)
    expect(mouldTare({ ...tin, tareG: 940 })).toEqual({ fromG: 940, toG: 940, known: 'weighed' })
    expect(mouldTare({ tareG: null, steelMm: null })).toBeNull()
    expect(mouldTare({ tareG: null })).toBeNull()
  })
})

describe('weighed too late', () => {
  const known = gross(1, 2900, id(7), { fromG: 800, toG: 1100, known: 'size' })
  const unknown = gross(2, 500, null, null)
  it('the metal is a span: between the heaviest and the lightest the mould may be', () => {
    expect(inMouldsSpan([known])).toEqual({ fromG: 1800, toG: 2100 })
    expect(inMouldsSpan([known, unknown])).toEqual({ fromG: 1800, toG: 2600 })
    expect(inMouldsSpan([{ grossG: 900, tareG: { fromG: 800, toG: 1100 } }])).toEqual({ fromG: 0, toG: 100 })
    expect(inMouldsSpan([])).toBeNull()
    expect(inMouldsSpan(undefined)).toBeNull()
  })
  it('the balance is one too, and says what it waits for; it does not close by what is only perhaps there', () => {
    const { balance } = heatSummary(heat([known]))
    expect(balance).toMatchObject({
      foundG: 1800,
      maybeG: 200,
      missingG: 200,
      state: 'open',
      unweighed: ['inMouldsG'],
    })
    // At the least nothing more than the losses is missing, at the most nothing too much: whatever the mould weighs.
    const narrow = gross(1, 2900, id(7), { fromG: 905, toG: 915, known: 'size' })
    expect(heatSummary(heat([narrow])).balance!.state).toBe('closes')
    // At the most more came out than went in: it has to be weighed.
    const wide = gross(1, 2900, id(7), { fromG: 700, toG: 915, known: 'size' })
    expect(heatSummary(heat([wide])).balance!.state).toBe('open')
    // Whatever it weighs, too much came out.
    expect(
      heatSummary(heat([gross(1, 4000, id(7), { fromG: 800, toG: 1100, known: 'size' })])).balance!.state,
    ).toBe('over')
  })
  it('an unknown mould alone is something weighed, and nothing known', () => {
    expect(
      massBalance(1000, { ...heat([]).pour, ingotsG: [], inMouldsG: { fromG: 0, toG: 900 } }),
    ).toMatchObject({ state: 'open', foundG: 0, maybeG: 900 })
  })
  it('weighed empty, the ingot has its weight, keeps its stamp and its mould, and the balance closes', () => {
    const {
      heat: after,
      gainedG,
      refused,
    } = tared(heat([known, unknown]), ({ mouldId }) => mouldId === id(7), 940)
    expect([gainedG, refused]).toEqual([1960, []])
    expect(after.pour.ingots).toEqual([
      { id: id(1), stamp: 'H-001-1', massG: 1960, mouldId: id(7), grossG: 2900, mould: 'Loaf tin' },
    ])
    expect(after.pour.inMoulds).toEqual([unknown])
    const closed = tared(after, () => true, 480).heat
    expect(closed.pour.inMoulds).toEqual([])
    expect(heatSummary(closed).balance).toMatchObject({
      foundG: 1980,
      maybeG: 0,
      missingG: 20,
      state: 'closes',
    })
  })
  it('a mould that weighs more than it did with the ingot is refused, the others are weighed', () => {
    const light = gross(3, 900, id(7), null)
    const found = tared(heat([known, light]), () => true, 940)
    expect(found.refused).toEqual(['H-001-3'])
    expect(found.heat.pour.inMoulds).toEqual([light])
    const before = heat([light])
    expect(tared(before, () => true, 900)).toEqual({ heat: before, gainedG: 0, refused: ['H-001-3'] })
    expect(tared(before, () => false, 10)).toEqual({ heat: before, gainedG: 0, refused: [] })
  })
  it('stamps go on after the highest there is, removed ones and waiting ones minded', () => {
    const ingot = (stamp: string) => ({ id: id(1), massG: 5, stamp })
    expect(nextIngotStamp('H-014', { ingots: [] })).toBe('H-014-1')
    expect(nextIngotStamp('H-014', { ingots: [ingot('H-014-1'), ingot('H-014-3')] })).toBe('H-014-4')
    expect(nextIngotStamp('H-001', { ingots: [], inMoulds: [unknown] })).toBe('H-001-3')
  })
  it('after the heat was logged they are a lot of its metal', () => {
    expect(ingotLot(heat([]), id(50), 380, NOW)).toMatchObject({
      massG: 380,
      kind: 'ingot',
      originHeatId: id(99),
      pricePerKg: 0,
    })
  })
})
