import { describe, expect, it, vi } from 'vitest'
import { ALLOYS } from '#core/alloys'
import { metallicYieldOf } from '#core/losses'
import type { Lot } from '#core/stock'
import { useIdentify } from '~/features/stock/useIdentify'
import { useStockBench } from '~/features/stock/useStockBench'
import { useCastingFacts } from '~/features/target/useCastingFacts'
import { useMetalNeed } from '~/features/target/useMetalNeed'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

describe('several lots at once', () => {
  it('merged they weigh and hold what they did together, by hand; undone they are apart again', async () => {
    const yard = await openYard()
    const bench = useStockBench()
    const [tin, pewter] = ['Tin bar', 'Pewter scraps'].map((name) =>
      yard.lots.find((lot) => lot.name === name)!,
    )
    bench.merge()
    expect(yard.lots).toContainEqual(tin)
    for (const { id } of [tin!, pewter!]) bench.pick(id)
    expect(bench.lots.value).toHaveLength(2)
    bench.merge()
    const merged = yard.lots.find(({ name }) => name === 'Tin bar and 1 more')!
    const massG = tin!.massG + pewter!.massG
    // What melts counts, each by the yield of its form.
    const metalG = (lot: Lot) => lot.massG * (lot.metallicYield ?? metallicYieldOf(lot.form))
    const pct = (symbol: string) =>
      (metalG(tin!) * (tin!.composition[symbol] ?? 0) +
        metalG(pewter!) * (pewter!.composition[symbol] ?? 0)) /
      (metalG(tin!) + metalG(pewter!))
    expect(merged.massG).toBeCloseTo(massG, 6)
    expect(merged.composition.Sn).toBeCloseTo(pct('Sn'), 3)
    expect(merged.composition.Sb ?? 0).toBeCloseTo(pct('Sb'), 3)
    expect(merged.pricePerKg * massG).toBeCloseTo(
      tin!.massG * tin!.pricePerKg + pewter!.massG * pewter!.pricePerKg,
      0,
    )
    expect(yard.lots).toHaveLength(15)
    expect(bench.picked.size).toBe(0)
    yard.undo()
    expect(yard.lots).toEqual(expect.arrayContaining([tin, pewter]))
  })

  it('all are picked, or none where all are; written off they are one step', async () => {
    const yard = await openYard()
    const bench = useStockBench()
    bench.pickAll(yard.lots)
    expect(bench.picked.size).toBe(16)
    bench.pickAll(yard.lots)
    expect(bench.picked.size).toBe(0)
    bench.pickAll(yard.lots.slice(0, 3))
    bench.writeOff()
    expect(yard.lots).toHaveLength(13)
    yard.undo()
    expect(yard.lots).toHaveLength(16)
  })
})

describe('what is this?', () => {
  it('the odds add up to one; an answer given twice is taken back; more in water than in air is said to be none', async () => {
    await openYard()
    const { suspects, restOdds, answer, answers, airG, waterG, waterC, density, given, asLot, found } =
      useIdentify()
    const total = () => suspects.value.reduce((sum, { odds }) => sum + odds, 0) + restOdds.value
    expect(total()).toBeCloseTo(1, 9)
    const { id, answers: possible } = found.value.next!.clue
    const [first] = Object.keys(possible)
    answer(id, first!)
    expect([given.value, answers[id]]).toEqual([1, first])
    expect(total()).toBeCloseTo(1, 9)
    answer(id, first!)
    expect(answers).toEqual({})
    // A bar of aluminium of 270 g hung in a cup of water of 20 °C (0.9982 g/cm³) puts 99.8 g on the scale: 100 cm³, 2.70 g/cm³.
    Object.assign(airG, { value: 270 })
    Object.assign(waterG, { value: 99.8 })
    Object.assign(waterC, { value: 20 })
    expect(density.value).toMatchObject({ ok: true })
    expect(density.value!.ok && density.value!.gcm3).toBeCloseTo(2.7, 2)
    expect(asLot.value.composition!.Al).toBeGreaterThan(80)
    expect([asLot.value.massG, asLot.value.knowledge]).toEqual([270, 'density'])
    expect(total()).toBeCloseTo(1, 9)
    Object.assign(waterG, { value: 300 })
    expect(density.value).toEqual({ ok: false })
  })
})

describe('what the metal does in the mould', () => {
  it('a plate twice as thick freezes four times as long (Chvorinov); no riser is told for a metal without a table', async () => {
    await openYard(13)
    const need = useMetalNeed()
    const facts = useCastingFacts()
    expect(facts.law.value).toMatchObject({ law: 'conduction', mouldC: 25 })
    // Walls far thinner than the piece: no wall takes longer than the piece it is part of.
    expect(facts.freezeS(2) / facts.freezeS(1)).toBeCloseTo(4, 6)
    expect(facts.freezeS(500)).toBeCloseTo(facts.freezesS.value, 6)
    expect(facts.riser.value === null).toBe(facts.ruling.value === null)
    need.edit('Choose', { alloy: ALLOYS.find(({ id }) => id === 'Z33520')! })
    expect(facts.riser.value).toBeNull()
  })
  it('of a volume alone tells the longest a ball would take, and neither a time nor a riser', async () => {
    await openYard(13)
    const need = useMetalNeed()
    const facts = useCastingFacts()
    const piece = { id: crypto.randomUUID(), name: 'Block', count: 1, thinMm: null, thickMm: null }
    need.change({ parts: [] }, 'Begin')
    need.keepPart({ ...piece, source: { from: 'volume', volumeCm3: 1450 } })
    expect([facts.ruling.value, facts.riser.value]).toEqual([null, null])
    // V/A of a ball of 1,450 cm³: r = 70.2 mm, a third of that.
    expect(facts.shapeless.value).toMatchObject({ names: ['Block'], mostMm: expect.closeTo(23.4, 1) })
    expect(facts.coolDown.value).not.toBeNull()
    need.keepPart({ ...piece, thickMm: 12, source: { from: 'volume', volumeCm3: 1450 } })
    expect(facts.shapeless.value).toBeNull()
    // A square plate of 12 mm: V/A is under half its thickness.
    expect(facts.ruling.value).toBeLessThan(6)
    expect(facts.ruling.value).toBeGreaterThan(5)
  })
})
