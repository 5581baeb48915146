import { describe, expect, it } from 'vitest'
import { MessageChannel } from 'node:worker_threads'
import { expose } from 'comlink'
import demo from '../../../data/demo-yard.json' with { type: 'json' }
import type { Heat } from '#core/heat'
import {
  learn,
  learnFromYard,
  updateOnSum,
  ordinary,
  sharpenLots,
  sparseBelief,
  type Belief,
  type JointBelief,
} from '#core/learn'
import { learningEngine } from '~/shared/learning/learning-engine'
import { largeYard, type GrowingYard } from '../../support/large-yard'
import { seeded } from '../../support/random-problem'

const small = demo as unknown as GrowingYard

/** Plain definition: each heat against what the prior and all others say, the worst taken out until none is. */
function ordinaryByDefinition<T extends Belief>(prior: Belief, seen: T[], heatToHeat: number) {
  const kept = [...seen]
  const setAside: T[] = []
  for (;;) {
    const scored = kept.map((one) => {
      const others = kept.filter((other) => other !== one)
      const expected = others.length > 1 ? learn(prior, others, heatToHeat) : prior
      return { one, off: Math.abs(one.value - expected.value) / Math.hypot(one.sd, heatToHeat, expected.sd) }
    })
    const worst = scored.sort((a, b) => b.off - a.off)[0]
    if (!worst || worst.off <= 4) return { kept, setAside }
    setAside.push(worst.one)
    kept.splice(kept.indexOf(worst.one), 1)
  }
}

describe('heats by the thousand', () => {
  it('200 seeded lists: the same heats are set aside, in the same order, as by the plain definition', () => {
    const random = seeded(41)
    let accidents = 0
    for (let list = 0; list < 200; list++) {
      const count = Math.floor(25 * random() ** 2)
      const seen = Array.from({ length: count }, () => ({
        value: 0.95 + 0.03 * (random() - 0.5) + (random() < 0.15 ? 0.4 * (random() - 0.5) : 0),
        sd: 0.002 + 0.02 * random(),
      }))
      const prior = { value: 0.95, sd: 0.02 }
      const found = ordinary(prior, seen, 0.01)
      expect(found).toEqual(ordinaryByDefinition(prior, seen, 0.01))
      accidents += found.setAside.length
    }
    expect(accidents).toBeGreaterThan(50)
  })

  it('60 figures seen three at a time: as the whole matrix has it (Kalman’s update, dense)', () => {
    const random = seeded(42)
    const count = 60
    const priors = Array.from({ length: count }, () => ({ value: 10 * random(), sd: 0.1 + 2 * random() }))
    const truth = priors.map(({ value, sd }) => value + sd * (2 * random() - 1))
    const sparse = sparseBelief(priors)
    let dense: JointBelief = {
      mean: priors.map(({ value }) => value),
      covariance: priors.map(({ sd }, i) => priors.map((_, j) => (i === j ? sd ** 2 : 0))),
    }
    for (let heat = 0; heat < 400; heat++) {
      // Lots lie in the yard for a while: neighbours are melted together.
      const middle = Math.floor((count - 6) * random())
      const weights = priors.map(() => 0)
      for (let lot = 0; lot < 3; lot++) weights[middle + Math.floor(6 * random())]! += random()
      const sum = weights.reduce((all, weight, i) => all + weight * truth[i]!, 0)
      const sd = 0.05 + 0.3 * random()
      const seen = { value: sum + sd * (2 * random() - 1), sd }
      const few = [...weights.entries()].filter(([, weight]) => weight > 0)
      const variance = dense.covariance.reduce(
        (sum, row, i) => sum + weights[i]! * row.reduce((part, value, j) => part + value * weights[j]!, 0),
        seen.sd ** 2,
      )
      const gap = seen.value - weights.reduce((sum, weight, i) => sum + weight * dense.mean[i]!, 0)
      const surprise = Math.abs(gap) / Math.sqrt(variance)
      expect(Math.abs(sparse.surprise(few, seen) - surprise)).toBeLessThan(1e-3 * (1 + surprise))
      sparse.observe(few, seen)
      dense = updateOnSum(dense, weights, seen)
    }
    for (let at = 0; at < count; at++) {
      const { value, sd } = sparse.believed(at)
      const trueSd = Math.sqrt(dense.covariance[at]![at]!)
      expect(Math.abs(value - dense.mean[at]!)).toBeLessThan(1e-3 * trueSd)
      expect(sd).toBeCloseTo(trueSd, 6)
    }
  })

  it('the engine in the worker is told each heat once, and answers as the arithmetic in place', async () => {
    const { heats, lots } = largeYard(small, 60, 150)
    const logged = heats.filter(({ loggedAt }) => loggedAt)
    const told: string[] = []
    const gone: string[] = []
    const known = new Map<string, Heat>()
    const gear = { crucibles: [], thermocouples: [] }
    const list = () => [...known.values()].sort((a, b) => a.number - b.number)
    const { port1, port2 } = new MessageChannel()
    expose(
      {
        tell(changed: Heat[], dropped: string[]) {
          told.push(...changed.map(({ id }) => id))
          gone.push(...dropped)
          for (const heat of changed) known.set(heat.id, heat)
          for (const id of dropped) known.delete(id)
        },
        yard: () => learnFromYard(list(), gear),
        sharper: (of: typeof lots, progress: (done: number) => void) => sharpenLots(of, list(), progress),
      },
      port2 as never,
    )
    const engine = learningEngine(() => Object.assign(port1, { terminate: () => port1.close() }) as never)
    const progress: number[] = []
    expect(await engine.yard(logged, gear, (done) => progress.push(done))).toEqual(
      learnFromYard(logged, gear),
    )
    expect(told).toEqual(logged.map(({ id }) => id))
    expect(progress.length).toBeGreaterThan(2)
    expect(progress).toEqual([...progress].sort((a, b) => a - b))
    // One heat changed, one deleted: only these are told of.
    const [first, second, ...rest] = logged
    const changed = [{ ...first!, remarks: 'changed' }, ...rest]
    const wanted = sharpenLots(lots, changed)
    expect(await engine.sharper(changed, lots, () => {})).toEqual(wanted)
    expect(wanted.length).toBeGreaterThan(0)
    expect(told.slice(logged.length)).toEqual([first!.id])
    expect(gone).toEqual([second!.id])
    // Stopped in the midst of it, whoever waits hears so.
    const waiting = engine.yard(changed, gear)
    engine.stop()
    await expect(waiting).rejects.toThrow('it was stopped')
    port2.close()
  })
})
