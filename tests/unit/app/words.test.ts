import { describe, expect, it } from 'vitest'
import { judge, type Verdict } from '#core/assay'
import { massBalance } from '#core/balance'
import { predictMelt } from '#core/charge'
import {
  concessionWords,
  conflictWords,
  limitingSentences,
  limitingWords,
  planHeadline,
  remedyWords,
} from '~/shared/words/charge-words'
import { limitWords, listed, percent } from '~/shared/units/figures'
import { wearWords } from '~/shared/gear/gear-words'
import { withSpread } from '~/shared/learning/learning-words'
import { stepWords } from '~/features/melt/melt-words'
import { quantityWords } from '~/shared/fields/quantity-words'
import { balanceWords, verdictShort, verdictWords } from '~/shared/heat/results-words'
import { inSentence } from '~/words'
import { costWorking, elementWorking, tapWorking } from '~/shared/words/workings-words'

const tools = {
  lotName: (id: string) => ({ tin: 'Tin bar', valves: 'Valve bodies' })[id] ?? id,
  grams: (value: number) => `${value.toFixed(0)} g`,
  money: (value: number) => `€ ${value.toFixed(2)}`,
  cost: (value: number) => (value > 0 ? `€ ${value.toFixed(2)}` : 'no price'),
  price: (perKg: number) => (perKg > 0 ? `€ ${perKg.toFixed(2)}/kg` : 'no price'),
  mainSource: (element: string) => (element === 'Pb' ? 'Valve bodies' : null),
  limitOf: () => 0.3,
}

describe('a name within a sentence', () => {
  it.each([
    ['Green sand', 'green sand'],
    ['A mesh file', 'a mesh file'],
    ['An earlier casting', 'an earlier casting'],
    ['LM25', 'LM25'],
    ['A 356', 'A 356'],
  ])('%s stands there as %s', (name, within) => {
    expect(inSentence(name)).toBe(within)
  })
})

describe('figures', () => {
  it.each([
    [88.04, '88.0'],
    [9.999, '10.00'],
    [0.3, '0.30'],
    [0.005, '0.0050'],
    [0.018, '0.018'],
    [0, '0'],
    [0.00001, '<0.0001'],
  ])('%f is written %s: majors and traces both keep the digits that mean something', (value, text) => {
    expect(percent(value)).toBe(text)
  })
})

describe('what limits a plan', () => {
  it('names the element, where it comes from, and what a little more would save', () => {
    const text = limitingWords(
      { kind: 'element', element: 'Pb', bound: 'max', shadowPrice: 63 },
      'cost',
      tools,
    )
    expect(text).toBe(
      'Lead from Valve bodies is at its maximum; allowing 0.030 % more lead would save € 1.89.',
    )
  })
  it('does not talk of savings nobody can see', () => {
    const text = limitingWords(
      { kind: 'element', element: 'Al', bound: 'max', shadowPrice: 0.01 },
      'cost',
      tools,
    )
    expect(text).toBe('Aluminium is at its maximum.')
  })
  it('says when a lot is used up', () => {
    expect(limitingWords({ kind: 'stock', lot: 'tin', shadowPrice: 0.004 }, 'cost', tools)).toBe(
      'All of Tin bar is used; another 100 g of it would save € 0.40.',
    )
  })
})

describe('when nothing fits', () => {
  it.each([
    [
      [{ kind: 'metal', wantedG: 5000, possibleG: 900 }],
      'Not enough metal: 5000 g wanted, 900 g possible from the lots in use.',
    ],
    [
      [{ kind: 'element', element: 'Pb', bound: 'max', limit: 0.3, reached: 0.41 }],
      'Lead cannot come under 0.30 % (lowest: 0.41 %).',
    ],
    [
      [{ kind: 'element', element: 'Sn', bound: 'min', limit: 9, reached: 5 }],
      'Tin cannot reach 9.00 % (highest: 5.00 %).',
    ],
    [
      [{ kind: 'fixed', excessG: 120 }],
      'The locked and weighed lots already melt to 120 g more than the tap mass and its margin.',
    ],
    [[], 'No charge from these lots is in spec.'],
  ] as const)('%#', (conflict, text) => {
    expect(conflictWords(conflict, tools)).toBe(text)
  })
  it.each([
    [{ kind: 'relax', element: 'Pb', bound: 'max', to: 0.41 }, 'Accept 0.41 % lead'],
    [{ kind: 'obtain', metal: 'Cu', massG: 1200 }, 'Get 1200 g of clean copper'],
    [{ kind: 'lessTap', tapMassG: 1310 }, 'Tap 1310 g instead'],
  ] as const)('way out %#', (remedy, text) => {
    expect(remedyWords(remedy, tools)).toBe(text)
  })
  it('owns up to a margin given up', () => {
    expect(concessionWords(['no-margin'], 0.9)).toContain('90 %')
    expect(concessionWords([], 0.9)).toBe('')
  })
})

describe('results', () => {
  const limits = { Sn: { min: 9, max: 11 }, Zn: { min: 1, max: 3 } }
  const measured = (Sn: number, Zn: number) => ({
    Sn: { pct: Sn, sd: 0.05, readings: 1 },
    Zn: { pct: Zn, sd: 0.02, readings: 1 },
  })
  it('a verdict says which way it missed', () => {
    expect(verdictWords(judge(limits, measured(12, 0.5)), 'gunmetal').text).toBe(
      'Not gunmetal: tin is too high and zinc is too low.',
    )
    expect(verdictWords(judge(limits, measured(10, 2)), 'gunmetal').text).toBe('In spec for gunmetal.')
    expect(verdictWords(judge(limits, measured(9, 2)), 'gunmetal').text).toContain('Measure again')
  })
  it('a balance says what is missing, what is open, and what cannot be', () => {
    const pour = { ingotsG: [700], castingsG: 0, returnsG: 0, drossG: 0, skullG: 0, spillG: 0, heelG: 0 }
    const words = (chargeG: number, part = {}) =>
      balanceWords(
        massBalance(chargeG, { ...pour, ...part }, { yieldG: 0, solidG: 0, fumeG: 3, sdG: 0 }),
        tools.grams,
      ).text
    expect(words(1000)).toMatch(/^300 g is missing \(30\.0 %\); about 3 g expected as fume/)
    expect(words(1000, { drossG: null, heelG: null })).toContain('Not weighed yet: dross and heel.')
    expect(words(600)).toContain('more came out than went in')
    expect(words(705)).toMatch(/^Balance closes/)
  })
})

describe('workings', () => {
  const line = {
    massG: 200,
    lot: { id: 'brass', metallicYield: 0.98, pricePerKg: 5, composition: { Cu: 70, Zn: 30 }, sd: { Zn: 1 } },
  }
  const melt = predictMelt([line], { Zn: 0.96 })
  it('the sum laid open gives the figure above it', () => {
    const tap = tapWorking([line], melt, tools)
    expect(tap.value).toBe(tools.grams(melt.tapMassG))
    expect(tap.rows[0]!.sum).toBe('200 g × 0.980 × 0.988')
    expect(costWorking([line], tools)).toMatchObject({
      value: '€ 1.00',
      rows: [{ sum: '200 g × € 5.00/kg', value: '€ 1.00' }],
    })
    expect(elementWorking('Zn', melt, { Zn: 0.96 }, tools).rows[0]).toMatchObject({
      label: 'brass',
      sum: '100 % of it',
    })
  })
  it('names its assumptions', () => {
    expect(elementWorking('Zn', melt, { Zn: 0.96 }, tools).notes.join(' ')).toMatch(
      /Recovery of zinc: 0\.960.*estimates/,
    )
  })
})

describe('run sheet and figures typed', () => {
  it('a step says what, how much and under which temperature', () => {
    const words = stepWords(
      { id: 'add-zinc', kind: 'add', addition: 'zinc', meltC: { fromC: 1030, toC: 1080 }, cautions: [] },
      { ...tools, degrees: (c) => `${c} °C`, degreesApart: (c) => `${c} °C`, metal: 'Cu' },
    )
    expect(words.title).toBe('Add the zinc')
    expect(words.how).toContain('Keep the melt between 1030 °C and 1080 °C.')
  })
  it('at what heat to pour is told where it is looked at, and where it is poured', () => {
    const degreesTools = {
      ...tools,
      degreesApart: (c: number) => `${c} °C`,
      degrees: (c: number) => `${c} °C`,
      metal: 'Cu' as const,
    }
    const window = { fromC: 1080, usualC: 1110, toC: 1150 }
    const looked = stepWords({ id: 'temperature', kind: 'temperature', window, cautions: [] }, degreesTools)
    expect(looked.title).toBe('Check the temperature: 1080 °C to 1150 °C')
    const poured = { id: 'pour', kind: 'pour', cautions: [] } as const
    expect(stepWords({ ...poured, window }, degreesTools).how).toBe(
      'Between 1080 °C and 1150 °C, in one steady stream. Castings first, ingots last.',
    )
    expect(stepWords({ ...poured, pourOrder: ['cleat', 'finial'] }, degreesTools).how).toBe(
      'In one steady stream. cleat, then finial; ingots last.',
    )
  })
  it('every problem of a typed figure has words that say what to do', () => {
    for (const problem of ['empty', 'not-a-number', 'unknown-unit', 'negative', 'zero', 'too-large'] as const)
      for (const kind of ['mass', 'temperature', 'percent', 'price', 'number'] as const)
        expect(quantityWords(problem, kind)).toMatch(/^[A-Z].{10,}\.$/)
  })
  it('a plan is summed up in a sentence', () => {
    const plan = { lines: [{ lot: 'a', massG: 1 }], chargeMassG: 2053, tapMassG: 2000, cost: 17.8 }
    expect(planHeadline(plan as never, 2000, tools)).toBe(
      'Charge 2053 g from 1 lot: 2000 g to tap for € 17.80.',
    )
  })
  it('a few grams under are told as that, and what has no price costs nothing', () => {
    const plan = { lines: [{ lot: 'a', massG: 1 }], chargeMassG: 2053, tapMassG: 1996, cost: 0 }
    expect(planHeadline(plan as never, 2000, tools)).toBe(
      'Charge 2053 g from 1 lot: 1996 g to tap. That is 4 g less than you asked for.',
    )
  })
})

describe('what holds a plan', () => {
  it('an element held from both sides is told once, as in doubt', () => {
    const side = (bound: 'min' | 'max') => ({
      kind: 'element' as const,
      element: 'Cu',
      bound,
      shadowPrice: 1,
    })
    const stock = { kind: 'stock' as const, lot: 'tin', shadowPrice: 0.01 }
    const told = limitingSentences([side('min'), side('max'), stock], 'cost', tools)
    expect(told).toHaveLength(2)
    expect(told[0]).toMatch(/^Copper has no slack/)
    expect(limitingSentences([side('min')], 'cost', tools)[0]).toContain('at its minimum')
  })
})

describe('lists, limits and short answers', () => {
  it.each([
    [[], ''],
    [['tin'], 'tin'],
    [['tin', 'lead'], 'tin and lead'],
    [['tin', 'lead', 'zinc'], 'tin, lead and zinc'],
  ])('%j in one breath: %s', (parts, text) => {
    expect(listed(parts)).toBe(text)
  })
  it.each([
    [{ min: 9, max: 11 }, '9–11'],
    [{ max: 0.005 }, '≤ 0.005'],
    [{ min: 86 }, '≥ 86'],
    [{ max: 0.30000000000000004 }, '≤ 0.3'],
    [{}, ''],
  ])('a limit %j is written %s', (limit, text) => {
    expect(limitWords(limit)).toBe(text)
  })
  it('a figure has as many places as its spread deserves', () => {
    expect(withSpread(0.9321, 0.0123)).toBe('0.932 ± 0.012')
    expect(withSpread(9.66, 0.6)).toBe('9.66 ± 0.60')
    expect(withSpread(1043.27, 12)).toBe('1043 ± 12')
    expect(withSpread(0.5, 0)).toMatch(/^0\.5000 ± 0\.0000$/)
  })
  it('a verdict in two words, whatever it is', () => {
    const short = (overall: Verdict['overall']) => verdictShort({ overall, limits: [] })
    expect(verdictShort(null)).toBe('No target')
    expect([short('inside'), short('outside'), short('unclear')]).toEqual([
      'In spec',
      'Out of spec',
      'Too close to call',
    ])
    expect(short('inside-measured')).toContain('as far as measured')
  })
  it('wear says what is gone and why it is the end', () => {
    const wear = { wallLost: 0.312, massLost: null, retire: null }
    expect(wearWords(wear)).toBe('31 % of the wall gone')
    expect(wearWords({ ...wear, retire: 'thin wall' })).toBe(
      'Retire it: its wall is too thin. 31 % of the wall gone.',
    )
    expect(wearWords({ wallLost: null, massLost: null, retire: null })).toBe('')
  })
})
