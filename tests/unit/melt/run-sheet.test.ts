import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ALLOYS, findAlloy } from '#core/alloys'
import { liquidusOf } from '#core/families'
import {
  CAUTIONS,
  findCaution,
  phosphorusAdded,
  practicesOf,
  runSheet,
  type ChargedLot,
  type RunStep,
} from '#core/melt'

const lot = (
  name: string,
  composition: Record<string, number>,
  massG = 100,
  form = 'casting',
): ChargedLot => ({
  lotId: name,
  name,
  form,
  massG,
  composition,
})
const STOCK = [
  lot('copper', { Cu: 99.9 }, 1500, 'pipe'),
  lot('returns', { Cu: 88, Sn: 10, Zn: 2 }, 400),
  lot('turnings', { Cu: 88, Sn: 10 }, 50, 'turnings'),
  lot('ferrosilicon', { Si: 75, Fe: 24 }),
  lot('cu-mn', { Cu: 70, Mn: 30 }),
  lot('aluminium', { Al: 99.5 }),
  lot('tin', { Sn: 99.9 }),
  lot('lead', { Pb: 99.9 }),
  lot('brass', { Cu: 60, Zn: 38, Pb: 2 }),
  lot('zinc', { Zn: 99.5 }),
  lot('phosphor copper', { Cu: 85, P: 15 }, 3),
]
const AL_STOCK = [
  lot('head', { Al: 89, Si: 6, Cu: 3.3 }, 1500),
  lot('frames', { Al: 98.7, Mg: 0.5 }, 500),
  lot('silicon', { Si: 99 }),
  lot('al-cu', { Al: 50, Cu: 50 }),
  lot('magnesium', { Mg: 99.8 }, 10),
  lot('al-mn', { Al: 90, Mn: 10 }),
]
const sheetOf = (id: string, charge: readonly ChargedLot[]) => {
  const alloy = ALLOYS.find((entry) => entry.id === id)!
  return runSheet(alloy, charge, liquidusOf(alloy, {}))
}
const place = (steps: readonly RunStep[], id: string) => steps.findIndex((step) => step.id === id)

describe('run sheet, copper-based (order: common practice, no source)', () => {
  it('takes copper, light scrap, silicon, masters, aluminium, tin, lead, brass, zinc, deoxidant, in that order', () => {
    const steps = sheetOf('C90500', STOCK)
    const order = [
      'base',
      'cover',
      'add-bronze',
      'add-light',
      'add-silicon',
      'add-master',
      'add-aluminium',
      'add-tin',
      'add-lead',
      'add-brass',
      'add-zinc',
      'stir',
      'deoxidise',
      'skim',
      'temperature',
      'mould',
      'pour',
      'empty',
    ]
    const places = order.map((id) => place(steps, id))
    expect(places.every((at) => at >= 0)).toBe(true)
    expect(places).toEqual([...places].sort((a, b) => a - b))
  })

  it('whatever the charge: every gram is in exactly one step, nothing volatile before the base, pour after mould', () => {
    fc.assert(
      fc.property(
        fc.subarray(STOCK, { minLength: 1 }),
        fc.constantFrom(...ALLOYS.filter(({ base }) => base !== 'Al').map(({ id }) => id)),
        (charge, id) => {
          const steps = sheetOf(id, charge)
          const named = steps.flatMap((step) => step.lots ?? []).map(({ lotId }) => lotId)
          expect([...named].sort()).toEqual(charge.map(({ lotId }) => lotId).sort())
          expect(new Set(steps.map((step) => step.id)).size).toBe(steps.length)
          if (charge.some(({ name }) => name === 'copper'))
            for (const id of ['add-brass', 'add-zinc', 'add-lead'])
              if (place(steps, id) >= 0) expect(place(steps, id)).toBeGreaterThan(place(steps, 'base'))
          expect(place(steps, 'mould')).toBeLessThan(place(steps, 'pour'))
          for (const step of steps)
            for (const caution of step.cautions) expect(() => findCaution(caution)).not.toThrow()
        },
      ),
    )
  })

  it('deoxidises tin bronze with 0.125 % of 15 % phosphor copper, which adds 0.019 % phosphorus (foundry handbooks; from memory)', () => {
    const dose = sheetOf('C90500', STOCK.slice(0, 1)).find(({ id }) => id === 'deoxidise')!.dose!
    expect(dose.lowG).toBeCloseTo(1500 * 0.00125, 9)
    expect(phosphorusAdded(0.125, 15)).toBeCloseTo(0.019, 3)
  })

  it('offers C11000 boron copper first, and phosphor copper with what it costs (foundry practice, from memory)', () => {
    const step = sheetOf('C11000', STOCK.slice(0, 2)).find(({ kind }) => kind === 'deoxidise')!
    expect(step.practice!.id).toBe('deox-boron')
    const offered = practicesOf(findAlloy('C11000')!, 'deoxidise')
    expect(offered.find(({ id }) => id === 'deox-phosphor-conductive')!.against).toMatch(
      /80 to 85 % of the conductivity/,
    )
  })
  it.each(['C87300', 'C95400', 'C86500', 'C85200'])('never gives %s a deoxidant it must not have', (id) => {
    expect(place(sheetOf(id, STOCK.slice(0, 2)), 'deoxidise')).toBe(-1)
  })

  it('warns of zinc fume where zinc goes in, and of damp wherever anything goes in', () => {
    const steps = sheetOf('C83600', STOCK)
    expect(steps.find(({ id }) => id === 'add-zinc')!.cautions).toContain('zinc-fume')
    for (const step of steps.filter(({ lots }) => lots?.length)) expect(step.cautions).toContain('damp')
  })
})

describe('run sheet, aluminium', () => {
  it('pool first, then silicon, copper, masters, flux, magnesium last, degas, rest, pour', () => {
    const steps = sheetOf('319.0', AL_STOCK)
    const order = [
      'base',
      'add-silicon',
      'add-copper',
      'add-master',
      'flux',
      'add-magnesium',
      'degas',
      'rest',
      'skim',
      'pour',
    ]
    const places = order.map((id) => place(steps, id))
    expect(places.every((at) => at >= 0)).toBe(true)
    expect(places).toEqual([...places].sort((a, b) => a - b))
  })
  it('magnesium always after copper and after the flux', () => {
    fc.assert(
      fc.property(fc.subarray(AL_STOCK, { minLength: 1 }), (charge) => {
        const steps = sheetOf('356.0', charge)
        const magnesium = place(steps, 'add-magnesium')
        if (magnesium < 0) return
        expect(magnesium).toBeGreaterThan(place(steps, 'add-copper'))
        expect(magnesium).toBeGreaterThan(place(steps, 'flux'))
      }),
    )
  })
  it('degasses 10 to 15 minutes and rests 2 to 5 (common practice, no source)', () => {
    const steps = sheetOf('356.0', AL_STOCK)
    expect(steps.find(({ id }) => id === 'degas')!.minutes).toEqual([10, 15])
    expect(steps.find(({ id }) => id === 'rest')!.minutes).toEqual([2, 5])
  })
})

describe('cautions', () => {
  it('none is empty and none is twice there', () => {
    expect(new Set(CAUTIONS.map(({ id }) => id)).size).toBe(CAUTIONS.length)
    for (const { title, text } of CAUTIONS) expect(title.length * text.length).toBeGreaterThan(0)
    expect(() => findCaution('none')).toThrow(RangeError)
  })
})
