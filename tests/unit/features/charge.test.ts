import { findAlloy } from '#core/alloys'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { computed, effectScope, nextTick, ref, type EffectScope } from 'vue'
import { LINE_SHARE } from '#core/heat'
import { useCharge } from '~/features/charge/useCharge'
import { useChargeAims } from '~/features/charge/useChargeAims'
import { useChargeAnswer } from '~/features/charge/useChargeAnswer'
import { useChargeRows } from '~/features/charge/useChargeRows'
import { useChargeSums } from '~/features/charge/useChargeSums'
import { useReserve } from '~/features/charge/useReserve'
import { useScale } from '~/features/charge/useScale'
import { useOtherWays } from '~/features/charge/useOtherWays'
import { useDay } from '~/features/day-plan/useDay'
import { useHeat } from '~/shared/heat/useHeat'
import { engines } from '../../support/engines'
import { route } from '../../support/frame'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())
vi.mock('~/shared/engines/asked-engine', async () => (await import('../../support/engines')).mockEngines())
vi.mock('~/shared/page/useRemembered', async () => {
  const { ref } = await import('vue')
  return { useRememberedHere: (_: string, value: unknown) => ref(value) }
})

// A page that was left asks nothing more.
let page: EffectScope | null = null
afterEach(() => page?.stop())

/** The demo yard's open heat, planned. */
async function planned() {
  const yard = await openYard(13)
  page = effectScope()
  const made = page.run(() => {
    const { heat } = useHeat()
    const charge = useCharge(heat)
    const hand = useChargeRows(charge)
    const waysWanted = ref(false)
    const problem = computed(() => charge.engine.answer?.problem ?? null)
    return {
      waysWanted,
      ways: useOtherWays(problem, charge.plan, charge.lotName, waysWanted),
      heat,
      charge,
      hand,
      aims: useChargeAims(),
      metal: useReserve(hand.rows),
      answer: useChargeAnswer(charge),
      sums: useChargeSums(charge),
    }
  })!
  await vi.waitFor(() => expect(made.charge.settled.value).toBe(true), 20_000)
  return { yard, ...made }
}
const settle = (charge: Awaited<ReturnType<typeof planned>>['charge']) =>
  vi.waitFor(() => expect(charge.settled.value).toBe(true), 10_000)

describe('what nobody said the price of', () => {
  it('is told, for it counts as free; scrap that was had for nothing is not', async () => {
    const { yard, charge, answer } = await planned()
    expect(answer.unpriced.value).toBe('')
    const lots = charge.plan.value!.lines.map(({ lot }) => yard.records.lots[lot]!)
    const bought = lots.find(({ kind }) => kind === 'virgin')!
    const scrap = lots.find(({ kind }) => kind === 'scrap')!
    for (const lot of [bought, scrap])
      yard.commit('free', [{ collection: 'lots', id: lot.id, after: { ...lot, pricePerKg: 0 } }])
    await nextTick()
    await settle(charge)
    expect(answer.unpriced.value).toContain(bought.name)
    expect(answer.unpriced.value).not.toContain(scrap.name)
    expect(answer.limiting.value.join()).not.toContain(bought.name)
  })
})

describe('the same melt, other ways', () => {
  it('what differs is told only where it is more than nothing as it is told', async () => {
    const { yard, charge, ways, waysWanted } = await planned()
    yard.changeSettings({ mass: 'lb' })
    await nextTick()
    await settle(charge)
    // The ways of the plan, each with a line moved by less and by more than a twentieth of an ounce.
    const plan = charge.plan.value!
    const [first, second] = plan.lines
    const moved = {
      ...plan,
      lines: [
        { ...first!, massG: first!.massG + 1.3 },
        { ...second!, massG: second!.massG - 1.5 },
        ...plan.lines.slice(2),
      ],
    }
    const problem = charge.engine.answer!.problem
    const answer = { ways: [{ way: 'surest', plan: moved, problem: { ...problem, confidence: 0.99 } }] }
    const asked = vi.spyOn(engines, 'ways').mockResolvedValue({ ...answer, certainty: [] } as never)
    waysWanted.value = true
    await vi.waitFor(() => expect(ways.rows.value).toHaveLength(1), 10_000)
    asked.mockRestore()
    expect(ways.rows.value[0]!.differs).toMatch(/^0\.1\soz less/)
    expect(ways.rows.value[0]!.differs).not.toContain('more')
  })
})

describe('from one heat to the next', () => {
  it('the plan of the heat before is never shown as that of this one', async () => {
    const { charge, yard, heat, hand } = await planned()
    const other = {
      ...heat.value!,
      id: crypto.randomUUID(),
      number: 14,
      alloy: findAlloy('A380.0')!,
      tapMassG: 600,
    }
    yard.commit('Another', [{ collection: 'heats', id: other.id, after: other }])
    await settle(charge)
    const bronze = charge.plan.value!.lines.map(({ lot }) => lot)
    route.params = { number: '14' }
    await nextTick()
    expect(heat.value!.number).toBe(14)
    // Nothing is asked of the scale until this heat has its own answer.
    expect(hand.rows.value.planned).toEqual([])
    expect(charge.plan.value).toBeNull()
    await settle(charge)
    expect(charge.plan.value!.lines.some(({ lot }) => !bronze.includes(lot))).toBe(true)
    route.params = { number: '13' }
    await nextTick()
    // Its plan is stored, and nothing has changed since: it is there at once, and not solved again.
    expect(charge.settled.value).toBe(true)
    expect(charge.plan.value!.lines.map(({ lot }) => lot)).toEqual(bronze)
    yard.commit('It goes', [{ collection: 'heats', id: other.id, after: null }])
  })
})

describe('the rows of a charge', () => {
  it('hold every lot once, the planned ones heaviest first, each a whole number of its scale’s steps', async () => {
    const { hand, yard, charge } = await planned()
    const { planned: rows, idle } = hand.rows.value
    expect(rows.map(({ plannedG }) => plannedG)).toEqual(
      rows.map(({ plannedG }) => plannedG).sort((a, b) => b - a),
    )
    const ids = [...rows, ...idle].map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
    expect(ids.sort()).toEqual(
      charge.lots.value
        .filter(({ massG }) => massG > 0)
        .map(({ id }) => id)
        .sort(),
    )
    for (const { plannedG, stepG } of rows)
      expect(Math.abs(plannedG / stepG - Math.round(plannedG / stepG))).toBeLessThan(1e-6)
    expect(yard.heats.at(-1)!.weighed).toEqual([])
  })
  it('a weight typed is taken when the field is left, kept with what was planned, and can be taken back', async () => {
    const { hand, heat, charge } = await planned()
    const row = hand.rows.value.planned[0]!
    hand.pend(row, row.plannedG + 4)
    expect(heat.value!.weighed).toEqual([])
    hand.takePending(row)
    expect(heat.value!.weighed).toMatchObject([{ lotId: row.id, massG: row.plannedG + 4 }])
    expect(heat.value!.weighed[0]!.plannedG).toBeCloseTo(row.plannedG, 3)
    hand.takePending(row)
    expect(heat.value!.weighed).toHaveLength(1)
    await settle(charge)
    expect(hand.weighedAll.value).toBe(false)
    hand.unweigh(row)
    expect(heat.value!.weighed).toEqual([])
  })
  it('weighed to the last, all is weighed, and the plan answers with what lies there', async () => {
    const { hand, heat, charge, answer } = await planned()
    for (let at = 0; at < 12 && !hand.weighedAll.value; at++) {
      const next = hand.rows.value.planned.find(({ weighedG }) => weighedG === null)!
      hand.weigh(next, next.plannedG)
      await settle(charge)
    }
    expect(hand.weighedAll.value).toBe(true)
    expect(answer.infeasible.value).toBe(false)
    expect(charge.prediction.value!.chargeMassG).toBeCloseTo(
      heat.value!.weighed.reduce((sum, { massG }) => sum + massG, 0),
      6,
    )
  })
  it('a lot left out is not planned with, and is there again when it is let in', async () => {
    const { hand, charge } = await planned()
    const first = hand.rows.value.planned[0]!
    hand.choose(first.id, { use: false })
    await settle(charge)
    expect(hand.rows.value.planned.map(({ id }) => id)).not.toContain(first.id)
    hand.choose(first.id, { use: true })
    await settle(charge)
    expect(hand.rows.value.planned.map(({ id }) => id)).toContain(first.id)
  })
})

describe('what the charge answers', () => {
  it('says what to charge, from how many lots, and what it costs; the sums are of the same figures', async () => {
    const { hand, answer, sums, charge } = await planned()
    const { chargeMassG, tapMassG } = charge.plan.value!
    expect(answer.headline.value).toMatch(
      new RegExp(`^Charge .* from ${hand.rows.value.planned.length} lots: .* to tap for`),
    )
    expect(chargeMassG).toBeGreaterThan(tapMassG)
    const cost = hand.rows.value.planned.reduce((sum, { id, plannedG }) => {
      const lot = charge.lots.value.find((one) => one.id === id)!
      return sum + (plannedG * lot.pricePerKg) / 1000
    }, 0)
    expect(sums.cost.value).toBeCloseTo(cost, 6)
    expect(sums.elementSums.value.map(({ symbol }) => symbol)).toContain('Sn')
    expect(answer.harmed.value).toBe(false)
  })
  it('an alloy that nothing here gives is told with what stands against it and tried ways out, one of which does', async () => {
    const { hand, answer, charge, heat } = await planned()
    for (const { id } of charge.lots.value) hand.choose(id, { use: false })
    await settle(charge)
    expect(answer.infeasible.value).toBe(true)
    expect(answer.conflict.value.length).toBeGreaterThan(20)
    expect(answer.headline.value).toBe('')
    const way = answer.waysOut.value.find(({ apply }) => apply)!
    way.apply!()
    await settle(charge)
    expect(answer.infeasible.value, `${way.words} for ${heat.value!.title}`).toBe(false)
  })
})

describe('how the charge is chosen', () => {
  it('each aim is one step of the heat, taken back by undo', async () => {
    const { yard, heat, aims } = await planned()
    const tried: [() => void, Partial<NonNullable<typeof heat.value>>][] = [
      [() => aims.setAim('virgin'), { objective: 'virgin' }],
      [() => aims.setMaxLots(3), { maxLots: 3 }],
      [() => aims.setConfidence(0.95), { confidence: 0.95, confidenceOf: 'all' }],
      [() => aims.setTolerance(null), { tapTolerancePct: 0 }],
      [() => aims.setWalks(false), { lineShare: 0 }],
      [() => aims.setWalks(true), { lineShare: LINE_SHARE }],
    ]
    for (const [set, becomes] of tried) {
      const before = heat.value
      set()
      expect(heat.value).toMatchObject(becomes)
      yard.undo()
      expect(heat.value).toEqual(before)
    }
  })
  it('the metal of the plan is kept for the heat to the gram, and let go', async () => {
    const { hand, heat, metal } = await planned()
    const { reserved, reserve } = metal
    reserve()
    expect(reserved.value).toBe(true)
    expect(Object.keys(heat.value!.reserved ?? {}).sort()).toEqual(
      hand.rows.value.planned.map(({ id }) => id).sort(),
    )
    reserve()
    expect([reserved.value, heat.value!.reserved]).toEqual([false, {}])
  })
})

describe('the scale', () => {
  it('holds one lot after the other, takes the container off, and says from where to where is good', async () => {
    const { charge, hand, answer, heat } = await planned()
    const scale = page!.run(() => useScale(charge, hand, answer.tools))!
    const first = scale.current.value!
    expect(first.id).toBe(hand.rows.value.planned[0]!.id)
    await vi.waitFor(() => expect(scale.band.value).not.toBeNull(), 10_000)
    expect(scale.band.value!.fromG).toBeLessThanOrEqual(first.plannedG)
    expect(scale.band.value!.toG).toBeGreaterThanOrEqual(first.plannedG)
    scale.containerG.value = 120
    scale.shown.value = 120
    expect(scale.light.value).toBe(true)
    scale.take()
    expect(heat.value!.weighed).toEqual([])
    scale.shown.value = 120 + first.plannedG
    expect([scale.light.value, scale.onTarget.value]).toEqual([false, true])
    scale.take()
    expect(heat.value!.weighed[0]!.massG).toBeCloseTo(first.plannedG, 6)
    await settle(charge)
    expect(scale.current.value!.id).not.toBe(first.id)
    expect(scale.shown.value).toBeNull()
    const next = scale.current.value!
    scale.none()
    await settle(charge)
    expect(hand.rows.value.planned.map(({ id }) => id)).not.toContain(next.id)
  })
})

describe('a day at the furnace', () => {
  it('shares the pile, tells the order and the clock; no lot is promised twice, each heat keeps its crucible', async () => {
    const yard = await openYard(13)
    const [open] = yard.heats.filter(({ loggedAt }) => !loggedAt)
    const wheel = {
      ...open!,
      id: crypto.randomUUID(),
      number: 14,
      title: 'Wheel',
      alloy: findAlloy('A380.0')!,
      tapMassG: 600,
      crucibleId: null,
    }
    yard.commit('Another', [{ collection: 'heats', id: wheel.id, after: wheel }])
    page = effectScope()
    const day = page.run(() => useDay(engines.day, engines.plan))!
    await vi.waitFor(() => expect(day.answer.value).not.toBeNull(), 20_000)
    for (const { totalG, thereG, masses } of day.table.value) {
      expect(totalG).toBeLessThanOrEqual(thereG! + 0.01)
      expect(masses.reduce((sum, massG) => sum + massG, 0)).toBeCloseTo(totalG, 9)
    }
    expect(day.headline.value).toMatch(/^2 heats, started at 09:00, the last poured about (09|1\d):\d\d: /)
    expect(day.costs.value).toContain('No other order and no other crucibles cost less.')
    // Each family in its own crucible, and the second finds the furnace warm.
    const [first, second] = day.steps.value
    expect(new Set(day.steps.value.map(({ potName }) => potName))).toEqual(
      new Set(['Number four, bronze side', 'Number six, aluminium']),
    )
    expect(second!.wallsKJ).toBeLessThan(first!.wallsKJ)
    expect(first!.from).toBe('09:00')
    // What all of them want beside the metal: a cover for the bronze, a flux for the aluminium.
    expect(day.doses.value.length).toBeGreaterThan(1)
    for (const { lowG, highG } of day.doses.value) {
      expect(lowG).toBeGreaterThan(0)
      expect(highG).toBeGreaterThanOrEqual(lowG)
      expect(highG).toBeLessThan(60)
    }
    await day.keep()
    const kept = yard.heats.find(({ id }) => id === wheel.id)!
    expect(yard.gear.find(({ id }) => id === kept.crucibleId)?.name).toBe('Number six, aluminium')
    expect(Object.values(kept.choices).filter(({ capG }) => capG !== null).length).toBeGreaterThan(0)
    day.leave(wheel.id)
    // One heat is a day too.
    await vi.waitFor(() => expect(day.steps.value.length).toBe(1))
    expect(day.headline.value).toMatch(/^One heat, started at 09:00, poured about/)
    for (const heat of day.ready.value) if (heat.id !== wheel.id) day.leave(heat.id)
    await vi.waitFor(() => expect(day.answer.value).toBeNull())
  })
  it('tells what to buy where the pile does not do, and which heat no crucible takes', async () => {
    const yard = await openYard(13)
    const [open] = yard.heats.filter(({ loggedAt }) => !loggedAt)
    const much = {
      ...open!,
      id: crypto.randomUUID(),
      number: 14,
      title: 'Bell',
      alloy: findAlloy('bismuth-bronze')!,
      tapMassG: 1200,
    }
    yard.commit('Another', [{ collection: 'heats', id: much.id, after: much }])
    page = effectScope()
    const day = page.run(() => useDay(engines.day, engines.plan))!
    await vi.waitFor(() => expect(day.answer.value).not.toBeNull(), 20_000)
    expect(day.feasible.value).toBe(false)
    expect(day.shopping.value.map(({ name }) => name)).toContain('bismuth')
    const huge = { ...much, tapMassG: 60_000 }
    yard.commit('Much more', [{ collection: 'heats', id: much.id, after: huge }])
    await vi.waitFor(() => expect(day.headline.value).toContain('No sound crucible'), 20_000)
    expect(day.headline.value).toMatch(/holds H-01\d\.$/)
  })
  it('is told for a yard that wrote no crucible and no furnace down: one for each metal', async () => {
    const yard = await openYard(13)
    const [open] = yard.heats.filter(({ loggedAt }) => !loggedAt)
    const wheel = {
      ...open!,
      id: crypto.randomUUID(),
      number: 14,
      alloy: findAlloy('A380.0')!,
      tapMassG: 600,
    }
    const bare = { crucibleId: null, furnaceId: null }
    yard.commit('Nothing written down', [
      { collection: 'heats', id: wheel.id, after: { ...wheel, ...bare } },
      { collection: 'heats', id: open!.id, after: { ...open!, ...bare } },
      ...yard.gear.map(({ id }) => ({ collection: 'gear' as const, id, after: null })),
    ])
    page = effectScope()
    const day = page.run(() => useDay(engines.day, engines.plan))!
    await vi.waitFor(() => expect(day.answer.value).not.toBeNull(), 20_000)
    expect(new Set(day.steps.value.map(({ potName }) => potName))).toEqual(
      new Set(['a crucible for copper alloys', 'a crucible for aluminium']),
    )
    expect(day.answer.value!.day!.fuel).toBe(0)
  })
})
