import { describe, expect, it } from 'vitest'
import {
  crucibleRefused,
  crucibleWear,
  FIRST_FIRE,
  firingLeftMin,
  gearSchema,
  meltEffort,
  offsets,
  priorEfficiency,
  readScale,
  scaleFor,
  wantsFirstFire,
  type Crucible,
} from '#core/gear'

const on = (day: number) => `2026-10-${String(day).padStart(2, '0')}T10:00:00.000Z`
const check = (day: number, more: object = {}) => ({
  at: on(day),
  sound: 'rings' as const,
  wallMm: null,
  massG: null,
  ...more,
})

describe('wear of a crucible', () => {
  it('one check tells nothing of it, two what went; checks are taken by their date', () => {
    expect(crucibleWear({ checks: [check(1, { wallMm: 12 })] })).toMatchObject({
      wallLost: null,
      retire: null,
    })
    const two = [check(9, { wallMm: 9, massG: 1900 }), check(1, { wallMm: 12, massG: 2000 })]
    expect(crucibleWear({ checks: two })).toMatchObject({ wallLost: 0.25, massLost: expect.closeTo(0.05, 9) })
    const gap = [check(1, { wallMm: 10 }), check(2), check(3, { wallMm: 8 })]
    expect(crucibleWear({ checks: gap }).wallLost).toBeCloseTo(0.2, 9)
    expect(crucibleWear({ checks: [] })).toEqual({ wallLost: null, massLost: null, retire: null })
  })
  it('a crack or a dull ring retires it whatever it weighs; the newest check counts', () => {
    expect(crucibleWear({ checks: [check(1), check(2, { sound: 'cracked' })] }).retire).toBe('cracked')
    expect(crucibleWear({ checks: [check(2), check(1, { sound: 'dull' })] }).retire).toBeNull()
  })
})

describe('a scale', () => {
  const traits = { stepG: 0.5, noiseG: 0, capacityG: 1000 }
  it('bears what it is made for and no more, and takes the tare off', () => {
    expect(readScale(1000, 0, traits, () => 0.5)).toEqual({ massG: 1000, stable: true })
    expect(readScale(1000.01, 0, traits, () => 0.5)).toBe('overload')
    expect(readScale(830.3, 30, traits, () => 0.5)).toEqual({ massG: 800.5, stable: true })
  })
  it('a flutter of a step or more does not stand still', () => {
    const noisy = { ...traits, noiseG: 1 }
    expect(readScale(100, 0, noisy, () => 1)).toEqual({ massG: 102.5, stable: false })
    expect(readScale(100, 0, noisy, () => 0)).toEqual({ massG: 97.5, stable: false })
    expect(readScale(100, 0, noisy, () => 0.55)).toEqual({ massG: 100, stable: true })
  })
})

it('checks of a thermocouple stand by what they read, coldest first, one for each metal, unknown ones left out', () => {
  const found = offsets([
    { at: on(3), point: 'Cu', readC: 1080 },
    { at: on(1), point: 'Sn', readC: 230 },
    { at: on(4), point: 'Xx', readC: 500 },
    { at: on(2), point: 'Al', readC: 655 },
    { at: on(5), point: 'Sn', readC: 233 },
  ])
  expect(found.map(({ point, readC }) => [point, readC])).toEqual([
    ['Sn', 233],
    ['Al', 655],
    ['Cu', 1080],
  ])
  expect(found[0]!.addC).toBeCloseTo(231.928 - 233, 9)
})

it('gear has a name of 1 to 120 letters that are more than blanks', () => {
  const scale = (name: string) => ({
    id: crypto.randomUUID(),
    createdAt: on(1),
    updatedAt: on(1),
    type: 'scale',
    name,
    stepG: 1,
    capacityG: 5000,
    accuracyG: null,
    note: '',
  })
  const faults = (name: string) =>
    gearSchema.safeParse(scale(name)).error?.issues.filter(({ path }) => path.includes('name')) ?? []
  expect(faults('')).toHaveLength(1)
  expect(faults('   ')).toHaveLength(1)
  expect(faults('x'.repeat(121))).toHaveLength(1)
  expect(faults('x'.repeat(120))).toHaveLength(0)
  expect(faults('Big one')).toHaveLength(0)
})

describe('a first firing', () => {
  const since = on(1)
  const started = Date.parse(since)
  const minutes = FIRST_FIRE[1]!.minutes
  it('runs its minutes and no more; one not begun, or a step there is not, has none left', () => {
    expect(firingLeftMin({ firing: { step: 1, since } }, started)).toBe(minutes)
    expect(firingLeftMin({ firing: { step: 1, since } }, started + 60_000)).toBe(minutes - 1)
    expect(firingLeftMin({ firing: { step: 1, since } }, started + (minutes + 5) * 60_000)).toBe(0)
    expect(firingLeftMin({ firing: null }, started)).toBe(0)
    expect(firingLeftMin({ firing: { step: FIRST_FIRE.length, since } }, started)).toBe(0)
  })
  it('is wanted by a pot that was never hot: neither fired, nor used before, nor here', () => {
    const pot = (more: object) => ({ firstFiredAt: null, heatsBefore: 0, ...more }) as Crucible
    expect(wantsFirstFire(pot({}), 0)).toBe(true)
    expect(wantsFirstFire(pot({}), 2)).toBe(false)
    expect(wantsFirstFire(pot({ heatsBefore: 2 }), 0)).toBe(false)
    expect(wantsFirstFire(pot({ heatsBefore: 2 }), 2)).toBe(false)
    expect(wantsFirstFire(pot({ firstFiredAt: since }), 0)).toBe(false)
  })
  it('a retired pot is refused as such, whatever its wall says', () => {
    expect(crucibleRefused({ checks: [], retiredAt: null })).toBeNull()
    expect(crucibleRefused({ checks: [check(1, { sound: 'dull' })], retiredAt: null })).toBe('dull')
    expect(crucibleRefused({ checks: [check(1, { sound: 'dull' })], retiredAt: since })).toBe('retired')
  })
})

it('of the scales that bear it, the finest weighs it, in whatever order they stand', () => {
  const [kitchen, pocket, platform] = [
    { stepG: 1, capacityG: 5000 },
    { stepG: 0.01, capacityG: 200 },
    { stepG: 20, capacityG: 60_000 },
  ]
  for (const scales of [
    [kitchen, pocket, platform],
    [platform, kitchen, pocket],
    [pocket, platform, kitchen],
  ]) {
    expect(scaleFor(scales, 200)).toBe(pocket)
    expect(scaleFor(scales, 200.01)).toBe(kitchen)
    expect(scaleFor(scales, 5001)).toBe(platform)
    expect(scaleFor(scales, 60_001)).toBeNull()
  }
})

it('fuel, cost and minutes of a melt, by hand: 36 MJ put in at 10 kW is an hour and 10 kWh', () => {
  const effort = meltEffort({ fuel: 'electric', powerKw: 10, pricePerUnit: 0.3 }, 18_000, {
    low: 18_000,
    mid: 36_000,
    high: 72_000,
  })
  expect(effort.heatKJ).toBe(18_000)
  expect(effort.minutes).toEqual({ low: 30, mid: 60, high: 120 })
  expect(effort.fuel.mid).toBeCloseTo(10, 9)
  expect(effort.cost.high).toBeCloseTo(6, 9)
  expect(priorEfficiency({ fuel: 'propane', efficiency: 0.9 })).toEqual({
    low: expect.closeTo(0.72, 9),
    mid: 0.9,
    high: 1,
  })
})
