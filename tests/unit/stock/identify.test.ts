import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy } from '#core/alloys'
import { predictMelt } from '#core/charge'
import { FORM_IDS } from '#core/losses'
import {
  blendOfGuesses,
  CLUES,
  identify,
  mergeLots,
  SCRAP_BOOK,
  suspectDensity,
  toChargeLot,
  twoMetalShare,
  waterDensity,
  weighInWater,
  type Lot,
} from '#core/stock'
import demo from '#data/demo-yard.json'
import clueTable from '#data/clues.json'

describe('the scrap book', () => {
  it('has some fifty sources over copper, brass, bronze, aluminium and the white metals', () => {
    expect(SCRAP_BOOK.length).toBeGreaterThanOrEqual(50)
    const families = new Set(SCRAP_BOOK.map(({ family }) => family))
    for (const family of ['copper', 'brass', 'bronze', 'aluminium', 'zinc', 'tin', 'lead', 'refuse'])
      expect(families).toContain(family)
    expect(new Set(SCRAP_BOOK.map(({ id }) => id)).size).toBe(SCRAP_BOOK.length)
  })

  it.each(SCRAP_BOOK.map((entry) => [entry.id, entry] as const))(
    '%s: adds up, is known by its looks, says its source',
    (_, entry) => {
      expect(entry.likely.reduce((sum, { odds }) => sum + odds, 0)).toBeCloseTo(1, 9)
      for (const { composition, sd } of entry.likely) {
        const sum = Object.values(composition).reduce((a, b) => a + b, 0)
        expect(sum).toBeGreaterThan(95)
        expect(sum).toBeLessThanOrEqual(100 + 1e-9)
        for (const [symbol, spread] of Object.entries(sd)) expect(spread, symbol).toBeGreaterThan(0)
      }
      expect(FORM_IDS).toContain(entry.form)
      expect(entry.look.length).toBeGreaterThan(10)
      expect(entry.source.length).toBeGreaterThan(5)
      for (const clue of ['colour', 'hardness', 'bend', 'magnet', 'ring'] as const) {
        const odds = clueTable.clues.find(({ id }) => id === clue)!.odds as Record<string, unknown>
        expect(Object.keys(odds), clue).toContain(entry.traits[clue])
      }
    },
  )

  it('refuses what must never be melted', () => {
    const refused = SCRAP_BOOK.filter(({ likely }) =>
      likely.some(({ composition }) => (composition.Be ?? 0) > 0),
    )
    expect(refused.length).toBeGreaterThan(0)
    for (const { refuse, family } of refused) {
      expect(family).toBe('refuse')
      expect(refuse).toContain('never melt')
    }
  })
})

describe('what is this?', () => {
  it('every clue’s odds add up to 1 for each kind of metal', () => {
    for (const { id, odds, answers } of clueTable.clues)
      for (const [trait, row] of Object.entries(odds as Record<string, Record<string, number>>)) {
        expect(
          Object.values(row).reduce((a, b) => a + b, 0),
          `${id} ${trait}`,
        ).toBeCloseTo(1, 9)
        for (const answer of Object.keys(row))
          expect(Object.keys(answers), `${id} ${trait}`).toContain(answer)
      }
  })

  it('the odds add up to 1, whatever the answers', () => {
    for (const clue of CLUES)
      for (const answer of Object.keys(clue.answers)) {
        const { suspects, composition } = identify({ answers: { [clue.id]: answer } })
        expect(suspects.reduce((sum, { odds }) => sum + odds, 0)).toBeCloseTo(1, 9)
        expect(Object.values(composition).reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(100 + 1e-6)
      }
  })

  it('red, soft, bends, from the plumbing: copper tube, and its spread is small', () => {
    const found = identify({ answers: { colour: 'red', hardness: 'soft', bend: 'bends', place: 'plumbing' } })
    expect(found.suspects[0]!.source.id).toBe('water-tube')
    expect(found.composition.Cu).toBeGreaterThan(96)
  })

  it('a decisive clue decides: a density of 2.70 is aluminium, 7.1 is not', () => {
    const white = { colour: 'grey', bend: 'breaks', place: 'vehicle' }
    const light = identify({ answers: white, density: { gcm3: 2.7, sd: 0.02 } })
    expect(light.composition.Al).toBeGreaterThan(80)
    const heavy = identify({ answers: white, density: { gcm3: 6.7, sd: 0.05 } })
    expect(heavy.suspects[0]!.source.id).toBe('zinc-die')
    expect(heavy.composition.Al ?? 0).toBeLessThan(10)
  })

  it('more clues that agree never widen the doubt about the main metal', () => {
    const one = identify({ answers: { colour: 'yellow' } })
    const three = identify({ answers: { colour: 'yellow', smoke: 'yes', place: 'plumbing' } })
    expect(three.sd.Zn!).toBeLessThan(one.sd.Zn!)
  })

  it('suggests a clue not yet given that cuts the doubt, and none when all are given', () => {
    const target = findAlloy('C90500')!.limits
    const first = identify({ answers: {} }, target).next!
    expect(first.cuts).toBeGreaterThan(0.05)
    const second = identify(
      { answers: { [first.clue.id]: Object.keys(first.clue.answers)[0]! } },
      target,
    ).next!
    expect(second.clue.id).not.toBe(first.clue.id)
    const all = Object.fromEntries(CLUES.map(({ id, answers }) => [id, Object.keys(answers)[0]!]))
    expect(identify({ answers: all }, target).next).toBeNull()
    // Caustic soda tells aluminium alloys apart; asked of a yellow metal it tells nothing worth having.
    expect(identify({ answers: { colour: 'yellow' } }, target).next!.clue.id).not.toBe('caustic')
  })

  it('an unknown clue or answer is refused', () => {
    expect(() => identify({ answers: { taste: 'sweet' } })).toThrow(RangeError)
    expect(() => identify({ answers: { colour: 'pink' } })).toThrow(RangeError)
  })

  it('several guesses as one: mean and total variance by hand', () => {
    const { composition, sd } = blendOfGuesses([
      { odds: 1, composition: { Cu: 90, Sn: 10 }, sd: { Sn: 1 } },
      { odds: 1, composition: { Cu: 80, Sn: 20 }, sd: { Sn: 1 } },
    ])
    expect(composition.Sn).toBeCloseTo(15, 3)
    // √(1² within + 5² between)
    expect(sd.Sn).toBeCloseTo(Math.sqrt(26), 2)
  })
})

describe('weighed in water', () => {
  it('a piece of pure metal gives its density back (Archimedes), with the scale’s doubt', () => {
    const { gcm3, sd } = weighInWater(893.2, (893.2 / 8.93) * 0.9982, 0.1, 20)
    expect(gcm3).toBeCloseTo(8.93, 6)
    // 0.1 g steps, twice, on 99.8 g of water: 0.04 %.
    expect(sd / gcm3).toBeCloseTo(0.00041, 4)
  })
  it('a small piece on a coarse scale is known badly', () => {
    expect(weighInWater(10, 1.1, 0.1).sd).toBeGreaterThan(0.25)
  })
  it('water is 0.9982 at 20 °C and 0.9970 at 25 °C (published; from memory)', () => {
    expect(waterDensity(20)).toBeCloseTo(0.9982, 6)
    expect(waterDensity(25)).toBeCloseTo(0.997, 6)
    expect(waterDensity(22.5)).toBeCloseTo(0.9976, 4)
    expect(() => waterDensity(80)).toThrow(RangeError)
  })
  it('what floats, or weighs nothing, is refused', () => {
    expect(() => weighInWater(10, 12, 0.1)).toThrow(RangeError)
    expect(() => weighInWater(0, 1, 0.1)).toThrow(RangeError)
  })
  it('70/30 brass by its density 8.53 (wrought brass data; from memory)', () => {
    const found = twoMetalShare(['Cu', 'Zn'], { gcm3: 8.53, sd: 0.01 })
    expect(found).toMatchObject({ ok: true })
    if (found.ok) expect(found.pct).toBeCloseTo(30, 0)
  })
  it('lighter than both metals: pores or a third metal; heavier: a third metal', () => {
    expect(twoMetalShare(['Cu', 'Zn'], { gcm3: 7.2, sd: 0.02 })).toEqual({ ok: false, why: 'lighter' })
    expect(twoMetalShare(['Cu', 'Zn'], { gcm3: 9.6, sd: 0.02 })).toEqual({ ok: false, why: 'heavier' })
  })
  it('every suspect’s density is that of a metal', () => {
    for (const { likely } of SCRAP_BOOK)
      for (const metal of likely) {
        expect(suspectDensity(metal)).toBeGreaterThan(2.5)
        expect(suspectDensity(metal)).toBeLessThan(11.5)
      }
    expect(ALLOYS.length).toBeGreaterThan(40)
  })
})

describe('lots merged', () => {
  it('melt to what the parts would have melted to, spread and all', () => {
    const lots = demo.lots as unknown as Lot[]
    for (const [one, other] of [
      [lots[0]!, lots[1]!],
      [lots[1]!, lots[4]!],
      [lots[3]!, lots[7]!],
    ] as const) {
      const merged = mergeLots([one, other])
      const whole = { ...one, ...merged }
      const parts = predictMelt(
        [one, other].map((lot) => ({ massG: lot.massG, lot: toChargeLot(lot) })),
        {},
      )
      const together = predictMelt([{ massG: merged.massG, lot: toChargeLot(whole) }], {})
      expect(together.tapMassG / parts.tapMassG).toBeCloseTo(1, 6)
      for (const [symbol, pct] of Object.entries(parts.composition))
        expect(together.composition[symbol] ?? 0, symbol).toBeCloseTo(pct, 4)
      for (const [symbol, sd] of Object.entries(parts.sd))
        expect(together.sd[symbol]!, symbol).toBeCloseTo(sd, 4)
      expect(merged.massG * merged.pricePerKg).toBeCloseTo(
        one.massG * one.pricePerKg + other.massG * other.pricePerKg,
        -1,
      )
    }
    expect(() => mergeLots([])).toThrow(RangeError)
  })
})
