import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { ALLOYS } from '#core/alloys'
import { PRACTICE_HEATS, practiceProof } from '#core/practice-heats'
import { workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const logged = yard.heats.filter(({ loggedAt }) => loggedAt)
const none = { heats: [], gear: [] }

describe('heats to learn by', () => {
  it('each begins with an alloy of the library, leads to a page, or needs neither', () => {
    const known = new Set(ALLOYS.map(({ id }) => id))
    for (const { id, alloy, tapMassG, to, how, mind, shownBy: shown } of PRACTICE_HEATS) {
      expect(how.length, id).toBeGreaterThan(2)
      expect(mind.length, id).toBeGreaterThan(20)
      if (alloy) expect(known.has(alloy), id).toBe(true)
      expect(Boolean(alloy), id).toBe(tapMassG !== undefined)
      expect(Boolean(alloy || to), id).toBe(shown !== 'nothing')
    }
    expect(new Set(PRACTICE_HEATS.map(({ id }) => id)).size).toBe(PRACTICE_HEATS.length)
  })

  it('an empty yard has shown none of them', () => {
    for (const { id, shownBy: shown } of PRACTICE_HEATS) expect(practiceProof(shown, none), id).toBeNull()
  })

  it('an aluminium heat counts once it is logged and its account closes', () => {
    const aluminium = logged.find(
      (heat) => heat.alloy?.base === 'Al' && practiceProof('aluminium-closes', { heats: [heat], gear: [] }),
    )!
    expect(practiceProof('aluminium-closes', { heats: [aluminium], gear: [] })?.heats).toEqual([
      aluminium.number,
    ])
    const open = { ...aluminium, loggedAt: null }
    expect(practiceProof('aluminium-closes', { heats: [open], gear: [] })).toBeNull()
    const lost = {
      ...aluminium,
      pour: { ...aluminium.pour, castingsG: 0, ingots: aluminium.pour.ingots.slice(1) },
    }
    expect(practiceProof('aluminium-closes', { heats: [lost], gear: [] })).toBeNull()
  })

  it('three alike are of one alloy and one amount', () => {
    const closed = logged.find((heat) =>
      practiceProof('three-close', { heats: [heat, heat, heat], gear: [] }),
    )!
    expect(practiceProof('three-close', { heats: [closed, closed], gear: [] })).toBeNull()
    const larger = { ...closed, tapMassG: 2 * closed.tapMassG! }
    expect(practiceProof('three-close', { heats: [closed, closed, larger], gear: [] })).toBeNull()
    const other = { ...closed, alloy: ALLOYS.find(({ id }) => id !== closed.alloy!.id)! }
    expect(practiceProof('three-close', { heats: [closed, closed, other], gear: [] })).toBeNull()
  })

  it('gas is compared by a pressure test on either side of the degassing', () => {
    const [heat] = logged
    const entry = { celsius: null, massG: null, minutes: null, airGcm3: 2.7, vacuumGcm3: 2.6, text: '' }
    const at = (kind: 'degas' | 'pressure-test', minute: number) => ({
      ...entry,
      kind,
      id: crypto.randomUUID(),
      at: `2026-05-01T10:0${minute}:00.000Z`,
    })
    const shown = (...log: ReturnType<typeof at>[]) =>
      practiceProof('gas-compared', { heats: [{ ...heat!, log }], gear: [] }) !== null
    expect(shown(at('pressure-test', 1), at('degas', 2), at('pressure-test', 5))).toBe(true)
    expect(shown(at('degas', 2), at('pressure-test', 5))).toBe(false)
    expect(shown(at('pressure-test', 1), at('pressure-test', 5))).toBe(false)
  })

  it('a checked thermocouple; a bronze of bought metals that was measured; scrap inside every limit', () => {
    const probe = yard.gear.find((one) => one.type === 'thermocouple')!
    const check = { at: '2026-05-01T10:00:00.000Z', point: 'Sn', readC: 230 }
    const gear = [{ ...probe, checks: [check] }] as typeof yard.gear
    expect(practiceProof('probe-checked', { heats: [], gear })).toEqual({ heats: [], gear: probe.name })
    const scrap = practiceProof('scrap-inside', yard)!
    const heat = logged.find(({ number }) => number === scrap.heats[0])!
    expect(practiceProof('two-metals-measured', { heats: [heat], gear: [] })).toBeNull()
    const bought = { ...heat, weighed: heat.weighed.map((line) => ({ ...line, kind: 'virgin' as const })) }
    expect(practiceProof('two-metals-measured', { heats: [bought], gear: [] })?.heats).toEqual([heat.number])
    expect(practiceProof('two-metals-measured', { heats: [{ ...bought, assays: [] }], gear: [] })).toBeNull()
    expect(practiceProof('scrap-inside', { heats: [bought], gear: [] })).toBeNull()
  })

  it('a brass counts by its zinc, as measured', () => {
    const brass = logged.find(({ number }) => practiceProof('brass-inside', yard)!.heats.includes(number))!
    expect(brass.alloy!.limits.Zn!.min).toBeGreaterThanOrEqual(10)
    expect(practiceProof('brass-inside', { heats: [{ ...brass, assays: [] }], gear: [] })).toBeNull()
  })
})

describe('what counts and what does not', () => {
  const bought = (heat: (typeof logged)[number]) => ({
    ...heat,
    weighed: heat.weighed.map((line) => ({ ...line, kind: 'virgin' as const })),
  })
  const shows = (heat: (typeof logged)[number]) =>
    practiceProof('two-metals-measured', { heats: [heat], gear: [] }) !== null
  const copper = logged.find((heat) => shows(bought(heat)))!
  const test = (kind: 'density' | 'hardness', value: number | null) => ({
    ...bought(copper),
    assays: [],
    tests: [{ ...copper.tests?.[0], id: crypto.randomUUID(), kind, value }] as NonNullable<
      typeof copper.tests
    >,
  })

  it('a density is a measurement, a hardness or a density without a figure is none', () => {
    expect(shows(test('density', 8.7))).toBe(true)
    expect(shows(test('density', null))).toBe(false)
    expect(shows(test('hardness', 90))).toBe(false)
    expect(
      shows({ ...bought(copper), assays: copper.assays.map((assay) => ({ ...assay, readings: {} })) }),
    ).toBe(false)
  })
  it('one lot of scrap among the bought ones, one lot alone, or another metal, and it does not count', () => {
    const [first, ...rest] = bought(copper).weighed
    expect(shows({ ...bought(copper), weighed: [{ ...first!, kind: 'scrap' }, ...rest] })).toBe(false)
    expect(shows({ ...bought(copper), weighed: [{ ...first!, kind: 'master' }, ...rest] })).toBe(true)
    expect(shows({ ...bought(copper), weighed: [first!] })).toBe(false)
    const aluminium = ALLOYS.find(({ base }) => base === 'Al')!
    expect(shows({ ...bought(copper), alloy: aluminium })).toBe(false)
  })
  it('of more than three alike the first three are named, wherever others stand between', () => {
    const closed = logged.find((heat) =>
      practiceProof('three-close', { heats: [heat, heat, heat], gear: [] }),
    )!
    const numbered = (number: number, tapMassG = closed.tapMassG) => ({ ...closed, number, tapMassG })
    const far = numbered(2, 3 * closed.tapMassG!)
    const heats = [numbered(1), far, numbered(3), numbered(4, 1.2 * closed.tapMassG!), numbered(5)]
    expect(practiceProof('three-close', { heats, gear: [] })?.heats).toEqual([1, 3, 4])
  })
  it('scrap of two bins is too little, of three it counts', () => {
    const scrap = logged.find(({ number }) => practiceProof('scrap-inside', yard)!.heats.includes(number))!
    const of = (count: number) =>
      practiceProof('scrap-inside', {
        heats: [
          {
            ...scrap,
            weighed: scrap.weighed.map((line, index) => ({
              ...line,
              kind: index < count ? ('scrap' as const) : ('virgin' as const),
            })),
          },
        ],
        gear: [],
      }) !== null
    expect(of(3)).toBe(true)
    expect(of(2)).toBe(false)
  })
})

describe('what is near and is not it', () => {
  const shows = (rule: Parameters<typeof practiceProof>[0], heat: (typeof logged)[number]) =>
    practiceProof(rule, { heats: [heat], gear: [] }) !== null
  const scrap = logged.find(({ number }) => practiceProof('scrap-inside', yard)!.heats.includes(number))!
  it('inside as far as it was measured is inside; outside in one element is not', () => {
    const read = (symbols: readonly string[], off = 0) => ({
      ...scrap,
      assays: scrap.assays.map((assay) => ({
        ...assay,
        readings: Object.fromEntries(
          Object.entries(assay.readings)
            .filter(([symbol]) => symbols.includes(symbol))
            .map(([symbol, reading]) => [
              symbol,
              'pct' in reading ? { ...reading, pct: reading.pct + off } : reading,
            ]),
        ),
      })),
    })
    const bounded = Object.entries(scrap.alloy!.limits).find(
      ([symbol, { min }]) => min !== undefined && symbol in scrap.assays[0]!.readings,
    )![0]
    expect(shows('scrap-inside', read([bounded]))).toBe(true)
    expect(shows('scrap-inside', read([bounded], 20))).toBe(false)
  })
  it('scrap of another metal does not count as a bronze of scrap', () => {
    const aluminium = logged.find(
      ({ alloy, assays, weighed }) =>
        alloy?.base === 'Al' &&
        assays.length > 0 &&
        weighed.filter(({ kind }) => kind === 'scrap').length > 0,
    )!
    const many = {
      ...aluminium,
      weighed: [0, 1, 2].map((at) => ({ ...aluminium.weighed[0]!, kind: 'scrap' as const, plannedG: at })),
    }
    expect(shows('brass-inside', many)).toBe(false)
    expect(shows('scrap-inside', many)).toBe(false)
  })
  it('a probe nobody checked, or a scale beside it, proves nothing', () => {
    const probe = yard.gear.find((one) => one.type === 'thermocouple')!
    const scale = yard.gear.find((one) => one.type === 'scale')!
    const crucible = yard.gear.find((one) => one.type === 'crucible')!
    const looked = { at: '2026-05-01T10:00:00.000Z', massG: 1, wallMm: null, sound: 'rings' }
    const gear = [scale, { ...crucible, checks: [looked] }, { ...probe, checks: [] }] as typeof yard.gear
    expect(practiceProof('probe-checked', { heats: [], gear })).toBeNull()
  })
})
