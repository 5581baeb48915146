import { describe, expect, it } from 'vitest'
import { seededRandom } from '#core/statistics'
import { readCoolingCurve, type CurvePoint } from '#core/inference'

interface Metal {
  liquidusC: number
  /** share of the latent heat set free at the eutectic, and where; none for a metal that freezes at one temperature */
  solidusC?: number
  eutecticC?: number
  atEutectic?: number
  undercoolingC?: number
}
/** Degrees that the latent heat would warm the liquid by. */
const LATENT_C = 350

/** A cup cooling by Newton's law through its freezing, read by a probe that lags and errs. */
function cup(
  metal: Metal,
  seed: number,
  { fromC = 70, noiseC = 1, lagS = 2, stepS = 1, offC = 0, pull = 1 / 250 } = {},
): CurvePoint[] {
  const random = seededRandom(seed)
  const { liquidusC, eutecticC = liquidusC, atEutectic = 1, undercoolingC = 0 } = metal
  const fine = 0.1
  const points: CurvePoint[] = []
  let celsius = liquidusC + fromC
  let shown = 30
  let heat = 0
  let begun = undercoolingC === 0
  let left = LATENT_C * atEutectic
  for (let s = 0; s < 1500 && celsius > eutecticC - 90; s += fine) {
    const out = pull * (celsius - 25) * fine
    if (celsius > liquidusC || (!begun && celsius > liquidusC - undercoolingC)) celsius -= out
    else if (!begun || (undercoolingC > 0 && celsius < liquidusC - 0.5 && heat < undercoolingC)) {
      // What went too cold comes back by the heat of freezing.
      begun = true
      const back = Math.min(1.2 * fine, liquidusC - celsius)
      celsius += back
      heat += back
    } else if (celsius > eutecticC + 1e-9) {
      const width = liquidusC - eutecticC
      const share = (LATENT_C * (1 - atEutectic)) / width
      celsius = Math.max(eutecticC, celsius - out / (1 + share))
    } else if (left > 0) left -= out
    else celsius -= out
    shown += ((celsius - shown) * fine) / lagS
    if (Math.abs(s / stepS - Math.round(s / stepS)) < 1e-6)
      points.push([Math.round(s / stepS) * stepS, shown + offC + noiseC * random.normal()])
  }
  return points
}
const read = (points: readonly CurvePoint[]) => {
  const found = readCoolingCurve(points)
  if (!found.ok) throw new Error(found.why)
  return found.curve
}

describe('a cooling curve', () => {
  const PURE = { tin: 231.928, zinc: 419.527, aluminium: 660.323, copper: 1084.62 }
  it.each(Object.entries(PURE))(
    'pure %s freezes where it does, within 2 °C, with noise 1 °C and lag 2 s',
    (_, liquidusC) => {
      for (let seed = 1; seed <= 12; seed++) {
        const { liquidus } = read(cup({ liquidusC }, seed))
        expect(Math.abs(liquidus!.celsius - liquidusC)).toBeLessThan(2)
        expect(liquidus!.sd).toBeLessThan(2)
        expect(liquidus!.how).toBe('level')
      }
    },
  )
  it('a eutectic stands level, and a metal that went too cold first comes back to it', () => {
    for (let seed = 1; seed <= 12; seed++) {
      expect(Math.abs(read(cup({ liquidusC: 577 }, seed)).liquidus!.celsius - 577)).toBeLessThan(2)
      const cold = read(cup({ liquidusC: 577, undercoolingC: 8 }, seed)).liquidus!
      expect(Math.abs(cold.celsius - 577)).toBeLessThan(2)
      expect(cold.how).toBe('rise')
      expect(Math.abs(cold.undercoolingC - 8)).toBeLessThan(4)
    }
  })
  it('a casting metal: first the bend, then the eutectic', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const { liquidus, arrests } = read(cup({ liquidusC: 613, eutecticC: 577, atEutectic: 0.5 }, seed))
      expect(Math.abs(liquidus!.celsius - 613)).toBeLessThan(4)
      expect(Math.abs(liquidus!.celsius - 613)).toBeLessThan(3 * liquidus!.sd)
      expect(arrests).toHaveLength(1)
      expect(Math.abs(arrests[0]!.celsius - 577)).toBeLessThan(2)
      expect(arrests[0]!.toS - arrests[0]!.fromS).toBeGreaterThan(60)
    }
  })
  it('a bronze with a long freezing range has its bend', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const { liquidus } = read(
        cup({ liquidusC: 1000, eutecticC: 800, atEutectic: 0.1 }, seed, { pull: 1 / 400 }),
      )
      expect(Math.abs(liquidus!.celsius - 1000)).toBeLessThan(6)
      expect(Math.abs(liquidus!.celsius - 1000)).toBeLessThan(3 * liquidus!.sd)
    }
  })
  it('readings two and three seconds apart, or that jitter in time, tell the same', () => {
    for (const stepS of [0.5, 2, 3])
      expect(Math.abs(read(cup({ liquidusC: 660.3 }, 3, { stepS })).liquidus!.celsius - 660.3)).toBeLessThan(
        2.5,
      )
    const random = seededRandom(4)
    const uneven = cup({ liquidusC: 660.3 }, 5).map(([s, c]): CurvePoint => [s + 0.4 * random.even(), c])
    expect(Math.abs(read(uneven.reverse()).liquidus!.celsius - 660.3)).toBeLessThan(2)
  })
  it('says why it tells nothing', () => {
    expect(readCoolingCurve([])).toEqual({ ok: false, why: 'too-few' })
    expect(readCoolingCurve(Array.from({ length: 100 }, (_, s): CurvePoint => [s, 700]))).toEqual({
      ok: false,
      why: 'not-cooling',
    })
    expect(readCoolingCurve(cup({ liquidusC: 660 }, 1, { stepS: 15 }))).toMatchObject({ ok: false })
  })
})
