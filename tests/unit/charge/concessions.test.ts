import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import {
  applyRemedy,
  createChargeSolver,
  planWeighing,
  type ChargeProblem,
  type ChargeSolver,
  type WeighingAsk,
} from '#core/charge'
import { PILE_TILES } from '#core/scrap-pile'
import { blendOfGuesses, SCRAP_BOOK } from '#core/stock'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now(), { keep: true })
})

/** A tin bronze whose tin is just enough: its least is 90 g of a kilogram, and so much of it is there. */
function ask(tinG: number, scaleG: number, doubtPct: number): WeighingAsk {
  const lot = { weighErrorG: scaleG, metallicYield: 1 }
  const problem: ChargeProblem = {
    format: 'hephaestal/charge-problem',
    version: 2,
    target: { base: 'Cu', tapMassG: 1000, limits: { Sn: { min: 9, max: 12 } } },
    lots: [
      { ...lot, id: 'cathode', composition: { Cu: 100 }, availableG: 5000, pricePerKg: 9 },
      {
        ...lot,
        id: 'tin',
        composition: { Sn: 99, Cu: 1 },
        sd: { Sn: doubtPct },
        availableG: tinG,
        pricePerKg: 30,
      },
    ],
    objective: 'cost',
    confidence: 0.9,
    excessMaxG: 15,
  }
  return {
    problem,
    begun: false,
    planned: null,
    plannedWithout: [],
    plannedLots: [],
    mostTapG: 1000,
    lineShare: 0,
  }
}

describe('what is given up for there to be a charge', () => {
  it('room for the scale’s error alone, where without it the charge is as certain as was asked', () => {
    const { plan, concessions } = planWeighing(solver, ask(92.5, 3, 0.3), 4)
    expect(plan.probabilityInLimits).toBeGreaterThanOrEqual(0.9)
    expect(concessions).toEqual(['no-room'])
  })
  it('the certainty too, where no charge has that', () => {
    const { plan, concessions } = planWeighing(solver, ask(92.5, 3, 15), 4)
    expect(plan.probabilityInLimits).toBeLessThan(0.9)
    expect(concessions).toEqual(['no-margin', 'no-room'])
  })
  it('the certainty alone, where there is room', () => {
    const { plan, concessions } = planWeighing(solver, ask(92.5, 0.1, 15), 4)
    expect(plan.probabilityInLimits).toBeLessThan(0.9)
    expect(concessions).toEqual(['no-margin'])
  })
  it('nothing, where both are there', () => {
    expect(planWeighing(solver, ask(120, 1, 0.3), 4).concessions).toEqual([])
  })
})

describe('what is to be bought where nothing fits', () => {
  it('is enough for the certainty asked, not the least that stands at its limits', () => {
    // A newcomer's pile: copper tube, valve bodies and tin, for 1.5 kg of gunmetal, which wants 1 to 3 % zinc.
    const lotOf = (id: string, massG: number) => {
      const { told } = PILE_TILES.find((tile) => tile.id === id)!
      const mixed = SCRAP_BOOK.find((entry) => entry.id === 'tap-bodies')!.likely
      const { composition, sd = {} } = id === 'valves' ? blendOfGuesses(mixed) : told
      return {
        id,
        composition,
        sd,
        availableG: massG,
        pricePerKg: 0,
        metallicYield: 1,
        weighErrorG: 0.5,
        stepG: 1,
      }
    }
    const gunmetal = findAlloy('C90500')!
    const problem: ChargeProblem = {
      format: 'hephaestal/charge-problem',
      version: 2,
      target: { base: 'Cu', tapMassG: 1500, limits: gunmetal.limits },
      lots: [lotOf('tube', 3000), lotOf('valves', 2400), lotOf('pure-tin', 300)],
      objective: 'cost',
      confidence: 0.9,
      confidenceOf: 'all',
      excessMaxG: 15,
    }
    const { plan } = planWeighing(solver, { ...ask(0, 0, 0), problem, mostTapG: 1600 }, 4)
    expect(plan.status).toBe('infeasible')
    const zinc = plan.remedies.find((one) => one.kind === 'obtain' && one.metal === 'Zn')
    expect(zinc?.kind === 'obtain' && zinc.massG).toBeGreaterThan(10)
    const bought = planWeighing(
      solver,
      { ...ask(0, 0, 0), problem: applyRemedy(problem, zinc!), mostTapG: 1600 },
      4,
    )
    expect(bought.concessions).toEqual([])
    expect(bought.plan.probabilityInLimits).toBeGreaterThanOrEqual(0.9)
  })
})
