import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { parseChargeProblem, type ChargeProblem } from '#core/charge'
import { SYMBOLS, type Composition } from '#core/composition'
import { sharpenedLot } from '#core/learn'
import { stockAfterLogging, heatFromProblem, type Heat } from '#core/heat'
import { mergeLots, moveMetal, splitLot, type Lot } from '#core/stock'
import { recordSchemas, workspaceSchema, type Collection } from '#core/workspace'
import { unfitPart } from '~/storage/guard'
import { unfitWords } from '~/features/app-shell/unfit-words'

/* A record that does not fit its own schema would be set aside at the next start: nothing the app makes is one. */

const yard = workspaceSchema.parse(demo)
const NOW = '2026-11-24T08:00:00.000Z'
const id = (number: number) => `00000000-0000-4000-8000-${String(number).padStart(12, '0')}`
const faultsOf = (collection: Collection, record: unknown) =>
  recordSchemas[collection].safeParse(record).error?.issues ?? []

const shares: fc.Arbitrary<Composition> = fc
  .dictionary(fc.constantFrom(...SYMBOLS), fc.double({ min: 1e-6, max: 1, noNaN: true }), {
    minKeys: 1,
    maxKeys: 12,
  })
  .map((parts) => {
    const total = Object.values(parts).reduce((sum, part) => sum + part, 0)
    return Object.fromEntries(Object.entries(parts).map(([symbol, part]) => [symbol, (100 * part) / total]))
  })
const grams = fc.oneof(
  fc.double({ min: 0, max: 1e5, noNaN: true }),
  fc.constantFrom(0, 1e-9, 0.0004, 99_999_999),
)
const name = fc.oneof(
  fc.string({ minLength: 1, maxLength: 120 }).filter((text) => text.trim() !== ''),
  fc.constant('n'.repeat(120)),
)
const lot: fc.Arbitrary<Lot> = fc
  .record({ massG: grams, composition: shares, name, of: fc.nat(yard.lots.length - 1) })
  .map(({ of, ...part }) => ({ ...yard.lots[of]!, ...part, sd: {} }))
  .filter((one) => faultsOf('lots', one).length === 0)

/** A heat of the demo yard with whatever was weighed, poured and read in it. */
const heat: fc.Arbitrary<Heat> = fc
  .record({
    of: fc.nat(yard.heats.length - 1),
    alloyName: name,
    own: fc.boolean(),
    weighed: fc.array(fc.tuple(grams, shares), { minLength: 1, maxLength: 5 }),
    // A bin holds a hundred tonnes; more than that at once is told of, and not done.
    out: fc.tuple(grams, grams, grams).map((parts) => parts.map((part) => Math.min(part, 3e7))),
    readings: fc.dictionary(
      fc.constantFrom(...SYMBOLS),
      fc.oneof(
        fc.record({
          pct: fc.double({ min: 0, max: 100, noNaN: true }),
          sd: fc.option(fc.double({ min: 0, max: 100, noNaN: true })),
        }),
        fc.record({ below: fc.double({ min: 0, max: 100, noNaN: true }) }),
      ),
      { maxKeys: 8 },
    ),
  })
  .map(({ of, alloyName, own, weighed, out, readings }) => {
    const given = yard.heats[of]!
    const line = yard.heats[0]!.weighed[0]!
    const [ingot, returnsG, skullG] = out as [number, number, number]
    const alloy = given.alloy && {
      ...given.alloy,
      name: alloyName,
      designation: own ? 'Own' : given.alloy.designation,
    }
    return {
      ...given,
      alloy,
      weighed: weighed.map(([massG, composition], at) => ({
        ...line,
        lotId: yard.lots[at]!.id,
        massG,
        composition,
        sd: {},
      })),
      pour: { ...given.pour, ingots: [{ id: id(1), stamp: 'a', massG: ingot }], returnsG, skullG },
      assays: Object.keys(readings).length
        ? [{ id: id(2), at: NOW, method: 'xrf' as const, specimen: '', readings }]
        : [],
    }
  })
  .filter((one) => faultsOf('heats', one).length === 0)

describe('what the app makes of records would be read again', () => {
  it('a closed heat: its bins, its ingots, its returns', () => {
    fc.assert(
      fc.property(heat, (one) => {
        const { taken, made } = stockAfterLogging(one, yard.lots, { ids: [id(3), id(4)], now: NOW })
        for (const lotMade of [...taken, ...made]) expect(faultsOf('lots', lotMade)).toEqual([])
      }),
      { seed: 1, numRuns: 400, endOnFailure: true },
    )
  })

  it('lots merged, moved and split', () => {
    fc.assert(
      fc.property(fc.array(lot, { minLength: 2, maxLength: 6 }), grams, (lots, massG) => {
        const [first] = lots as [Lot, ...Lot[]]
        if (lots.some((one) => one.massG > 0)) {
          const merged = { ...first, ...mergeLots(lots) }
          expect(faultsOf('lots', merged).filter(({ path }) => path[0] !== 'massG')).toEqual([])
        }
        if (massG > 0 && massG < first.massG) {
          const { rest, part } = splitLot(first, massG, { id: id(5), name: first.name, now: NOW })
          for (const one of [rest, part]) expect(faultsOf('lots', one)).toEqual([])
        }
        expect(faultsOf('lots', moveMetal(first, -first.massG, 'out', NOW))).toEqual([])
      }),
      { seed: 2, numRuns: 400, endOnFailure: true },
    )
  })

  it('a lot sharpened: what was named is named still, the largest other share makes up the difference', () => {
    const share = fc.record({
      element: fc.constantFrom('Cu', 'Sn', 'Zn', 'Pb', 'Xe'),
      value: fc.double({ min: 0, max: 100, noNaN: true }),
      sd: fc.double({ min: 0, max: 300, noNaN: true }),
    })
    fc.assert(
      fc.property(lot, share, (one, { element, value, sd }) => {
        const after = sharpenedLot(one, { element, after: { value, sd } })
        expect(faultsOf('lots', after)).toEqual([])
        expect(Math.abs(after.composition[element]! - value)).toBeLessThanOrEqual(0.005 * value)
      }),
      { seed: 4, numRuns: 400, endOnFailure: true },
    )
    const brass = { ...yard.lots[0]!, composition: { Cu: 85, Sn: 5, Pb: 5, Zn: 5 } }
    expect(sharpenedLot(brass, { element: 'Zn', after: { value: 5.8, sd: 0.2 } }).composition).toEqual({
      Cu: 84.2,
      Sn: 5,
      Pb: 5,
      Zn: 5.8,
    })
  })

  it('a problem file opened, whatever its lots are called and how many there are', () => {
    const problem = (lots: { id: string; composition: Composition }[]): ChargeProblem => ({
      format: 'hephaestal/charge-problem',
      version: 1,
      objective: 'cost',
      maxLots: 100_000,
      target: { tapMassG: 2000, limits: { Sn: { min: 9, max: 11 } } },
      lots: lots.map((one) => ({ ...one, availableG: 1e6, pricePerKg: 0 })),
    })
    const named = fc.uniqueArray(
      fc.record({ id: fc.string({ minLength: 1, maxLength: 200 }), composition: shares }),
      { selector: (one) => one.id, minLength: 1, maxLength: 8 },
    )
    fc.assert(
      fc.property(named, (lots) => {
        const read = parseChargeProblem(problem([...lots, { id: '   ', composition: { Cu: 100 } }]))
        if (!read.ok) return
        const ids = Array.from({ length: lots.length + 2 }, (_, at) => id(10 + at))
        const opened = heatFromProblem(read.problem, yard.lots, yard.heats, { ids, now: NOW })
        for (const one of opened.lots) expect(faultsOf('lots', one)).toEqual([])
        expect(faultsOf('heats', opened.heat)).toEqual([])
      }),
      { seed: 3, numRuns: 200, endOnFailure: true },
    )
  })
})

describe('a change that would not be read again is told of, and not made', () => {
  const change = (collection: Collection, after: object) => [
    { collection, id: id(1), before: null, after: after as Lot },
  ]
  const [first] = yard.lots as [Lot]
  it('what fits has nothing to be said of', () => {
    expect(unfitPart(change('lots', first))).toBeNull()
    expect(unfitPart([{ collection: 'lots', id: id(1), before: first, after: null }])).toBeNull()
    for (const one of yard.heats) expect(unfitPart(change('heats', one))).toBeNull()
  })
  it.each([
    ['lots', { ...first, name: 'n'.repeat(121) }, 'a lot, name: at most 120 characters. Shorten it.'],
    ['lots', { ...first, name: ' ' }, 'a lot, name: must not be empty.'],
    ['lots', { ...first, massG: 2e8 }, 'a lot, mass: at most 100\u202f000\u202f000 g.'],
    ['lots', { ...first, massG: -1 }, 'a lot, mass: at least 0 g.'],
    ['lots', { ...first, pieces: Array(501).fill(1) }, 'a lot, pieces: at most 500. Remove some first.'],
    [
      'lots',
      { ...first, composition: { Xx: 3 } },
      'a lot, composition, Xx: this cannot be saved. Check what you typed last.',
    ],
    [
      'heats',
      { ...yard.heats[0], remarks: 'r'.repeat(4001) },
      'a heat, remarks: at most 4000 characters. Shorten it.',
    ],
    [
      'heats',
      { ...yard.heats[0], pour: { ...yard.heats[0]!.pour, pourTemperatureC: 4000 } },
      'a heat, pour, pour temperature: at most 3\u202f500 °C.',
    ],
  ] as const)('%s: %#', (collection, after, words) => {
    expect(unfitWords(unfitPart(change(collection, after))!)).toBe(words)
  })
})
