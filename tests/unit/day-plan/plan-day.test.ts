import { describe, expect, it } from 'vitest'
import { planDay, type DayAsk, type DayHeat, type DayPot } from '#core/day-plan'
import { seeded } from '../../support/random-problem'

const FURNACE = { powerKw: 20, pricePerKJ: 1e-4, efficiency: 0.15, wallKJperK: 10, keepsWarm: 0.75 }
const heat = (id: string, rest: Partial<DayHeat> = {}): DayHeat => ({
  id,
  metal: 'Cu',
  practice: 'tin-bronze',
  pourC: 1100,
  heatKJ: 1400,
  pots: ['four'],
  ...rest,
})
const pot = (id: string, last: string | null = null): DayPot => ({ id, heatKJperK: 1.7, last })
const day = (heats: DayHeat[], rest: Partial<DayAsk> = {}): DayAsk => ({
  heats,
  pots: [pot('four')],
  furnace: FURNACE,
  turnMin: 20,
  ratePerHour: 0,
  wash: { share: 0.15, minutes: 10 },
  between: () => 'nothing',
  metalCost: () => 40,
  useful: [],
  ...rest,
})

describe('a day reckoned by hand', () => {
  it('one heat: walls, metal and crucible, from cold', () => {
    const plan = planDay(day([heat('a')]))!
    // Walls 10·1075; metal and crucible (1400 + 1.7·1075)/0.15.
    const putIn = 10_750 + (1400 + 1827.5) / 0.15
    expect(plan.steps[0]!.putInKJ).toBeCloseTo(putIn, 6)
    expect(plan.minutes).toBeCloseTo(putIn / 20 / 60, 6)
    expect(plan.fuel).toBeCloseTo(putIn * 1e-4, 9)
    expect(plan).toMatchObject({ metal: 40, work: 0, washes: 0, proven: true })
  })
  it('the second finds the walls warm: a quarter of their heat has to be given again', () => {
    const plan = planDay(day([heat('a'), heat('b')]))!
    expect(plan.steps.map(({ wallsKJ }) => wallsKJ)).toEqual([10_750, expect.closeTo(2687.5, 6)])
    expect(plan.steps[1]!.fromMin).toBeCloseTo(plan.steps[0]!.pourMin + 20, 6)
    expect(plan.steps.map(({ id }) => id)).toEqual(['a', 'b'])
  })
  it('the cleanest first, where the next must be washed out after the other', () => {
    const between: DayAsk['between'] = (before) => (before === 'dirty' ? 'wash' : 'nothing')
    const plan = planDay(day([heat('dirty'), heat('clean')], { between }))!
    expect(plan.steps.map(({ id }) => id)).toEqual(['clean', 'dirty'])
    expect(plan.washes).toBe(0)
    // Left dirty the day before, the first needs its wash whichever it is.
    const left = planDay(day([heat('clean')], { between, pots: [pot('four', 'dirty')] }))!
    expect(left.steps[0]!.washed).toBe(true)
    expect(left.steps[0]!.washKJ).toBeCloseTo((0.15 * 1400) / 0.15, 6)
  })
  it('aluminium never after copper in one crucible: the other is taken, or there is no such day', () => {
    const heats = [heat('bronze'), heat('wheel', { metal: 'Al', pourC: 720, pots: ['four', 'six'] })]
    const metals: Record<string, string> = { bronze: 'Cu', wheel: 'Al' }
    const between: DayAsk['between'] = (before, next) => (metals[before] === next.metal ? 'nothing' : 'never')
    const both = planDay(day(heats, { between, pots: [pot('four'), pot('six')] }))!
    expect(both.steps.find(({ id }) => id === 'wheel')!.pot).toBe('six')
    expect(planDay(day(heats, { between }))).toBeNull()
    expect(planDay(day([heat('a', { pots: [] })]))).toBeNull()
  })
  it('the returns of one are waited for where they save more than the walk is long', () => {
    const metalCost: DayAsk['metalCost'] = (earlier) => (earlier.get('b')!.has('a') ? 30 : 40)
    const rising = [heat('b', { pourC: 1000 }), heat('a', { pourC: 1150 })]
    const plan = planDay(day(rising, { metalCost, useful: [['a', 'b']] }))!
    expect(plan.steps.map(({ id }) => id)).toEqual(['a', 'b'])
    expect(plan.metal).toBe(30)
    expect(planDay(day(rising, { metalCost: () => null }))).toBeNull()
  })
  it('a heat that can only be made from another’s returns comes after it', () => {
    const metalCost: DayAsk['metalCost'] = (earlier) => (earlier.get('a')!.has('c') ? 25 : null)
    const plan = planDay(day([heat('a'), heat('b'), heat('c')], { metalCost, useful: [['c', 'a']] }))!
    const order = plan.steps.map(({ id }) => id)
    expect(order.indexOf('c')).toBeLessThan(order.indexOf('a'))
  })
})

/** Every order and every crucible, reckoned anew and without a thought of saving looks: what planDay is held against. */
function bruteForce(ask: DayAsk): { cost: number; minutes: number; washes: number } | null {
  let best: { cost: number; minutes: number; washes: number } | null = null
  const permutations = (left: DayHeat[]): DayHeat[][] =>
    left.length === 0
      ? [[]]
      : left.flatMap((one) =>
          permutations(left.filter((other) => other !== one)).map((rest) => [one, ...rest]),
        )
  for (const order of permutations([...ask.heats])) {
    const earlier = new Map(order.map(({ id }, at) => [id, new Set(order.slice(0, at).map((one) => one.id))]))
    const metal = ask.metalCost(earlier)
    if (metal === null) continue
    let ways: DayPot[][] = [[]]
    for (const { pots } of order)
      ways = ways.flatMap((way) => ask.pots.filter(({ id }) => pots.includes(id)).map((one) => [...way, one]))
    for (const way of ways) {
      const held = new Map(ask.pots.map(({ id, last }) => [id, last]))
      let [kJ, minutes, washes, walls, fits] = [0, 0, 0, 25, true]
      for (const [at, { id, heatKJ, pourC }] of order.entries()) {
        const vessel = way[at]!
        const before = held.get(vessel.id)
        const asked = before ? ask.between(before, order[at]!) : 'nothing'
        if (asked === 'never') fits = false
        const wash = asked === 'wash' ? 1 : 0
        const given =
          ask.furnace.wallKJperK * Math.max(0, pourC - walls) +
          (heatKJ + vessel.heatKJperK * (pourC - 25) + wash * ask.wash.share * heatKJ) /
            ask.furnace.efficiency
        kJ += given
        minutes += (at > 0 ? ask.turnMin : 0) + given / ask.furnace.powerKw / 60 + wash * ask.wash.minutes
        washes += wash
        walls = 25 + ask.furnace.keepsWarm * (Math.max(pourC, walls) - 25)
        held.set(vessel.id, id)
      }
      if (!fits) continue
      const cost = metal + kJ * ask.furnace.pricePerKJ + (minutes / 60) * ask.ratePerHour
      if (
        !best ||
        cost < best.cost - 1e-6 ||
        (Math.abs(cost - best.cost) <= 1e-6 &&
          (minutes < best.minutes - 1e-6 ||
            (Math.abs(minutes - best.minutes) <= 1e-6 && washes < best.washes)))
      )
        best = { cost, minutes, washes }
    }
  }
  return best
}

/** A seeded day: metals, kinds, temperatures, crucibles and what their leavings are worth to each other. */
function randomDay(seed: number, count: number): DayAsk {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const pots = ['four', 'six', 'two'].map((id): DayPot => ({
    id,
    heatKJperK: 1 + 2 * random(),
    last: random() < 0.4 ? pick(['was-bronze', 'was-brass', 'was-wheel']) : null,
  }))
  const kinds: Record<string, { metal: string; practice: string }> = {
    'was-bronze': { metal: 'Cu', practice: 'tin-bronze' },
    'was-brass': { metal: 'Cu', practice: 'yellow-brass' },
    'was-wheel': { metal: 'Al', practice: 'aluminium-casting' },
  }
  const heats = Array.from({ length: count }, (_, at): DayHeat => {
    const kind = pick(Object.values(kinds))
    const own = pots.filter(() => random() < 0.7).map(({ id }) => id)
    return {
      ...heat(`h${at}`),
      ...kind,
      pourC: kind.metal === 'Al' ? 680 + 80 * random() : 980 + 220 * random(),
      heatKJ: 600 + 3000 * random(),
      pots: own.length > 0 ? own : ['four'],
    }
  })
  for (const one of heats) kinds[one.id] = { metal: one.metal, practice: one.practice }
  const useful: [string, string][] = []
  const worth = new Map<string, number>()
  for (const first of heats)
    for (const second of heats)
      if (first !== second && first.metal === second.metal && random() < 0.3) {
        useful.push([first.id, second.id])
        worth.set(`${first.id}>${second.id}`, 6 * random())
      }
  const needed = random() < 0.3 ? useful[0] : undefined
  return day(heats, {
    pots,
    furnace: { ...FURNACE, pricePerKJ: random() < 0.2 ? 0 : 1e-4 * random(), keepsWarm: random() },
    ratePerHour: random() < 0.5 ? 20 * random() : 0,
    between: (before, next) =>
      kinds[before]!.metal !== next.metal
        ? 'never'
        : kinds[before]!.practice === next.practice
          ? 'nothing'
          : 'wash',
    useful,
    metalCost: (earlier) => {
      if (needed && !earlier.get(needed[1])!.has(needed[0])) return null
      let cost = 100
      for (const [first, second] of useful)
        if (earlier.get(second)!.has(first)) cost -= worth.get(`${first}>${second}`)!
      return cost
    },
  })
}

describe('held against every order and crucible', () => {
  it.each([
    [2, 60],
    [3, 60],
    [4, 40],
    [5, 15],
    [6, 3],
  ])('%d heats, %d seeded days: the same cost, minutes and washes', (count, days) => {
    let possible = 0
    for (let seed = 1; seed <= days; seed++) {
      const ask = randomDay(1000 * count + seed, count)
      const [found, brute] = [planDay(ask), bruteForce(ask)]
      expect(found === null, `seed ${seed}`).toBe(brute === null)
      if (!found || !brute) continue
      possible++
      expect(found.proven).toBe(true)
      expect(found.cost, `seed ${seed}`).toBeCloseTo(brute.cost, 6)
      expect(found.minutes, `seed ${seed}`).toBeCloseTo(brute.minutes, 4)
      expect(found.washes, `seed ${seed}`).toBe(brute.washes)
    }
    expect(possible).toBeGreaterThan(days / 4)
  })
})
