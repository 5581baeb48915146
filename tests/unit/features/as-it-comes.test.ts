import { effectScope } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import { stockAfterLogging } from '#core/heat'
import { useIngots, SOME_MOULD } from '~/features/pour/useIngots'
import { useCastings } from '~/features/pour/useCastings'
import { useMetalNeed } from '~/features/target/useMetalNeed'
import { useNaming } from '~/features/assay/useNaming'
import { ALLOYS } from '#core/alloys'
import { meltAsItComes, useHeat } from '~/shared/heat/useHeat'
import { useStageLine } from '~/features/app-shell/useStageLine'
import { useYard } from '~/storage/yard-store'
import { route, went } from '../../support/frame'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

const atHeat = (number: number) => (route.params = { number: String(number) })
const lotOf = (name: string) => useYard().lots.find((lot) => lot.name === name)!

/** Everything made at once, so that it is taken down together. */
function within<T>(make: () => T): { made: T; end: () => void } {
  const scope = effectScope()
  return { made: scope.run(make)!, end: () => scope.stop() }
}

describe('a heat that aims at nothing', () => {
  it('starts with what it is to melt, tells what that becomes, and follows the bin it comes from', async () => {
    const yard = await openYard()
    const returns = lotOf('Gunmetal returns')
    await meltAsItComes([returns])
    expect(went).toEqual(['/heat/14/charge'])
    expect(yard.heats.at(-1)).toMatchObject({
      tapMassG: expect.any(Number),
      alloy: { id: 'as-it-comes', limits: {} },
    })
    atHeat(14)
    const { made, end } = within(() => ({ ...useHeat(), ...useStageLine() }))
    expect(made.stages.value.find(({ id }) => id === 'assay')!.answer).toBe('no name yet')
    const before = made.heat.value!.alloy!.nominal!.Sn!
    // The bin is assayed: the heat says so at once, with no change of its own.
    const richer = { ...returns.composition, Sn: 12, Cu: 83 }
    yard.commit('Assay it', [
      { collection: 'lots', id: returns.id, after: { ...returns, composition: richer } },
    ])
    expect(made.heat.value!.alloy!.nominal!.Sn).toBeGreaterThan(before + 2)
    end()
  })

  it('can aim at an alloy after all: what was chosen is left to the plan, and undo brings it back', async () => {
    const yard = await openYard()
    const returns = lotOf('Gunmetal returns')
    await meltAsItComes([returns])
    atHeat(14)
    const { made, end } = within(() => useMetalNeed())
    await made.choose(ALLOYS.find(({ id }) => id === 'C90500')!)
    expect(yard.heats.at(-1)).toMatchObject({
      alloy: { id: 'C90500' },
      choices: { [returns.id]: { use: true, lockG: null } },
    })
    expect(yard.heats.at(-1)!.asItComes).toBeUndefined()
    yard.undo()
    expect(yard.heats.at(-1)!.asItComes).toEqual({ practice: null, namedAt: null })
    made.aimAtNone()
    expect(yard.heats.at(-1)!.choices[returns.id]!.lockG).toBe(returns.massG)
    end()
  })

  it('is named by what was measured, and judged by that alloy from then on', async () => {
    const yard = await openYard()
    await meltAsItComes([lotOf('Gunmetal returns')])
    atHeat(14)
    const { made, end } = within(() => ({ ...useHeat(), ...useNaming() }))
    expect([made.nameless.value, made.judged.value]).toEqual([true, false])
    const readings = { Cu: { pct: 88, sd: 0.3 }, Sn: { pct: 10, sd: 0.2 }, Zn: { pct: 2, sd: 0.1 } }
    const assay = {
      id: crypto.randomUUID(),
      at: '2026-11-01T10:00:00.000Z',
      method: 'oes' as const,
      specimen: '',
      readings,
    }
    made.edit('Read', { assays: [assay] })
    // 88-10-2 is the middle of C90500, 88-10-0-2.
    expect(made.near.value[0]!.alloy.id).toBe('C90500')
    made.nameIt(made.near.value[0]!.alloy)
    expect([made.nameless.value, made.judged.value]).toEqual([false, true])
    expect(made.summary.value!.verdict!.limits.find(({ element }) => element === 'Sn')!.call).toBe('inside')
    // What goes in changes no name any more.
    made.edit('Put nothing in', { choices: {} })
    expect(yard.heats.at(-1)!.alloy!.id).toBe('C90500')
    end()
  })
})

describe('ingots in moulds', () => {
  it('a mould weighed empty later gives every ingot in it its weight, in all heats, and the logged one’s to its bin', async () => {
    const yard = await openYard(11)
    const at = yard.heats[0]!.createdAt
    const mould = {
      id: crypto.randomUUID(),
      createdAt: at,
      updatedAt: at,
      type: 'ingot-mould' as const,
      name: 'Loaf tin',
      tareG: null,
      holdsCm3: null,
      note: '',
    }
    yard.commit('Add', [{ collection: 'gear', id: mould.id, after: mould }])
    const waiting = (heat: number, n: number) => ({
      id: crypto.randomUUID(),
      stamp: `H-0${heat}-${n}`,
      grossG: 1400,
      mouldId: mould.id,
      mould: mould.name,
      tareG: null,
    })
    const logged = yard.heats.find(({ number }) => number === 11)!
    const before = lotsOf(logged.id)
    yard.commit('Wait', [
      {
        collection: 'heats',
        id: logged.id,
        after: { ...logged, pour: { ...logged.pour, inMoulds: [waiting(11, 2)] } },
      },
    ])
    atHeat(13)
    const { made, end } = within(() => useIngots())
    made.mouldId.value = mould.id
    made.grossG.value = 1350
    expect([made.later.value, made.ready.value]).toEqual([true, true])
    made.add()
    const [ingot] = made.waiting.value
    expect(ingot).toMatchObject({ stamp: 'H-013-1', grossG: 1350, mould: 'Loaf tin', tareG: null })
    expect(made.tare(ingot!, 1350)).toContain('no more')
    expect(made.tare(ingot!, 1000)).toBe('')
    expect(yard.gear.find(({ id }) => id === mould.id)).toMatchObject({ tareG: 1000 })
    expect(made.heat.value!.pour).toMatchObject({ ingots: [{ massG: 350, mould: 'Loaf tin' }], inMoulds: [] })
    expect(lotsOf(logged.id) - before).toBeCloseTo(400, 6)
    yard.undo()
    expect([made.waiting.value.length, lotsOf(logged.id) - before]).toEqual([1, 0])
    end()
  })
  const lotsOf = (heatId: string) =>
    useYard().lots.reduce(
      (sum, { originHeatId, kind, massG }) => sum + (originHeatId === heatId && kind === 'ingot' ? massG : 0),
      0,
    )

  it('a mould nobody wrote down goes by its name within the heat; an ingot alone needs none', async () => {
    await openYard(13)
    const { made, end } = within(() => useIngots())
    made.mouldId.value = SOME_MOULD
    made.mouldName.value = 'angle iron'
    for (const grossG of [900, 950]) {
      made.grossG.value = grossG
      made.add()
    }
    made.mouldId.value = ''
    made.grossG.value = 120
    expect([made.later.value, made.netG.value]).toEqual([false, 120])
    made.add()
    expect(made.heat.value!.pour.ingots.map(({ stamp }) => stamp)).toEqual(['H-013-3'])
    made.tare(made.waiting.value[0]!, 400)
    expect(made.heat.value!.pour.ingots.map(({ massG }) => massG)).toEqual([120, 500, 550])
    made.remove(made.heat.value!.pour.ingots[0]!.id)
    expect(made.heat.value!.pour.ingots).toHaveLength(2)
    end()
  })
})

describe('castings of a heat', () => {
  it('spoiled after it was logged, one goes back to the bins and into a heat of its own; undo takes it out', async () => {
    const yard = await openYard(10)
    const { made, end } = within(() => useCastings())
    const [fairlead] = made.castings.value
    expect(made.isBack(fairlead!)).toBe(false)
    await made.meltAgain(fairlead!)
    const lot = yard.records.lots[fairlead!.id]!
    expect(lot).toMatchObject({ massG: 1112, kind: 'returns', originHeatId: yard.heats[9]!.id })
    expect(lot.name).toContain('Fairlead')
    expect(yard.heats.at(-1)).toMatchObject({
      number: 14,
      title: 'Fairlead again',
      choices: { [lot.id]: { lockG: 1112 } },
    })
    expect(made.remeltedIn(lot.id).map(({ number }) => number)).toEqual([14])
    expect(made.castings.value[0]!.verdict).toBe('spoiled')
    yard.undo()
    yard.undo()
    expect(yard.records.lots[lot.id]).toBeUndefined()
    expect(made.castings.value[0]!.verdict).toBe('sound')
    end()
  })
  it('what the target planned is taken over; what was cut off is what the returns weigh, where nobody weighed them', async () => {
    const yard = await openYard(13)
    const { made, end } = within(() => useCastings())
    expect(made.planned.value.map(({ name, count }) => [name, count])).toEqual([
      ['Fairlead', 2],
      ['Pad under the fairlead', 1],
    ])
    made.addPlanned()
    expect(made.planned.value).toEqual([])
    const [first, second] = made.castings.value
    made.change(first!, { grossG: 1800, fettledG: 1150 }, 'g')
    made.change(second!, { fettledG: 90, verdict: 'spoiled' }, 'g')
    made.cutOffAsReturns()
    const heat = yard.heats.at(-1)!
    expect(heat.pour).toMatchObject({ castingsG: 1240, returnsG: 650 })
    const lots = stockAfterLogging(heat, yard.lots, {
      ids: [crypto.randomUUID(), crypto.randomUUID()],
      now: heat.createdAt,
    }).made
    expect(lots.map(({ massG }) => massG)).toEqual([650, 90])
    made.remove(first!)
    expect(yard.heats.at(-1)!.pour.castingsG).toBe(90)
    end()
  })
})

it('before anything was weighed, what comes nearest goes by what was chosen', async () => {
  await openYard()
  await meltAsItComes([lotOf('Gunmetal returns')])
  atHeat(14)
  const { made, end } = within(() => useNaming())
  expect(made.near.value).toHaveLength(4)
  expect(made.near.value.every(({ alloy }) => alloy.base === 'Cu' || alloy.base === 'Zn')).toBe(true)
  end()
})
