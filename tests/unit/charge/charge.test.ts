import fc from 'fast-check'
import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  createChargeSolver,
  normalCdf,
  normalQuantile,
  parseChargeProblem,
  predictMelt,
  type ChargePlan,
  type ChargeProblem,
  type ChargeSolver,
} from '#core/charge'
import { breaches } from '../../support/breaches'
import { many } from '../../support/reliability'
import { leastCostByGlpk, leastCostByYalps } from '../../support/oracles'
import { randomProblem, seeded } from '../../support/random-problem'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now())
})

const problem = (part: Partial<ChargeProblem> & Pick<ChargeProblem, 'target' | 'lots'>): ChargeProblem => ({
  format: 'hephaestal/charge-problem',
  version: 1,
  objective: 'cost',
  ...part,
})
const massOf = (plan: ChargePlan, lot: string) => plan.lines.find((line) => line.lot === lot)?.massG ?? 0

describe('hand-worked charges (common practice, no source)', () => {
  it('2 kg of 88-9-3 with zinc from 70/30 brass alone: 200 g brass, 180 g tin, 1620 g copper', () => {
    const plan = solver.solve(
      problem({
        target: { tapMassG: 2000, base: 'Cu', limits: { Sn: { min: 9, max: 9 }, Zn: { min: 3, max: 3 } } },
        lots: [
          { id: 'brass', availableG: 5000, pricePerKg: 5, composition: { Cu: 70, Zn: 30 } },
          { id: 'tin', availableG: 5000, pricePerKg: 30, composition: { Sn: 100 } },
          { id: 'copper', availableG: 5000, pricePerKg: 8, composition: { Cu: 100 } },
        ],
      }),
    )
    expect(massOf(plan, 'brass')).toBeCloseTo(200, 6)
    expect(massOf(plan, 'tin')).toBeCloseTo(180, 6)
    expect(massOf(plan, 'copper')).toBeCloseTo(1620, 6)
  })

  it('1 kg at 4 % silicon from FeSi75 takes 53.3 g and brings 1.33 % iron', () => {
    const plan = solver.solve(
      problem({
        target: { tapMassG: 1000, base: 'Cu', limits: { Si: { min: 4, max: 4 } } },
        lots: [
          { id: 'copper', availableG: 5000, pricePerKg: 8, composition: { Cu: 100 } },
          { id: 'ferrosilicon', availableG: 500, pricePerKg: 4, composition: { Si: 75, Fe: 25 } },
        ],
      }),
    )
    expect(massOf(plan, 'ferrosilicon')).toBeCloseTo(53.333, 3)
    expect(plan.composition.Fe).toBeCloseTo(1.3333, 4)
  })

  it('yield and recovery: 3 % zinc left of 96 % recovered takes 3.125 % in the charge’s metal', () => {
    const plan = solver.solve(
      problem({
        target: { tapMassG: 1000, base: 'Cu', limits: { Zn: { min: 3, max: 3 } } },
        lots: [
          { id: 'zinc', availableG: 500, pricePerKg: 3, metallicYield: 0.98, composition: { Zn: 100 } },
          { id: 'copper', availableG: 5000, pricePerKg: 8, metallicYield: 0.98, composition: { Cu: 100 } },
        ],
        recovery: { Zn: 0.96 },
      }),
    )
    expect(massOf(plan, 'zinc')).toBeCloseTo(30 / 0.96 / 0.98, 6)
    expect(massOf(plan, 'copper')).toBeCloseTo(970 / 0.98, 6)
  })
})

describe('against independent solvers', () => {
  it.each(Array.from({ length: 60 }, (_, index) => index + 1))(
    'random blend %i: same least cost as GLPK and YALPS to 1e-6, limits held',
    async (seed) => {
      const given = randomProblem(seed, 6 + (seed % 24), 5 + (seed % 9))
      const plan = solver.solve(given)
      const byGlpk = await leastCostByGlpk(given)
      const byYalps = leastCostByYalps(given)
      if (byGlpk === null) {
        expect(plan.status).toBe('infeasible')
        expect(byYalps).toBeNull()
        return
      }
      expect(plan.status).toBe('optimal')
      expect(Math.abs(plan.cost / byGlpk - 1)).toBeLessThan(1e-6)
      if (byYalps !== null) expect(Math.abs(plan.cost / byYalps - 1)).toBeLessThan(1e-6)
      expect(breaches(given, plan)).toEqual([])
    },
  )
})

describe('laws', () => {
  const seeds = fc.integer({ min: 1, max: 5000 })
  const solved = (seed: number) => {
    const given = randomProblem(seed, 12, 8)
    return { given, plan: solver.solve(given) }
  }

  it('mass is conserved: charge × yields × recoveries is the tap, and the composition adds up to 100', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { given, plan } = solved(seed)
        if (plan.status === 'infeasible') return
        expect(Object.values(plan.composition).reduce((a, b) => a + b, 0)).toBeCloseTo(100, 8)
        expect(plan.tapMassG).toBeCloseTo(given.target.tapMassG, 4)
      }),
      { numRuns: 60 },
    )
  })

  it('relaxing a limit or adding a lot never costs more; scaling prices scales the cost; order does not matter', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { given, plan } = solved(seed)
        if (plan.status === 'infeasible') return
        const slack = plan.cost * 1e-7
        const limits = structuredClone(given.target.limits)
        limits.Pb = { max: (limits.Pb?.max ?? 1) * 1.2 }
        expect(solver.solve({ ...given, target: { ...given.target, limits } }).cost).toBeLessThanOrEqual(
          plan.cost + slack,
        )
        const extra = { id: 'extra', availableG: 300, pricePerKg: 2, composition: { Cu: 88, Sn: 10, Zn: 2 } }
        expect(solver.solve({ ...given, lots: [...given.lots, extra] }).cost).toBeLessThanOrEqual(
          plan.cost + slack,
        )
        const dearer = given.lots.map((lot) => ({ ...lot, pricePerKg: lot.pricePerKg * 3 }))
        expect(solver.solve({ ...given, lots: dearer }).cost / plan.cost).toBeCloseTo(3, 6)
        expect(solver.solve({ ...given, lots: [...given.lots].reverse() }).cost / plan.cost).toBeCloseTo(1, 7)
      }),
      { numRuns: 40 },
    )
  })

  it('a shadow price says what relaxing its limit saves', () => {
    let tried = 0
    for (let seed = 1; seed < 40; seed++) {
      const { given, plan } = solved(seed)
      const entry = plan.limiting.find((limit) => limit.kind === 'element')
      if (!entry || entry.kind !== 'element') continue
      const limits = structuredClone(given.target.limits)
      const bound = limits[entry.element]![entry.bound]!
      const step = bound * 1e-4
      limits[entry.element]![entry.bound] = bound + (entry.bound === 'max' ? step : -step)
      const after = solver.solve({ ...given, target: { ...given.target, limits } })
      expect((plan.cost - after.cost) / step / entry.shadowPrice).toBeCloseTo(1, 2)
      tried++
    }
    expect(tried).toBeGreaterThan(20)
  })
})

describe('what the caster holds fixed', () => {
  const gunmetal = (part: object = {}, whole: object = {}) =>
    problem({
      target: { tapMassG: 1000, base: 'Cu', limits: { Sn: { min: 9, max: 11 } } },
      lots: [
        { id: 'tin', availableG: 500, pricePerKg: 30, composition: { Sn: 100 }, ...part },
        { id: 'copper', availableG: 5000, pricePerKg: 8, composition: { Cu: 100 } },
      ],
      ...whole,
    })
  it('a weighed line stays to the gram', () => {
    expect(massOf(solver.solve(gunmetal({ fixedG: 104.2 })), 'tin')).toBe(104.2)
  })
  it('a cap is kept', () => {
    expect(massOf(solver.solve(gunmetal({ maxG: 95 })), 'tin')).toBeCloseTo(90, 6)
    expect(solver.solve(gunmetal({ maxG: 80 })).status).toBe('infeasible')
  })
  it('whole pieces stay whole', () => {
    const plan = solver.solve(gunmetal({ pieceG: 37 }))
    expect(plan.lines.find(({ lot }) => lot === 'tin')).toEqual({ lot: 'tin', massG: 111, pieces: 3 })
  })
  it('in steps of the scale: every free line a whole multiple, limits held, the tap inside its margin, at most 3 % dearer', () => {
    for (let seed = 1; seed <= many(20, 8); seed++) {
      const given = { ...randomProblem(seed, 12, 8), incrementG: seed % 2 ? 1 : 0.5 }
      const smooth = solver.solve(randomProblem(seed, 12, 8))
      const plan = solver.solve(given)
      if (smooth.status === 'infeasible') continue
      expect(plan.status).not.toBe('infeasible')
      for (const { massG } of plan.lines)
        expect(Math.abs(massG / given.incrementG - Math.round(massG / given.incrementG))).toBeLessThan(1e-9)
      expect(breaches(given, plan)).toEqual([])
      expect(plan.tapMassG).toBeLessThanOrEqual(given.target.tapMassG * 1.02 + 1e-6)
      expect(plan.cost / smooth.cost).toBeLessThan(1.03)
      if (plan.status === 'feasible') expect(plan.gap).toBeGreaterThanOrEqual(0)
    }
  })
  it('a line too small to weigh is not used', () => {
    const given = randomProblem(7, 14, 8)
    const plan = solver.solve({ ...given, minLineG: 40 })
    expect(plan.status).toBe('optimal')
    for (const { massG } of plan.lines) expect(massG).toBeGreaterThanOrEqual(40 - 1e-6)
  })
  it('at most two lots means at most two lots', () => {
    const given = randomProblem(3, 14, 5)
    const free = solver.solve(given)
    const few = solver.solve({ ...given, maxLots: 3 })
    if (few.status === 'optimal') expect(few.lines.length).toBeLessThanOrEqual(3)
    expect(free.lines.length).toBeGreaterThan(3)
  })
  it('least virgin metal uses no more virgin metal than the cheapest plan', () => {
    const given = randomProblem(11, 16, 6)
    expect(solver.solve({ ...given, objective: 'virgin' }).virginMassG).toBeLessThanOrEqual(
      solver.solve(given).virginMassG + 1e-6,
    )
  })
  it('closest to nominal meets the nominal where it can', () => {
    const plan = solver.solve(
      gunmetal(
        {},
        {
          objective: 'nominal',
          target: { tapMassG: 1000, base: 'Cu', limits: { Sn: { min: 9, max: 11 } }, nominal: { Sn: 10 } },
        },
      ),
    )
    expect(plan.composition.Sn).toBeCloseTo(10, 6)
  })
})

describe('certainty', () => {
  const uncertain = (seed: number): ChargeProblem => {
    const given = randomProblem(seed, 10, 7)
    const lots = given.lots.map((lot) => ({
      ...lot,
      sd: Object.fromEntries(
        Object.entries(lot.composition).map(([e, pct]) => [e, e === 'Cu' ? 0 : 0.04 * pct]),
      ),
    }))
    return { ...given, lots }
  }

  it('every limit keeps its distance of z standard deviations, and it costs more the surer it is', () => {
    let held = 0
    for (let seed = 1; seed <= 25; seed++) {
      const given = uncertain(seed)
      const costs = [undefined, 0.8, 0.95].map((confidence) => {
        const asked = confidence === undefined ? given : { ...given, confidence }
        const plan = solver.solve(asked)
        if (plan.status === 'infeasible') return Infinity
        const z = confidence === undefined ? 0 : normalQuantile(confidence)
        for (const [symbol, { min, max }] of Object.entries(given.target.limits)) {
          const value = plan.composition[symbol] ?? 0
          const sd = plan.sd[symbol] ?? 0
          if (max !== undefined) expect(value + z * sd).toBeLessThanOrEqual(max * (1 + 1e-6))
          if (min !== undefined) expect(value - z * sd).toBeGreaterThanOrEqual(min * (1 - 1e-6))
          if (z > 0) held++
        }
        return plan.cost
      })
      expect(costs[1]!).toBeGreaterThanOrEqual(costs[0]! * (1 - 1e-6))
      expect(costs[2]!).toBeGreaterThanOrEqual(costs[1]! * (1 - 1e-6))
    }
    expect(held).toBeGreaterThan(100)
  })

  it('the stated probability is the share of seeded samples that keep every limit', () => {
    const given = { ...uncertain(4), confidence: 0.9 }
    const plan = solver.solve(given)
    const random = seeded(99)
    const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const runs = 20_000
    let inside = 0
    for (let run = 0; run < runs; run++) {
      // The elements of a melt vary independently around the plan, as the definition says.
      const keeps = Object.entries(given.target.limits).every(
        ([symbol, { min = -Infinity, max = Infinity }]) => {
          let value = plan.composition[symbol] ?? 0
          for (const { lot: id, massG } of plan.lines) {
            const lot = given.lots.find((entry) => entry.id === id)!
            const sd = (lot.sd as Record<string, number>)[symbol] ?? 0
            const share = (massG * (lot.metallicYield ?? 1) * (given.recovery?.[symbol] ?? 1)) / plan.tapMassG
            value += share * sd * gauss()
          }
          return value >= min && value <= max
        },
      )
      if (keeps) inside++
    }
    const p = plan.probabilityInLimits
    expect(Math.abs(inside / runs - p)).toBeLessThan(4 * Math.sqrt((p * (1 - p)) / runs) + 1e-4)
  })

  it('quantile and distribution are each other’s inverse (0.975 ↔ 1.959963985, published; from memory)', () => {
    expect(normalQuantile(0.975)).toBeCloseTo(1.959963984540054, 9)
    for (const p of [0.51, 0.7, 0.9, 0.99, 0.9999, 0.01])
      expect(normalCdf(normalQuantile(p))).toBeCloseTo(p, 12)
    expect(() => normalQuantile(1)).toThrow(RangeError)
  })
})

describe('guarding', () => {
  const good = randomProblem(1, 5)
  it.each([
    [{ ...good, extra: 1 }, []],
    [{ ...good, objective: 'fun' }, ['objective']],
    [{ ...good, target: { ...good.target, tapMassG: -5 } }, ['target', 'tapMassG']],
    [
      { ...good, target: { ...good.target, limits: { Sn: { min: 9, max: 140 } } } },
      ['target', 'limits', 'Sn', 'max'],
    ],
    [
      { ...good, lots: [{ ...good.lots[0]!, composition: { Cu: 'much' } }] },
      ['lots', 0, 'composition', 'Cu'],
    ],
    [{ ...good, lots: [good.lots[0], good.lots[0]] }, ['lots', 1, 'id']],
    [{ ...good, objective: 'nominal' }, ['target', 'nominal']],
    [null, []],
    ['text', []],
  ])('refuses a fault with its path (%#)', (value, path) => {
    const parsed = parseChargeProblem(value)
    expect(parsed.ok).toBe(false)
    if (!parsed.ok) expect(parsed.issues.map((issue) => issue.path)).toContainEqual(path)
  })
})

describe('prediction', () => {
  it('spreads of independent lots add as squares', () => {
    const melt = predictMelt(
      [
        { massG: 500, lot: { id: 'a', composition: { Cu: 90, Sn: 10 }, sd: { Sn: 1 } } },
        { massG: 500, lot: { id: 'b', composition: { Cu: 90, Sn: 10 }, sd: { Sn: 1 } } },
      ],
      {},
    )
    expect(melt.sd.Sn).toBeCloseTo(Math.sqrt(0.5), 12)
  })
  // Golden values: SciPy-independent, from a published table of Φ (NIST; from memory) to the digits printed there.
  it.each([
    [0, 0.5],
    [1, 0.8413447461],
    [1.644853627, 0.95],
    [1.96, 0.9750021049],
    [-3, 0.001349898],
    [7, 0.9999999999987],
  ])('Φ(%f) = %f', (x, value) => {
    expect(normalCdf(x)).toBeCloseTo(value, 9)
  })
})
