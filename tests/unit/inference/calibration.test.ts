import { describe, expect, it } from 'vitest'
import { simulate, type Simulated } from '../../support/simulated-heats'

const HEATS = 400
const heats = Array.from({ length: HEATS }, (_, at) => simulate(1000 + at))

/** Of so many, how many lie inside what is said to hold ninety percent. */
class Held {
  all = 0
  inside = 0
  add = (isInside: boolean) => {
    this.all++
    if (isInside) this.inside++
  }
  get share() {
    return this.inside / this.all
  }
  /** Two and a half standard deviations of counting so few. */
  get slack() {
    return 2.5 * Math.sqrt((0.9 * 0.1) / this.all)
  }
}

describe('four hundred heats of six families with a hidden truth', () => {
  const byElement: Record<string, Held> = {}
  const byTest: Partial<Record<Simulated | 'none', Held>> = {}
  const whole = new Held()
  for (const { tests, elements } of heats)
    for (const { symbol, truth, low, high, sd } of elements) {
      if (sd < 0.01) continue
      const isInside = truth >= low && truth <= high
      whole.add(isInside)
      ;(byElement[symbol] ??= new Held()).add(isInside)
      for (const test of tests.length > 0 ? tests : (['none'] as const))
        (byTest[test] ??= new Held()).add(isInside)
    }
  it('intervals that are said to hold ninety percent do, for each element and with each test', () => {
    expect(whole.share).toBeGreaterThan(0.86)
    expect(whole.share).toBeLessThan(0.94)
    for (const [name, held] of [...Object.entries(byElement), ...Object.entries(byTest)]) {
      expect(held.share, name).toBeGreaterThan(0.9 - Math.max(0.04, held.slack))
      expect(held.share, name).toBeLessThan(0.9 + Math.max(0.04, held.slack))
    }
  })
  it('odds of verdicts come true as often as they say', () => {
    const verdicts = heats.flatMap(({ verdict }) => verdict ?? [])
    const bins = [0, 0.1, 0.3, 0.5, 0.7, 0.9, 1.0001]
    for (const [at, from] of bins.slice(0, -1).entries()) {
      const inside = verdicts.filter(({ odds }) => odds >= from && odds < bins[at + 1]!)
      if (inside.length < 8) continue
      const said = inside.reduce((sum, { odds }) => sum + odds, 0) / inside.length
      const came = inside.filter((one) => one.inside).length / inside.length
      expect(Math.abs(came - said)).toBeLessThan(
        0.04 + 2.5 * Math.sqrt((said * (1 - said) + 0.01) / inside.length),
      )
    }
  })
})
