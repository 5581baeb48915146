import { describe, expect, it } from 'vitest'
import { zincLoss, hydrogenSolubilityAl, meltSurface } from '#core/melt'
import { ANSWERS, referenceRun, debrief, rehearse, type Act, type Scenario } from '#core/rehearsal'

const furnace = {
  powerKw: 22,
  enters: 0.22,
  direct: 0.3,
  liningKJK: 8,
  lossWK: 3.4,
  exchangeWK: 27,
  responseS: 15,
}
const brass: Scenario = {
  practice: 'wrought-brass',
  limits: { Cu: { min: 66, max: 72 }, Zn: { min: 27, max: 33 } },
  liquidusC: 955,
  solidusC: 915,
  window: { fromC: 1015, usualC: 1055, toC: 1105 },
  lots: [
    { id: 'copper', name: 'Copper', massG: 1420, metallicYield: 0.99, composition: { Cu: 100 } },
    { id: 'zinc', name: 'Zinc', massG: 640, metallicYield: 1, composition: { Zn: 100 } },
  ],
  begins: 1,
  deoxidised: false,
  degassed: false,
  crucibleG: 1000,
  brimCm3: 740,
  furnace,
}
const gunmetal: Scenario = {
  ...brass,
  practice: 'tin-bronze',
  limits: { Sn: { min: 9, max: 11 }, Zn: { min: 1, max: 3 } },
  liquidusC: 999,
  solidusC: 854,
  window: { fromC: 1060, usualC: 1100, toC: 1150 },
  lots: [
    { id: 'copper', name: 'Copper', massG: 1760, metallicYield: 0.98, composition: { Cu: 100 } },
    { id: 'tin', name: 'Tin', massG: 200, metallicYield: 1, composition: { Sn: 100 } },
    { id: 'zinc', name: 'Zinc', massG: 46, metallicYield: 1, composition: { Zn: 100 } },
  ],
  deoxidised: true,
}
const casting: Scenario = {
  ...brass,
  practice: 'aluminium-casting',
  limits: { Si: { min: 6, max: 8 } },
  liquidusC: 613,
  solidusC: 557,
  window: { fromC: 673, usualC: 713, toC: 763 },
  lots: [{ id: 'wheels', name: 'Wheels', massG: 1500, metallicYield: 0.97, composition: { Al: 93, Si: 7 } }],
  degassed: true,
}
const pouredOf = (scenario: Scenario, acts: readonly Act[]) => rehearse(scenario, acts, 4 * 3600).poured!

describe('a heat rehearsed', () => {
  it.each([
    ['gunmetal', gunmetal],
    ['aluminium', casting],
  ])('%s by the book is a sound casting inside its limits', (_, scenario) => {
    const poured = pouredOf(scenario, referenceRun(scenario))
    expect(poured.faults).toEqual([])
    expect(poured.celsius).toBeGreaterThan(scenario.window.fromC)
    expect(poured.celsius).toBeLessThan(scenario.window.toC)
  })
  it('every element is in the melt, in the dross or gone as fume, to the last of it; energy is closed to a tenth of a percent', () => {
    for (const scenario of [brass, gunmetal, casting]) {
      const { end, charged, inDross, account } = rehearse(scenario, referenceRun(scenario), 4 * 3600)
      for (const [symbol, grams] of Object.entries(charged)) {
        const there =
          (end.grams[symbol] ?? 0) + (inDross[symbol] ?? 0) + (symbol === 'Zn' ? end.zincLostG : 0)
        expect(Math.abs(there / grams - 1)).toBeLessThan(1e-9)
      }
      expect(
        Math.abs((account.inCharge + account.inLining + account.lost) / account.entered - 1),
      ).toBeLessThan(1e-3)
    }
  })
  it('zinc leaves as the furnace log’s own estimate has it', () => {
    // All of it in from the beginning, no dross to speak of: held against zincLoss along the same trace.
    const whole: Scenario = { ...brass, begins: 2 }
    const { trace, end } = rehearse(whole, [{ atS: 0, do: 'cover', cover: 'glass' }], 5400)
    const molten = trace.find(({ celsius }) => celsius >= end.liquidusC)!.atS
    const { lostG } = zincLoss({
      meltG: 2046,
      composition: { Cu: 68.7, Zn: 31.3 },
      surfaceCm2: meltSurface(whole.brimCm3),
      cover: 'glass',
      trace: trace.map(({ atS, celsius }) => ({ atMin: atS / 60, celsius })),
      fromMin: molten / 60,
      toMin: 90,
    })
    expect(end.zincLostG).toBeGreaterThan(5)
    expect(Math.abs(end.zincLostG / lostG - 1)).toBeLessThan(0.05)
  })
  it('hydrogen tends to what the metal holds, and bubbling drives it out', () => {
    const { end } = rehearse(casting, [], 3 * 3600)
    expect(end.gasCm3).toBeLessThanOrEqual(
      hydrogenSolubilityAl(Math.max(661, end.celsius), ANSWERS.gas.atm) + 1e-9,
    )
    const acts: Act[] = [{ atS: 5000, do: 'degas', minutes: 12 }]
    expect(rehearse(casting, acts, 5001).end.gasCm3).toBeLessThan(
      0.7 * rehearse(casting, [], 5001).end.gasCm3,
    )
  })
  it('hotter or longer loses more zinc and makes more dross; a cover less; cold metal chills, warm metal less', () => {
    const held = (seconds: number, more: Act[] = []) => rehearse({ ...brass, begins: 2 }, more, seconds).end
    expect(held(4000).zincLostG).toBeGreaterThan(held(3000).zincLostG)
    expect(held(4000).drossG).toBeGreaterThan(held(3000).drossG)
    expect(held(3500, [{ atS: 0, do: 'cover', cover: 'glass' }]).zincLostG).toBeLessThan(
      0.6 * held(3500).zincLostG,
    )
    const chill = (preheated: boolean) => {
      const at = rehearse(gunmetal, [], 2400).end.celsius
      return at - rehearse(gunmetal, [{ atS: 2400, do: 'add', lot: 'tin', preheated }], 2401).end.celsius
    }
    expect(chill(false)).toBeGreaterThan(10)
    expect(chill(true)).toBeLessThan(chill(false))
    expect(rehearse(gunmetal, [{ atS: 300, do: 'lid', on: false }], 2400).end.celsius).toBeLessThan(
      rehearse(gunmetal, [], 2400).end.celsius,
    )
  })
  it('lifted it cools by itself, and freezes where it is left', () => {
    const acts = referenceRun(gunmetal).filter((act) => act.do !== 'pour')
    const lift = acts.find((act) => act.do === 'lift')!
    const { end } = rehearse(gunmetal, acts, lift.atS + 900)
    expect(end.celsius).toBeLessThan(gunmetal.solidusC)
    expect(end.happened.map(({ what }) => what)).toContain('frozen')
    expect(pouredOf(gunmetal, [...acts, { atS: lift.atS + 900, do: 'pour' }]).faults).toEqual([
      'nothing-poured',
    ])
  })
  it('much zinc into a hot melt flares, cold metal under a melt spits', () => {
    const hot = rehearse(brass, [{ atS: 4200, do: 'add', lot: 'zinc', preheated: false }], 4210).end
    expect(hot.celsius).toBeGreaterThan(900)
    expect(hot.happened.map(({ what }) => what)).toEqual(expect.arrayContaining(['spat', 'flare']))
  })
  it('is the same again, and two hours of it are quick to run', () => {
    expect(rehearse(gunmetal, referenceRun(gunmetal), 7200)).toEqual(
      rehearse(gunmetal, referenceRun(gunmetal), 7200),
    )
    expect(() => rehearse(gunmetal, [{ atS: 1, do: 'add', lot: 'gold', preheated: true }], 10)).toThrow()
  })
})

describe('what each choice cost', () => {
  const book = referenceRun(gunmetal)
  const planted: [string, (acts: Act[]) => Act[], string][] = [
    ['no cover', (acts) => acts.filter((act) => act.do !== 'cover'), 'cover'],
    ['never skimmed', (acts) => acts.filter((act) => act.do !== 'skim'), 'skim'],
    ['not deoxidised', (acts) => acts.filter((act) => act.do !== 'deoxidise'), 'deoxidise'],
    [
      'cold metal',
      (acts) => acts.map((act) => (act.do === 'add' ? { ...act, preheated: false } : act)),
      'preheat',
    ],
    [
      'held for twenty minutes',
      (acts) =>
        acts.map((act) =>
          ['lift', 'pour', 'skim', 'deoxidise', 'stir'].includes(act.do)
            ? { ...act, atS: act.atS + 1200 }
            : act,
        ),
      'pour-at-once',
    ],
    ['the lid off', (acts) => [...acts, { atS: 200, do: 'lid', on: false }], 'lid'],
  ]
  it('by the book nothing is found', () => {
    expect(debrief(gunmetal, book).costs).toEqual([])
  })
  it.each(planted)('%s is found, and costs what the same heat without it does', (_, plant, choice) => {
    const acts = plant([...book])
    const { costs, better } = debrief(gunmetal, acts)
    expect(better).toContain(choice)
    const cost = costs.find((one) => one.choice === choice)!
    const [with_, without] = [pouredOf(gunmetal, acts), pouredOf(gunmetal, book)]
    // Where only this was otherwise, the difference to the book is its cost.
    if (['cover', 'skim', 'deoxidise', 'preheat'].includes(choice)) {
      expect(Math.abs(cost.zincG - (with_.zincLostG - without.zincLostG))).toBeLessThan(
        0.05 * Math.abs(with_.zincLostG - without.zincLostG) + 0.2,
      )
      expect(cost.faults).toEqual(with_.faults.filter((fault) => !without.faults.includes(fault)))
    }
    if (choice === 'pour-at-once') expect(Math.abs(cost.minutes - 20)).toBeLessThan(1.5)
  })
})
