import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  combineReadings,
  formatReading,
  judge,
  measuredComposition,
  methodSpread,
  outliers,
  parseReading,
  type Assay,
} from '#core/assay'

const assay = (readings: Assay['readings'], method: Assay['method'] = 'xrf'): Assay => ({
  id: '00000000-0000-4000-a000-000000000000',
  at: '2026-01-01T00:00:00.000Z',
  method,
  specimen: '',
  readings,
})

describe('readings', () => {
  it.each([
    ['0.30', { pct: 0.3, sd: null }],
    ['9,8 ± 0,2', { pct: 9.8, sd: 0.2 }],
    ['9.8+-0.2', { pct: 9.8, sd: 0.2 }],
    ['9.8 +/- 0.2', { pct: 9.8, sd: 0.2 }],
    ['<0.02', { below: 0.02 }],
    ['88 %', { pct: 88, sd: null }],
  ])('reads %j', (text, value) => {
    expect(parseReading(text)).toEqual({ ok: true, value })
  })
  it.each(['', '140', '-5', 'lots', '<', '9 ± x'])('refuses %j', (text) => {
    expect(parseReading(text).ok).toBe(false)
  })
  it('what is written reads back the same', () => {
    const share = fc.integer({ min: 0, max: 100000 }).map((n) => n / 1000)
    const reading = fc.oneof(fc.record({ pct: share, sd: fc.option(share) }), fc.record({ below: share }))
    fc.assert(
      fc.property(reading, (value) => {
        expect(parseReading(formatReading(value))).toEqual({ ok: true, value })
      }),
    )
  })
  it('an XRF gun is taken at 3 % above 1 wt%, 10 % below; a laboratory at 1 % (common practice, no source)', () => {
    expect(methodSpread('xrf', 10)).toBeCloseTo(0.3, 12)
    expect(methodSpread('xrf', 0.5)).toBeCloseTo(0.05, 12)
    expect(methodSpread('oes', 10)).toBeCloseTo(0.1, 12)
  })
})

describe('the spread of a method', () => {
  it.each([
    ['xrf', 0.5, 0.05],
    ['xrf', 1, 0.03],
    ['xrf', 20, 0.6],
    ['oes', 10, 0.1],
    ['density', 10, 1],
    ['other', 10, 0.5],
  ] as const)('%s: of %f percent %f', (method, pct, sd) => {
    expect(methodSpread(method, pct)).toBeCloseTo(sd, 9)
  })
})

describe('several readings', () => {
  it('two equal readings weigh the same and halve the variance', () => {
    const { Sn } = combineReadings([
      assay({ Sn: { pct: 9.9, sd: 0.2 } }),
      assay({ Sn: { pct: 10.1, sd: 0.2 } }),
    ])
    expect(Sn!.pct).toBeCloseTo(10, 12)
    expect(Sn!.sd).toBeCloseTo(0.2 / Math.SQRT2, 12)
  })
  it('the sharper reading counts more: weights 1/σ² (weighted mean by hand: (9·25 + 10·100)/125 = 9.8)', () => {
    const { Sn } = combineReadings([assay({ Sn: { pct: 9, sd: 0.2 } }), assay({ Sn: { pct: 10, sd: 0.1 } })])
    expect(Sn!.pct).toBeCloseTo(9.8, 12)
  })
  it('that scatter more than their errors widen the result by the Birge ratio (worked figures: 4.815 ± 0.240)', () => {
    const four = [
      assay({ Sn: { pct: 5.02, sd: 0.08 } }),
      assay({ Sn: { pct: 5.1, sd: 0.08 } }),
      assay({ Sn: { pct: 4.2, sd: 0.08 } }),
    ]
    const { Sn } = combineReadings([...four, assay({ Sn: { pct: 5.31, sd: 0.159 } })])
    expect(Sn!.pct).toBeCloseTo(4.815, 3)
    expect(Sn!.sd).toBeCloseTo(0.24, 3)
    expect(Sn!.disagree).toBe(true)
    // However wide the limit, contradiction is no certainty.
    expect(judge({ Sn: { min: 3, max: 7 } }, { Sn: Sn! }).limits[0]!.call).toBe('unclear')
    const three = combineReadings([
      assay({ Sn: { pct: 5.02, sd: 0.08 } }),
      assay({ Sn: { pct: 5.1, sd: 0.08 } }),
      assay({ Sn: { pct: 5, sd: 0.08 } }),
    ])
    expect(three.Sn!.sd).toBeCloseTo(0.08 / Math.sqrt(3), 12)
    expect(three.Sn!.disagree).toBeUndefined()
  })
  it('an element nobody saw lies evenly below the lowest detection limit', () => {
    const { Al } = combineReadings([assay({ Al: { below: 0.02 } }), assay({ Al: { below: 0.004 } })])
    expect(Al).toMatchObject({ pct: 0.002, below: 0.004, readings: 0 })
    expect(Al!.sd).toBeCloseTo(0.004 / Math.sqrt(12), 12)
  })
  it('a spread of zero is not infinite trust', () => {
    expect(combineReadings([assay({ Sn: { pct: 9, sd: 0 } })]).Sn!.sd).toBeGreaterThan(0)
  })
})

describe('verdict', () => {
  const limits = { Sn: { min: 9, max: 11 }, Pb: { max: 0.3 }, Al: { max: 0.005 } }
  const calls = (readings: Assay['readings'], method: Assay['method'] = 'oes') => {
    const verdict = judge(limits, combineReadings([assay(readings, method)]), 'Cu')
    return [verdict.overall, ...verdict.limits.map(({ call }) => call)]
  }
  it('inside', () => {
    expect(calls({ Sn: { pct: 10, sd: 0.1 }, Pb: { pct: 0.1, sd: 0.01 }, Al: { below: 0.002 } })).toEqual([
      'inside',
      'inside',
      'inside',
      'inside',
    ])
  })
  it('outside', () => {
    expect(calls({ Sn: { pct: 8, sd: 0.1 }, Pb: { pct: 0.1, sd: 0.01 }, Al: { below: 0.002 } })[0]).toBe(
      'outside',
    )
  })
  it('says on which side', () => {
    const low = judge(
      limits,
      combineReadings([assay({ Sn: { pct: 8, sd: 0.1 }, Pb: { pct: 0.5, sd: 0.01 } })]),
    )
    expect(low.limits.map(({ side }) => side)).toEqual(['below', 'above', undefined])
  })
  it('cannot tell, on the edge of a limit', () => {
    expect(calls({ Sn: { pct: 9, sd: 0.1 } })).toEqual(['unclear', 'unclear', 'not-measured', 'not-measured'])
  })
  it('cannot tell when the detection limit is above the limit', () => {
    expect(calls({ Al: { below: 0.02 } })[3]).toBe('unclear')
  })
  it('inside as far as measured', () => {
    expect(calls({ Sn: { pct: 10, sd: 0.1 } })[0]).toBe('inside-measured')
  })
  it('nothing measured', () => {
    expect(calls({})[0]).toBe('nothing-measured')
  })
})

describe('measured composition', () => {
  it('the base is the rest when it was not measured, and what was not seen is left out', () => {
    const measured = combineReadings([
      assay({ Sn: { pct: 10, sd: 0.1 }, Zn: { pct: 2, sd: 0.1 }, Al: { below: 0.02 } }),
    ])
    expect(measuredComposition(measured, 'Cu')).toEqual({ Sn: 10, Zn: 2, Cu: 88 })
    expect(measuredComposition({}, 'Cu')).toEqual({})
  })
  it('a base that was measured stays as it was, one that nothing is left for is not invented', () => {
    const seen = (pct: number) => ({ pct, sd: 0.1, readings: 1 })
    expect(measuredComposition({ Cu: seen(87), Sn: seen(10) }, 'Cu')).toEqual({ Cu: 87, Sn: 10 })
    expect(measuredComposition({ Sn: seen(60), Zn: seen(40) }, 'Cu')).toEqual({ Sn: 60, Zn: 40 })
    expect(measuredComposition({ Sn: seen(10) })).toEqual({ Sn: 10 })
    expect(measuredComposition({ Sn: seen(0) }, 'Cu')).toEqual({})
  })
})

describe('readings that do not agree', () => {
  const named = (id: string, readings: Assay['readings']): Assay => ({ ...assay(readings), id })
  const sn = (pct: number, sd: number | null = 0.1) => ({ Sn: { pct, sd } })
  it('three standard deviations apart is told, with what the others say (by hand: √(0.1² + 0.1²/3))', () => {
    const found = outliers([
      named('a', sn(10)),
      named('b', sn(10)),
      named('c', sn(10.45)),
      named('d', sn(10)),
    ])
    expect(found.map(({ assayId }) => assayId)).toEqual(['c'])
    expect(found[0]).toMatchObject({ element: 'Sn', pct: 10.45 })
    expect(found[0]!.others.pct).toBeCloseTo(10, 9)
    expect(found[0]!.apart).toBeCloseTo(0.45 / Math.hypot(0.1, 0.1 / Math.sqrt(3)), 6)
  })
  it('less is not; nor is anything said of one alone, or against what was only below detection', () => {
    expect(outliers([named('a', sn(10)), named('b', sn(10.4))])).toEqual([])
    expect(outliers([named('a', sn(10))])).toEqual([])
    const unseen = named('b', { Sn: { below: 0.02 } })
    expect(outliers([named('a', sn(10)), unseen])).toEqual([])
  })
  it('without a spread of its own a reading has that of its method: 3 % of 10 at the gun', () => {
    const found = outliers([named('a', sn(10, null)), named('b', sn(12, 0.001))])
    expect(found.find(({ assayId }) => assayId === 'a')!.apart).toBeCloseTo(2 / Math.hypot(0.3, 0.001), 6)
  })
})
