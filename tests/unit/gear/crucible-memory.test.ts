import { describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import {
  crucibleSchema,
  FIRST_FIRE,
  firingOf,
  heatingLimit,
  ironFromPot,
  materialOf,
  MATERIALS,
  type Crucible,
} from '#core/gear'
import { newHeat, potIron, potStory, residueFor, type Heat } from '#core/heat'

const NOW = '2026-06-01T08:00:00.000Z'
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const crucible = (rest: Partial<Crucible> = {}): Crucible => ({
  id: id(1),
  createdAt: NOW,
  updatedAt: NOW,
  type: 'crucible',
  name: 'Pipe end',
  number: 4,
  brimCm3: null,
  family: null,
  heatsBefore: 2,
  firstFiredAt: NOW,
  firing: null,
  checks: [],
  retiredAt: null,
  note: '',
  ...rest,
})
let numbers = 0
const heat = (alloyId: string, loggedAt: string | null, rest: Partial<Heat> = {}): Heat => ({
  ...newHeat({ id: id(100 + ++numbers), now: NOW }, []),
  number: numbers,
  alloy: findAlloy(alloyId)!,
  tapMassG: 1500,
  crucibleId: id(1),
  loggedAt,
  ...rest,
})
const at = (day: number, hour = 12) =>
  `2026-06-${String(day).padStart(2, '0')}T${String(hour).padStart(2, '0')}:00:00.000Z`

describe('what a crucible is made of', () => {
  it('a new one is fired as its stuff wants: a home-made ceramic no faster than its ramp', () => {
    expect(firingOf({})).toEqual(FIRST_FIRE)
    expect(firingOf({ material: 'silicon-carbide' })).toEqual(FIRST_FIRE)
    const slow = firingOf({ material: 'ceramic' })
    // 200 °C an hour from 25: 52.5 min to 200, where an hour is given; 102 to 540, 82.5 to 815, 237 down to 25.
    expect(slow.map(({ minutes }) => minutes)).toEqual([60, 60, 102, 83, 240])
    const slower = firingOf({ material: 'ceramic', rampCPerH: 100 })
    expect(slower.map(({ minutes }) => minutes)).toEqual([105, 60, 204, 165, 474])
    expect(firingOf({ material: 'steel' }).map((step) => step.id)).toContain('coat')
    expect(firingOf({ material: 'graphite' }).at(-1)!.toC).toBe(25)
  })
  it('a home-made ceramic takes hours to the pour; clay-graphite has no limit', () => {
    expect(heatingLimit({ material: 'ceramic' }, 725)).toEqual({ cPerH: 200, minutes: 210 })
    expect(heatingLimit({ material: 'ceramic', rampCPerH: 100 }, 725, 425)!.minutes).toBe(180)
    expect(heatingLimit({ material: 'ceramic' }, 725, 800)!.minutes).toBe(0)
    expect(heatingLimit({ material: 'clay-graphite' }, 725)).toBeNull()
    expect(heatingLimit({}, 725)).toBeNull()
  })
  it('none may hold what goes through it, and only steel wants a wash', () => {
    for (const one of MATERIALS)
      expect(Object.values(one.metals).every((bears) => bears === 'ok')).toBe(one.id !== 'steel')
    expect(materialOf({ material: 'steel' }).metals).toMatchObject({
      Cu: 'never',
      Al: 'washed',
      Zn: 'washed',
    })
    expect(materialOf({}).id).toBe('clay-graphite')
  })
  it('what is told of it is kept by its shape', () => {
    const told = crucible({
      material: 'steel',
      rampCPerH: 150,
      coats: [NOW],
      washHeats: [{ at: NOW, metal: 'clean pipe' }],
      retiredWhy: 'thin at the rim',
    })
    expect(crucibleSchema.parse(told)).toEqual(told)
    expect(crucibleSchema.safeParse({ ...told, material: 'cheese' }).success).toBe(false)
  })
})

describe('iron from a steel pot', () => {
  const standing = { volumeCm3: 1000, celsius: 750, minutes: 30, washed: false }
  it('grows with time, heat and the smallness of the pot, and a wash keeps nine tenths of it out', () => {
    const { mid } = ironFromPot(standing)
    expect(ironFromPot({ ...standing, minutes: 60 }).mid).toBeGreaterThan(1.8 * mid)
    expect(ironFromPot({ ...standing, celsius: 800 }).mid).toBeGreaterThan(mid)
    expect(ironFromPot({ ...standing, volumeCm3: 125 }).mid / mid).toBeCloseTo(2, 0)
    expect(ironFromPot({ ...standing, washed: true }).mid / mid).toBeCloseTo(0.1, 1)
    expect(ironFromPot({ ...standing, minutes: 0 })).toEqual({ low: 0, mid: 0, high: 0 })
  })
  it('by hand: 1 l at 700 °C for half an hour: 2.5 (1 − e^(−1e-6 · 46 · 1800)) %', () => {
    expect(ironFromPot({ ...standing, celsius: 700 }).mid).toBeCloseTo(2.5 * (1 - Math.exp(-0.0828)), 4)
  })
  it('never more than aluminium can dissolve (Al-Fe phase diagram: 2.5 % at 700 °C, 5 % at 800 °C)', () => {
    expect(ironFromPot({ ...standing, celsius: 700, minutes: 1e6 }).high).toBeCloseTo(2.5, 6)
    expect(ironFromPot({ ...standing, celsius: 800, minutes: 1e6 }).low).toBeCloseTo(5, 6)
    expect(() => ironFromPot({ ...standing, volumeCm3: 0 })).toThrow(RangeError)
  })
  it('by the log of a heat where it has one; a coat counts until metal was in the pot', () => {
    const pot = crucible({ material: 'steel', coats: [at(2)] })
    const first = heat('356.0', at(3))
    const planned = heat('356.0', null)
    expect(potIron(planned, pot, [planned])).toMatchObject({ washed: true, logged: false, minutes: 30 })
    expect(potIron(planned, pot, [first, planned])).toMatchObject({ washed: false })
    const step = (time: string) => ({ at: time, skipped: false })
    const entry = {
      kind: 'temperature' as const,
      massG: null,
      minutes: null,
      airGcm3: null,
      vacuumGcm3: null,
      text: '',
    }
    const logged = heat('356.0', at(4), {
      done: { base: step('2026-06-04T09:00:00.000Z'), pour: step('2026-06-04T09:50:00.000Z') },
      log: [
        { ...entry, id: id(7), at: '2026-06-04T08:50:00.000Z', celsius: 300 },
        { ...entry, id: id(8), at: '2026-06-04T09:10:00.000Z', celsius: 730 },
        { ...entry, id: id(9), at: '2026-06-04T09:40:00.000Z', celsius: 770 },
      ],
    })
    expect(potIron(logged, pot, [first, logged])).toMatchObject({
      minutes: 50,
      celsius: 750,
      logged: true,
      washed: false,
    })
    // A coat put on afterwards does not reach back.
    const coated = { ...pot, coats: [at(2), at(5)] }
    expect(potIron(logged, coated, [first, logged])!.washed).toBe(false)
    expect(potIron(planned, coated, [first, logged, planned])!.washed).toBe(true)
    expect(potIron(heat('C90500', null), pot, [])).toBeNull()
    expect(potIron(planned, crucible(), [])).toBeNull()
  })
})

describe('what a crucible remembers', () => {
  it('its heats and hours, what it held last, and every metal it ever held', () => {
    const heats = [
      heat('C90500', at(3), { burnt: { amount: null, minutes: 55 } }),
      heat('C83600', at(9)),
      heat('356.0', at(5), {
        done: { crucible: { at: at(5, 8), skipped: false }, pour: { at: at(5, 10), skipped: false } },
      }),
      heat('C95400', null),
      heat('C95400', at(20), { crucibleId: id(2) }),
    ]
    const story = potStory(crucible({ washHeats: [{ at: at(4), metal: 'pipe' }] }), heats)
    expect(story).toMatchObject({ heats: 5, washHeats: 1, minutes: 55 + 120, timed: 2, washedOut: false })
    expect(story.last).toMatchObject({ alloy: heats[1]!.alloy!.name, metal: 'Cu' })
    expect(story.metals).toEqual(['Cu', 'Al'])
    expect(potStory(crucible(), [])).toMatchObject({ heats: 2, last: null, metals: [] })
  })
  it('a wash heat takes out what the heat before left', () => {
    const before = heat('C95400', at(3), {
      pour: { ...newHeat({ id: id(3), now: NOW }, []).pour, stayedG: 40 },
    })
    const next = heat('C90500', null)
    const heats = [before, next]
    expect(residueFor(next, heats, [crucible()])).toMatchObject({ stayedG: 40 })
    const washed = crucible({ washHeats: [{ at: at(4), metal: 'clean pipe' }] })
    expect(residueFor(next, heats, [washed])).toBeNull()
    expect(potStory(washed, heats).washedOut).toBe(true)
    // One before it washed out the heat before that.
    expect(residueFor(next, heats, [crucible({ washHeats: [{ at: at(2), metal: 'pipe' }] })])).not.toBeNull()
  })
})
