import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  chargePlan2Schema,
  createChargeSolver,
  totalViolation,
  holds,
  parseChargeProblem,
  predictMelt,
  type ChargeProblem,
  type ChargeSolver,
} from '#core/charge'
import golden from '../../support/joint-costs.json'
import { jointProblem } from '../../support/joint-problem'
import { worstCase } from '../../support/breaches'
import { leastCostByGlpk, leastHarmByGlpk } from '../../support/oracles'
import { randomAluminiumProblem, randomProblem, seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now())
})

/** A seeded problem of version 2: a price for each line, errors of weighing, a tolerance of the tap. */
function asHand(seed: number, given: ChargeProblem, change: Partial<ChargeProblem> = {}): ChargeProblem {
  const random = seeded(seed + 77)
  return {
    ...given,
    version: 2,
    target: { ...given.target, tapToleranceG: Math.round(0.01 * given.target.tapMassG * random()) },
    lots: given.lots.map((lot) => ({ ...lot, weighErrorG: [0, 0.05, 0.5, 2.5][Math.floor(4 * random())]! })),
    excessMaxG: 0.02 * given.target.tapMassG,
    lineCost: Number((0.3 * random()).toFixed(3)),
    timeLimitS: 20,
    ...change,
  }
}

describe('a price for each line and errors of weighing, against GLPK', () => {
  it.each([
    {
      name: 'copper-based',
      seeds: many(60, 6),
      make: (seed: number) => asHand(seed, randomProblem(seed, 12, 8)),
    },
    {
      name: 'aluminium',
      seeds: many(50, 6),
      make: (seed: number) => asHand(seed, randomAluminiumProblem(3000 + seed, 12)),
    },
    {
      name: 'with pieces and at most six lots',
      seeds: many(40, 5),
      make: (seed: number) => {
        const given = asHand(seed, randomProblem(500 + seed, 12, 8))
        return {
          ...given,
          maxLots: 6,
          lots: given.lots.map((lot, at) => (at > 2 && at % 3 === 0 ? { ...lot, pieceG: 90 } : lot)),
        }
      },
    },
  ])('$name: $seeds seeded problems', async ({ make, seeds }) => {
    let solvable = 0
    for (let seed = 1; seed <= seeds; seed++) {
      const given = make(seed)
      const plan = solver.solve(given)
      expect(chargePlan2Schema.safeParse(plan).error, `seed ${seed}`).toBeUndefined()
      const glpk = await leastCostByGlpk(given)
      expect(plan.status === 'infeasible', `seed ${seed}: solvable or not, as GLPK says`).toBe(glpk === null)
      if (glpk === null) continue
      expect(worstCase(given, plan), `seed ${seed}`).toEqual([])
      expect(holds(given, plan.lines)).toBe(true)
      expect(
        Math.abs((plan.cost + plan.lineCost!) / glpk - 1),
        `seed ${seed}: ${plan.cost} ${plan.lineCost} ${glpk} ${plan.status} ${plan.gap}`,
      ).toBeLessThan(5e-6)
      solvable++
    }
    expect(solvable).toBeGreaterThan(seeds / 3)
  })
})

describe('the whole melt with one probability', () => {
  it(`${many(200, 30)} seeded blends cost what SciPy finds, to half a percent, and as likely as asked`, () => {
    let solvable = 0
    golden.cost.slice(0, many(200, 30)).forEach((least, index) => {
      const given = jointProblem(index + 1)
      const plan = solver.solve(given)
      expect(plan.status === 'infeasible', `seed ${index + 1}`).toBe(least === null)
      if (least === null) return
      expect(plan.probabilityInLimits).toBeGreaterThanOrEqual(given.confidence! - 1e-6)
      expect(Math.abs(plan.cost / least - 1), `seed ${index + 1}: ${plan.cost} and ${least}`).toBeLessThan(
        0.005,
      )
      solvable++
    })
    expect(solvable).toBeGreaterThan(many(180, 25))
  })

  it('odds shown are the odds sampled: 30 melts drawn 20 000 times from the spreads of their lots', () => {
    for (let seed = 1; seed <= many(30, 5); seed++) {
      const given = jointProblem(seed)
      const plan = solver.solve(given)
      if (plan.status === 'infeasible') continue
      const random = seeded(seed)
      const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
      const { limits, tapMassG } = given.target
      // An error in one element is made up within the lot: the melt's mass stays (contract).
      const spreads = Object.entries(limits).map(([element, limit]) => ({
        limit,
        pct: plan.composition[element] ?? 0,
        lots: plan.lines.flatMap(({ lot: id, massG }) => {
          const lot = given.lots.find((entry) => entry.id === id)!
          const sd = lot.sd?.[element] ?? 0
          return sd > 0
            ? [(massG * (lot.metallicYield ?? 1) * sd * (given.recovery?.[element] ?? 1)) / tapMassG]
            : []
        }),
      }))
      let inside = 0
      const draws = 20_000
      for (let draw = 0; draw < draws; draw++)
        if (
          spreads.every(({ limit, pct, lots }) => {
            const drawn = lots.reduce((sum, sd) => sum + sd * normal(), pct)
            return drawn >= (limit.min ?? -Infinity) - 1e-6 && drawn <= (limit.max ?? Infinity) + 1e-6
          })
        )
          inside++
      expect(inside / draws, `seed ${seed}`).toBeGreaterThan(
        given.confidence! - 0.005 - 2 * Math.sqrt(0.25 / draws),
      )
      expect(Math.abs(inside / draws - plan.probabilityInLimits), `seed ${seed}`).toBeLessThan(0.015)
    }
  })

  it('asked of each limit it is likelier for one limit alone to fail: the melt is inside less often', () => {
    const given = jointProblem(3)
    const each = solver.solve({ ...given, confidenceOf: 'each' })
    const all = solver.solve(given)
    expect(each.probabilityInLimits).toBeLessThan(given.confidence!)
    expect(all.cost).toBeGreaterThan(each.cost)
  })
})

describe('steps of the scale', () => {
  it.each([
    { name: 'copper-based', make: (seed: number) => asHand(seed, randomProblem(seed, 10, 8)) },
    { name: 'aluminium', make: (seed: number) => asHand(seed, randomAluminiumProblem(3000 + seed, 10)) },
  ])(
    '$name: plans in whole steps hold in the worst case, and cost no more than a trifle over GLPK without steps',
    async ({ make }) => {
      let solvable = 0
      for (let seed = 1; seed <= many(60, 6); seed++) {
        const random = seeded(seed)
        const made = make(seed)
        const steps = made.lots.map(() => [0.1, 1, 1, 5][Math.floor(4 * random())]!)
        // Of a bin only whole steps can be weighed out, with or without the rule.
        const whole = (g: number, at: number) => Math.floor(g / steps[at]!) * steps[at]!
        const free = {
          ...made,
          lots: made.lots.map((lot, at) => ({ ...lot, availableG: whole(lot.availableG, at) })),
        }
        const given = { ...free, lots: free.lots.map((lot, at) => ({ ...lot, stepG: steps[at]! })) }
        const plan = solver.solve(given)
        const glpk = await leastCostByGlpk(free)
        if (plan.status === 'infeasible') {
          // What no steps can do, no plan in steps can; what is narrow may fail for its steps alone.
          if (glpk !== null)
            expect(
              plan.conflict.some(({ kind }) => kind === 'rule'),
              `seed ${seed}`,
            ).toBe(true)
          continue
        }
        for (const { lot, massG } of plan.lines) {
          const count = massG / given.lots.find(({ id }) => id === lot)!.stepG
          expect(Math.abs(count - Math.round(count))).toBeLessThan(1e-6)
        }
        expect(worstCase(given, plan), `seed ${seed}`).toEqual([])
        const cost = plan.cost + plan.lineCost!
        expect(cost).toBeGreaterThanOrEqual(glpk! * (1 - 1e-6))
        expect(cost / glpk! - 1, `seed ${seed}`).toBeLessThan(0.03)
        if (plan.gap !== undefined) expect(cost * (1 - plan.gap)).toBeLessThanOrEqual(glpk! * (1 + 1e-5))
        solvable++
      }
      expect(solvable).toBeGreaterThan(many(20, 1))
    },
  )
})

describe('the least harm', () => {
  /** A seeded problem with some lots in the crucible already, each of a share of the melt from so much to 0.3 more. */
  function partlyWeighed(seed: number, weighed: readonly number[], leastShare: number): ChargeProblem {
    const whole = randomProblem(seed, 9, 9)
    const random = seeded(seed)
    const fixedG = () => (leastShare + 0.3 * random()) * whole.target.tapMassG
    return {
      ...whole,
      version: 2,
      leastHarm: true,
      excessMaxG: 0.02 * whole.target.tapMassG,
      lots: whole.lots.map((lot, at) => (weighed.includes(at) ? { ...lot, fixedG: fixedG() } : lot)),
    }
  }

  it('is as little as GLPK finds, where something heavy lies in the crucible already', async () => {
    let stuck = 0
    for (let seed = 1; seed <= many(120, 10); seed++) {
      const given = partlyWeighed(seed, [4, 5], 0.15)
      const plan = solver.solve(given)
      if (plan.status !== 'least-harm') continue
      stuck++
      const harm = totalViolation(given, plan.lines)
      const glpk = await leastHarmByGlpk(given, plan.tapMassG)
      expect(harm, `seed ${seed}: at this tap no blend does less`).toBeLessThanOrEqual(
        glpk * (1 + 1e-4) + 1e-6,
      )
      expect(plan.shortfalls!.length, `seed ${seed}`).toBeGreaterThan(0)
      for (const other of [0.9, 1, 1.02])
        expect(
          await leastHarmByGlpk(given, other * given.target.tapMassG),
          `seed ${seed}: nor at ${other} of what was asked`,
        ).toBeGreaterThan(harm * (1 - 1e-4) - 1e-6)
    }
    expect(stuck).toBeGreaterThan(many(30, 1))
  })

  it('goes into the crucible in whole steps of the scales, too', () => {
    let stuck = 0
    for (let seed = 1; seed <= many(120, 10); seed++) {
      const whole = partlyWeighed(seed, [4], 0.5)
      const given: ChargeProblem = {
        ...whole,
        target: { ...whole.target, tapToleranceG: 0.01 * whole.target.tapMassG },
        excessMaxG: 0.01 * whole.target.tapMassG,
        lots: whole.lots.map((lot, at) => ({ ...lot, stepG: [1, 5, 20][at % 3]! })),
      }
      const plan = solver.solve(given)
      if (plan.status !== 'least-harm') continue
      stuck++
      const fixed = given.lots.flatMap((lot) => (lot.fixedG ? { massG: lot.fixedG, lot } : []))
      const holdsG = Math.max(1.01 * given.target.tapMassG, predictMelt(fixed, given.recovery ?? {}).tapMassG)
      expect(plan.tapMassG, `seed ${seed}`).toBeLessThanOrEqual(holdsG * (1 + 1e-6))
      // Not by leaving a line out: what is short is less than two steps of the coarsest scale.
      const unstepped = given.lots.map((lot) => ({ ...lot, stepG: undefined }))
      const free = solver.solve({ ...given, lots: unstepped } as ChargeProblem)
      expect(plan.tapMassG, `seed ${seed}`).toBeGreaterThan(free.tapMassG - 40)
    }
    expect(stuck).toBeGreaterThan(many(40, 3))
  })

  it('taps less rather than break a limit, and says by how much', () => {
    const plan = solver.solve({
      format: 'hephaestal/charge-problem',
      version: 2,
      objective: 'cost',
      leastHarm: true,
      target: { tapMassG: 1000, limits: { Sn: { min: 10, max: 12 } }, base: 'Cu' },
      lots: [
        { id: 'copper', availableG: 5000, pricePerKg: 8, composition: { Cu: 100 } },
        { id: 'tin', availableG: 80, pricePerKg: 30, composition: { Sn: 100 } },
      ],
    })
    expect(plan.status).toBe('least-harm')
    // 80 g of tin make 800 g of melt at 10 %.
    expect(plan.shortfalls).toEqual([{ kind: 'tap', byG: expect.closeTo(200, 3) }])
    expect(plan.tapMassG).toBeCloseTo(800, 3)
  })
})

describe('closest to nominal', () => {
  it('leaves the base out: cans, silicon and copper to Al-7Si-1Cu come to 7 % silicon and 1 % copper', () => {
    const given: ChargeProblem = {
      format: 'hephaestal/charge-problem',
      version: 2,
      objective: 'nominal',
      target: {
        tapMassG: 1000,
        limits: { Si: { min: 6, max: 8 }, Cu: { min: 0.5, max: 1.5 } },
        nominal: { Al: 92, Si: 7, Cu: 1 },
        base: 'Al',
      },
      lots: [
        {
          id: 'cans',
          availableG: 5000,
          pricePerKg: 1,
          composition: { Al: 97.2, Mg: 1.3, Mn: 0.85, Fe: 0.4, Si: 0.2 },
        },
        { id: 'silicon', availableG: 500, pricePerKg: 4, composition: { Si: 99, Fe: 0.4 } },
        { id: 'copper', availableG: 500, pricePerKg: 8, composition: { Cu: 99.9 } },
      ],
    }
    const { composition } = solver.solve(given)
    expect(composition.Si).toBeCloseTo(7, 6)
    expect(composition.Cu).toBeCloseTo(1, 6)
    // The same in the first version, which never said otherwise.
    expect(solver.solve({ ...given, version: 1 }).composition.Si).toBeCloseTo(7, 6)
  })
})

describe('the shape', () => {
  it('refuses in version 1 what only version 2 has, with its path', () => {
    const parsed = parseChargeProblem({ ...randomProblem(1, 5, 6), lineCost: 1 })
    expect(parsed.ok).toBe(false)
    if (!parsed.ok) expect(parsed.issues[0]!.message).toContain('lineCost')
  })
  it('answers in the version it was asked in', () => {
    const given = randomProblem(1, 6, 6)
    expect(solver.solve(given)).not.toHaveProperty('shortfalls')
    expect(solver.solve({ ...given, version: 2 })).toMatchObject({ version: 2, shortfalls: [] })
  })
  it('gives a lot’s base element the spread that the others leave it (contract)', () => {
    const given = jointProblem(2)
    const plan = solver.solve({
      ...given,
      target: { tapMassG: 100, limits: {}, base: 'Cu' },
      lots: [
        {
          id: 'a',
          availableG: 500,
          pricePerKg: 1,
          composition: { Cu: 90, Sn: 8, Zn: 2 },
          sd: { Sn: 0.3, Zn: 0.4 },
        },
      ],
      recovery: {},
    })
    expect(plan.sd.Cu).toBeCloseTo(0.5, 9)
  })
})
