import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { createChargeSolver, planWeighing, type ChargeSolver, type Weighing } from '#core/charge'
import { heatWeighing, planKey, weighLine, type Heat, type WeighingBench } from '#core/heat'
import type { Lot } from '#core/stock'
import { formatMass, parseMass } from '#core/units'
import { weighingYard } from '../../support/weighing-yard'

const NOW = '2026-01-01T00:00:00.000Z'
const NODES = 6
let solver: ChargeSolver
beforeAll(async () => {
  solver = createChargeSolver(await loadHighs(), () => performance.now(), { keep: true })
})

interface Weighed {
  heat: Heat
  last: Weighing
  first: Weighing
  rounds: number
}

/** The caster at the scale: line after line of the plan as it stands, each weighed as shown, or off by so much. */
function weighThrough(
  start: Heat,
  lots: readonly Lot[],
  bench: WeighingBench,
  off: (planned: number) => number,
): Weighed | null {
  let heat = start
  const ask = () => planWeighing(solver, heatWeighing(heat, lots, bench)!, NODES)
  const first = ask()
  if (first.plan.status === 'infeasible') return null
  let last = first
  for (let rounds = 0; ; rounds++) {
    expect(rounds, 'the weighing ends').toBeLessThan(40)
    const done = new Set(heat.weighed.map(({ lotId }) => lotId))
    const next = last.plan.lines.find(({ lot, massG }) => !done.has(lot) && massG > 0)
    if (!next) return { heat, last, first, rounds }
    const lot = lots.find(({ id }) => id === next.lot)!
    const { stepG } = last.problem.lots.find(({ id }) => id === next.lot)!
    // What the screen shows, typed back as text.
    const { figure, unit } = formatMass(next.massG, bench.unit, stepG!)
    const read = parseMass(`${figure} ${unit}`, bench.unit)
    expect(read.ok).toBe(true)
    const shownG = read.ok ? read.value : 0
    expect(Math.abs(shownG - next.massG), `${figure} ${unit} is ${next.massG} g`).toBeLessThan(1e-3 * stepG!)
    const massG = off(shownG)
    heat = {
      ...heat,
      planLots: heat.weighed.length > 0 ? heat.planLots : last.plan.lines.map((line) => line.lot),
      planned: {
        of: planKey(heat),
        lines: Object.fromEntries(last.plan.lines.map((line) => [line.lot, line.massG])),
        without: last.concessions,
      },
      weighed: [...heat.weighed, weighLine(lot, next.massG, massG, NOW, heat)],
    }
    last = ask()
    expect(last.plan.status, 'from the first weight on there is an answer').not.toBe('infeasible')
  }
}

/** The weighed charge by plain arithmetic: melt, and what breaks a limit, in wt%. */
function meltOf({ weighed, alloy, recoveryOverrides }: Heat, recovery: Record<string, number>) {
  const grams: Record<string, number> = {}
  let total = 0
  for (const { massG, metallicYield, composition } of weighed) {
    const named = Object.values(composition).reduce((a, b) => a + b, 0)
    for (const [symbol, pct] of [...Object.entries(composition), ['?', Math.max(0, 100 - named)] as const]) {
      const got = massG * metallicYield * (pct / 100) * (recoveryOverrides[symbol] ?? recovery[symbol] ?? 1)
      grams[symbol] = (grams[symbol] ?? 0) + got
      total += got
    }
  }
  const broken = Object.entries(alloy!.limits).flatMap(([symbol, { min = 0, max = 100 }]) => {
    const pct = (100 * (grams[symbol] ?? 0)) / total
    const by = Math.max(min - pct, pct - max)
    return by > 1e-5 * Math.max(max === 100 ? min : max, 1e-3) ? [{ symbol, by }] : []
  })
  return { total, broken }
}

/** The plan as lots and milligrams. */
const told = ({ plan }: Weighing) =>
  Object.fromEntries(plan.lines.map(({ lot, massG }) => [lot, Math.round(massG * 1000)]))

describe('the plan keeps its word', () => {
  it('2 000 seeded heats of all alloys and units: weighed as shown, every limit and the tap hold', () => {
    let weighed = 0
    const families = new Set<string>()
    const times: number[] = []
    for (let seed = 1; seed <= 2000; seed++) {
      const { heat, lots, bench, alloy } = weighingYard(seed)
      const t = performance.now()
      let done: Weighed | null
      try {
        done = weighThrough(heat, lots, bench, (planned) => planned)
      } catch (e) {
        console.log('SEED', seed, String((e as Error).message).slice(0, 200))
        continue
      }
      if (performance.now() - t > 600)
        console.log(
          'SLOW',
          seed,
          alloy.id,
          lots.length,
          performance.now() - t,
          done?.first.plan.status,
          done?.first.concessions,
          heat.objective,
          heat.maxLots,
        )
      times.push(performance.now() - t)
      if (!done) continue
      weighed++
      families.add(alloy.practice)
      const where = `seed ${seed}: ${alloy.id}, ${heat.tapMassG} g, ${bench.unit}`
      expect(done.last.concessions, where).toEqual(done.first.concessions)
      expect(told(done.last), where).toEqual(told(done.first))
      const { total, broken } = meltOf(done.heat, done.last.problem.recovery!)
      expect(broken, where).toEqual([])
      expect(total, where).toBeGreaterThan(heat.tapMassG! * 0.99 * (1 - 1e-6))
      expect(total, where).toBeLessThan(heat.tapMassG! * 1.02 * (1 + 1e-6))
    }
    console.log(
      weighed,
      families.size,
      times.sort((a, b) => a - b)[1000],
      times.at(-20),
      times.at(-1),
      times.reduce((a, b) => a + b),
    )
    expect(weighed).toBeGreaterThan(1200)
    expect(families.size).toBeGreaterThan(8)
  }, 600_000)
})
