import loadHighs from 'highs'
import { describe, expect, it } from 'vitest'
import { ALLOYS, baseMetal, nominalOf, nominalWhole, outsideOf } from '#core/alloys'
import { createChargeSolver, predictMelt } from '#core/charge'
import { familyOf, familyProblem, likeliestFamilies } from '#core/families'
import {
  chosenCharge,
  heatChargeProblem,
  heatRecovery,
  heatSummary,
  heatWindow,
  newHeat,
  settled,
  weighLine,
  type Heat,
} from '#core/heat'
import { nearestPredicted } from '#core/ledger'
import { newLot, type Lot } from '#core/stock'

const NOW = '2026-05-01T08:00:00.000Z'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const lot = (n: number, composition: Lot['composition'], massG: number, more: Partial<Lot> = {}): Lot => ({
  ...newLot(
    { id: id(n), now: NOW },
    { name: `Lot ${n}`, kind: 'scrap', form: 'bar', massG, composition, knowledge: 'grade', sd: {} },
  ),
  ...more,
})
const FREE: Heat = {
  ...newHeat({ id: id(99), now: NOW }, []),
  losses: 'none',
  asItComes: { practice: null, namedAt: null },
}
const put = (...lots: readonly Lot[]): Heat['choices'] =>
  Object.fromEntries(lots.map(({ id, massG }) => [id, { use: true, capG: null, lockG: massG }]))

const copper = lot(1, { Cu: 100 }, 1620)
const tin = lot(2, { Sn: 100 }, 180)
const cartridge = lot(3, { Cu: 70, Zn: 30 }, 200)

describe('a heat that aims at no alloy', () => {
  // By hand: 1620 + 0.7 × 200 = 1760 g copper, 180 g tin, 0.3 × 200 = 60 g zinc, of 2000 g.
  it('1620 g copper, 180 g tin and 200 g of 70/30 are 88 Cu 9 Sn 3 Zn, gunmetal, and handled as tin bronze', () => {
    const stock = [copper, tin, cartridge]
    const heat = settled({ ...FREE, choices: put(...stock) }, stock)
    expect(heat.alloy).toMatchObject({
      name: '88Cu 9Sn 3Zn',
      base: 'Cu',
      limits: {},
      nominal: { Sn: 9, Zn: 3 },
    })
    expect(heat.alloy?.practice).toBe('tin-bronze')
    expect(heat.tapMassG).toBe(2000)
    // Published for gunmetal 88-10-0-2: 999 °C; handbook estimate of 88-9-3 by the copper corner of the diagrams.
    expect(heatWindow(heat)!.fromC).toBeGreaterThan(1020)
    const [nearest] = nearestPredicted(chosenCharge(heat, stock), heatRecovery(heat), ALLOYS)
    expect(nearest).toMatchObject({ alloy: { id: 'gunmetal-88-9-3' }, broken: 0 })
    expect(nearest!.odds).toBe(1)
    // There are no limits it could be judged by.
    expect(heatSummary(heat).verdict).toBeNull()
  })

  it('losses follow what it becomes: 70/30 brass by itself keeps 95 % of its zinc, as the handbook has it', () => {
    const heat = settled({ ...FREE, losses: undefined, choices: put(cartridge) }, [cartridge])
    expect(heat.alloy?.practice).toBe('wrought-brass')
    const { Cu = 0, Zn = 0 } = heatRecovery(heat)
    expect(Zn).toBe(0.95)
    // 200 g of bar, 99 % metal: copper 0.7, zinc 0.3.
    expect(heat.tapMassG).toBeCloseTo(200 * 0.99 * (0.7 * Cu + 0.3 * Zn), 2)
    const zinc = (0.3 * Zn) / (0.7 * Cu + 0.3 * Zn)
    expect(heat.alloy!.nominal!.Zn).toBeCloseTo(100 * zinc, 1)
  })

  it('what was weighed goes before what was chosen, and what is in the crucible counts', () => {
    const stock = [copper, tin]
    const weighed = [weighLine(copper, 1620, 900, NOW, FREE)]
    const heat = settled({ ...FREE, choices: put(...stock), weighed }, stock)
    expect(heat.tapMassG).toBe(1080)
    expect(heat.alloy?.name).toBe('83Cu 17Sn')
    const pot = { id: 'in-the-pot', availableG: 120, fixedG: 120, pricePerKg: 0, composition: { Cu: 100 } }
    expect(settled(heat, stock, pot)).toMatchObject({ tapMassG: 1200, alloy: { name: '85Cu 15Sn' } })
  })

  it('its charge problem is what was chosen and nothing else, and solves to that, whatever the scale said', async () => {
    const stock = [copper, tin, cartridge]
    const weighed = [weighLine(copper, 1620, 1700, NOW, FREE)]
    const heat = settled({ ...FREE, choices: put(copper, tin), weighed }, stock)
    const problem = heatChargeProblem(heat, stock)!
    expect(problem.lots.map(({ id }) => id).sort()).toEqual([copper.id, tin.id])
    const plan = createChargeSolver(await loadHighs(), () => performance.now()).solve(problem)
    expect(plan.status).toBe('optimal')
    expect(plan.lines).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ lot: copper.id, massG: 1700 }),
        expect.objectContaining({ lot: tin.id, massG: 180 }),
      ]),
    )
  })

  it('nothing chosen is nothing; most of it unknown is no metal; both say so and neither is copper', () => {
    expect(settled(FREE, [copper])).toMatchObject({ alloy: null, tapMassG: null })
    const mystery = lot(4, { Cu: 30, Sn: 5 }, 500)
    expect(settled({ ...FREE, choices: put(mystery) }, [mystery])).toMatchObject({
      alloy: null,
      tapMassG: 500,
    })
    const solder = lot(5, { Pb: 60, Sn: 40 }, 300)
    const heat = settled({ ...FREE, choices: put(solder) }, [solder])
    expect(baseMetal(heat.alloy!)).toBe('Pb')
    expect(familyProblem(heat.alloy!)).toMatchObject({ problem: 'no-practice-known', metal: 'Pb' })
    expect(heatWindow(heat)).toBeNull()
  })

  it('is handled as the caster says, but not as another metal', () => {
    const said = (practice: 'red-brass' | 'aluminium-casting') =>
      settled({ ...FREE, asItComes: { practice, namedAt: null }, choices: put(copper, tin) }, [copper, tin])
    expect(said('red-brass').alloy).toMatchObject({ practice: 'red-brass', group: 'brass' })
    expect(said('aluminium-casting').alloy?.practice).toBe('tin-bronze')
  })

  it('named, logged or aimed at something it is left as it is', () => {
    const alloy = ALLOYS.find(({ id }) => id === 'C90500')!
    for (const heat of [
      { ...FREE, asItComes: undefined, alloy, tapMassG: 7 },
      { ...FREE, asItComes: { practice: null, namedAt: NOW }, alloy, tapMassG: 7 },
      { ...FREE, loggedAt: NOW, alloy, tapMassG: 7 },
    ])
      expect(settled({ ...heat, choices: put(copper) }, [copper])).toEqual({ ...heat, choices: put(copper) })
  })
})

describe('what a metal is likeliest to be', () => {
  it('every grade of the library is likeliest its own kind', () => {
    for (const alloy of ALLOYS) {
      // What C11000 and C12200 aim at is copper alone: they are told apart below.
      if (Object.keys(nominalOf(alloy)).length === 0) continue
      expect(likeliestFamilies(nominalWhole(alloy))[0]?.practice, alloy.id).toBe(alloy.practice)
    }
  })
  it('tube of C12200 is deoxidised copper, wire is conductive: a trace of phosphorus tells them apart', () => {
    expect(likeliestFamilies({ Cu: 99.97, P: 0.03 })[0]?.practice).toBe('deoxidised-copper')
    expect(likeliestFamilies({ Cu: 99.97 })[0]?.practice).toBe('conductive-copper')
  })
  it('a metal the library does not have is no kind; what is not identified is not counted', () => {
    expect(likeliestFamilies({ Pb: 60, Sn: 40 })).toEqual([])
    expect(likeliestFamilies({})).toEqual([])
    const [bronze] = likeliestFamilies({ Cu: 89, Al: 11, '?': 0.5 })
    expect(bronze).toMatchObject({ practice: 'aluminium-bronze', distance: expect.any(Number) })
  })
  it('the distance is the overstep in widths of the limit: tin at 12.5 of 9 to 11 is three quarters of one', () => {
    const metal = { Cu: 85.5, Sn: 12.5, Zn: 2 }
    const alloy = { base: 'Cu', limits: { Sn: { min: 9, max: 11 }, Zn: { min: 1, max: 3 } } }
    const { broken, distance } = outsideOf(alloy, (symbol) => metal[symbol as 'Cu'], metal)
    expect(broken).toBe(1)
    expect(distance).toBeCloseTo(0.75 + 0.0001 * 2.5, 9)
    // Iron has no place in it; a trace is no reason to say so.
    expect(outsideOf(alloy, () => undefined, { Fe: 1 })).toMatchObject({ strangers: 1, broken: 1 })
    expect(outsideOf(alloy, () => undefined, { Fe: 0.1 })).toMatchObject({ strangers: 0, broken: 0 })
  })
})

describe('odds of a melt that aims at nothing', () => {
  it('are those of its doubtful lots: tin known to 1 wt% in the middle of a band of ±1 is inside two times in three', () => {
    const doubtful = lot(6, { Cu: 90, Sn: 10 }, 1000, { sd: { Sn: 1 } })
    const lines = chosenCharge({ ...FREE, choices: put(doubtful) }, [doubtful])
    const band = {
      ...ALLOYS[0]!,
      id: 'band',
      base: 'Cu',
      limits: { Sn: { min: 9, max: 11 } },
      nominal: { Sn: 10 },
    }
    const [near] = nearestPredicted(lines, {}, [band])
    // The normal distribution holds 68.3 % within one standard deviation.
    expect(near!.odds).toBeCloseTo(0.683, 2)
    expect(predictMelt(lines, {}).sd.Sn).toBeCloseTo(1, 6)
    const stranger = lot(7, { Cu: 85, Sn: 10, Fe: 5 }, 1000)
    expect(
      nearestPredicted(chosenCharge({ ...FREE, choices: put(stranger) }, [stranger]), {}, [band])[0],
    ).toMatchObject({ odds: 0, strangers: 1 })
  })
  it('has a family for each of its own', () => {
    expect(familyOf(settled({ ...FREE, choices: put(tin) }, [tin]).alloy!)?.metal).toBe('Sn')
  })
})
