import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { findAlloy, nominalWhole } from '#core/alloys'
import type { MetalNeed, Part } from '#core/casting'
import { createChargeSolver, type ChargePlan, type ChargeSolver } from '#core/charge'
import { heatChargeProblem, ingotsFirst, newHeat, splitHeat, splitShares, type Heat } from '#core/heat'
import { newLot, type Lot } from '#core/stock'

const NOW = '2026-11-01T08:00:00.000Z'
let serial = 0
const uuid = () => `00000000-0000-4000-8000-${String(++serial).padStart(12, '0')}`
const stamps = (count: number) => Array.from({ length: count }, () => ({ id: uuid(), now: NOW }))
const lot = (name: string, massG: number, composition: Lot['composition'], pricePerKg: number) =>
  newLot({ id: uuid(), now: NOW }, { name, massG, composition, pricePerKg, form: 'bar', knowledge: 'assay' })
const part = (name: string, count: number, volumeCm3: number): Part => ({
  id: uuid(),
  name,
  count,
  source: { from: 'volume', volumeCm3 },
  thinMm: null,
  thickMm: null,
})
const need = (parts: Part[], rest: Partial<MetalNeed> = {}): MetalNeed => ({
  castingsG: 0,
  gatingPct: 50,
  allowancePct: 10,
  heelG: 100,
  parts,
  ...rest,
})

describe('what does not fit is divided', () => {
  it('evenly where nothing is listed: 9 kg in pots of 4 kg are three of 3 kg', () => {
    const answer = splitShares({ tapMassG: 9000, need: null }, 4000, 8.7)
    expect(answer).toEqual({
      ok: true,
      shares: Array.from({ length: 3 }, () => ({ tapMassG: 3000, need: null })),
    })
  })
  it('a heel in each: castings of 6000 g with 50 % gates, 10 % more and 100 g left', () => {
    // Whole: 6000·1.5·1.1 + 100 = 10 000; three of 2000·1.5·1.1 + 100 = 3400 g.
    const answer = splitShares({ tapMassG: 10_000, need: need([], { castingsG: 6000 }) }, 3500, 8.7)
    expect(answer.ok && answer.shares.map(({ tapMassG }) => tapMassG)).toEqual([3400, 3400, 3400])
  })
  it('castings stay whole, and the heats come out as alike as they can', () => {
    // 10 g/cm³: 3 × 1000 g and 6 × 500 g; two heats of 3 kg of castings each.
    const wanted = need([part('block', 3, 100), part('cap', 6, 50)])
    const answer = splitShares({ tapMassG: 10_000, need: wanted }, 5200, 10)
    if (!answer.ok) throw new Error(answer.why)
    expect(answer.shares.map((share) => share.need!.castingsG)).toEqual([3000, 3000])
    expect(answer.shares.map(({ tapMassG }) => tapMassG)).toEqual([5050, 5050])
    const counts = answer.shares.flatMap((share) => share.need!.parts!)
    for (const [name, count] of [
      ['block', 3],
      ['cap', 6],
    ])
      expect(counts.filter((one) => one.name === name).reduce((sum, one) => sum + one.count, 0)).toBe(count)
  })
  it('one heat more where the pieces do not go in evenly', () => {
    // 3 pieces of 2 kg, each 3400 g to tap: two heats would want 6700 g of one.
    const answer = splitShares({ tapMassG: 10_000, need: need([part('ring', 3, 200)]) }, 5000, 10)
    expect(answer.ok && answer.shares.length).toBe(3)
  })
  it('what is melted as it is: each heat takes its share of what goes in, and nothing else', () => {
    const [wheel, cans, kept] = [
      lot('wheels', 16_000, { Al: 92.5, Si: 7 }, 1),
      lot('cans', 2_000, { Al: 97, Mn: 1 }, 1),
      lot('silicon', 900, { Si: 99 }, 3),
    ]
    const choices = {
      [wheel!.id]: { use: true, capG: null, lockG: 8_000 },
      [cans!.id]: { use: true, capG: null, lockG: 1_000 },
      [kept!.id]: { use: false, capG: null, lockG: null },
    }
    const heat: Heat = {
      ...newHeat({ id: uuid(), now: NOW }, []),
      title: 'Weights',
      tapMassG: 8_800,
      asItComes: { practice: null, namedAt: null },
      choices,
    }
    const shares = splitShares(heat, 3_000, 2.7)
    if (!shares.ok) throw new Error(shares.why)
    const heats = splitHeat({
      heat,
      shares: shares.shares,
      lots: [wheel!, cans!, kept!],
      stamps: stamps(2),
      heats: [heat],
    })
    expect(heats.map(({ tapMassG }) => tapMassG)).toEqual([2933.3, 2933.3, 2933.3])
    for (const one of heats) {
      expect(one.choices[wheel!.id]!.lockG).toBeCloseTo(8000 / 3, 1)
      expect(one.choices[cans!.id]!.lockG).toBeCloseTo(1000 / 3, 1)
      expect(one.choices[kept!.id]).toEqual(choices[kept!.id])
      expect(Object.keys(one.choices)).toHaveLength(3)
    }
    expect(heats.map(({ number }) => number)).toEqual([1, 2, 3])
  })
  it('more than the castings need is divided by itself, and the first pours them', () => {
    // 500·1.5·1.1 + 100 = 925 g are needed, 9000 g wanted.
    const wanted = need([], { castingsG: 500 })
    const answer = splitShares({ tapMassG: 9000, need: wanted }, 4710, 8.7)
    expect(answer).toEqual({
      ok: true,
      shares: [
        { tapMassG: 4500, need: wanted },
        { tapMassG: 4500, need: null },
      ],
    })
  })
  it('is refused where one casting alone is too large, or it would take a season', () => {
    const one = splitShares({ tapMassG: 10_000, need: need([part('anvil', 1, 600)]) }, 4000, 10)
    expect(one).toEqual({ ok: false, why: 'one-too-large' })
    expect(splitShares({ tapMassG: 1e6, need: null }, 1000, 8)).toEqual({ ok: false, why: 'too-many' })
    expect(() => splitShares({ tapMassG: null, need: null }, 1000, 8)).toThrow(RangeError)
  })
})

describe('blended so that all come out alike', () => {
  let solver: ChargeSolver
  beforeAll(async () => {
    solver = createChargeSolver(await loadHighs(), () => 0)
  })
  const gunmetal = findAlloy('C90500')!
  /** Cheap scrap with too much lead and zinc for all of it, dear metal to thin it with. */
  const lots = [
    lot('Taps', 3000, { Cu: 84, Sn: 6, Zn: 7, Pb: 3 }, 3),
    lot('Bushes', 2500, { Cu: 88, Sn: 11, Zn: 0.5, Pb: 0.5 }, 5),
    lot('Cable', 6000, { Cu: 99.9 }, 8),
    lot('Tin', 1200, { Sn: 99.9 }, 30),
    lot('Zinc', 400, { Zn: 99.9 }, 3),
  ]
  const whole: Heat = {
    ...newHeat({ id: uuid(), now: NOW }, []),
    title: 'Rudder',
    alloy: gunmetal,
    tapMassG: 9000,
    confidence: null,
  }
  const planOf = (heat: Heat, from: readonly Lot[] = lots) => solver.solve(heatChargeProblem(heat, from)!)
  const planned = (plan: ChargePlan) => {
    expect(['optimal', 'feasible']).toContain(plan.status)
    return plan
  }

  it('each part is inside every limit, costs as much as the others, and together no more than the whole', () => {
    const all = planned(planOf(whole))
    const answer = splitShares(whole, 3200, 8.7)
    if (!answer.ok) throw new Error(answer.why)
    const parts = splitHeat({ heat: whole, shares: answer.shares, lots, stamps: stamps(2), heats: [whole] })
    expect(parts.map(({ number, title }) => [number, title])).toEqual([
      [1, 'Rudder, 1 of 3'],
      [2, 'Rudder, 2 of 3'],
      [3, 'Rudder, 3 of 3'],
    ])
    expect(parts[0]!.id).toBe(whole.id)
    const plans = parts.map((one) => planned(planOf(one)))
    for (const plan of plans) {
      for (const [symbol, { min = 0, max = 100 }] of Object.entries(gunmetal.limits)) {
        expect(plan.composition[symbol] ?? 0).toBeLessThanOrEqual(max + 1e-6)
        expect(plan.composition[symbol] ?? 0).toBeGreaterThanOrEqual(min - 1e-6)
      }
      expect(plan.cost).toBeCloseTo(plans[0]!.cost, 6)
    }
    const sum = plans.reduce((total, { cost }) => total + cost, 0)
    // Whole grams on a scale: a hair more than the whole in one.
    expect(sum / all.cost).toBeGreaterThan(0.99)
    expect(sum / all.cost).toBeLessThan(1.02)
    for (const { id, massG } of lots) {
      const taken = plans.flatMap(({ lines }) => lines.filter((line) => line.lot === id))
      expect(taken.reduce((total, line) => total + line.massG, 0)).toBeLessThanOrEqual(massG + 1e-6)
    }
  })
  it('one after the other without sharing, the last pays for the first: that is what it is held against', () => {
    const third = { ...whole, tapMassG: 3000 }
    const used = new Map<string, number>()
    const costs: number[] = []
    for (let heat = 0; heat < 3; heat++) {
      const left = lots.map((one) => ({ ...one, massG: one.massG - (used.get(one.id) ?? 0) }))
      const plan = planned(planOf(third, left))
      costs.push(plan.cost)
      for (const line of plan.lines) used.set(line.lot, (used.get(line.lot) ?? 0) + line.massG)
    }
    expect(costs[2]! / costs[0]!).toBeGreaterThan(1.2)
  })
  it('ingots first: so many heats of ingots with room for what melting them again loses, then the heat itself', () => {
    const made = ingotsFirst({
      heat: whole,
      limitG: 3500,
      keeps: 0.98,
      lots,
      stamps: stamps(3),
      heats: [whole],
    })
    expect(made.map(({ title, tapMassG, number }) => [title, tapMassG, number])).toEqual([
      ['Rudder, ingots, 1 of 3', 3061.2, 2],
      ['Rudder, ingots, 2 of 3', 3061.2, 3],
      ['Rudder, ingots, 3 of 3', 3061.2, 4],
      ['Rudder', 9000, 1],
    ])
    expect(made.slice(0, 3).reduce((sum, one) => sum + one.tapMassG!, 0) * 0.98).toBeGreaterThanOrEqual(8999)
    // The bins as they are now go into the ingots: the heat itself waits for these.
    expect(lots.every(({ id }) => made[3]!.choices[id]?.use === false)).toBe(true)
    for (const one of made.slice(0, 3)) planned(planOf(one))
    expect(nominalWhole(made[0]!.alloy!)).toEqual(nominalWhole(gunmetal))
  })
  it('what was locked or left out is shared and left out in each', () => {
    const told: Heat = {
      ...whole,
      choices: {
        [lots[0]!.id]: { use: true, capG: null, lockG: 900 },
        [lots[1]!.id]: { use: false, capG: null, lockG: null },
      },
    }
    const shares = [1, 2, 3].map(() => ({ tapMassG: 3000, need: null }))
    const parts = splitHeat({ heat: told, shares, lots, stamps: stamps(2), heats: [told] })
    for (const { choices } of parts) {
      expect(choices[lots[0]!.id]).toMatchObject({ lockG: 300, capG: 1000 })
      expect(choices[lots[1]!.id]).toEqual({ use: false, capG: null, lockG: null })
    }
    expect(() => splitHeat({ heat: told, shares, lots, stamps: [], heats: [told] })).toThrow(RangeError)
  })
})
