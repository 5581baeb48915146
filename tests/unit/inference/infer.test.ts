import { Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import {
  chargePrior,
  inferComposition,
  lookAt,
  termsOf,
  type CompositionPrior,
  type Observation,
  type PriorLine,
} from '#core/inference'

const line = (
  lotId: string,
  massG: number,
  composition: PriorLine['composition'],
  sd: PriorLine['sd'] = {},
): PriorLine => ({
  lotId,
  massG,
  metallicYield: 1,
  composition,
  sd,
})
const gunmetal = [
  line('copper', 880, { Cu: 100 }),
  line('tin', 80, { Sn: 100 }),
  line('brass', 60, { Cu: 62, Zn: 38 }, { Zn: 2 }),
  line('valves', 400, { Cu: 85, Sn: 5, Zn: 5, Pb: 5 }, { Sn: 0.6, Zn: 0.8, Pb: 0.8 }),
]
const termsFor = (prior: CompositionPrior, seen: readonly Observation[]) =>
  termsOf(seen, {
    elements: prior.elements,
    practice: 'tin-bronze',
    about: Object.fromEntries(
      prior.elements.map((symbol, at) => [
        symbol,
        (100 * prior.meanG[at]!) / prior.meanG.reduce((a, b) => a + b, 0),
      ]),
    ),
  }).terms

describe('what a melt is, from what went in and what was seen', () => {
  it('where all is linear and normal it is the closed form', () => {
    const prior: CompositionPrior = {
      elements: ['Cu', 'Sn', 'Zn'],
      meanG: [880, 100, 20],
      covariance: [
        [4, -1, 0],
        [-1, 2, 0.3],
        [0, 0.3, 1],
      ],
    }
    const { terms } = termsOf([{ id: 'm', is: 'mass', massG: 1003, sdG: 1 }], {
      elements: prior.elements,
      practice: 'tin-bronze',
      about: { Cu: 88, Sn: 10, Zn: 2 },
    })
    const looked = lookAt({ prior, terms })
    // Kalman's update of the grams by their sum, and the shares of that: written out.
    const S = new Matrix(prior.covariance)
    const h = Matrix.rowVector([1, 1, 1])
    const innovation = h.mmul(S).mmul(h.transpose()).get(0, 0) + 1
    const gain = S.mmul(h.transpose()).div(innovation)
    const grams = prior.meanG.map((g, at) => g + gain.get(at, 0) * 3)
    const sum = grams.reduce((a, b) => a + b, 0)
    const after = S.clone().sub(gain.mmul(h).mmul(S))
    const J = Matrix.zeros(3, 3)
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++) J.set(i, j, (100 / sum) * ((i === j ? 1 : 0) - grams[i]! / sum))
    const spread = J.mmul(after).mmul(J.transpose())
    looked.pct.forEach((pct, at) => expect(pct).toBeCloseTo((100 * grams[at]!) / sum, 4))
    looked.sd.forEach((sd, at) => expect(sd / Math.sqrt(spread.get(at, at))).toBeCloseTo(1, 3))
    const whole = inferComposition({ prior, terms })
    expect(whole.way).toBe('normal')
    whole.pct.forEach((pct, at) => expect(pct).toBeCloseTo(looked.pct[at]!, 9))
    whole.low.forEach((low, at) => {
      expect(Math.abs((whole.pct[at]! - low) / whole.sd[at]! - 1.645)).toBeLessThan(0.12)
    })
  })
  it('a reading by itself is the reading, and a share is never below nothing', () => {
    const prior = chargePrior({ lines: gunmetal, recovery: {}, alsoSeen: { Fe: 0.05 } })
    const terms = termsFor(prior, [
      { id: 'lab', is: 'reading', element: 'Pb', pct: 1.5, sd: 0.01 },
      { id: 'iron', is: 'below', element: 'Fe', pct: 0.05 },
    ])
    const found = inferComposition({ prior, terms })
    const at = (symbol: string) => found.elements.indexOf(symbol)
    expect(found.pct[at('Pb')]).toBeCloseTo(1.5, 1)
    expect(found.pct[at('Fe')]).toBeLessThan(0.08)
    expect(found.pct.reduce((a, b) => a + b, 0)).toBeCloseTo(100, 9)
    expect(Math.min(...found.draws)).toBeGreaterThan(0)
  })
  it('is the same for the same seed, and another for another', () => {
    const prior = chargePrior({ lines: gunmetal, recovery: { Zn: 0.9, Cu: 0.995, Sn: 0.99, Pb: 0.98 } })
    const terms = termsFor(prior, [
      { id: 'rho', is: 'density', gcm3: 8.7, sd: 0.02 },
      { id: 'tl', is: 'liquidus', celsius: 1000, sd: 2 },
      { id: 'res', is: 'resistivity', microOhmCm: 14, sd: 0.3 },
      { id: 'hb', is: 'hardness', brinell: 72, sd: 4 },
      { id: 'hue', is: 'colour', hue: 'red-gold' },
      { id: 'm', is: 'mass', massG: 1400, sdG: 4 },
    ])
    const one = inferComposition({ prior, terms, seed: 3 })
    expect(inferComposition({ prior, terms, seed: 3 }).draws).toEqual(one.draws)
    expect(inferComposition({ prior, terms, seed: 4 }).draws).not.toEqual(one.draws)
  })
})
