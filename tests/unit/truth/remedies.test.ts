import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { ALLOYS, nominalOf } from '#core/alloys'
import {
  applyRemedy,
  createChargeSolver,
  wantedPurchases,
  type ChargeLot,
  type ChargeProblem,
  type ChargeSolver,
  type Remedy,
} from '#core/charge'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now())
})
const lot = (id: string, composition: Record<string, number>, part: Partial<ChargeLot> = {}): ChargeLot => ({
  id,
  composition,
  availableG: 5000,
  pricePerKg: 5,
  ...part,
})
const copper = lot('copper', { Cu: 100 })
const ask = (
  lots: ChargeLot[],
  target: Partial<ChargeProblem['target']> = {},
  part: Partial<ChargeProblem> = {},
): ChargeProblem => ({
  format: 'hephaestal/charge-problem',
  version: 2,
  objective: 'cost',
  target: { tapMassG: 1000, limits: { Sn: { min: 9, max: 11 } }, base: 'Cu', ...target },
  lots,
  ...part,
})
/** Every way out, taken by itself, gives a plan. */
function proven(problem: ChargeProblem): Remedy[] {
  const plan = solver.solve(problem)
  expect(plan.status).toBe('infeasible')
  expect(plan.conflict.length).toBeGreaterThan(0)
  for (const remedy of plan.remedies)
    expect(['optimal', 'feasible'], JSON.stringify(remedy)).toContain(
      solver.solve(applyRemedy(problem, remedy)).status,
    )
  return plan.remedies
}
const kinds = (remedies: readonly Remedy[]) => remedies.map(({ kind }) => kind)

describe('ways out that a founder would name', () => {
  it('tin weighed too much: tap more, with more copper: 130 g at 11 % is 1 182 g', () => {
    const remedies = proven(ask([copper, lot('tin', { Sn: 100 }, { fixedG: 130 })]))
    const more = remedies.find(({ kind }) => kind === 'moreTap')
    expect(more?.kind === 'moreTap' && more.tapMassG).toBeGreaterThanOrEqual(Math.ceil(130 / 0.11))
    expect(more?.kind === 'moreTap' && more.tapMassG).toBeLessThan(1.01 * (130 / 0.11))
    expect(kinds(remedies)).toContain('takeOut')
  })
  it('all lines fixed and too heavy: tap what they come to, or take one back down', () => {
    const remedies = proven(
      ask([lot('copper', { Cu: 100 }, { fixedG: 1080 }), lot('tin', { Sn: 100 }, { fixedG: 120 })]),
    )
    const more = remedies.find(({ kind }) => kind === 'moreTap')
    expect(more?.kind === 'moreTap' && more.tapMassG).toBeGreaterThanOrEqual(1200)
    expect(more?.kind === 'moreTap' && more.tapMassG).toBeLessThan(1215)
  })
  it('a least line above all there is: the rule is named, and dropping it works', () => {
    const problem = ask([copper, lot('tin', { Sn: 100 }, { availableG: 18, minG: 20 })], {
      tapMassG: 200,
      limits: { Sn: { min: 8, max: 10 } },
    })
    const remedies = proven(problem)
    expect(solver.solve(problem).conflict).toEqual([{ kind: 'rule', rule: 'minLine' }])
    expect(remedies).toContainEqual({ kind: 'dropRule', rule: 'minLine' })
  })
  it('a piece larger than all there is: the rule is named, and cutting works', () => {
    const problem = ask([lot('bar', { Cu: 90, Sn: 10 }, { availableG: 1100, pieceG: 1500 })])
    const remedies = proven(problem)
    expect(solver.solve(problem).conflict).toEqual([{ kind: 'rule', rule: 'pieces' }])
    expect(remedies).toContainEqual({ kind: 'dropRule', rule: 'pieces' })
  })
  it('others together over their limit: let up to what they reach', () => {
    const dirty = lot('dirty', { Cu: 89.4, Sn: 10, Ag: 0.3, Te: 0.3 })
    const remedies = proven(ask([dirty], { othersTotalMax: 0.5 }))
    const relaxed = remedies.find(({ kind }) => kind === 'relaxOthers')
    expect(relaxed?.kind === 'relaxOthers' && relaxed.to).toBeCloseTo(0.6, 1)
  })
  it('closest to nominal takes the cheaper of two alike', () => {
    const plan = solver.solve(
      ask(
        [
          lot('dear', { Cu: 90, Sn: 10 }, { pricePerKg: 50 }),
          lot('fair', { Cu: 90, Sn: 10 }, { pricePerKg: 5 }),
        ],
        { nominal: { Sn: 10 } },
        { objective: 'nominal' },
      ),
    )
    expect(plan.lines.map(({ lot: id }) => id)).toEqual(['fair'])
  })
  it.each(
    ALLOYS.filter(({ practice }) => ['zinc-aluminium', 'tin-base', 'wrought-brass'].includes(practice)).map(
      (alloy) => [alloy.id, alloy] as const,
    ),
  )('%s, from an empty yard: what to buy is told, and it makes the metal', (_, alloy) => {
    const { limits, base, othersTotalMax } = alloy
    const problem = ask([], {
      limits,
      base,
      nominal: nominalOf(alloy),
      ...(othersTotalMax === undefined ? {} : { othersTotalMax }),
    })
    const bought = proven(problem).filter(({ kind }) => kind === 'obtain' || kind === 'obtainTogether')
    expect(bought.length).toBeGreaterThan(0)
  })
  it('copper that is to conduct is bought as cathode; other copper alloys never are', () => {
    const names = (id: string) => {
      const { limits, base } = ALLOYS.find((one) => one.id === id)!
      return wantedPurchases({ limits, base }).map((metal) => metal.id)
    }
    expect(names('C11000')).toContain('Cu-cathode')
    expect(names('C11000')).not.toContain('Cu')
    expect(names('C90500')).toContain('Cu')
    expect(names('C90500')).not.toContain('Cu-cathode')
  })
})
