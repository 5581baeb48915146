import { Matrix, solve } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { workspaceSchema } from '#core/workspace'
import { ALLOYS } from '#core/alloys'
import { newHeat, type Heat } from '#core/heat'
import { controlChart, learnFromYard, learnFurnace, learnRecovery, trampByGeneration } from '#core/learn'

const AT = '2026-11-01T10:00:00.000Z'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

describe('signals of a control chart', () => {
  const signalsAt = (values: readonly number[], rule: string) =>
    controlChart(values)!.signals.flatMap((signal) =>
      signal.rules.includes(rule as never) ? [signal.index] : [],
    )
  it('the eighth on one side is a signal, the first eight of a chart too; the seventh is none', () => {
    const eight = [11, 12, 11, 12, 11, 12, 11, 12]
    expect(signalsAt([...eight, 8, 9, 8, 9, 8, 9, 8], 'run-one-side')).toEqual([7])
    expect(signalsAt([...eight.slice(1), 8, 9, 8, 9, 8, 9, 8], 'run-one-side')).toEqual([])
  })
  it('six that rise one after the other are a signal at the sixth', () => {
    expect(signalsAt([10, 11, 12, 13, 14, 15, 9, 16], 'trend')).toEqual([5])
    expect(signalsAt([10, 11, 12, 13, 14, 9, 15, 16], 'trend')).toEqual([])
  })
})

describe('a furnace as an energy account', () => {
  const prior = { low: 0.07, mid: 0.1, high: 0.15 }
  const powerKw = 20
  const heats = [
    { heatKJ: 1500, putInKJ: 24_000 },
    { heatKJ: 2500, putInKJ: 33_000 },
  ]
  /** The same by linear algebra of another hand: prior and data as weighted equations, solved at once. */
  function solved(lining: boolean) {
    const mean = 1 / prior.mid
    const sd = (1 / prior.low - 1 / prior.high) / 4
    const liningSd = powerKw * 4 * 3600
    const rows = heats.map(({ heatKJ, putInKJ }) => {
      const s = 0.15 * putInKJ
      return { a: [(lining ? 1 : 0) / s, heatKJ / s], b: putInKJ / s }
    })
    rows.push({ a: [0, 1 / sd], b: mean / sd }, { a: [1 / liningSd, 0], b: 0 })
    const found = solve(new Matrix(rows.map(({ a }) => a)), Matrix.columnVector(rows.map(({ b }) => b)))
    return { lining: found.get(0, 0), slope: found.get(1, 0) }
  }
  it('two heats are enough, and give what least squares of prior and data give', () => {
    const found = learnFurnace(prior, powerKw, heats)
    const { lining, slope } = solved(true)
    expect(found.heats).toBe(2)
    expect(found.liningKJ / lining).toBeCloseTo(1, 6)
    expect(found.efficiency.mid).toBeCloseTo(1 / slope, 8)
    expect(found.forecast(2000).mid).toBeCloseTo(lining + slope * 2000, 4)
    // One heat says nothing of the walls.
    expect(learnFurnace(prior, powerKw, heats.slice(1))).toMatchObject({
      heats: 1,
      liningKJ: 0,
      efficiency: prior,
    })
  })
  it('walls that would give heat away take none: all goes by the share', () => {
    const steep = [
      { heatKJ: 1000, putInKJ: 6000 },
      { heatKJ: 3000, putInKJ: 60_000 },
    ]
    const found = learnFurnace(prior, powerKw, steep)
    expect(found.liningKJ).toBe(0)
    // By hand, with the lining left out: slope = Σ w h p + m/s² over Σ w h² + 1/s².
    const sd = (1 / prior.low - 1 / prior.high) / 4
    const [top, bottom] = steep.reduce(
      ([b, bb], { heatKJ, putInKJ }) => [
        b + (heatKJ * putInKJ) / (0.15 * putInKJ) ** 2,
        bb + heatKJ ** 2 / (0.15 * putInKJ) ** 2,
      ],
      [10 / sd ** 2, 1 / sd ** 2],
    )
    expect(found.efficiency.mid).toBeCloseTo(bottom! / top!, 10)
  })
  it('what cannot be is left out: less put in than was taken up, and nothing taken up', () => {
    const odd = [...heats, { heatKJ: 0, putInKJ: 5000 }, { heatKJ: 3000, putInKJ: 2500 }]
    expect(learnFurnace(prior, powerKw, odd).heats).toBe(2)
  })
})

describe('what one heat shows of recovery', () => {
  // By hand: 1000 g of painted bar that is 0.9 metal brings 90 g of tin; 880 g at 10 % hold 88 g: 0.978 of it.
  it('goes by the metal of the scrap, not by its paint', () => {
    const heat = (metallicYield: number): Heat => ({
      ...newHeat({ id: id(1), now: AT }, []),
      loggedAt: AT,
      alloy: ALLOYS.find(({ id }) => id === 'C90700')!,
      weighed: [
        {
          ...{
            lotId: id(2),
            name: 'Bar',
            kind: 'scrap',
            form: 'bar',
            plannedG: 1000,
            massG: 1000,
            pricePerKg: 1,
          },
          ...{ metallicYield, composition: { Cu: 90, Sn: 10 }, sd: {}, at: AT },
        },
      ],
      pour: {
        ...newHeat({ id: id(1), now: AT }, []).pour,
        ingots: [{ id: id(3), massG: 880, stamp: 'a' }],
        returnsG: 0,
      },
      assays: [{ id: id(4), at: AT, method: 'oes', specimen: '', readings: { Sn: { pct: 10, sd: 0.05 } } }],
    })
    const tin = (metallicYield: number) =>
      learnRecovery([heat(metallicYield)]).find(({ element }) => element === 'Sn')!
    const seen = (metallicYield: number) => {
      const { seen, setAside } = tin(metallicYield)
      return [...seen, ...setAside][0]?.value
    }
    expect(seen(0.9)).toBeCloseTo(88 / 90, 6)
    expect(seen(1)).toBeCloseTo(0.88, 6)
  })
})

describe('metal that goes round', () => {
  /** Heats by number, each made of lots; a lot "from 1" is what the first heat left. */
  const heats = (...made: [number, (number | null)[]][]): Heat[] =>
    made.map(([number, from]) => ({
      ...newHeat({ id: id(number), now: AT }, []),
      number,
      loggedAt: AT,
      alloy: ALLOYS.find((one) => one.id === 'C90700')!,
      weighed: from.map((origin, at) => ({
        ...{ lotId: id(100 * number + at), name: 'Bar', kind: 'scrap', form: 'bar', plannedG: 1, massG: 1 },
        ...{ pricePerKg: 1, metallicYield: 1, composition: { Cu: 90, Sn: 10 }, sd: {}, at: AT },
        ...(origin === null ? {} : { originHeatId: id(origin) }),
      })) as Heat['weighed'],
      assays: [
        {
          id: id(50 + number),
          at: AT,
          method: 'oes',
          specimen: '',
          readings: { Fe: { pct: number, sd: 0.1 } },
        },
      ] as Heat['assays'],
    }))
  it('is one generation on from the oldest of its lots, and each generation has its mean', () => {
    const found = trampByGeneration('Cu', [], heats([1, [null]], [2, [null, 1]], [3, [2, null]], [4, [null]]))
    expect(found.map(({ generation, heats: of }) => [generation, of.map(({ number }) => number)])).toEqual([
      [1, [1, 4]],
      [2, [2]],
      [3, [3]],
    ])
    expect(found.map(({ meanPct }) => meanPct.Fe)).toEqual([2.5, 2, 3])
  })
})

it('zinc that leaves is reckoned by the crucible it left: its brim, where that was measured', () => {
  const yard = workspaceSchema.parse(demo)
  const rate = (times: number) => {
    const crucibles = yard.gear.flatMap((one) =>
      one.type === 'crucible' ? { ...one, brimCm3: one.brimCm3 === null ? null : times * one.brimCm3 } : [],
    )
    return learnFromYard(yard.heats, { crucibles, thermocouples: [] }).zincRate!
  }
  // Eight times the brim is twice the bore and four times the surface: what left by it is told at a lower rate.
  expect(rate(8).heats).toBe(rate(1).heats)
  expect(rate(8).value).toBeLessThan(0.8 * rate(1).value)
})
