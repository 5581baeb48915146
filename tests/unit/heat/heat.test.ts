import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { findAlloy } from '#core/alloys'
import {
  stockAfterLogging,
  heatChargeProblem,
  heatRecovery,
  heatStamp,
  heatSummary,
  newHeat,
  type Heat,
} from '#core/heat'
import { workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const open = yard.heats.find(({ loggedAt }) => loggedAt === null)!
const logged = yard.heats.filter(({ loggedAt }) => loggedAt !== null)
const NOW = '2026-11-20T10:00:00.000Z'
const IDS = ['00000000-0000-4000-a000-00000000000a', '00000000-0000-4000-a000-00000000000b'] as const

describe('a heat', () => {
  it('gets the next number, stamped with three digits', () => {
    expect(newHeat({ id: IDS[0], now: NOW }, [{ number: 4 }, { number: 12 }]).number).toBe(13)
    expect(heatStamp(13)).toBe('H-013')
    expect(heatStamp(1234)).toBe('H-1234')
  })

  it('poses no problem until alloy and tap mass are chosen', () => {
    expect(heatChargeProblem({ ...open, alloy: null }, yard.lots)).toBeNull()
    expect(heatChargeProblem({ ...open, tapMassG: null }, yard.lots)).toBeNull()
  })

  it('leaves out unticked lots, caps capped ones, fixes locked and weighed ones', () => {
    const [a, b, c, d] = yard.lots
    const heat: Heat = {
      ...open,
      choices: {
        [a!.id]: { use: false, capG: null, lockG: null },
        [b!.id]: { use: true, capG: 120, lockG: null },
        [c!.id]: { use: true, capG: null, lockG: 55 },
      },
      weighed: [
        {
          lotId: d!.id,
          name: d!.name,
          kind: d!.kind,
          form: d!.form,
          plannedG: 10,
          massG: 11,
          pricePerKg: 1,
          metallicYield: 0.9,
          composition: d!.composition,
          sd: {},
          at: NOW,
        },
      ],
    }
    const problem = heatChargeProblem(heat, yard.lots)!
    const lot = (id: string) => problem.lots.find((entry) => entry.id === id)
    expect(lot(a!.id)).toBeUndefined()
    expect(lot(b!.id)).toMatchObject({ maxG: 120 })
    expect(lot(c!.id)).toMatchObject({ fixedG: 55 })
    expect(lot(d!.id)).toMatchObject({ fixedG: 11 })
  })

  it('plans zinc with the recovery of its zinc content, overruled where the caster did', () => {
    expect(heatRecovery({ alloy: findAlloy('C90500')!, recoveryOverrides: {} }).Zn).toBe(0.97)
    expect(heatRecovery({ alloy: findAlloy('C85200')!, recoveryOverrides: {} }).Zn).toBe(0.95)
    expect(heatRecovery({ alloy: findAlloy('C90500')!, recoveryOverrides: { Zn: 0.9 } }).Zn).toBe(0.9)
  })
})

describe('the demo yard', () => {
  it('has about 14 lots, 12 past heats with assays, and one waiting', () => {
    expect(yard.lots.length).toBeGreaterThanOrEqual(14)
    expect(logged.length).toBe(12)
    expect(logged.every(({ assays }) => assays.length > 0)).toBe(true)
    expect(open.tapMassG).toBe(2000)
  })
  it.each(logged.map((heat) => [heatStamp(heat.number), heat] as const))('%s balances', (_, heat) => {
    const { balance } = heatSummary(heat)
    expect(Math.abs(balance!.missingG)).toBeLessThanOrEqual(balance!.fumeG + 0.015 * balance!.chargeG)
    expect(['closes', 'missing']).toContain(balance!.state)
  })
  it('has one heat off its alloy, made good by the next, and one excellent', () => {
    const verdicts = logged.map((heat) => heatSummary(heat).verdict!.overall)
    expect(verdicts[3]).toBe('outside')
    expect(verdicts[4]).toBe('inside')
    expect(verdicts[10]).toBe('inside')
    expect(logged[4]!.weighed.some(({ name }) => name.startsWith('H-004'))).toBe(true)
  })
  it('what was measured lies near what the charge predicts (zinc apart, which burns)', () => {
    for (const heat of logged) {
      const { predicted, measured } = heatSummary(heat)
      for (const [symbol, { pct, below }] of Object.entries(measured))
        if (symbol !== 'Zn' && below === undefined)
          expect(
            Math.abs(pct - (predicted.composition[symbol] ?? 0)),
            `${heat.number} ${symbol}`,
          ).toBeLessThan(0.12 * pct + 0.05)
    }
  })
})

describe('logging a heat', () => {
  const heat: Heat = {
    ...open,
    weighed: yard.lots.slice(0, 2).map((lot) => ({
      lotId: lot.id,
      name: lot.name,
      kind: lot.kind,
      form: lot.form,
      plannedG: 500,
      massG: 500,
      pricePerKg: lot.pricePerKg,
      metallicYield: 0.98,
      composition: lot.composition,
      sd: lot.sd,
      at: NOW,
    })),
    pour: { ...open.pour, ingots: [{ id: IDS[0], massG: 700, stamp: 'x' }], returnsG: 200, skullG: 20 },
  }
  it('takes the charge out of its bins and puts ingots and returns in', () => {
    const { taken, made } = stockAfterLogging(heat, yard.lots, { ids: IDS, now: NOW })
    expect(taken.map(({ massG }) => massG)).toEqual(yard.lots.slice(0, 2).map(({ massG }) => massG - 500))
    expect(made.map(({ kind, massG }) => [kind, massG])).toEqual([
      ['ingot', 700],
      ['returns', 220],
    ])
    expect(made.every(({ originHeatId }) => originHeatId === heat.id)).toBe(true)
  })
  it('never takes a bin below nothing', () => {
    const heavy = { ...heat, weighed: [{ ...heat.weighed[0]!, massG: 1e6 }] }
    expect(stockAfterLogging(heavy, yard.lots, { ids: IDS, now: NOW }).taken[0]!.massG).toBe(0)
  })
  it('the new bins carry the measured composition where there is one', () => {
    const measured = {
      ...heat,
      assays: [
        {
          id: IDS[0],
          at: NOW,
          method: 'oes' as const,
          specimen: '',
          readings: { Sn: { pct: 9.5, sd: 0.1 } },
        },
      ],
    }
    const [ingots] = stockAfterLogging(measured, yard.lots, { ids: IDS, now: NOW }).made
    expect(ingots!.composition.Sn).toBe(9.5)
    expect(ingots!.knowledge).toBe('assay')
  })
})
