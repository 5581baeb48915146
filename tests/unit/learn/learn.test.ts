import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { ALLOYS } from '#core/alloys'
import { newHeat, type Heat } from '#core/heat'
import {
  CHART,
  controlChart,
  learn,
  learnFormYields,
  learnFurnace,
  learnOffset,
  learnRecovery,
  learnZincRate,
  updateOnSum,
  ordinary,
  recoveryFor,
  sharpenLots,
  trampByGeneration,
  sourceLots,
  whereItWent,
} from '#core/learn'
import { startingRate } from '#core/melt'
import type { Lot } from '#core/stock'
import { workspaceSchema } from '#core/workspace'
import { seeded } from '../../support/random-problem'

const yard = workspaceSchema.parse(demo)
const bell = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
const AT = '2026-11-01T10:00:00.000Z'
let next = 0
const uuid = () => `00000000-0000-4000-8000-${String(++next).padStart(12, '0')}`

/** A heat of tin bronze whose tin comes back at a hidden recovery, weighed and assayed with error. */
function madeHeat(number: number, recovery: number, random: () => number, alloyId = 'C90700'): Heat {
  const base = newHeat({ id: uuid(), now: AT }, [])
  const line = (name: string, massG: number, composition: Record<string, number>) => ({
    lotId: uuid(),
    name,
    kind: 'virgin' as const,
    form: 'bar' as const,
    plannedG: massG,
    massG,
    pricePerKg: 10,
    metallicYield: 1,
    composition,
    sd: {},
    at: AT,
  })
  const copperG = 1500 + 500 * random()
  const tinG = 180 + 60 * random()
  // Heats of one yard differ by a hundredth.
  const tinLeft = tinG * (recovery + 0.01 * bell(random))
  const metalG = copperG * 0.995 + tinLeft
  const sn = (100 * tinLeft) / metalG
  return {
    ...base,
    number,
    alloy: ALLOYS.find(({ id }) => id === alloyId)!,
    loggedAt: AT,
    weighed: [line('copper', copperG, { Cu: 100 }), line('tin', tinG, { Sn: 100 })],
    pour: {
      ...base.pour,
      ingots: [{ id: uuid(), massG: metalG * (1 + 0.002 * bell(random)), stamp: 'x' }],
      returnsG: 0,
    },
    assays: [
      {
        id: uuid(),
        at: AT,
        method: 'oes',
        specimen: '',
        readings: { Sn: { pct: sn * (1 + 0.01 * bell(random)), sd: null } },
      },
    ],
  }
}

describe('one figure learned (golden values: numerical integration on a grid, NumPy 2.4.6, made once)', () => {
  it('prior 0.95 ± 0.03 with three heats', () => {
    const seen = [
      { value: 0.93, sd: 0.012 },
      { value: 0.915, sd: 0.02 },
      { value: 0.941, sd: 0.009 },
    ]
    const { value, sd } = learn({ value: 0.95, sd: 0.03 }, seen, 0.015)
    expect(value).toBeCloseTo(0.9339325001651169, 9)
    expect(sd).toBeCloseTo(0.010727840323543283, 9)
  })
  it('never from one heat alone', () => {
    const prior = { value: 0.95, sd: 0.03 }
    expect(learn(prior, [{ value: 0.5, sd: 0.001 }], 0.01)).toEqual({ ...prior, heats: 1, prior })
  })
  it('sums of figures, one at a time, equal the regression at once (NumPy: (P⁻¹ + HᵀH/R)⁻¹)', () => {
    let belief = {
      mean: [0.98, 0.92, 0.85],
      covariance: [
        [0.0004, 0, 0],
        [0, 0.0004, 0],
        [0, 0, 0.0009],
      ],
    }
    const rows = [
      [0.6, 0.4, 0],
      [0.2, 0.5, 0.3],
      [0.7, 0, 0.3],
    ]
    ;[0.955, 0.915, 0.93].forEach((value, at) => {
      belief = updateOnSum(belief, rows[at]!, { value, sd: 0.012 })
    })
    const wanted = [0.9731434774335289, 0.9257414326984621, 0.8467354299652292]
    const sds = [0.012207658844115232, 0.014807919581397301, 0.02296556323749772]
    belief.mean.forEach((value, at) => {
      expect(value).toBeCloseTo(wanted[at]!, 9)
      expect(Math.sqrt(belief.covariance[at]![at]!)).toBeCloseTo(sds[at]!, 9)
    })
  })
})

describe('a simulated yard', () => {
  it('200 heats: hidden recoveries lie inside the stated 95 % intervals as often as stated', () => {
    const random = seeded(20)
    let inside = 0
    const groups = 40
    for (let group = 0; group < groups; group++) {
      const hidden = 0.99 + 0.02 * bell(random)
      const heats = Array.from({ length: 5 }, (_, at) => madeHeat(at + 1, hidden, random))
      const learned = learnRecovery(heats).find(({ element }) => element === 'Sn')!
      expect(learned.heats).toBe(5)
      if (Math.abs(Math.min(1, hidden) - learned.value) <= 1.96 * learned.sd) inside++
    }
    // 95 % of 40 is 38; binomial chance of fewer than 34 is under 2 %.
    expect(inside).toBeGreaterThanOrEqual(34)
  })
  it('plans take what two heats and more show, and nothing from one', () => {
    const random = seeded(5)
    const one = learnRecovery([madeHeat(1, 0.93, random)])
    const alloy = ALLOYS.find(({ id }) => id === 'C90700')!
    expect(recoveryFor(alloy, one)).toEqual({})
    const many = learnRecovery(Array.from({ length: 12 }, (_, at) => madeHeat(at, 0.93, random)))
    expect(recoveryFor(alloy, many).Sn).toBeCloseTo(0.935, 2)
    expect(
      recoveryFor(
        ALLOYS.find(({ base }) => base === 'Al')!,
        many,
      ),
    ).toEqual({})
  })
  it('by practice: only the heats under that cover count', () => {
    const random = seeded(6)
    const heats = Array.from({ length: 6 }, (_, at) => ({
      ...madeHeat(at + 1, at < 3 ? 0.99 : 0.9, random),
      practices: { cover: { id: at < 3 ? 'cover-glass' : 'cover-bare', sharePct: null } },
    }))
    const tin = (cover: string) => learnRecovery(heats, cover).find(({ element }) => element === 'Sn')!
    expect(tin('cover-glass').heats).toBe(3)
    expect(tin('cover-glass').value - tin('cover-bare').value).toBeGreaterThan(0.03)
    expect(learnRecovery(heats, 'cover-charcoal')).toEqual([])
  })
  it('open heats, heats not measured or not weighed show nothing', () => {
    const heat = madeHeat(1, 0.95, seeded(3))
    const blind = [
      { ...heat, loggedAt: null },
      { ...heat, assays: [] },
      { ...heat, pour: { ...heat.pour, returnsG: null } },
    ]
    expect(learnRecovery(blind)).toEqual([])
  })
})

describe('the demo yard', () => {
  it('shows recoveries near what the trade expects, each with its heats behind it', () => {
    const learned = learnRecovery(yard.heats)
    expect(learned.length).toBeGreaterThan(4)
    for (const { value, sd, heats, seen, prior } of learned) {
      expect(value).toBeGreaterThan(0.9)
      expect(value).toBeLessThanOrEqual(1)
      expect(sd).toBeLessThanOrEqual(prior.sd)
      expect(seen).toHaveLength(heats)
    }
    // White smoke for ten minutes: no ordinary heat, told as such and not learned from.
    const zinc = learned.find(({ family, element }) => family === 'Cu-low-zinc' && element === 'Zn')!
    expect(zinc.setAside.map(({ number }) => number)).toEqual([4])
  })
  it('yields stay between none and all, and one heat of a form changes nothing', () => {
    for (const { value, heats, prior } of learnFormYields(yard.heats)) {
      expect(value).toBeGreaterThan(0.6)
      expect(value).toBeLessThanOrEqual(1)
      if (heats < 2) expect(value).toBe(prior.value)
    }
  })
  it('what is in a heat adds up to all of it, and leads back to lots no heat made', () => {
    for (const heat of yard.heats.filter(({ weighed }) => weighed.length)) {
      const origins = sourceLots(heat, yard.lots, yard.heats)
      expect(origins.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
    }
    const used = yard.heats.find(({ weighed }) => weighed.length)!.weighed[0]!.lotId
    expect(whereItWent(used, yard.lots, yard.heats)[0]).toMatchObject({ generation: 1 })
  })
  it('metal that went round is of a later generation', () => {
    const generations = trampByGeneration('Cu', yard.lots, yard.heats)
    expect(generations[0]!.generation).toBe(1)
    expect(generations.flatMap(({ heats }) => heats).length).toBeGreaterThan(3)
  })
})

describe('lots sharpened by the heats they went into', () => {
  const SCRAP = { composition: { Cu: 93, Sn: 7 }, sd: { Sn: 2 } }
  const lot = { id: uuid(), name: 'scrap', ...SCRAP } as unknown as Lot
  /** Three heats of a kilogram of the scrap with a kilogram of something else, and the tin that was read in them. */
  function readIn(seed: number, other: Partial<Heat['weighed'][number]>, pct: number): Heat[] {
    const random = seeded(seed)
    return [1, 2, 3].map((number) => {
      const heat = madeHeat(number, 1, random)
      const [first, second] = heat.weighed
      return {
        ...heat,
        weighed: [
          { ...first!, massG: 1000, ...other },
          { ...second!, lotId: lot.id, massG: 1000, ...SCRAP },
        ],
        assays: [{ ...heat.assays[0]!, readings: { Sn: { pct, sd: 0.05 } } }],
      }
    })
  }
  it('two heats of an unknown bronze find its tin, and leave alone what is known', () => {
    const truth = 9
    const heats = readIn(8, {}, (1000 * truth * 0.99) / 2000)
    const [sharper] = sharpenLots([lot], heats)
    expect(sharper).toMatchObject({ element: 'Sn', heats: 3 })
    expect(Math.abs(sharper!.after.value - truth)).toBeLessThan(0.2)
    expect(sharper!.after.sd).toBeLessThan(0.2)
    expect(sharpenLots([{ ...lot, sd: {} }], heats)).toEqual([])
    expect(sharpenLots([lot], heats.slice(0, 1))).toEqual([])
    // Nothing is learned of a heat that is not logged, nor of readings that say no more than was known.
    expect(
      sharpenLots(
        [lot],
        heats.map((heat) => ({ ...heat, loggedAt: null })),
      ),
    ).toEqual([])
    const vague = heats.map((heat) => ({
      ...heat,
      assays: [{ ...heat.assays[0]!, readings: { Sn: { pct: 3.5, sd: 8 } } }],
    }))
    expect(sharpenLots([lot], vague)).toEqual([])
  })
  it('what a known lot brings of it is taken off first', () => {
    // Half scrap of 9 % tin, half bronze that is known to hold 4: (9 + 4) / 2 of a melt, less a hundredth that burns.
    const [sharper] = sharpenLots([lot], readIn(9, { composition: { Cu: 96, Sn: 4 }, sd: {} }, 6.5))
    expect(Math.abs(sharper!.after.value - 9)).toBeLessThan(0.3)
  })
})

describe('control chart of individuals (constants: ASTM manual; from memory)', () => {
  it('d₂ = 1.128 and D₄ = 3.267 for ranges of two; limits at 2.66 mean ranges', () => {
    expect(3 / CHART.d2).toBeCloseTo(2.66, 2)
    expect(CHART.D4).toBe(3.267)
    // 10, 12, 11: ranges 2 and 1, mean range 1.5, mean 11.
    const chart = controlChart([10, 12, 11])!
    expect(chart.upper).toBeCloseTo(11 + 2.66 * 1.5, 2)
    expect(chart.rangeUpper).toBeCloseTo(3.267 * 1.5, 9)
    expect(controlChart([1, 2])).toBeNull()
  })
  it.each([
    ['beyond-limits', [10, 11, 10, 11, 10, 11, 10, 20], 7],
    ['run-one-side', [9, 11, 9, 11, 11, 10.6, 11, 10.8, 11, 10.6, 11, 0, 0, 9, 9], 10],
    ['trend', [10, 12, 8, 9, 10, 11, 12, 13], 7],
  ] as const)('%s is seen where it ends', (rule, values, index) => {
    const { signals } = controlChart(values)!
    expect(signals.find((signal) => signal.index === index)?.rules).toContain(rule)
  })
  it('a quiet process raises an alarm in few points', () => {
    const random = seeded(7)
    const { signals } = controlChart(Array.from({ length: 400 }, () => 90 + bell(random)))!
    expect(signals.length).toBeLessThan(16)
  })
})

describe('rates and offsets', () => {
  it('a yard that loses twice the starting rate learns it, from two heats on', () => {
    const heats = Array.from({ length: 20 }, () => ({ lostG: 20, sdG: 2, predictedG: 10 }))
    expect(learnZincRate(heats).value / startingRate()).toBeCloseTo(2, 0)
    expect(learnZincRate(heats.slice(0, 1)).value).toBeCloseTo(startingRate(), 12)
  })
  it('heats that lost no zinc, or of which no loss was expected, teach nothing of its rate', () => {
    const good = { lostG: 20, sdG: 2, predictedG: 10 }
    const odd = [
      { ...good, lostG: 0 },
      { ...good, lostG: -3 },
      { ...good, predictedG: 0 },
    ]
    const learned = learnZincRate([good, ...odd])
    expect(learned.heats).toBe(1)
    expect(learned.value).toBeCloseTo(startingRate(), 12)
    expect(learnZincRate([good, good, ...odd])).toEqual(learnZincRate([good, good]))
  })
  it('a heat is held against the others, not against itself too: four standard deviations off them is no ordinary one', () => {
    // Three heats at 1 ± 0.1, the prior of no weight: what they say of a fourth is 1 ± 0.1/√3, and it differs by its
    // own 0.1 as well: √(0.1² + 0.1²/3) = 0.11547.
    const prior = { value: 1, sd: 1000 }
    const fourth = (steps: number) => ({ value: 1 - steps * 0.11547, sd: 0.1 })
    const with4 = (steps: number) =>
      ordinary(prior, [...Array.from({ length: 3 }, () => ({ value: 1, sd: 0.1 })), fourth(steps)], 0)
    expect(with4(4.05).setAside).toEqual([fourth(4.05)])
    expect(with4(3.95).setAside).toEqual([])
    // The spread from heat to heat makes the same distance an ordinary one.
    const heats = [...Array.from({ length: 3 }, () => ({ value: 1, sd: 0.1 })), fourth(4.05)]
    expect(ordinary(prior, heats, 0.1).setAside).toEqual([])
  })
  it('no furnace gives more than is put in, however good the heats written down look', () => {
    const heats = Array.from({ length: 5 }, (_, at) => ({
      heatKJ: 1000 + 500 * at,
      putInKJ: 1001 + 500 * at,
    }))
    const { efficiency, liningKJ, forecast } = learnFurnace({ low: 0.5, mid: 0.6, high: 0.8 }, 1, heats)
    expect(efficiency.high).toBeLessThanOrEqual(1)
    expect(efficiency.mid).toBeGreaterThan(0.8)
    expect(efficiency.low).toBeLessThanOrEqual(efficiency.mid)
    expect(liningKJ).toBeGreaterThanOrEqual(0)
    expect(forecast(2000).low).toBeGreaterThanOrEqual(2000)
    // One that says it took up more than was put in is a slip of the pen.
    const slip = { heatKJ: 900, putInKJ: 100 }
    expect(learnFurnace({ low: 0.5, mid: 0.6, high: 0.8 }, 1, [slip, slip]).heats).toBe(0)
  })
  it('a probe 8 °C low at two fixed points is believed so, within its spread (ITS-90: Al 660.3, Cu 1084.6 °C)', () => {
    const learned = learnOffset([
      { at: AT, point: 'Al', readC: 652.3 },
      { at: AT, point: 'Cu', readC: 1076.6 },
    ])
    expect(learned.heats).toBe(2)
    expect(Math.abs(learned.value - 8)).toBeLessThan(2 * learned.sd)
  })
})
