import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy, nominalWhole } from '#core/alloys'
import type { Composition } from '#core/composition'
import { estimateLiquidus, familyOf, liquidusOf, pourWindow } from '#core/families'
import { heldAt, pureZincPressure, runSheet, zincBoilsAt, zincPressure, type ChargedLot } from '#core/melt'
import { seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

const lot = (name: string, composition: Record<string, number>, massG: number): ChargedLot => ({
  lotId: name,
  name,
  form: 'bar',
  massG,
  composition,
})
/** A seeded charge of virgin metals and grades that comes out somewhere near an alloy of the library. */
function chargeOf(alloy: (typeof ALLOYS)[number], random: () => number): ChargedLot[] {
  const kin = ALLOYS.filter((one) => familyOf(one)?.metal === familyOf(alloy)?.metal)
  const virgin = Object.entries(nominalWhole(alloy))
    .filter(([, pct]) => pct > 0)
    .map(([symbol, pct]) => lot(`virgin ${symbol}`, { [symbol]: 100 }, 20 * pct * (0.7 + 0.6 * random())))
  const grades = Array.from({ length: Math.floor(random() * 3) }, (_, at) => {
    const other = kin[Math.floor(random() * kin.length)]!
    return lot(`grade ${at} ${other.id}`, nominalWhole(other), 100 + 600 * random())
  })
  return [...virgin, ...grades]
}

describe('liquidus', () => {
  // Binary phase diagrams and published melting ranges; from memory.
  it.each<[Composition, number, string]>([
    [{ Al: 83, Si: 17 }, 647, 'hypereutectic Al-Si'],
    [{ Al: 78.5, Si: 17, Cu: 4.5 }, 649, '390.0'],
    [{ Al: 87.4, Si: 12.6 }, 577, 'Al-Si eutectic'],
    [{ Cu: 80, Sn: 20 }, 893, 'Cu-20Sn'],
    [{ Cu: 70, Sn: 30 }, 755, 'Cu-30Sn'],
    [{ Cu: 91.6, P: 8.4 }, 714, 'Cu-P eutectic'],
    [{ Zn: 88, Al: 11, Cu: 1 }, 432, 'ZA-12'],
    [{ Zn: 94, Al: 6 }, 381, 'Zn-Al eutectic'],
    [{ Zn: 71.5, Al: 26.5, Cu: 2 }, 484, 'ZA-27'],
    [{ Sn: 91, Sb: 7, Cu: 2 }, 295, 'casting pewter'],
    [{ Sn: 89, Sb: 7.5, Cu: 3.5 }, 354, 'white metal grade 2'],
    [{ Zn: 100 }, 419.5, 'zinc'],
    [{ Sn: 100 }, 231.9, 'tin'],
    [{ Cu: 100 }, 1084.6, 'copper'],
    [{ Al: 100 }, 660.3, 'aluminium'],
  ])('of %j is about %f °C (%s)', (composition, celsius) => {
    const found = estimateLiquidus(composition)!
    expect(Math.abs(found.liquidusC - celsius)).toBeLessThanOrEqual(found.spreadC)
  })
  it.each([
    [{ Cu: 60, Sn: 40 }],
    [{ Cu: 90, P: 10 }],
    [{ Al: 75, Si: 25 }],
    [{ Zn: 60, Al: 40 }],
    [{ Sn: 60, Pb: 40 }],
    [{ Pb: 100 }],
    [{ Ag: 92.5, Cu: 7.5 }],
    [{ Cu: 60, Zn: 30, Sn: 10 }],
    [{ Cu: 48, Zn: 52 }],
  ])('of %j has no estimate: nothing behind it reaches so far', (composition) => {
    expect(estimateLiquidus(composition)).toBeNull()
  })
  it('is estimated within its stated doubt of every published value', () => {
    for (const alloy of ALLOYS) {
      if (alloy.liquidusC === undefined) continue
      const found = estimateLiquidus(nominalWhole(alloy))
      if (found)
        expect(Math.abs(found.liquidusC - alloy.liquidusC), alloy.id).toBeLessThanOrEqual(
          found.spreadC + (alloy.liquidusDoubtC ?? 0) + 1,
        )
    }
  })
  it('over a grid of any two metals: known, and between the lowest eutectic and the highest melting point, or not told', () => {
    const LOWEST = { Cu: 714, Al: 570, Zn: 375, Sn: 227 } as const
    const HIGHEST = { Cu: 1300, Al: 700, Zn: 660, Sn: 640 } as const
    const metals = ['Cu', 'Al', 'Zn', 'Sn', 'Pb', 'Si', 'Mg', 'Mn', 'Ni', 'P', 'Sb', 'Bi', 'Fe', 'Ag', 'Ti']
    for (const base of ['Cu', 'Al', 'Zn', 'Sn'] as const)
      for (const a of metals)
        for (const b of metals)
          for (let x = 0; x <= 48; x += 4)
            for (const y of [0, 2, 6]) {
              if (a === base || b === base || a === b || x + y >= 50) continue
              const found = estimateLiquidus({ [base]: 100 - x - y, [a]: x, [b]: y })
              if (!found) continue
              const where = `${base} ${a} ${x} ${b} ${y}`
              expect(found.liquidusC, where).toBeGreaterThanOrEqual(LOWEST[base] - found.spreadC)
              expect(found.liquidusC, where).toBeLessThanOrEqual(HIGHEST[base])
            }
  })
})

describe('the run sheet and the freezing of what is in the pot', () => {
  it(`no step asks for a melt below the liquidus of what it holds, before or after: all alloys × ${many(30, 5)} seeded charges`, () => {
    let told = 0
    for (const [at, alloy] of ALLOYS.entries())
      for (let seed = 0; seed < many(30, 5); seed++) {
        const random = seeded(1000 * at + seed)
        const charge = chargeOf(alloy, random)
        const steps = runSheet(alloy, charge, liquidusOf(alloy, nominalWhole(alloy)))
        const grams: Record<string, number> = {}
        const put = ({ composition }: ChargedLot, massG: number) => {
          for (const [symbol, pct] of Object.entries(composition))
            grams[symbol] = (grams[symbol] ?? 0) + (massG * pct) / 100
        }
        const freezesAt = () => {
          const total = Object.values(grams).reduce((a, b) => a + b, 0)
          return estimateLiquidus(
            Object.fromEntries(Object.entries(grams).map(([symbol, g]) => [symbol, (100 * g) / total])),
          )?.liquidusC
        }
        for (const step of steps) {
          if (!step.lots) continue
          const parts = step.portions ?? [step.meltC ?? null]
          for (const part of parts) {
            const before = freezesAt()
            for (const one of step.lots) put(one, one.massG / parts.length)
            if (!part) continue
            told++
            const where = `${alloy.id} ${seed} ${step.id}`
            // What dissolves at a told heat says it also where no estimate of the liquidus reaches.
            expect(part.fromC, where).toBeGreaterThan(before ?? 0)
            expect(part.fromC, where).toBeGreaterThan(freezesAt() ?? 0)
            expect(part.toC, where).toBeGreaterThan(part.fromC)
          }
        }
      }
    expect(told).toBeGreaterThan(many(500, 80))
  })
  it('C26000 of 1406 g copper and 663 g zinc: in parts of a tenth of the melt or less, the first above 1083 °C', () => {
    const alloy = findAlloy('C26000')!
    const steps = runSheet(
      alloy,
      [lot('copper', { Cu: 99.9 }, 1406), lot('zinc', { Zn: 99.9 }, 663)],
      liquidusOf(alloy, {}),
    )
    const zinc = steps.find(({ id }) => id === 'add-zinc')!
    expect(zinc.practice!.id).toBe('zinc-portions')
    expect(zinc.portions!.length).toBeGreaterThanOrEqual(4)
    for (const { massG } of zinc.portions!) expect(massG).toBeLessThanOrEqual(0.1 * (1406 + 663))
    expect(heldAt(zinc)!.fromC).toBeGreaterThan(1084)
    // The melt may be cooler for each.
    const ends = zinc.portions!.map(({ toC }) => toC)
    expect(ends).toEqual([...ends].sort((a, b) => b - a))
  })
  it('a little zinc goes in at once, as gunmetal has it', () => {
    const alloy = findAlloy('C90500')!
    const steps = runSheet(
      alloy,
      [lot('copper', { Cu: 99.9 }, 1760), lot('tin', { Sn: 99.9 }, 200), lot('zinc', { Zn: 99.9 }, 40)],
      liquidusOf(alloy, {}),
    )
    const zinc = steps.find(({ id }) => id === 'add-zinc')!
    expect(zinc.practice!.id).toBe('zinc-once')
    expect(zinc.portions).toBeUndefined()
    expect(zinc.meltC!.fromC).toBeGreaterThan(999)
  })
  it('says where zinc boils: alone at 907 °C, out of a brass where its pressure is that of the air', () => {
    expect(zincBoilsAt({ Zn: 100 })!).toBeCloseTo(907, -1)
    expect(pureZincPressure(zincBoilsAt({ Zn: 100 })!)).toBeCloseTo(1, 2)
    const brass = { Cu: 60, Zn: 40 }
    expect(zincPressure(brass, zincBoilsAt(brass)!)).toBeCloseTo(1, 2)
    expect(zincBoilsAt({ Cu: 98, Zn: 2 })).toBeNull()
  })
  it('nothing that melts, burns or fumes on the lid is laid there', () => {
    const soft = [
      lot('tin', { Sn: 99.9 }, 100),
      lot('pewter', { Sn: 92, Sb: 6, Cu: 2 }, 50),
      lot('lead', { Pb: 99.9 }, 50),
      lot('zinc', { Zn: 99.5 }, 50),
      lot('magnesium', { Mg: 99 }, 10),
      lot('phosphor copper', { Cu: 85, P: 15 }, 3),
    ]
    const hard = [lot('copper', { Cu: 99.9 }, 1500), lot('head', { Al: 89, Si: 8 }, 80)]
    for (const alloy of ALLOYS) {
      const step = runSheet(alloy, [...soft, ...hard], null).find(({ kind }) => kind === 'preheat')!
      expect(step.preheat!.warm.map(({ name }) => name)).toEqual(soft.map(({ name }) => name))
      expect(step.preheat!.hot.map(({ name }) => name)).toEqual(hard.map(({ name }) => name))
    }
  })
  it('without a liquidus no temperature is told anywhere', () => {
    for (const alloy of ALLOYS)
      for (const step of runSheet(alloy, [lot('base', { [familyOf(alloy)!.metal]: 100 }, 900)], null))
        expect(step.window).toBeUndefined()
  })
  it('an own alloy of tin under a copper practice, or of silver, gets no sheet at all', () => {
    const wrong = {
      ...findAlloy('C90500')!,
      base: 'Ag',
      limits: { Cu: { min: 7, max: 8 } },
      nominal: { Cu: 7.5 },
    }
    expect(runSheet(wrong, [lot('silver', { Ag: 92.5, Cu: 7.5 }, 100)], null)).toEqual([])
    expect(pourWindow(wrong, { liquidusC: 900, kind: 'typed', spreadC: 0 })).toBeNull()
  })
})
