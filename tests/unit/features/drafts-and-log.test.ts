import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useAlloyDraft } from '~/features/alloys/useAlloyDraft'
import { useGearDraft } from '~/features/gear/useGearDraft'
import { useMeltLog } from '~/features/melt/useMeltLog'
import { useReconciliation } from '~/features/pour/useReconciliation'
import { useHeat } from '~/shared/heat/useHeat'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

describe('the furnace log', () => {
  let scope = effectScope()
  beforeEach(() => {
    scope = effectScope()
    vi.useFakeTimers({ now: new Date('2026-11-26T10:00:00Z'), toFake: ['Date', 'setInterval'] })
  })
  afterEach(() => {
    scope.stop()
    vi.useRealTimers()
  })

  it('keeps the order of the clock, whatever is written down late; what is struck comes back in its place', async () => {
    await openYard(13)
    const log = scope.run(() => useMeltLog())!
    const read = () => log.entries.value.map(({ celsius, kind }) => celsius ?? kind)
    log.add('temperature', { celsius: 700 })
    vi.setSystemTime(new Date('2026-11-26T10:10:00Z'))
    log.add('skim')
    log.add('temperature', { celsius: 650, at: '2026-11-26T09:55:00.000Z' })
    expect(read()).toEqual([650, 700, 'skim'])
    // The first thing that happened is where the minutes begin.
    expect(log.minutesAt('2026-11-26T10:10:00Z')).toBe(15)
    log.strike(log.entries.value[1]!.id)
    expect(read()).toEqual([650, 'skim'])
    log.putBack()
    expect(read()).toEqual([650, 700, 'skim'])
    expect(log.struck.value).toBeNull()
    log.addReadings(
      [
        { at: '2026-11-26T10:05:00.000Z', celsius: 900 },
        { at: '2026-11-26T09:50:00.000Z', celsius: 500 },
      ],
      'log.csv',
    )
    expect(read()).toEqual([500, 650, 700, 900, 'skim'])
    expect(log.entries.value.filter(({ from }) => from === 'table')).toHaveLength(2)
  })
})

describe('weights and assay put together', () => {
  it('balances what came in with what is found, tells an element that nobody brought by the misfit, and says what is missing', async () => {
    await openYard(11)
    const { result, fault } = useReconciliation()
    const { heat, edit } = useHeat()
    expect(fault.value).toBe('')
    expect(result.value!.chance).toBeGreaterThan(0.05)
    const assays = heat.value!.assays
    edit('No assay', { assays: [] })
    expect([result.value, fault.value]).toEqual([null, expect.stringContaining('With an assay')])
    edit('An element nobody brought', {
      assays: [{ ...assays[0]!, readings: { ...assays[0]!.readings, Bi: { pct: 3 } } }],
    } as never)
    expect(result.value!.chance).toBeLessThan(1e-6)
    edit('Nothing tapped', { assays, pour: { ...heat.value!.pour, ingots: [], castingsG: null } })
    expect([result.value, fault.value]).toEqual([null, ''])
  })
})

describe('an own alloy being written down', () => {
  it('limits stand a tenth to either side; what does not add up is said once it is to be kept, and not kept', async () => {
    const yard = await openYard()
    let done = 0
    const draft = useAlloyDraft(null, {}, () => done++)
    draft.rows.value = [{ symbol: 'Sn', nominal: 10, min: null, max: null }]
    draft.spread()
    expect(draft.rows.value[0]).toMatchObject({ min: 9, max: 11 })
    expect(draft.faults.value).toEqual([])
    draft.save()
    expect([draft.faults.value.length > 0, done]).toEqual([true, 0])
    draft.draft.name = 'Bell'
    draft.rows.value[0]!.min = 12
    draft.save()
    expect([draft.faults.value.length > 0, done]).toEqual([true, 0])
    draft.rows.value[0]!.min = 9
    draft.save()
    expect([draft.faults.value, done]).toEqual([[], 1])
    expect(yard.ownAlloys.at(-1)!.alloy).toMatchObject({ name: 'Bell', base: 'Cu', nominal: { Sn: 10 } })
    draft.setGroup('aluminium')
    expect([draft.draft.base, draft.draft.practice]).toEqual(['Al', expect.stringContaining('aluminium')])
  })
})

describe('a piece of gear being written down', () => {
  it('a crucible filled with water has its number: pounds of aluminium, 2.375 g/cm³ when liquid, to the brim', async () => {
    const yard = await openYard()
    let done = 0
    const { draft, faults, save } = useGearDraft('crucible', null, () => done++)
    save()
    expect(faults.value).toContain('Give it a name.')
    Object.assign(draft, { name: 'Small one', brimCm3: 764 })
    save()
    // 4 lb × 453.59 g ÷ 2.375 g/cm³ = 764 cm³ (density of liquid aluminium at its melting point).
    expect(done).toBe(1)
    const kept = yard.gear.find(({ name }) => name === 'Small one') as unknown as { number: number }
    expect(kept.number).toBeGreaterThan(3.8)
    expect(kept.number).toBeLessThan(4.2)
  })
})
