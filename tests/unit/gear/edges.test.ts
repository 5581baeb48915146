import { describe, expect, it } from 'vitest'
import { crucibleWear, gearSchema, offsets, readScale } from '#core/gear'

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
