import { describe, expect, it } from 'vitest'
import { readScale } from '#core/gear'
import { seeded } from '../../support/random-problem'

const still = { stepG: 0.1, noiseG: 0, capacityG: 5000 }

describe('the pretended scale', () => {
  it('shows whole steps of its own, tare taken off', () => {
    expect(readScale(30.44, 0, still, () => 0.5)).toEqual({ massG: 30.4, stable: true })
    expect(readScale(130.44, 100, still, () => 0.5)).toEqual({ massG: 30.4, stable: true })
    expect(readScale(0, 12, still, () => 0.5)).toEqual({ massG: -12, stable: true })
  })
  it('says overload and shows nothing above what it bears', () => {
    expect(readScale(5001, 0, still, () => 0.5)).toBe('overload')
  })
  it('flutters about the truth with the spread it is told to have', () => {
    const random = seeded(5)
    const readings = Array.from({ length: 4000 }, () => {
      const shown = readScale(100, 0, { ...still, noiseG: 0.5 }, random)
      return shown === 'overload' ? NaN : shown.massG
    })
    const mean = readings.reduce((a, b) => a + b, 0) / readings.length
    const sd = Math.sqrt(readings.reduce((sum, x) => sum + (x - mean) ** 2, 0) / readings.length)
    expect(mean).toBeCloseTo(100, 1)
    expect(sd).toBeGreaterThan(0.45)
    expect(sd).toBeLessThan(0.55)
  })
})
