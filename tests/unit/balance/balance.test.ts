import { describe, expect, it } from 'vitest'
import { expectedFumeG, massBalance, type PourWeights } from '#core/balance'

const pour = (part: Partial<PourWeights>): PourWeights => ({
  ingotsG: [],
  castingsG: 0,
  returnsG: 0,
  drossG: 0,
  skullG: 0,
  spillG: 0,
  heelG: 0,
  ...part,
})

const fume = (fumeG: number) => ({ yieldG: 0, solidG: 0, fumeG, sdG: 0 })

describe('mass balance', () => {
  it('100 g charged, 72 g ingot, 28 g found again: tap yield 72 %, all accounted for (common practice, no source)', () => {
    const balance = massBalance(100, pour({ ingotsG: [72], skullG: 12, spillG: 10, returnsG: 6 }))
    expect(balance.tapYield).toBeCloseTo(0.72, 12)
    expect(balance.missingG).toBeCloseTo(0, 12)
    expect(balance.state).toBe('closes')
  })
  it('what went up as fume is not missing', () => {
    expect(massBalance(2000, pour({ ingotsG: [1920], drossG: 40 }), fume(30)).state).toBe('closes')
  })
  it('13 g missing of 100 g where 5 ± 2.5 g are expected is not closed: a skull that nobody weighed is waited for', () => {
    const loss = { yieldG: 5, solidG: 0, fumeG: 0, sdG: 2.5 }
    const weights = pour({ ingotsG: [87] })
    expect(massBalance(100, { ...weights, skullG: null }, loss).state).toBe('open')
    expect(massBalance(100, { ...weights, skullG: null }, loss).unweighed).toContain('skullG')
    expect(massBalance(100, weights, loss).state).toBe('missing')
    expect(massBalance(100, pour({ ingotsG: [93] }), loss).state).toBe('closes')
  })
  it('what is neither found nor fume is missing', () => {
    const balance = massBalance(2000, pour({ ingotsG: [1700] }), fume(5))
    expect(balance.state).toBe('missing')
    expect(balance.missingG).toBe(300)
  })
  it('is open, not missing, while a part was not weighed', () => {
    const balance = massBalance(2000, pour({ ingotsG: [1700], drossG: null }), fume(5))
    expect(balance.state).toBe('open')
    expect(balance.unweighed).toEqual(['drossG'])
  })
  it('a heat that went into castings waits for no ingots; one with neither does', () => {
    // 1 190 g charged, 1 100 g of castings, nothing else: 90 g are missing, and nothing is left to weigh.
    const castings = massBalance(1190, pour({ castingsG: 1100 }), fume(5))
    expect([castings.state, castings.missingG, castings.unweighed]).toEqual(['missing', 90, []])
    expect(massBalance(1190, pour({ castingsG: 1180 }), fume(5)).state).toBe('closes')
    expect(massBalance(1190, pour({ returnsG: 300 }), fume(5)).unweighed).toEqual(['ingotsG'])
  })
  it('says when more came out than went in', () => {
    expect(massBalance(1000, pour({ ingotsG: [1100] })).state).toBe('over')
  })
  it('says when nothing was weighed', () => {
    expect(massBalance(1000, pour({})).state).toBe('nothing-weighed')
  })
  it('samples are found, castings are tapped', () => {
    const balance = massBalance(1000, pour({ castingsG: 600, returnsG: 370, drossG: 10, samplesG: 20 }))
    expect(balance).toMatchObject({ foundG: 1000, missingG: 0, tapYield: 0.6, unweighed: [] })
    // All that was found but the dross is metal.
    expect(balance.metalYield).toBeCloseTo(0.99, 12)
    expect(massBalance(1000, pour({ ingotsG: [600, 5] })).unweighed).toEqual([])
  })
  it('dross that was weighed is taken off the loss that was expected in it, and never makes it less than nothing', () => {
    const loss = { yieldG: 30, solidG: 10, fumeG: 5, sdG: 0 }
    expect(massBalance(1000, pour({ ingotsG: [900], drossG: 25 }), loss).expectedG).toBe(20)
    expect(massBalance(1000, pour({ ingotsG: [900], drossG: 80 }), loss).expectedG).toBe(5)
  })
  it('needs a charge', () => {
    expect(() => massBalance(0, pour({}))).toThrow(RangeError)
    expect(() => massBalance(NaN, pour({}))).toThrow(RangeError)
  })
  it('expects 4 % of 60 g zinc to leave as fume at a recovery of 0.96', () => {
    const line = { massG: 200, lot: { id: 'brass', composition: { Cu: 70, Zn: 30 } } }
    expect(expectedFumeG([line], { Zn: 0.96 })).toBeCloseTo(2.4, 9)
  })
})
