import { describe, expect, it } from 'vitest'
import { blankEntry, type Heat, type LogKind } from '#core/heat'
import {
  actsOfTicks,
  benchHeat,
  practiceHeatRecord,
  practiceLesson,
  REHEARSED_PRACTICE,
} from '#core/rehearsal'

const AT = '2026-11-14T10:00:00.000Z'
const practice = REHEARSED_PRACTICE.find(({ id }) => id === 'scrap-bronze')!
const { scenario } = practiceLesson(practice)!
const base = benchHeat(practiceHeatRecord(practice), AT)
const later = (minutes: number) => new Date(Date.parse(AT) + 60_000 * minutes).toISOString()
const ticked = (heat: Heat, id: string, { skipped = false, at = AT } = {}): Heat => ({
  ...heat,
  done: { ...heat.done, [id]: { at, skipped } },
})
const written = (heat: Heat, kind: LogKind, more = {}): Heat => ({
  ...heat,
  log: [...(heat.log ?? []), { ...blankEntry({ id: crypto.randomUUID(), at: AT }, kind), ...more }],
})
const acts = (before: Heat, after: Heat, more: { lifted?: boolean; nowMs?: number } = {}) =>
  actsOfTicks({
    scenario,
    before,
    after,
    cover: 'glass',
    lifted: more.lifted ?? false,
    nowMs: more.nowMs ?? Date.parse(AT),
  })
const warm = ticked(base, 'preheat')
const tin = scenario.lots.find(({ name }) => name === 'Tin bar')!

describe('what ticks of the sheet do to the metal', () => {
  it('what is ticked goes in, warm where the charge was warmed; what is skipped does not', () => {
    expect(acts(base, ticked(base, tin.step!))).toEqual([{ do: 'add', lot: tin.id, preheated: false }])
    expect(acts(warm, ticked(warm, tin.step!))).toEqual([{ do: 'add', lot: tin.id, preheated: true }])
    const cold = ticked(base, 'preheat', { skipped: true })
    expect(acts(cold, ticked(cold, tin.step!))).toEqual([{ do: 'add', lot: tin.id, preheated: false }])
    expect(acts(base, ticked(base, tin.step!, { skipped: true }))).toEqual([])
    expect(acts(ticked(base, tin.step!), ticked(base, tin.step!))).toEqual([])
    expect(acts(ticked(base, tin.step!), base)).toEqual([])
  })
  it('what is in the pot from the beginning is not added again', () => {
    const [first] = scenario.lots
    expect(first!.step).toBe('base')
    expect(acts(base, ticked(base, 'base'))).toEqual([])
  })
  it('fire and lid are as they are written down; a fire without a figure is none', () => {
    expect(acts(base, written(base, 'fire', { power: 0.5 }))).toEqual([{ do: 'power', to: 0.5 }])
    expect(acts(base, written(base, 'lid-off'))).toEqual([{ do: 'lid', on: false }])
    expect(acts(base, written(base, 'lid-on'))).toEqual([{ do: 'lid', on: true }])
    expect(acts(base, written(base, 'fire'))).toEqual([])
  })
  it('treatments are done, looking and waiting are not', () => {
    const done = (id: string) => acts(warm, ticked(warm, id)).map((act) => act.do)
    expect(['cover', 'stir', 'skim', 'deoxidise'].map(done)).toEqual([
      ['cover'],
      ['stir'],
      ['skim'],
      ['deoxidise'],
    ])
    // Nothing preheated: the first tool is cold, too.
    expect(acts(base, ticked(base, 'skim')).map((act) => act.do)).toEqual(['cold-tool', 'skim'])
    expect(['ready', 'crucible', 'rest', 'sample', 'temperature', 'mould', 'empty'].flatMap(done)).toEqual([])
  })
  it('degassing lasts as its clock ran, else since the step before and never longer than is believed', () => {
    const nowMs = Date.parse(later(14))
    const clocked = { ...warm, clocks: { degas: AT } }
    expect(acts(clocked, ticked(clocked, 'degas'), { nowMs })).toEqual([{ do: 'degas', minutes: 14 }])
    const before = ticked(warm, 'skim', { at: later(6) })
    expect(acts(before, ticked(before, 'degas'), { nowMs })).toEqual([{ do: 'degas', minutes: 8 }])
    const long = Date.parse(later(60))
    expect(acts(warm, ticked(warm, 'degas'), { nowMs: long })).toEqual([{ do: 'degas', minutes: 20 }])
  })
  it('pouring lifts first what was not lifted', () => {
    const done = (lifted: boolean) => acts(warm, ticked(warm, 'pour'), { lifted }).map((act) => act.do)
    expect(done(false)).toEqual(['lift', 'pour'])
    expect(done(true)).toEqual(['pour'])
  })
  it('zinc put back is one addition, by what was weighed or written for it', () => {
    const [line] = base.weighed
    const put = ticked(
      ticked({ ...base, weighed: [...base.weighed, { ...line!, massG: 12 }] }, 'top-up'),
      'add-zinc',
    )
    expect(acts(base, put)).toEqual([{ do: 'zinc', massG: 12, preheated: false }])
    expect(acts(base, ticked(written(base, 'addition', { massG: 9 }), 'top-up'))).toEqual([
      { do: 'zinc', massG: 9, preheated: false },
    ])
  })
  it('what is written in the log with one press is done, a reading is not', () => {
    expect(acts(base, written(base, 'skim'))).toEqual([{ do: 'skim' }])
    expect(acts(base, written(base, 'degas', { minutes: 5 }))).toEqual([{ do: 'degas', minutes: 5 }])
    expect(acts(base, written(base, 'temperature', { celsius: 1000 }))).toEqual([])
  })
})
