import loadHighs from 'highs'
import { expect, it } from 'vitest'
import { createChargeSolver, type ChargeProblem } from '#core/charge'
import { randomProblem, seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

/** A blend asked to be as near as whole steps of the scale come to the middle of its limits. */
function nominalProblem(seed: number) {
  const base = randomProblem(seed, 5 + (seed % 6), 5)
  const { limits } = base.target
  const middles = Object.entries(limits).flatMap(([element, { min, max }]) =>
    min !== undefined && max !== undefined
      ? [[element, { pct: (min + max) / 2, width: max - min }] as const]
      : [],
  )
  const stepG = [5, 10, 20][seed % 3]!
  const problem: ChargeProblem = {
    ...base,
    version: 2,
    objective: 'nominal',
    excessMaxG: 3 * stepG,
    target: {
      ...base.target,
      tapMassG: 200 + 40 * (seed % 7),
      nominal: Object.fromEntries(middles.map(([element, { pct }]) => [element, pct])),
    },
    lots: base.lots.map((lot) => ({ ...lot, stepG })),
  }
  return { problem, middles, stepG }
}

/**
 * A second reckoning of what a charge becomes, by hand: shares of each lot times its metal and its recoveries.
 * @returns how far it is out of spec, and from the middles in widths of the limits
 */
function judge({ problem, middles }: ReturnType<typeof nominalProblem>, grams: readonly number[]) {
  const { target, recovery = {} } = problem
  const melt: Record<string, number> = {}
  let tap = 0
  for (const [at, { composition, metallicYield = 1 }] of problem.lots.entries()) {
    const metal = grams[at]! * metallicYield
    let known = 0
    for (const [element, pct] of Object.entries(composition)) {
      known += pct
      const mass = (metal * pct * (recovery[element] ?? 1)) / 100
      melt[element] = (melt[element] ?? 0) + mass
      tap += mass
    }
    tap += (metal * Math.max(0, 100 - known)) / 100
  }
  const share = (element: string) => (100 * (melt[element] ?? 0)) / tap
  let bad = 20 * Math.max(0, target.tapMassG - tap, tap - target.tapMassG - problem.excessMaxG!)
  let others = 0
  for (const element of Object.keys(melt)) {
    const limit = target.limits[element]
    if (limit) bad += Math.max(0, share(element) - (limit.max ?? 100), (limit.min ?? 0) - share(element))
    else if (element !== target.base) others += share(element)
  }
  bad += Math.max(0, others - (target.othersTotalMax ?? 100))
  const far = middles.reduce(
    (sum, [element, { pct, width }]) => sum + Math.abs(share(element) - pct) / width,
    0,
  )
  return { bad, far: (far * tap) / target.tapMassG }
}

/** The best of many random walks over whole steps that grow calmer (simulated annealing). */
function annealed(asked: ReturnType<typeof nominalProblem>, seed: number): number {
  const { problem, stepG } = asked
  const random = seeded(seed)
  const most = problem.target.tapMassG / stepG / 2
  let best = Infinity
  for (let walk = 0; walk < 20; walk++) {
    let grams = problem.lots.map(
      ({ availableG }) => stepG * Math.min(Math.floor(availableG / stepG), Math.floor(random() * most)),
    )
    const value = ({ bad, far }: ReturnType<typeof judge>) => 50 * bad + far
    let now = value(judge(asked, grams))
    for (let heat = 2; heat > 0.001; heat *= 0.998) {
      const next = [...grams]
      for (let move = 0; move < 1 + Math.round(random()); move++)
        next[Math.floor(random() * next.length)]! +=
          (random() < 0.5 ? stepG : -stepG) * (1 + Math.floor(random() * 2))
      if (next.some((mass, at) => mass < 0 || mass > problem.lots[at]!.availableG)) continue
      const judged = judge(asked, next)
      const then = value(judged)
      if (then >= now && random() > Math.exp((now - then) / heat)) continue
      ;[grams, now] = [next, then]
      if (judged.bad < 1e-9) best = Math.min(best, judged.far)
    }
  }
  return best
}

it('nearest to nominal in whole steps: random walks find nothing nearer by more than 0.01 limit widths', async () => {
  const solver = createChargeSolver(await loadHighs(), () => 0)
  for (let seed = 1; seed <= many(24, 8); seed++) {
    const asked = nominalProblem(seed)
    const plan = solver.solve(asked.problem)
    const mass = new Map(plan.lines.map(({ lot, massG }) => [lot, massG]))
    const grams = asked.problem.lots.map(({ id }) => mass.get(id) ?? 0)
    expect(grams.every((one) => Math.abs(one / asked.stepG - Math.round(one / asked.stepG)) < 1e-9)).toBe(
      true,
    )
    const { bad, far } = judge(asked, grams)
    expect(bad, `seed ${seed}`).toBeLessThan(1e-6)
    expect(far, `seed ${seed}`).toBeLessThan(annealed(asked, seed * 7) + 0.01)
    expect(plan.gap ?? 0).toBeLessThanOrEqual(1)
  }
}, 60_000)
