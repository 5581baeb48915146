import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { ALLOYS } from '#core/alloys'
import { lossFamily, recoveryPriors } from '#core/families'
import {
  genealogy,
  metalFoundG,
  planRecovery,
  seenRecoveries,
  sourceLots,
  whereItWent,
  zincHeat,
} from '#core/learn'
import { heatTrace, newHeat, stepDoneMin, type Heat } from '#core/heat'
import { workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const logged = yard.heats.filter(({ loggedAt }) => loggedAt)
const AT = '2026-11-01T10:00:00.000Z'
const id = (number: number) => `00000000-0000-4000-8000-${String(number).padStart(12, '0')}`
const alloy = (name: string) => ALLOYS.find((one) => one.id === name)!

const line = (lotId: string, massG: number, originHeatId?: string): Heat['weighed'][number] => ({
  ...logged[0]!.weighed[0]!,
  lotId,
  massG,
  originHeatId,
})
const heatOf = (number: number, weighed: Heat['weighed']): Heat => ({
  ...newHeat({ id: id(number), now: AT }, []),
  number,
  loggedAt: AT,
  weighed,
})

describe('where metal came from', () => {
  it('worked by hand: returns that are half of the next heat bring half of what they were', () => {
    const first = heatOf(1, [line('pipe', 900), line('tin', 100)])
    const second = heatOf(2, [line('returns', 500, id(1)), line('pipe', 300), line('zinc', 200)])
    const origins = sourceLots(second, [], [first, second])
    expect(origins.map(({ lotId, share, through }) => [lotId, Number(share.toFixed(6)), through])).toEqual([
      ['pipe', 0.45, ['H-001']],
      ['pipe', 0.3, []],
      ['zinc', 0.2, []],
      ['tin', 0.05, ['H-001']],
    ])
    expect(
      whereItWent('tin', [], [first, second]).map(({ heat, generation }) => [heat.number, generation]),
    ).toEqual([
      [1, 1],
      [2, 2],
    ])
    expect(genealogy([], [first, second]).made).toEqual(new Map([['returns', id(1)]]))
  })

  /** Heats that are fed by bins of their own and by the returns of any earlier ones. */
  const chain = fc
    .array(
      fc.record({
        fresh: fc.array(fc.tuple(fc.nat(3), fc.integer({ min: 1, max: 5000 })), {
          minLength: 1,
          maxLength: 3,
        }),
        old: fc.array(fc.tuple(fc.nat(9), fc.integer({ min: 1, max: 5000 })), { maxLength: 3 }),
      }),
      { minLength: 1, maxLength: 8 },
    )
    .map((given) =>
      given.map(({ fresh, old }, at) =>
        heatOf(at + 1, [
          ...fresh.map(([bin, massG]) => line(`bin-${bin}`, massG)),
          ...(at > 0
            ? old.map(([from, massG]) => line(`of-${(from % at) + 1}`, massG, id((from % at) + 1)))
            : []),
        ]),
      ),
    )

  it('shares add up to the whole, and only bins that no heat made are named', () => {
    fc.assert(
      fc.property(chain, (heats) => {
        const origins = sourceLots(heats.at(-1)!, [], heats)
        expect(origins.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
        for (const { lotId } of origins) expect(lotId).toMatch(/^bin-/)
      }),
      { seed: 11, numRuns: 200 },
    )
  })

  it('forwards and backwards agree: a bin went into a heat just where that heat has it in its metal', () => {
    fc.assert(
      fc.property(chain, (heats) => {
        for (const bin of ['bin-0', 'bin-1', 'bin-2', 'bin-3']) {
          const went = new Set(whereItWent(bin, [], heats).map(({ heat }) => heat.number))
          for (const heat of heats)
            expect(went.has(heat.number)).toBe(sourceLots(heat, [], heats).some(({ lotId }) => lotId === bin))
        }
      }),
      { seed: 12, numRuns: 100 },
    )
  })
})

describe('what one heat shows', () => {
  it('worked by hand: 200 g of tin in, 1900 g of metal out at 10 % tin is 0.95 of it', () => {
    const heat: Heat = {
      ...heatOf(1, [
        { ...line('copper', 1800), composition: { Cu: 100 }, sd: {}, metallicYield: 1 },
        { ...line('tin', 200), composition: { Sn: 100 }, sd: {}, metallicYield: 1 },
      ]),
      alloy: alloy('C90700'),
      pour: {
        ...logged[0]!.pour,
        ingots: [{ id: id(9), stamp: 'a', massG: 1500 }],
        castingsG: 0,
        returnsG: 300,
        skullG: 60,
        spillG: 40,
        heelG: 0,
      },
      assays: [
        {
          id: id(8),
          at: AT,
          method: 'oes',
          specimen: '',
          readings: { Sn: { pct: 10, sd: 0.1 }, P: { below: 0.01 } },
        },
      ],
    }
    expect(metalFoundG(heat)).toBe(1900)
    const [tin, ...others] = seenRecoveries(heat)
    expect(others).toEqual([])
    expect(tin).toMatchObject({ element: 'Sn', family: 'Cu-low-zinc' })
    expect(tin!.value).toBeCloseTo(0.95, 9)
    // 1 % of the assay and 0.5 % of the scale, as independent errors.
    expect(tin!.sd).toBeCloseTo(0.95 * Math.hypot(0.01, 0.005), 9)
    expect(seenRecoveries({ ...heat, loggedAt: null })).toEqual([])
    expect(seenRecoveries({ ...heat, pour: { ...heat.pour, returnsG: null } })).toEqual([])
    expect(zincHeat(heat, null, [])).toBeNull()
  })

  it('in the demo yard tin and copper come back as they went in, within what was measured', () => {
    const shown = logged.flatMap(seenRecoveries).filter(({ element }) => ['Cu', 'Sn'].includes(element))
    expect(shown.length).toBeGreaterThan(8)
    for (const { value, sd } of shown) {
      expect(value + 4 * sd).toBeGreaterThan(0.95)
      expect(value - 4 * sd).toBeLessThan(1)
    }
  })

  it.each([
    ['C90700', 'Cu-low-zinc'],
    ['C84400', 'Cu-some-zinc'],
    ['C22000', 'Cu-some-zinc'],
    ['C26000', 'Cu-much-zinc'],
    ['356.0', 'Al'],
  ] as const)('%s loses its elements as %s do', (name, family) => {
    expect(lossFamily(alloy(name))).toBe(family)
  })

  it('a plan takes what was told by hand before what was learned, and only for its own family', () => {
    const told = { 'Cu-low-zinc/Sn': 0.9, 'Al/Sn': 0.1, nonsense: 0.2 }
    expect(planRecovery(alloy('C90700'), [], { overruledRecovery: told })).toEqual({ Sn: 0.9 })
    expect(planRecovery(alloy('356.0'), [], { overruledRecovery: told, useLearned: true })).toEqual({
      Sn: 0.1,
    })
    expect(planRecovery(null, [], { useLearned: true })).toEqual({})
    expect(recoveryPriors('Cu', 0).Sn).not.toBe(0.9)
  })
})

describe('times of a heat', () => {
  it('a step that was skipped has no time; one that was done has the minute it was done', () => {
    const done = { pour: { at: AT, skipped: false }, skim: { at: AT, skipped: true } }
    expect(stepDoneMin({ done }, 'pour')).toBe(Date.parse(AT) / 60_000)
    expect(stepDoneMin({ done }, 'skim')).toBeNull()
    expect(stepDoneMin({ done }, 'degas')).toBeNull()
  })

  it('readings come in the order of time, put right by a probe that froze copper 20 °C low (ITS-90: 1084.62 °C)', () => {
    const [entry] = logged.flatMap(({ log }) => log ?? []).filter(({ celsius }) => celsius !== null)
    const at = (minute: number, celsius: number | null) => ({
      ...entry!,
      at: new Date(Date.parse(AT) + minute * 60_000).toISOString(),
      celsius,
    })
    const trace = heatTrace(
      [at(5, 1064.62), at(1, 900), at(3, null)],
      [{ at: AT, point: 'Cu', readC: 1064.62 }],
      Date.parse(AT),
    )
    expect(trace.map(({ atMin }) => atMin)).toEqual([1, 5])
    expect(trace[1]!.celsius).toBeCloseTo(1084.62, 6)
  })
})
