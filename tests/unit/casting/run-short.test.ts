import { describe, expect, it } from 'vitest'
import { allowanceFor, metalNeeded, runsShort, type MetalNeed } from '#core/casting'
import { seeded } from '../../support/random-problem'

const need: MetalNeed = { castingsG: 1080, gatingPct: 60, allowancePct: 0, heelG: 100 }

describe('an allowance by the chance of running short', () => {
  it.each([5, 1, 20])('is short %i times in 100, counted over drawn taps', (percent) => {
    for (const relative of [0.01, 0.04]) {
      const random = seeded(percent)
      const allowancePct = allowanceFor(need, percent / 100, relative)!
      const tapG = metalNeeded({ ...need, allowancePct })
      const draws = 40_000
      let short = 0
      for (let draw = 0; draw < draws; draw++) {
        // Irwin–Hall: twelve uniform numbers add up to nearly a normal one.
        let sum = -6
        for (let k = 0; k < 12; k++) sum += random()
        if (tapG * (1 + relative * sum) < metalNeeded(need)) short++
      }
      // Rounded up to a tenth of a percent: never more often, and hardly less.
      expect(short / draws).toBeLessThan(percent / 100 + 0.008)
      expect(short / draws).toBeGreaterThan(percent / 100 - 0.03)
      expect(runsShort(need, { meanG: tapG, sdG: relative * tapG })).toBeCloseTo(short / draws, 1)
    }
  })
  it('is no number where none is known', () => {
    expect(runsShort(need, { meanG: 2000, sdG: 0 })).toBeNull()
    expect(runsShort({ ...need, castingsG: 0 }, { meanG: 2000, sdG: 20 })).toBeNull()
    expect(allowanceFor({ ...need, castingsG: 0 }, 0.05, 0.02)).toBeNull()
    expect(allowanceFor(need, 0.01, 0.5)).toBeNull()
  })
})
