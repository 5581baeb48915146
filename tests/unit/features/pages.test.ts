import { describe, expect, it, vi } from 'vitest'
import { ref, shallowRef } from 'vue'
import { findAlloy } from '#core/alloys'
import { ledgerRow } from '#core/ledger'
import { useStory } from '~/features/ledger/useStory'
import { useTrends } from '~/features/ledger/useTrends'
import type { PileRow } from '~/features/scrap-pile/usePile'
import { usePileAnswer } from '~/features/scrap-pile/usePileAnswer'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())
vi.mock('~/shared/learning/taught-store', () => ({
  useTaught: () => ({ logged: 0, tramps: async () => [] }),
}))

describe('trends', () => {
  it('chart the yield of every logged heat; of one alloy its own element against its own figures', async () => {
    const yard = await openYard()
    const trends = useTrends()
    const logged = yard.heats.filter(({ loggedAt }) => loggedAt)
    expect(trends.rows.value).toHaveLength(logged.length)
    expect(trends.alloys.value.map(({ count }) => count)).toEqual(
      trends.alloys.value.map(({ count }) => count).sort((a, b) => b - a),
    )
    const tapped = trends.charted.value.find(({ title }) => title === 'Tap yield')!
    const yields = logged.flatMap((heat) => {
      const { balance } = ledgerRow(heat).summary
      return balance?.foundG ? [100 * balance.tapYield] : []
    })
    expect(tapped.chart!.mean).toBeCloseTo(yields.reduce((sum, one) => sum + one, 0) / yields.length, 9)
    trends.element.value = 'Sn'
    expect(trends.charted.value[0]!.title).toBe('Tin, measured minus predicted')
    trends.alloy.value = trends.alloys.value[0]!.id
    expect(trends.charted.value[0]!.title).toBe('Tin, measured')
    expect(trends.chosen.value.every(({ heat }) => heat.alloy!.id === trends.alloy.value)).toBe(true)
    expect(trends.meanCost.value).toBeGreaterThan(0)
  })
})

describe('the story of a heat', () => {
  it('tells each limit with what was meant and measured, and every picture once', async () => {
    const yard = await openYard(6)
    const story = useStory()
    const { limits, verdict, made, ticked } = story
    expect(limits.value.map(({ element }) => element).sort()).toEqual(
      Object.keys(story.heat.value!.alloy!.limits).sort(),
    )
    const silicon = limits.value.find(({ element }) => element === 'Si')!
    expect(Math.abs(silicon.predicted! - silicon.measured!.pct)).toBeLessThan(1.5)
    expect(verdict.value!.text.length).toBeGreaterThan(20)
    expect(made.value.every(({ originHeatId }) => originHeatId === story.heat.value!.id)).toBe(true)
    expect(made.value.length).toBeGreaterThan(0)
    expect(ticked.value).toBe(Object.values(story.heat.value!.done).filter(({ skipped }) => !skipped).length)
    expect(new Set(story.photos.value).size).toBe(story.photos.value.length)
    // Where its metal came from is all of its charge.
    const shares = story.origins.value.reduce((sum, { share }) => sum + share, 0)
    expect(shares).toBeCloseTo(1, 6)
    expect(yard.heats.find(({ number }) => number === 6)).toBe(story.heat.value)
  })
})

describe('what a pile can become, in words', () => {
  const row = (id: string, change: Partial<PileRow>): PileRow => ({
    id,
    alloy: findAlloy(id)!,
    mostG: 0,
    lines: [],
    runsOut: [],
    heldBy: null,
    probabilityInLimits: 1,
    sure: null,
    unlock: null,
    enough: false,
    boughtG: 0,
    certainty: 0.95,
    ...change,
    reachG: change.reachG ?? change.mostG ?? 0,
  })
  it('first what can be tapped now, then what a purchase unlocks, then what is out of reach', async () => {
    const yard = await openYard()
    const rows = shallowRef([
      row('C90500', { mostG: 5200, enough: true, runsOut: [yard.lots[0]!.id] }),
      row('C83600', {
        mostG: 300,
        unlock: [{ metal: 'Pb', massG: 0.2 }],
        boughtG: 0.2,
        heldBy: { element: 'Pb', bound: 'min' },
      }),
      row('7075', {}),
    ])
    const answer = usePileAnswer({ rows: rows as never, busy: ref(false), look: vi.fn() })
    const names = (list: PileRow[]) => list.map(({ id }) => id)
    expect([names(answer.ready.value), names(answer.near.value), names(answer.far.value)]).toEqual([
      ['C90500'],
      ['C83600'],
      ['7075'],
    ])
    expect(answer.headline.value).toMatch(
      /^1 alloy can be made now; the most is 5.200.g of Gunmetal, 88-10-0-2, 95.% certain/,
    )
    expect(answer.heldWords(rows.value[0]!)).toContain(yard.lots[0]!.name)
    expect(answer.heldWords(rows.value[1]!)).toBe('limited by the minimum for lead')
    expect(answer.bought(rows.value[1]!)).toMatch(/^1.g of lead/)
    // Told in ounces it is enough, and what can be tapped is there.
    yard.changeSettings({ mass: 'lb' })
    expect(answer.bought(rows.value[1]!)).toMatch(/^0\.1.oz of lead/)
    expect(answer.most({ reachG: 1022 })).toMatch(/^2.lb 4\.0.oz$/)
    yard.changeSettings({ mass: 'g' })
    expect(answer.most({ reachG: 13_247.9 })).toMatch(/^13\.24.kg$/)
    expect(answer.most({ reachG: 5247.9 })).toMatch(/^5.247.g$/)
    expect([answer.tapG(rows.value[0]!), answer.tapG(rows.value[1]!)]).toEqual([1000, 300])
    answer.group.value = 'aluminium'
    expect(names(answer.far.value)).toEqual(['7075'])
    expect(answer.headline.value).toMatch(/^No alloy reaches 1.000.g/)
  })
  it('what is a little short of the mass asked for is offered, with its certainty', async () => {
    await openYard()
    const short = row('C90500', { mostG: 2596, certainty: 0.23, unlock: [{ metal: 'Sn', massG: 20 }] })
    const unsure = row('C83600', { mostG: 16_270, sure: { mostG: 800, probability: 0.92, lines: [] } })
    const rows = shallowRef([short, { ...unsure, reachG: 800, certainty: 0.92 }])
    const answer = usePileAnswer({ rows: rows as never, busy: ref(false), look: vi.fn() })
    answer.wantedG.value = 2700
    expect(answer.ready.value).toEqual([])
    expect(answer.partial.value.map(({ id }) => id)).toEqual(['C90500', 'C83600'])
    // What can be relied on first: less of it, but nine times in ten.
    expect(answer.headline.value).toMatch(/^No alloy reaches 2.700.g; up to 800.g of .*, 92.% certain/)
    rows.value = [short]
    expect(answer.headline.value).toMatch(/^No alloy reaches 2.700.g; up to 2.596.g of .*, 23.% certain/)
    expect(answer.tapG(short)).toBe(2596)
  })
  it('a small purchase is a fifth of the pour at most, and lead is the last to be bought', async () => {
    await openYard()
    const rows = shallowRef([
      row('C93200', { unlock: [{ metal: 'Pb', massG: 70 }], boughtG: 70 }),
      row('C90500', { unlock: [{ metal: 'Sn', massG: 90 }], boughtG: 90 }),
      row('za-12', { unlock: [{ metal: 'Zn', massG: 784 }], boughtG: 784 }),
    ])
    const answer = usePileAnswer({ rows: rows as never, busy: ref(false), look: vi.fn() })
    answer.wantedG.value = 900
    expect(answer.near.value.map(({ id }) => id)).toEqual(['C90500', 'za-12', 'C93200'])
    expect(answer.near.value.filter(answer.isSmall).map(({ id }) => id)).toEqual(['C90500', 'C93200'])
  })
})
