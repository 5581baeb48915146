import loadHighs, { type Highs } from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { ALLOYS } from '#core/alloys'
import { unidentifiedPct } from '#core/composition'
import { recoveryPriors, type FamilyMetal } from '#core/families'
import {
  alternatives,
  boughtLot,
  CERTAINTY_STEPS,
  correctMelt,
  costInTurn,
  createChargeSolver,
  Pile,
  planTogether,
  planWeighing,
  priceOfCertainty,
  rankBecomings,
  type ChargeLot,
  type ChargeProblem,
  type ChargeSolver,
  type WeighingAsk,
  weightBand,
} from '#core/charge'
import { toChargeLot, type Lot } from '#core/stock'
import demo from '#data/demo-yard.json'
import { breaches } from '../../support/breaches'
import { leastCostByGlpk, mostTapByGlpk } from '../../support/oracles'
import { randomProblem } from '../../support/random-problem'

let highs: Highs
let solver: ChargeSolver
beforeAll(async () => {
  highs = await loadHighs()
  solver = createChargeSolver(highs, () => performance.now(), { keep: true })
})

const recoveryOf = (metal: FamilyMetal, zinc = 3) => recoveryPriors(metal, zinc)
const pure = (id: string, symbol: string, pricePerKg = 1): ChargeLot => ({
  id,
  availableG: 1e5,
  pricePerKg,
  composition: { [symbol]: 100 },
})

describe('other ways to charge the same melt', () => {
  const nominal = { Sn: 8, Zn: 2 }
  const asked = (seed: number): ChargeProblem => {
    const given = randomProblem(seed, 20, 8)
    return { ...given, confidence: 0.8, minLineG: 5, target: { ...given.target, nominal } }
  }

  it('each is best at what it is called', () => {
    let compared = 0
    for (let seed = 1; seed <= 12; seed++) {
      const given = asked(seed)
      const ways = new Map(alternatives(solver, given).map(({ way, plan }) => [way, plan]))
      const cheapest = ways.get('cheapest')
      if (!cheapest) continue
      for (const [way, plan] of ways) expect(breaches(given, plan), `${seed} ${way}`).toEqual([])
      const slack = 1 + 1e-3
      for (const plan of ways.values()) expect(cheapest.cost).toBeLessThanOrEqual(plan.cost * slack)
      expect(ways.get('scrap')!.virginMassG).toBeLessThanOrEqual(cheapest.virginMassG * slack + 0.1)
      expect(ways.get('fewest')!.lines.length).toBeLessThanOrEqual(cheapest.lines.length)
      const surest = ways.get('surest')!.probabilityInLimits
      expect(surest).toBeGreaterThanOrEqual(cheapest.probabilityInLimits - 1e-6)
      for (const [way, plan] of ways)
        expect(surest, `${seed} ${way}`).toBeGreaterThanOrEqual(plan.probabilityInLimits - 0.005)
      compared++
    }
    expect(compared).toBeGreaterThan(5)
  })

  it('no other way is surer than the one called so: of wheels, frames and silicon', () => {
    // Farthest inside each limit keeps all of them less often: for what manganese gains magnesium goes to its end.
    const lot = (id: string, composition: Record<string, number>, sd: Record<string, number>) => ({
      id,
      availableG: 4000,
      pricePerKg: 0,
      composition: { ...composition, Al: unidentifiedPct(composition) },
      sd,
    })
    const ways = alternatives(solver, {
      format: 'hephaestal/charge-problem',
      version: 2,
      objective: 'cost',
      target: {
        tapMassG: 1814,
        base: 'Al',
        limits: {
          Si: { min: 6.5, max: 7.5 },
          Mg: { min: 0.25, max: 0.45 },
          Fe: { max: 0.2 },
          Mn: { max: 0.1 },
        },
        nominal: { Si: 7, Mg: 0.35 },
      },
      lots: [
        lot('wheel', { Si: 7, Mg: 0.33, Fe: 0.12, Mn: 0.08 }, { Si: 0.2, Mg: 0.06, Fe: 0.06, Mn: 0.06 }),
        lot('frames', { Si: 0.45, Mg: 0.5, Fe: 0.25, Mn: 0.03 }, { Si: 0.1, Mg: 0.1, Fe: 0.12, Mn: 0.02 }),
        lot('silicon', { Si: 98.5, Fe: 0.4 }, {}),
      ],
    })
    const surest = ways.find(({ way }) => way === 'surest')!.plan.probabilityInLimits
    for (const { way, plan } of ways)
      expect(surest, way).toBeGreaterThanOrEqual(plan.probabilityInLimits - 0.005)
  })

  it('the fewest lots are as few as GLPK can do with', async () => {
    for (const seed of [3, 5, 8]) {
      const given = { ...randomProblem(seed, 10, 6) }
      const fewest = alternatives(solver, given).find(({ way }) => way === 'fewest')
      if (!fewest) continue
      const count = fewest.plan.lines.length
      expect(await leastCostByGlpk({ ...given, maxLots: count }), `seed ${seed}`).not.toBeNull()
      if (count > 1)
        expect(await leastCostByGlpk({ ...given, maxLots: count - 1 }), `seed ${seed}`).toBeNull()
    }
  })

  it('certainty never gets cheaper', () => {
    for (const seed of [1, 2, 5]) {
      const points = priceOfCertainty(solver, randomProblem(seed, 20, 8))
      expect(points.length).toBeGreaterThan(0)
      expect(points.length).toBeLessThanOrEqual(CERTAINTY_STEPS.length)
      points
        .slice(1)
        .forEach(({ cost }, index) => expect(cost).toBeGreaterThanOrEqual(points[index]!.cost - 1e-6))
    }
  })
})

describe('what a pile can become', () => {
  const stock = (demo.lots as unknown as Lot[]).map((lot) => toChargeLot(lot))
  const targets = (base: FamilyMetal) =>
    ALLOYS.filter((alloy) => alloy.base === base).map(({ id, limits, othersEachMax, othersTotalMax }) => ({
      id,
      limits,
      base,
      recovery: recoveryOf(base),
      ...(othersEachMax === undefined ? {} : { othersEachMax }),
      ...(othersTotalMax === undefined ? {} : { othersTotalMax }),
    }))

  it.each(['Cu', 'Al'] as const)(
    'the most of each %s alloy is what GLPK finds, whatever was tried before',
    async (base) => {
      const pile = new Pile(highs, stock, recoveryOf(base), base)
      let possible = 0
      for (const target of targets(base)) {
        const { mostG, lines } = pile.become(target, 1000)
        const given: ChargeProblem = {
          format: 'hephaestal/charge-problem',
          version: 1,
          target: { ...target, tapMassG: 1 } as unknown as ChargeProblem['target'],
          lots: stock,
          recovery: target.recovery,
          objective: 'cost',
        }
        const most = await mostTapByGlpk(given)
        expect(mostG, target.id).toBeCloseTo(most > 0.5 ? most : 0, 1)
        for (const { lot, massG } of lines)
          expect(massG).toBeLessThanOrEqual(stock.find(({ id }) => id === lot)!.availableG + 1e-6)
        if (mostG > 0) possible++
      }
      pile.dispose()
      expect(possible).toBeGreaterThan(2)
    },
  )

  it('a purchase told of unlocks the wanted mass', () => {
    const pile = new Pile(highs, stock, recoveryOf('Cu'), 'Cu')
    let unlocked = 0
    for (const target of targets('Cu')) {
      const { unlock, mostG } = pile.become(target, 1500)
      if (mostG >= 1500 || !unlock) continue
      const plan = solver.solve({
        format: 'hephaestal/charge-problem',
        version: 1,
        target: {
          limits: target.limits,
          base: 'Cu',
          tapMassG: 1500,
          ...(target.othersTotalMax === undefined ? {} : { othersTotalMax: target.othersTotalMax }),
        },
        lots: [...stock, ...unlock.map(({ metal, massG }) => boughtLot(metal, massG))],
        recovery: target.recovery,
        objective: 'cost',
      })
      expect(plan.status, target.id).toBe('optimal')
      unlocked++
    }
    pile.dispose()
    expect(unlocked).toBeGreaterThan(5)
  })

  it('ranks what can be tapped first, the most of it first, then the smallest purchase', () => {
    const blank = { lines: [], runsOut: [], heldBy: null, probabilityInLimits: 0, sure: null }
    const ranked = rankBecomings(
      [
        { ...blank, id: 'far', mostG: 0, unlock: null },
        { ...blank, id: 'near', mostG: 0, unlock: [{ metal: 'Sn', massG: 50 }] },
        { ...blank, id: 'less', mostG: 1200, unlock: [] },
        { ...blank, id: 'most', mostG: 3000, unlock: [] },
        { ...blank, id: 'nearer', mostG: 0, unlock: [{ metal: 'Sn', massG: 5 }] },
      ],
      1000,
    )
    expect(ranked.map(({ id }) => id)).toEqual(['most', 'less', 'nearer', 'near', 'far'])
  })

  it('an empty pile becomes nothing, and says what would have to be bought', () => {
    const pile = new Pile(highs, [], recoveryOf('Cu'), 'Cu')
    const found = pile.become(
      targets('Cu').find(({ id }) => id === 'C90500')!,
      1000,
    )
    pile.dispose()
    expect(found.mostG).toBe(0)
    expect(found.unlock!.map(({ metal }) => metal)).toEqual(expect.arrayContaining(['Cu', 'Sn', 'Zn']))
  })
})

describe('heats planned together', () => {
  /** Two heats that want the same little clean copper. */
  function pair(seed: number): ChargeProblem[] {
    const first = randomProblem(seed, 16, 8)
    const second = randomProblem(seed, 16, 8)
    const scarce = (given: ChargeProblem, tapMassG: number): ChargeProblem => ({
      ...given,
      target: { ...given.target, tapMassG },
      lots: given.lots.map((lot) => (lot.id === 'copper' ? { ...lot, availableG: 900 } : lot)),
    })
    const limits = { ...second.target.limits, Pb: { max: 0.4 } }
    return [scarce(first, 1200), scarce({ ...second, target: { ...second.target, limits } }, 1500)]
  }

  it('promise no lot twice, keep every limit, and cost no more than one after the other', () => {
    let compared = 0
    for (let seed = 1; seed <= 25; seed++) {
      const problems = pair(seed)
      const joint = planTogether(highs, problems)
      if (joint.status === 'infeasible') continue
      joint.plans.forEach((plan, index) =>
        expect(breaches(problems[index]!, plan), `seed ${seed}`).toEqual([]),
      )
      for (const { id, availableG } of problems[0]!.lots) {
        const used = joint.plans.reduce(
          (sum, { lines }) => sum + (lines.find(({ lot }) => lot === id)?.massG ?? 0),
          0,
        )
        expect(used, `seed ${seed}: ${id}`).toBeLessThanOrEqual(availableG * (1 + 1e-6))
      }
      const inTurn = costInTurn(problems, (given) => solver.quickPlan(given, 20))
      if (inTurn !== null) expect(joint.cost).toBeLessThanOrEqual(inTurn * (1 + 1e-6))
      compared++
    }
    expect(compared).toBeGreaterThan(8)
  })

  it('two heats that share nothing cost what they cost alone', () => {
    const [first] = pair(3)
    const second = { ...first!, lots: first!.lots.map((lot) => ({ ...lot, id: `other-${lot.id}` })) }
    const alone = solver.solve(first!).cost
    expect(planTogether(highs, [first!, second]).cost).toBeCloseTo(2 * alone, 4)
  })

  it('says what is missing when the pile does not do for both', () => {
    const heat = (tapMassG: number): ChargeProblem => ({
      format: 'hephaestal/charge-problem',
      version: 1,
      target: { tapMassG, limits: { Sn: { min: 10, max: 12 } } },
      lots: [
        { ...pure('copper', 'Cu'), availableG: 5000 },
        { ...pure('tin', 'Sn'), availableG: 150 },
      ],
      objective: 'cost',
    })
    const joint = planTogether(highs, [heat(1000), heat(1000)])
    expect(joint.status).toBe('infeasible')
    // 2 × 1 kg at 10 % is 200 g of tin; 150 g is there.
    expect(joint.short).toEqual([{ lot: 'tin', missingG: expect.closeTo(50, 3) }])
  })
})

describe('putting a melt right (mixing by hand)', () => {
  const target = { limits: { Sn: { min: 9, max: 11 }, Pb: { max: 0.3 } }, base: 'Cu' }
  const ask = (composition: Record<string, number>, lots: ChargeLot[], part = {}) =>
    correctMelt(highs, {
      metal: { massG: 1000, composition, sd: {}, molten: true },
      target,
      lots,
      recovery: {},
      aim: 'limits',
      ...part,
    })

  it('8 % tin in 1 kg wants 10.99 g more of it to reach 9 %: (80 + x) / (1000 + x) = 0.09', () => {
    const found = ask({ Cu: 92, Sn: 8 }, [pure('tin', 'Sn'), pure('copper', 'Cu')])
    expect(found.status).toBe('additions')
    expect(found.lines).toEqual([{ lot: 'tin', massG: expect.closeTo(10 / 0.91, 4) }])
    expect(found.after.composition.Sn).toBeCloseTo(9, 6)
  })

  it('0.5 % lead is diluted to 0.3 % with 2/3 of its mass, tin kept with it', () => {
    const found = ask({ Cu: 89.5, Sn: 10, Pb: 0.5 }, [pure('copper', 'Cu'), pure('tin', 'Sn')])
    expect(found.addedG).toBeCloseTo(1000 * (0.5 / 0.3 - 1), 3)
    expect(found.after.composition.Pb).toBeCloseTo(0.3, 6)
    expect(found.after.composition.Sn).toBeGreaterThanOrEqual(9 - 1e-6)
  })

  it('what does not fit the crucible is taken out first', () => {
    const found = ask({ Cu: 89.5, Sn: 10, Pb: 0.5 }, [pure('copper', 'Cu'), pure('tin', 'Sn')], {
      capacityG: 1200,
    })
    // 1200 g at 0.3 % lead hold 3.6 g of it: 720 g of the melt.
    expect(found.pourOffG).toBeCloseTo(280, 2)
    expect(found.after.tapMassG).toBeLessThanOrEqual(1200 * (1 + 1e-9))
  })

  it('inside already: nothing to add; without the metal for it: impossible; with bought metal: done', () => {
    expect(ask({ Cu: 90, Sn: 10 }, []).status).toBe('inside')
    expect(ask({ Cu: 92, Sn: 8 }, [pure('copper', 'Cu')]).status).toBe('impossible')
    expect(ask({ Cu: 92, Sn: 8 }, [pure('copper', 'Cu')], { buying: true }).status).toBe('additions')
  })

  it('a spread in the measurement wants more than the bare figure', () => {
    const metal = { massG: 1000, composition: { Cu: 92, Sn: 8 }, sd: { Sn: 0.2 }, molten: true }
    const lots = [pure('tin', 'Sn')]
    const sure = ask({}, lots, { metal, confidence: 0.95 })
    expect(sure.addedG).toBeGreaterThan(10 / 0.91)
    // z = 1.645 of 0.2 % on 1000 g, in about 1014.5 g
    expect(sure.after.composition.Sn! - 1.6449 * sure.after.sd.Sn!).toBeCloseTo(9, 4)
  })

  it('a molten melt loses nothing of what it was measured to hold; one melted again does', () => {
    const recovery = { Zn: 0.96 }
    const metal = (molten: boolean) => ({
      massG: 1000,
      composition: { Cu: 88, Sn: 10, Zn: 2 },
      sd: {},
      molten,
    })
    expect(ask({}, [], { metal: metal(true), recovery }).before.composition.Zn).toBeCloseTo(2, 9)
    expect(ask({}, [], { metal: metal(true), recovery }).before.tapMassG).toBeCloseTo(1000, 6)
    expect(ask({}, [], { metal: metal(false), recovery }).before.composition.Zn).toBeLessThan(1.93)
  })

  it('sweetening ends near every nominal figure, and adds more than the limits alone ask for', () => {
    const sweet = { ...target, nominal: { Sn: 10 } }
    const lots = [pure('tin', 'Sn'), pure('copper', 'Cu')]
    const found = ask({ Cu: 92, Sn: 8 }, lots, { target: sweet, aim: 'nominal' })
    expect(Math.abs(found.after.composition.Sn! - 10)).toBeLessThanOrEqual(found.within.Sn! + 1e-6)
    expect(found.addedG).toBeGreaterThan(10 / 0.91)
  })

  it('no addition is lighter than the least weight asked for', () => {
    const found = ask({ Cu: 91.01, Sn: 8.99 }, [pure('tin', 'Sn')], { minLineG: 2 })
    expect(found.lines).toEqual([{ lot: 'tin', massG: expect.closeTo(2, 6) }])
  })
})

describe('how far a weight may be off', () => {
  it('reaches from where the tap falls short to where there is no more copper to thin it (by hand)', () => {
    // 900 g of copper there. Least: 980 g of melt at 9 % tin, 88.2 g. Most: 11 % beside all the copper, 111.2 g.
    // Where the rest has to change an end is drawn in by two steps of the scale.
    const ask: WeighingAsk = {
      problem: {
        format: 'hephaestal/charge-problem',
        version: 2,
        objective: 'cost',
        target: { tapMassG: 1000, tapToleranceG: 20, limits: { Sn: { min: 9, max: 11 } }, base: 'Cu' },
        lots: [
          { ...pure('copper', 'Cu'), availableG: 900, pricePerKg: 8, stepG: 0.1 },
          { ...pure('tin', 'Sn'), availableG: 500, pricePerKg: 30, stepG: 0.1 },
        ],
        excessMaxG: 20,
      },
      begun: false,
      planned: { copper: 900, tin: 100 },
      plannedWithout: [],
      plannedLots: ['copper', 'tin'],
      mostTapG: 1100,
      lineShare: 0,
    }
    const now = planWeighing(solver, ask, 8)
    const band = weightBand(
      solver,
      { ...ask, planned: Object.fromEntries(now.plan.lines.map(({ lot, massG }) => [lot, massG])) },
      now,
      'tin',
      0.1,
      8,
    )!
    expect(band.fromG).toBeCloseTo(88.4, 6)
    expect(band.toG).toBeCloseTo(111.2, 6)
    expect(band.asPlanned.toG).toBeCloseTo(111.2, 6)
    expect(weightBand(solver, ask, now, 'lead', 0.1, 8)).toBeNull()
  })
})
