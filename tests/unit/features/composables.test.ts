import { describe, expect, it, vi } from 'vitest'
import { ALLOYS } from '#core/alloys'
import { metallicYieldOf } from '#core/losses'
import { useLosses } from '~/features/charge/useLosses'
import { useStageLine } from '~/features/app-shell/useStageLine'
import { useLotDraft } from '~/features/stock/useLotDraft'
import { useStockView } from '~/features/stock/useStockView'
import { useMetalNeed } from '~/features/target/useMetalNeed'
import { startHeat, useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { went } from '../../support/frame'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

describe('the heat in hand', () => {
  it('is the one of the address; without one the newest open, and where none is open the newest', async () => {
    const yard = await openYard(6)
    expect(useHeat().heat.value?.number).toBe(6)
    await openYard()
    expect(useHeat().heat.value?.number).toBe(13)
    await openYard(99)
    expect(useHeat().heat.value).toBeNull()
    expect(yard.heats).toHaveLength(13)
  })

  it('the next one gets the next number, what it was started with, and its first stage is gone to', async () => {
    const yard = await openYard()
    await startHeat({ tapMassG: 750 })
    expect(yard.heats.at(-1)).toMatchObject({ number: 14, tapMassG: 750, loggedAt: null })
    expect(went).toEqual(['/heat/14/target'])
    yard.undo()
    expect(yard.heats).toHaveLength(13)
  })

  it('a yard that is only looked at takes no heat and goes nowhere', async () => {
    const yard = await openYard()
    yard.look(yard.workspace, { name: 'x', own: true, leftOut: 0 })
    await startHeat()
    expect([yard.heats.length, yard.refused, went]).toEqual([13, 1, []])
  })

  it('a run of typing with one key is one step; the next one after it was sealed is another', async () => {
    const yard = await openYard(13)
    const { heat, edit } = useHeat()
    const steps = yard.journal.steps.length
    for (const title of ['F', 'Fa', 'Fairleads']) edit('Name the heat', { title }, 'title')
    expect(yard.journal.steps.length).toBe(steps + 1)
    yard.seal()
    edit('Name the heat', { title: 'Cleats' }, 'title')
    yard.undo()
    expect(heat.value?.title).toBe('Fairleads')
    yard.undo()
    expect(heat.value?.title).toBe('Skiff fairleads in gunmetal')
  })
})

describe('the time of a change', () => {
  it('is the store’s, whoever made it: of all records of a step the same, and the step’s own', async () => {
    const yard = await openYard(13)
    const before = yard.heats.at(-1)!
    const lots = yard.lots
      .slice(0, 2)
      .map((lot) => ({ ...lot, note: 'moved', updatedAt: '2001-01-01T00:00:00.000Z' }))
    yard.commit(
      'Note',
      lots.map((lot) => ({ collection: 'lots' as const, id: lot.id, after: lot })),
    )
    useHeat().edit('Name the heat', { title: 'Cleats' })
    const steps = yard.journal.steps.slice(-2)
    for (const { at, changes } of steps)
      for (const { after } of changes) expect((after as { updatedAt: string }).updatedAt).toBe(at)
    expect(yard.heats.at(-1)!.createdAt).toBe(before.createdAt)
  })
  it('of what was read from a file is the file’s', async () => {
    const yard = await openYard()
    const lot = { ...yard.lots[0]!, updatedAt: '2001-01-01T00:00:00.000Z' }
    yard.commit('Merge a file', [{ collection: 'lots', id: lot.id, after: lot }], undefined, true)
    expect(yard.lots.find(({ id }) => id === lot.id)!.updatedAt).toBe('2001-01-01T00:00:00.000Z')
  })
})

describe('the line of stages', () => {
  it('tells what each has to say of a heat that is planned, and of one that is done', async () => {
    await openYard(13)
    const answers = () =>
      Object.fromEntries(useStageLine().stages.value.map(({ id, answer }) => [id, answer]))
    expect(answers()).toMatchObject({
      target: 'C90500, 2\u202f000\u00a0g',
      charge: 'to weigh',
      melt: 'not lit',
    })
    await openYard(11)
    expect(answers().charge).toMatch(/weighed$/)
    expect(answers().ledger).toBe('12 heats')
  })
})

describe('the lots as they are looked at', () => {
  it('every word counts, in name, note, kind or element; filters narrow; nothing is lost between the bins', async () => {
    const yard = await openYard()
    const view = useStockView()
    const shown = () => view.bins.value.flatMap(({ lots }) => lots)
    expect(shown()).toHaveLength(yard.lots.length)
    view.search.value = 'RETURNS  al'
    expect(shown().map(({ name }) => name)).toContain('Aluminium returns')
    view.search.value = 'no such metal'
    expect(shown()).toEqual([])
    view.showAll()
    view.filter.coating = 'oil'
    expect(shown().map(({ name }) => name)).toEqual(['Cylinder head'])
    view.filter.coating = 'clean'
    expect(shown().length).toBe(yard.lots.filter(({ coatings }) => !coatings?.length).length)
    expect(view.filtered.value).toBe(1)
    view.showAll()
    view.order.value = 'mass'
    const masses = shown().map(({ massG }) => massG)
    expect(masses).toEqual([...masses].sort((a, b) => b - a))
  })
})

describe('a lot being written down', () => {
  it('what cannot be kept is said and throws at nobody; put right, it is kept; edited, it stays the same lot', async () => {
    const yard = await openYard()
    let done = 0
    const { draft, extras, rows, faults, save } = useLotDraft(null, () => done++)
    save()
    expect([faults.name, faults.composition].every(Boolean)).toBe(true)
    Object.assign(draft, { name: ' Taps ', massG: 900 })
    rows.value = [
      { symbol: 'Cu', pct: 60, sd: null },
      { symbol: 'Zn', pct: 38, sd: null },
    ]
    // A year of five digits, as a date field lets one type it.
    extras.gotOn = '20261-11-01'
    save()
    expect([faults.whole, done]).toEqual(['The date is not valid: correct it, then save.', 0])
    extras.gotOn = '2026-11-01'
    save()
    expect([faults.whole, done]).toEqual(['', 1])
    const lot = yard.lots.at(-1)!
    expect(lot).toMatchObject({ name: 'Taps', massG: 900, gotOn: '2026-11-01', knowledge: 'guess', note: '' })
    expect(lot.sd.Zn).toBeGreaterThan(0)
    const again = useLotDraft(lot, () => done++)
    again.draft.massG = 850
    again.extras.gotOn = ''
    again.save()
    const { gotOn: _, ...rest } = lot
    expect(yard.records.lots[lot.id]).toEqual({ ...rest, massG: 850, updatedAt: expect.any(String) })
  })

  it('what another changed while the form was open stays: a note, and what was taken', async () => {
    const yard = await openYard()
    const lot = yard.lots.find(({ name }) => name === 'Tin bar')!
    const { draft, save } = useLotDraft(lot, () => {})
    const taken = { ...lot, note: 'By the door', massG: lot.massG - 50 }
    yard.takeIn([{ collection: 'lots', id: lot.id, before: lot, after: taken }])
    Object.assign(draft, { name: 'Tin bar, pure', massG: lot.massG + 20 })
    save()
    expect(yard.records.lots[lot.id]).toMatchObject({
      name: 'Tin bar, pure',
      note: 'By the door',
      massG: lot.massG - 30,
    })
  })
})

describe('what has to be poured', () => {
  it('the tap mass follows the castings: 1 000 g with 60 % of gates and 10 % so as not to run short are 1 760 g', async () => {
    await openYard(13)
    const { heat, change, differs, edit, useNeeded } = useMetalNeed()
    change({ castingsG: 1000, gatingPct: 60, allowancePct: 10, heelG: 0, parts: [] })
    expect(heat.value?.tapMassG).toBe(1760)
    expect(differs.value).toBeNull()
    edit('Tap less', { tapMassG: 1500 })
    expect(differs.value).toBe(1760)
    useNeeded()
    expect(heat.value?.tapMassG).toBe(1760)
  })

  it('the same parts weigh less in aluminium, by the ratio of the densities', async () => {
    await openYard(13)
    const need = useMetalNeed()
    const part = { ...need.parts.value[0]!, id: 'a', count: 2 }
    need.change({ parts: [{ ...part, source: { from: 'volume', volumeCm3: 50 } }], heelG: 0 })
    const before = { g: need.need.value.castingsG, gcm3: need.density.value!.gcm3 }
    expect(before.g).toBeCloseTo(100 * before.gcm3, 6)
    need.keepPart({ ...part, id: 'b', count: 1, source: { from: 'volume', volumeCm3: 20 } })
    expect(need.need.value.castingsG).toBeCloseTo(120 * before.gcm3, 6)
    need.dropPart({ ...part, id: 'b' })
    need.countPart(part, 3)
    expect(need.need.value.castingsG).toBeCloseTo(150 * before.gcm3, 6)
    const aluminium = ALLOYS.find(({ id }) => id === '356.0')!
    need.edit('Choose', { alloy: aluminium })
    need.change({})
    expect(need.need.value.castingsG).toBeCloseTo(150 * need.density.value!.gcm3, 6)
    expect(need.density.value!.gcm3).toBeLessThan(before.gcm3 / 3)
  })
})

describe('whose losses a heat is planned with', () => {
  it('one figure set by hand makes them its own; the other figures stay; undone they are as before', async () => {
    const yard = await openYard(13)
    const { elements, way, setRecovery, setYield, setWay, forms } = useLosses()
    const zinc = () => elements.value.find(({ id }) => id === 'Zn')!
    const { value: usual } = zinc()
    const others = () => elements.value.filter(({ id }) => id !== 'Zn').map(({ value }) => value)
    const before = others()
    setRecovery('Zn', 0.8)
    expect([zinc().value, zinc().usual, way.value]).toEqual([0.8, usual, 'own'])
    expect(others()).toEqual(before)
    const [form] = forms.value
    setYield(form!.id, 0.5)
    expect(forms.value[0]).toMatchObject({ value: 0.5, usual: metallicYieldOf(form!.id) })
    await setWay('none')
    expect(elements.value.every(({ value }) => value === 1)).toBe(true)
    await setWay('usual')
    expect(zinc().value).toBe(usual)
    for (let steps = 0; steps < 4; steps++) yard.undo()
    expect(zinc().value).toBe(usual)
  })

  it('a line that is weighed is reckoned anew with the yield of its form', async () => {
    const yard = await openYard(13)
    const heat = yard.heats.at(-1)!
    const logged = yard.heats.find(({ weighed }) => weighed.length > 0)!
    const after = { ...heat, weighed: logged.weighed.slice(0, 1) }
    yard.commit('Weigh', [{ collection: 'heats', id: heat.id, after }])
    const { setYield, heat: now } = useLosses()
    setYield(after.weighed[0]!.form, 0.6)
    expect(now.value!.weighed[0]!.metallicYield).toBe(0.6)
    expect(now.value!.weighed[0]!.massG).toBe(after.weighed[0]!.massG)
  })
})

describe('how a yard writes its figures', () => {
  it('pounds with their ounces, °F, and money of the yard', async () => {
    const yard = await openYard()
    yard.changeSettings({ mass: 'lb', temperature: 'F', currency: '$' })
    const { grams, degrees, degreesApart, money } = useUnits()
    expect(grams(2585)).toBe('5 lb 11.2\u00a0oz')
    expect(degrees(1200)).toBe('2192 °F')
    expect(degreesApart(20)).toBe('36\u00a0°F')
    expect(money(2.5)).toBe('$\u00a02.50')
  })
})
