import { describe, expect, it } from 'vitest'
import { newHeat } from '#core/heat'
import { PRACTICE_HEATS } from '#core/practice-heats'
import {
  referenceRun,
  debrief,
  mishapsOf,
  openRehearsal,
  practiceLesson,
  rehearse,
  rehearsedHeat,
  REHEARSED_PRACTICE,
  type Act,
  type Happened,
  type Mishap,
  type Scenario,
} from '#core/rehearsal'
import { many } from '../../support/reliability'

const LONGEST_S = 4 * 3600
const lessonOf = (id: string) => practiceLesson(REHEARSED_PRACTICE.find((one) => one.id === id)!)!.scenario
const gunmetal = lessonOf('scrap-bronze')
const brass = lessonOf('zinc')
const whole = (scenario: Scenario, ...mishaps: Mishap[]): Scenario => ({
  ...scenario,
  begins: scenario.lots.length,
  mishaps,
})
const timesOf = (happened: readonly { what: Happened; atS: number }[], what: Happened) =>
  happened.filter((one) => one.what === what).map(({ atS }) => atS)

describe('the clock of a rehearsal', () => {
  it('an act is done at its own second, however it is handed in', () => {
    const acts: Act[] = [
      { atS: 100, do: 'lid', on: false },
      { atS: 260, do: 'power', to: 0.5 },
    ]
    const open = openRehearsal(gunmetal, acts)
    expect(open.now.atS).toBe(260)
    expect(open.now).toMatchObject({ lid: false, power: 0.5 })
    open.go(600)
    const { end, trace } = rehearse(gunmetal, acts.toReversed(), 600)
    expect(open.now.celsius).toBe(end.celsius)
    expect(open.trace).toEqual(trace)
    const stopped = rehearse(gunmetal, [{ atS: 300, do: 'stop' }], LONGEST_S)
    expect(stopped.poured).toMatchObject({ how: 'stopped', atS: 300 })
    expect(stopped.end.atS).toBe(300)
  })
  it('after it is poured nothing is done and no time passes', () => {
    const open = openRehearsal(gunmetal, [{ atS: 300, do: 'stop' }])
    const before = { ...open.now }
    open.act({ atS: 300, do: 'power', to: 0 })
    open.go(900)
    expect(open.now).toEqual(before)
  })
})

describe('what comes at its moment', () => {
  it('comes then and once: a bottle that runs low, a helper who is late and is there', () => {
    const late: Mishap = { what: 'helper-late', toldS: 500, atS: 800 }
    const { happened } = rehearse(whole(gunmetal, { what: 'gas-low', atS: 400 }, late), [], 1200).end
    expect(timesOf(happened, 'gas-low')).toEqual([400])
    expect(timesOf(happened, 'helper-late')).toEqual([500])
    expect(timesOf(happened, 'helper-here')).toEqual([800])
  })
  it('a crucible weeps only what is molten, and not once it is out', () => {
    const weeps = whole(gunmetal, { what: 'weeps', atS: 60 })
    const { happened } = rehearse(weeps, [], 3600).end
    const [molten] = timesOf(happened, 'molten')
    const [weeping, ...more] = timesOf(happened, 'weeps')
    expect(more).toEqual([])
    expect(weeping).toBeGreaterThanOrEqual(molten!)
    expect(weeping).toBeLessThanOrEqual(molten! + 1)
    const out = whole(gunmetal, { what: 'weeps', atS: molten! + 100 })
    const lifted = rehearse(out, [{ atS: molten! + 50, do: 'lift' }], molten! + 400).end
    expect(timesOf(lifted.happened, 'weeps')).toEqual([])
  })
  it('metal left to itself freezes once', () => {
    const { end } = rehearse(whole(gunmetal), [{ atS: 2400, do: 'lift' }], 2400 + 1500)
    expect(end.celsius).toBeLessThan(end.solidusC - 50)
    expect(timesOf(end.happened, 'frozen')).toHaveLength(1)
  })
  it('only what goes in later can be damp, and a furnace that never gets there has mishaps all the same', () => {
    const begun = new Set(gunmetal.lots.slice(0, gunmetal.begins).map(({ id }) => id))
    const seeds = Array.from({ length: many(60, 20) }, (_, at) => at + 1)
    const drawn = seeds.map((seed) => mishapsOf(gunmetal, 'much', seed))
    const damp = drawn.flatMap((mishaps) => mishaps.flatMap((one) => (one.what === 'damp' ? [one.lot] : [])))
    expect(damp.length).toBeGreaterThan(0)
    expect(damp.filter((lot) => begun.has(lot))).toEqual([])
    const weak = { ...gunmetal, furnace: { ...gunmetal.furnace, powerKw: 0.2 } }
    expect(referenceRun(weak).some((act) => act.do === 'lift')).toBe(false)
    const timed = seeds
      .slice(0, many(60, 10))
      .flatMap((seed) => mishapsOf(weak, 'much', seed))
      .filter((one) => 'atS' in one)
    expect(timed.length).toBeGreaterThan(0)
    for (const one of timed) expect(one).toMatchObject({ atS: expect.any(Number) as number })
    const moments = drawn.map((mishaps) => mishaps.map((one) => ('atS' in one ? one.atS : 0)))
    for (const all of moments) expect(all).toEqual(all.toSorted((a, b) => a - b))
  })
})

describe('what is wrong with what was cast', () => {
  it('out of its limits where it is, and not at them', () => {
    const book = referenceRun(brass)
    const zincs = new Set(
      brass.lots.filter(({ composition }) => (composition.Zn ?? 0) > 30).map(({ id }) => id),
    )
    expect(zincs.size).toBe(1)
    const without = book.filter((act) => act.do !== 'add' || !zincs.has(act.lot))
    expect(rehearse(brass, without, LONGEST_S).poured!.faults).toEqual(
      expect.arrayContaining(['lots-left', 'out-of-limits']),
    )
    const made = rehearse(gunmetal, referenceRun(gunmetal), LONGEST_S).poured!
    const at = (limits: Scenario['limits']) =>
      rehearse({ ...gunmetal, limits }, referenceRun(gunmetal), LONGEST_S).poured!.faults
    const tin = made.composition.Sn!
    expect(at({ Sn: { min: tin, max: tin } })).not.toContain('out-of-limits')
    expect(at({ Sn: { min: tin + 0.01 } })).toContain('out-of-limits')
    expect(at({ Sn: { max: tin - 0.01 } })).toContain('out-of-limits')
    // What is not in it at all is none of it.
    expect(at({ Be: { min: 0.1 } })).toContain('out-of-limits')
  })
  it('of a heat that was stopped no choice is judged', () => {
    const acts: Act[] = [
      { atS: 200, do: 'lid', on: false },
      { atS: 900, do: 'stop' },
    ]
    const { poured, costs, better } = debrief(gunmetal, acts)
    expect(poured).toMatchObject({ how: 'stopped', faults: [] })
    expect([costs, better]).toEqual([[], []])
    expect(debrief(gunmetal, []).poured).toBeNull()
    // Bare and long at heat it lost zinc that a cover would have kept: nobody is told so who stopped in time.
    const bare = debrief(whole(brass), [{ atS: 4000, do: 'stop' }])
    expect(bare.poured!.zincLostG).toBeGreaterThan(5)
    expect(bare.costs).toEqual([])
  })
})

describe('a rehearsal as a heat', () => {
  it('has what was done in its log, each at its moment, and nothing else', () => {
    const startedAt = '2026-11-14T10:00:00.000Z'
    const heat = newHeat({ id: '00000000-0000-4000-8000-000000000001', now: startedAt }, [])
    const acts: Act[] = [
      { atS: 0, do: 'cover', cover: 'glass' },
      { atS: 120, do: 'power', to: 0.5 },
      { atS: 180, do: 'lid', on: false },
      { atS: 240, do: 'lid', on: true },
      { atS: 300, do: 'stir' },
      { atS: 600, do: 'skim' },
      { atS: 660, do: 'degas', minutes: 6 },
      { atS: 900, do: 'skim' },
    ]
    const { log = [], done } = rehearsedHeat(heat, { scenario: gunmetal, acts, seed: 3 }, startedAt)
    const written = log
      .filter(({ kind }) => !['temperature', 'molten', 'flare', 'spatter'].includes(kind))
      .map(({ kind, at }) => [kind, (Date.parse(at) - Date.parse(startedAt)) / 1000])
    expect(written).toEqual([
      ['fire', 120],
      ['lid-off', 180],
      ['lid-on', 240],
      ['skim', 600],
      ['degas', 660],
      ['skim', 900],
    ])
    expect(log.map(({ at }) => at)).toEqual(log.map(({ at }) => at).toSorted())
    expect(done.skim).toEqual({ at: '2026-11-14T10:15:00.000Z', skipped: false })
    expect(done.deoxidise).toMatchObject({ skipped: true })
  })
  it('a practice without a fire is no lesson', () => {
    const cold = PRACTICE_HEATS.filter(({ rehearse: fire }) => !fire)
    expect(cold.length).toBeGreaterThan(0)
    for (const one of cold) expect(practiceLesson(one)).toBeNull()
    expect(REHEARSED_PRACTICE.length + cold.length).toBe(PRACTICE_HEATS.length)
  })
})
