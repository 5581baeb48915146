import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { blankTest, stockAfterLogging, type Heat, type MetalTest } from '#core/heat'
import { BALANCE_ID, inferHeat, nextTests, type CurvePoint } from '#core/inference'
import { learnRecovery, recoveryDoubts } from '#core/learn'
import { workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const about = { heats: yard.heats, gear: yard.gear }
const heatOf = (number: number): Heat => {
  const heat = yard.heats.find((one) => one.number === number)!
  return { ...heat, assays: [], tests: [], crucibleId: null, thermocoupleId: null }
}
const gunmetal = heatOf(11)
const test = (kind: MetalTest['kind'], part: Partial<MetalTest>, id = crypto.randomUUID()): MetalTest => ({
  ...blankTest(kind),
  id,
  at: '2026-11-27T10:00:00Z',
  ...part,
})
const found = (heat: Heat) => inferHeat(heat, about)!
const shareOf = (heat: Heat, symbol: string) => {
  const { inferred } = found(heat)
  const at = inferred.elements.indexOf(symbol)
  return { pct: inferred.pct[at]!, sd: inferred.sd[at]! }
}

describe('what a heat of the demo yard is, its readings put aside', () => {
  it('every one that was weighed and measured: the readings lie where they are said to', () => {
    let inside = 0
    let all = 0
    for (const { number, assays, weighed } of yard.heats) {
      // In one heat zinc burned: it is looked at by itself.
      if (weighed.length === 0 || assays.length === 0 || number === 4) continue
      const { inferred } = found(heatOf(number))
      for (const assay of assays)
        for (const [symbol, reading] of Object.entries(assay.readings)) {
          const at = inferred.elements.indexOf(symbol)
          if (!('pct' in reading) || at < 0 || reading.pct < 0.5) continue
          all++
          const sd = Math.hypot(inferred.sd[at]!, reading.sd ?? 0.03 * reading.pct)
          if (Math.abs(reading.pct - inferred.pct[at]!) < 2 * sd) inside++
        }
    }
    expect(all).toBeGreaterThan(25)
    expect(inside / all).toBeGreaterThan(0.85)
  })
  it('says with what odds it is inside, limit by limit, and what it took as absent', () => {
    const { verdict, near } = found(gunmetal)
    expect(verdict!.odds).toBeGreaterThan(0.9)
    expect(near[0]!.alloy.id).toBe(gunmetal.alloy!.id)
    expect(verdict!.limits.find(({ element }) => element === 'Al')!.call).toBe('taken-as-absent')
    for (const { odds } of verdict!.limits) expect(odds).toBeGreaterThanOrEqual(verdict!.odds - 0.01)
  })
  it('the balance speaks once the returns are weighed, and a brass that lost weight lost zinc', () => {
    const brass = heatOf(12)
    const lost = (massG: number): Heat => ({
      ...brass,
      pour: {
        ...brass.pour,
        ingots: [{ ...brass.pour.ingots[0]!, massG }],
        castingsG: 0,
        returnsG: 0,
        skullG: 0,
        spillG: 0,
        heelG: 0,
      },
    })
    const before = shareOf({ ...brass, pour: { ...brass.pour, returnsG: null } }, 'Zn')
    const meltG = found({ ...brass, pour: { ...brass.pour, returnsG: null } }).inferred.meltG.value
    expect(found(lost(meltG - 45)).says.map(({ id }) => id)).toContain(BALANCE_ID)
    const less = shareOf(lost(meltG - 45), 'Zn')
    const more = shareOf(lost(meltG + 10), 'Zn')
    expect(less.pct).toBeLessThan(before.pct - 0.5)
    expect(more.pct).toBeGreaterThan(less.pct)
    expect(less.sd).toBeLessThan(before.sd)
    expect(found({ ...brass, pour: { ...brass.pour, returnsG: null } }).mute).toContainEqual({
      id: BALANCE_ID,
      why: 'not-all-weighed',
    })
    // Metal that was spilled, or weighed wrong, was lost whole: that says nothing of what it is.
    for (const massG of [meltG - 500, meltG + 300]) {
      const astray = found(lost(massG))
      expect(astray.against).toMatchObject([{ id: BALANCE_ID, is: 'mass', found: massG }])
      expect(astray.says.map(({ id }) => id)).not.toContain(BALANCE_ID)
      expect(shareOf(lost(massG), 'Zn')).toEqual(before)
    }
  })
  it('pores make a piece lighter and nothing else; what is too heavy or far too light is said', () => {
    const light = found({ ...gunmetal, tests: [test('density', { value: 7.9, sd: 0.02 })] })
    expect(light.against[0]).toMatchObject({ is: 'density' })
    expect(light.against[0]!.apart).toBeLessThan(-3)
    const heavy = found({ ...gunmetal, tests: [test('density', { value: 9.4, sd: 0.02 })] })
    expect(heavy.against[0]!.apart).toBeGreaterThan(3)
    const porous = found({ ...gunmetal, tests: [test('density', { value: 8.64, sd: 0.02 })] })
    expect(porous.against).toEqual([])
    expect(porous.inferred.poresPct[0]!.value).toBeGreaterThan(0.5)
  })
  it('a liquidus far off is the probe, and a checked one is believed more', () => {
    const typed = (celsius: number) => test('cooling', { value: celsius })
    expect(found({ ...gunmetal, tests: [typed(940)] }).against[0]).toMatchObject({ is: 'liquidus' })
    const probe = yard.gear.find(({ type }) => type === 'thermocouple')!
    const checked = {
      ...probe,
      checks: [{ id: crypto.randomUUID(), at: '2026-01-01T00:00:00Z', point: 'Cu', readC: 1090.6 }],
    }
    const with6 = inferHeat(
      { ...gunmetal, tests: [typed(1008)], thermocoupleId: probe.id },
      { ...about, gear: [checked as typeof probe] },
    )!
    expect(with6.probeChecked).toBe(true)
    expect(with6.inferred.probeC!.value).toBeGreaterThan(3)
    expect(with6.inferred.probeC!.sd).toBeLessThan(
      found({ ...gunmetal, tests: [typed(1008)] }).inferred.probeC!.sd,
    )
  })
  it('the eutectic of a casting metal checks the probe it was read with', () => {
    const casting = heatOf(3)
    const points: CurvePoint[] = []
    let celsius = 690
    for (let s = 0; s < 400; s++) {
      points.push([s, celsius + 9])
      if (celsius > 605) celsius -= 1.6
      else if (celsius > 577) celsius -= 0.5
      else if (s < 260) celsius = 577
      else celsius -= 1.2
    }
    const curve = { points: points.map(([s, c]): [number, number] => [s, c]), probeId: null }
    const { observations, inferred, curves } = found({ ...casting, tests: [test('cooling', { curve })] })
    expect(Object.values(curves)[0]).toMatchObject({ ok: true })
    expect(observations.find(({ is }) => is === 'probe')).toMatchObject({ is: 'probe' })
    expect(Math.abs(inferred.probeC!.value - 9)).toBeLessThan(6)
  })
  it('what says nothing is told why', () => {
    const tests = [
      test('cooling', {
        curve: {
          points: [
            [0, 900],
            [1, 899],
          ],
          probeId: null,
        },
      }),
      test('hardness', { value: 60, scale: 'HRB' }),
    ]
    const { mute, observations } = found({ ...gunmetal, tests })
    expect(mute).toContainEqual({ id: tests[0]!.id, why: 'too-few' })
    expect(observations.map(({ is }) => is)).not.toContain('hardness')
    expect(inferHeat({ ...gunmetal, weighed: [] }, about)).toBeNull()
    expect(inferHeat({ ...gunmetal, alloy: null }, about)).toBeNull()
  })
  it('the next test lowers the chance of a wrong verdict, the laboratory most; done ones are not offered', () => {
    const doubtful = heatOf(3)
    const { next } = found(doubtful)
    expect(next[0]!.test).toBe('laboratory')
    for (const { before, after } of next) expect(after).toBeLessThanOrEqual(before)
    const after = found({ ...doubtful, tests: [test('density', { value: 2.75, sd: 0.01 })] })
    expect(after.next.map(({ test: one }) => one)).not.toContain('density')
    expect(nextTests).toBeTypeOf('function')
  })
  it('a test that tells all by itself is worth all the doubt: reckoned by hand', () => {
    // Two metals alike in odds; one figure tells them apart without error.
    const size = 1000
    const draws = new Float64Array(2 * size)
    for (let at = 0; at < size; at++) {
      const tin = at < size / 2 ? 0 : 10
      draws.set([100 - tin, tin], 2 * at)
    }
    const [best] = nextTests({
      inferred: { elements: ['Cu', 'Sn'], pct: [95, 5], draws } as unknown as Parameters<
        typeof nextTests
      >[0]['inferred'],
      models: {
        density: null,
        liquidus: null,
        resistivity: null,
        colour: null,
        hardness: { at: (shares) => shares[1]!, sd: 0.01, anchored: false },
      },
      limits: { Sn: { max: 5 } },
      probeSdC: 8,
      done: new Set(['laboratory', 'xrf'] as const),
    })
    // Now one of two verdicts is wrong; the figure is off by 0.06 of itself, far less than what sets them apart.
    expect(best!.test).toBe('hardness')
    expect(best!.before).toBeCloseTo(0.5, 9)
    expect(best!.after).toBeLessThan(0.01)
  })
  it('a recovery that the yard’s heats taught is as sure as they made it', () => {
    const at = (recoverySd: Record<string, number>) => {
      const { inferred } = inferHeat(
        { ...gunmetal, pour: { ...gunmetal.pour, returnsG: null } },
        { ...about, recoverySd },
      )!
      return inferred.sd[inferred.elements.indexOf('Zn')]!
    }
    expect(at({ Zn: 0.005 })).toBeLessThan(at({}))
    expect(at({ Zn: 0.1 })).toBeGreaterThan(at({}))
    const learned = learnRecovery(yard.heats)
    const doubts = recoveryDoubts(gunmetal.alloy, learned)
    for (const [element, sd] of Object.entries(doubts)) {
      const one = learned.find((known) => known.element === element && known.heats >= 2)!
      expect(sd).toBeGreaterThan(one.sd * 0.99)
      expect(sd).toBeLessThan(0.06)
    }
    expect(Object.keys(doubts)).toContain('Zn')
  })
  it('goes into the bins with its spread, and is called inferred', () => {
    const shares = { Cu: { pct: 88, sd: 0.4 }, Sn: { pct: 9.5, sd: 0.3 }, Zn: { pct: 2.5, sd: 0.3 } }
    const heat: Heat = {
      ...gunmetal,
      inferred: { at: '2026-11-27T10:00:00Z', shares, by: ['mass', 'density'] },
    }
    const stamp = { ids: [crypto.randomUUID(), crypto.randomUUID()] as const, now: '2026-11-27T10:00:00Z' }
    const [lot] = stockAfterLogging(heat, yard.lots, stamp).made
    expect(lot).toMatchObject({
      knowledge: 'inferred',
      composition: { Cu: 88, Sn: 9.5, Zn: 2.5 },
      sd: { Sn: 0.3 },
    })
    const measured = stockAfterLogging(
      { ...heat, assays: yard.heats.find(({ number }) => number === 11)!.assays },
      yard.lots,
      stamp,
    )
    expect(measured.made[0]!.knowledge).toBe('assay')
  })
})
