import { describe, expect, it } from 'vitest'
import { inferComposition, termsOf, type Observation } from '#core/inference'
import type { Practice } from '#core/alloys'
import oracle from '../../support/posterior-oracle.json'

/** The oracle's own error, its cases weighed by chance. */
const oracleError = (sd: number, counting: number) => sd / Math.sqrt(counting)

describe('posteriors of another way: melts drawn from the charge and weighed by what was seen (posterior-oracle.py)', () => {
  it.each(oracle.cases)(
    '$name',
    ({ elements, meanG, covariance, practice, observations, shares, counting }) => {
      const prior = { elements, meanG, covariance }
      const totalG = meanG.reduce((sum, one) => sum + one, 0)
      const about = Object.fromEntries(elements.map((symbol, at) => [symbol, (100 * meanG[at]!) / totalG]))
      const { terms, unknown } = termsOf(observations as Observation[], {
        elements,
        practice: practice as Practice,
        about,
      })
      expect(unknown).toEqual([])
      const draws = 6000
      const found = inferComposition({ prior, terms, seed: 5, draws })
      elements.forEach((symbol, at) => {
        const told = (shares as Record<string, { pct: number; sd: number } | undefined>)[symbol]!
        // Draws in a row hang together: about one in four counts.
        const error = 3.5 * Math.hypot(oracleError(told.sd, counting), oracleError(told.sd, draws / 4))
        const hill = found.way === 'normal' ? 0.1 * told.sd : 0
        expect(Math.abs(found.pct[at]! - told.pct)).toBeLessThan(error + hill)
        expect(Math.abs(found.sd[at]! / told.sd - 1)).toBeLessThan(0.09 + (found.way === 'normal' ? 0.05 : 0))
      })
    },
  )
})
