import { describe, expect, it } from 'vitest'
import { PRACTICES } from '#core/alloys'
import {
  chillThickness,
  effectiveHead,
  gatingSystem,
  interruptedAt,
  pourPlan,
  riserNeck,
  type PourAsk,
} from '#core/casting'

const ASK: PourAsk = {
  practice: 'tin-bronze',
  metal: 'Cu',
  massG: 2000,
  liquidGcm3: 8,
  wallMm: 8,
  thinFreezesS: null,
  castingMm: 60,
  headMm: 90,
  gate: null,
}

describe('the head over a gate', () => {
  /** Seconds to fill a box through a gate of so many cm², by the head; cm, g = 981 cm/s². */
  const fill = (volumeCm3: number, gateCm2: number, headCm: number) =>
    volumeCm3 / (gateCm2 * Math.sqrt(2 * 981 * headCm))
  it('fills a mould of 50 × 25 × 15 cm in 21.86 s from the top and 43.71 s from below (textbook example)', () => {
    const box = 50 * 25 * 15
    expect(fill(box, 5, effectiveHead(150, 150, 0) / 10)).toBeCloseTo(21.86, 1)
    expect(fill(box, 5, effectiveHead(150, 150, 150) / 10)).toBeCloseTo(43.71, 1)
  })
  it('lies between the two where the gate is half-way up', () => {
    const half = effectiveHead(150, 100, 50)
    expect(half).toBeLessThan(effectiveHead(150, 100, 0))
    expect(half).toBeGreaterThan(effectiveHead(150, 100, 100))
  })
  it('cannot be where the sprue is lower than the casting', () => {
    expect(() => effectiveHead(80, 100, 90)).toThrow(RangeError)
    expect(() => effectiveHead(0, 100, 0)).toThrow(RangeError)
    expect(() => effectiveHead(100, 50, 60)).toThrow(RangeError)
  })
})

describe('a mould filled', () => {
  it('by a sprue 20 cm high whose foot is 2.5 cm²: 1560 cm³ in 3.15 s without friction (textbook example)', () => {
    const plan = pourPlan({ ...ASK, gate: 'top', headMm: 200, massG: 1560 * 8, thinFreezesS: 2 * 3.15 })
    expect(plan.seconds).toBe(3.15)
    // The textbook leaves friction out: with it the foot is a quarter larger.
    expect((0.8 * plan.chokeMm2) / 100).toBeCloseTo(2.5, 2)
  })
  it('takes as long as weight and wall say, by hand: 1.9 ∛(8 × 2)', () => {
    const plan = pourPlan(ASK)
    expect(plan.seconds).toBeCloseTo(1.9 * Math.cbrt(16), 6)
    expect(plan.ruledBy).toBe('weight')
    expect(plan.leastGs).toBeCloseTo(2000 / plan.seconds, 6)
  })
  it('no longer than half the time its thinnest wall takes to freeze', () => {
    const plan = pourPlan({ ...ASK, thinFreezesS: 5 })
    expect(plan).toMatchObject({ seconds: 2.5, ruledBy: 'thin wall' })
    expect(plan.chokeMm2).toBeGreaterThan(pourPlan(ASK).chokeMm2)
  })
  it('from below where the metal would fall too far for its skin, else where the parting lies', () => {
    expect(pourPlan(ASK).gate).toBe('parting')
    expect(pourPlan({ ...ASK, castingMm: 160 }).gate).toBe('bottom')
    const skinned = pourPlan({ ...ASK, practice: 'aluminium-bronze' })
    expect(skinned.gate).toBe('bottom')
    expect(skinned.fallMm).toBe(0)
    expect(pourPlan({ ...ASK, gate: 'top' }).fallMm).toBe(60)
  })
  it('lets no metal in faster than its skin bears: half a metre a second, whatever the head', () => {
    for (const practice of PRACTICES)
      for (const headMm of [40, 90, 300]) {
        const plan = pourPlan({ ...ASK, practice, headMm })
        expect(plan.gateMs, practice).toBeLessThanOrEqual(gatingSystem(practice).gateMs + 1e-9)
        expect(plan.gateMm2).toBeGreaterThanOrEqual(plan.chokeMm2)
      }
  })
  it('has a sprue wider above than below, and vents for what comes in', () => {
    const plan = pourPlan(ASK)
    expect(plan.sprueTopMm).toBeGreaterThan(plan.chokeMm)
    // The stream draws together as it falls: areas as the roots of the depths, continuity and Bernoulli.
    expect((plan.sprueTopMm / plan.chokeMm) ** 4).toBeCloseTo((plan.sprueMm + 30) / 30, 6)
    expect(plan.vents * (Math.PI / 4) * plan.ventMm ** 2).toBeGreaterThanOrEqual(plan.ventsMm2)
  })
  it('is refused without a weight or a height', () => {
    for (const none of [{ massG: 0 }, { wallMm: Number.NaN }, { castingMm: -1 }])
      expect(() => pourPlan({ ...ASK, ...none })).toThrow(RangeError)
  })
})

describe('what feeds and cools', () => {
  it('necks by the rule of the textbooks: D = 40', () => {
    expect(riserNeck({ diameterMm: 40 }, 'side')).toEqual({ longestMm: 20, acrossMm: 28, heightMm: null })
    expect(riserNeck({ diameterMm: 40 }, 'top')).toEqual({ longestMm: 20, acrossMm: 28, heightMm: null })
    const plate = riserNeck({ diameterMm: 40 }, 'plate', 10)
    expect(plate.heightMm).toBe(8)
    expect(plate.acrossMm).toBeCloseTo(2.5 * 13.2 + 7.2, 6)
  })
  it('a chill is between half and the whole of what it cools', () => {
    expect(chillThickness(20)).toBe(15)
  })
})

describe('a pour broken off', () => {
  const told = { firstG: 100, castingG: 1000, castingMm: 80 }
  it('leaves its line where the metal stood', () => {
    expect(interruptedAt({ ...told, pouredG: 600 })).toBe(40)
    expect(interruptedAt({ ...told, pouredG: 350 })).toBe(20)
  })
  it('and none where nothing had come in yet, or all had', () => {
    expect(interruptedAt({ ...told, pouredG: 100 })).toBeNull()
    expect(interruptedAt({ ...told, pouredG: 1100 })).toBeNull()
  })
})
