import { describe, expect, it } from 'vitest'
import { findAlloy } from '#core/alloys'
import { methodSpread } from '#core/assay'
import { freezingLaw, freezingTime, USUAL_GATING, usualPourTime } from '#core/casting'
import { blendDensity } from '#core/composition'
import { newHeat } from '#core/heat'
import { freezingHeat, runSheet } from '#core/melt'
import {
  actSchema,
  referenceRun,
  castFills,
  debrief,
  densityIndexOf,
  marksOf,
  mishapsOf,
  practiceHeatRecord,
  practiceLesson,
  probeShows,
  readLesson,
  rehearsalOf,
  rehearse,
  REHEARSED_PRACTICE,
  rehearsedAssay,
  rehearsedHeat,
  scenarioSchema,
  symptomsOf,
  writeLesson,
  type Act,
  type Scenario,
} from '#core/rehearsal'
import { heatFacts, rankCauses } from '#core/troubles'
import { many } from '../../support/reliability'

const LONGEST_S = 4 * 3600
const lessonOf = (id: string) => practiceLesson(REHEARSED_PRACTICE.find((one) => one.id === id)!)!
/** The run sheet of a practice heat. */
const stepsOf = (id: string) => {
  const { alloy, weighed } = practiceHeatRecord(REHEARSED_PRACTICE.find((one) => one.id === id)!)
  return runSheet(alloy!, weighed, null)
}
const gunmetal = lessonOf('scrap-bronze').scenario
const brass = lessonOf('zinc').scenario
const aluminium = lessonOf('gas').scenario
const runOf = (scenario: Scenario, acts: readonly Act[]) => rehearse(scenario, acts, LONGEST_S)
const liftS = (scenario: Scenario) => referenceRun(scenario).find((act) => act.do === 'lift')!.atS
const later = (acts: readonly Act[], byS: number, from: (act: Act) => boolean): Act[] =>
  acts.map((act) => (from(act) ? { ...act, atS: act.atS + byS } : act))

describe('what happens by itself', () => {
  it('is the same for the same seed, none where nothing is let happen, and more where much is', () => {
    expect(mishapsOf(gunmetal, 'much', 7)).toEqual(mishapsOf(gunmetal, 'much', 7))
    const count = (level: 'nothing' | 'usual' | 'much') =>
      Array.from({ length: many(40, 6) }, (_, seed) => mishapsOf(gunmetal, level, seed + 1).length).reduce(
        (sum, n) => sum + n,
      )
    expect(count('nothing')).toBe(0)
    expect(count('usual')).toBeGreaterThan(many(20, 2))
    expect(count('much')).toBeGreaterThan(2 * count('usual'))
  })
  it('only what is damp spits, and nothing that was warmed', () => {
    const atS = liftS(gunmetal)
    const add = (preheated: boolean, damp: boolean) =>
      rehearse(
        { ...gunmetal, mishaps: damp ? [{ what: 'damp', lot: gunmetal.lots.at(-1)!.id }] : [] },
        [{ atS, do: 'add', lot: gunmetal.lots.at(-1)!.id, preheated }],
        atS + 1,
      ).end.happened.some(({ what }) => what === 'spat')
    expect([add(false, true), add(true, true), add(false, false)]).toEqual([true, false, false])
  })
  it('a bottle near its end heats less until another is on', () => {
    const low: Scenario = { ...gunmetal, mishaps: [{ what: 'gas-low', atS: 900 }] }
    const at = (acts: Act[]) => rehearse(low, acts, 2400).end.celsius
    expect(at([])).toBeLessThan(rehearse(gunmetal, [], 2400).end.celsius - 50)
    expect(at([{ atS: 930, do: 'bottle' }])).toBeGreaterThan(at([]) + 30)
  })
  it('a crucible that weeps loses metal, all alike, to the last gram; lifted it gives way; stopped nobody is hurt', () => {
    const begins = Math.round(0.9 * liftS(gunmetal))
    const weeping: Scenario = { ...gunmetal, mishaps: [{ what: 'weeps', atS: begins }] }
    const acts = referenceRun(gunmetal)
    const { end, charged, inDross, account, poured } = runOf(weeping, acts)
    expect(poured?.how).toBe('gave-way')
    expect(poured?.faults).toEqual(['gave-way'])
    expect(poured!.spilledG).toBeGreaterThan(20)
    for (const [symbol, grams] of Object.entries(charged)) {
      const gone = (end.spilled[symbol] ?? 0) + (symbol === 'Zn' ? end.zincLostG : 0)
      expect(Math.abs(((end.grams[symbol] ?? 0) + (inDross[symbol] ?? 0) + gone) / grams - 1)).toBeLessThan(
        1e-9,
      )
    }
    expect(Math.abs((account.inCharge + account.inLining + account.lost) / account.entered - 1)).toBeLessThan(
      1e-3,
    )
    const before = acts.filter((act) => act.atS < begins + 60 && act.do !== 'lift' && act.do !== 'pour')
    const stopped = runOf(weeping, [...before, { atS: begins + 60, do: 'stop' }])
    expect(stopped.poured).toMatchObject({ how: 'stopped', faults: [] })
    const ended = { scenario: weeping, acts: before, book: null }
    const marks = (run: ReturnType<typeof runOf>) =>
      marksOf({ ...ended, poured: run.poured!, happened: run.end.happened }, [
        'nobody-hurt',
        'window',
        'sound',
      ])
    expect(marks(stopped)).toEqual([{ mark: 'nobody-hurt', passed: true, figure: null }])
    expect(marks(runOf(weeping, acts)).map(({ passed }) => passed)).toEqual([false, false, false])
  })
  it('poured before whoever helps is there is told, and waiting for them is not called a loss of time', () => {
    const helperS = liftS(gunmetal) + 420
    const late: Scenario = {
      ...gunmetal,
      mishaps: [{ what: 'helper-late', toldS: liftS(gunmetal) - 300, atS: helperS }],
    }
    const acts = referenceRun(gunmetal)
    expect(runOf(late, acts).poured!.faults).toContain('poured-alone')
    const waited = later(acts, 440, (act) => act.atS >= liftS(gunmetal) - 1)
    const { poured, end } = runOf(late, waited)
    expect(poured!.faults).not.toContain('poured-alone')
    expect(end.happened.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['helper-late', 'helper-here']),
    )
    expect(debrief(late, waited).better).not.toContain('pour-at-once')
  })
  it('a probe drops out and drifts as it was told to', () => {
    expect(probeShows(1, [{ what: 'probe-out', atS: 100, lastsS: 60 }], 130, 900)).toBeNull()
    const drifted = probeShows(1, [{ what: 'probe-drifts', cPerMin: -1 }], 3600, 900)!
    expect(Math.abs(drifted - 840)).toBeLessThan(2)
  })
  it('zinc put back is in the melt, and in the account', () => {
    const atS = liftS(brass) - 30
    const { charged } = rehearse(brass, [{ atS, do: 'zinc', massG: 20, preheated: true }], atS + 5)
    expect(charged.Zn! - (rehearse(brass, [], atS + 5).charged.Zn ?? 0)).toBeCloseTo(20, 9)
  })
})

describe('what came of it', () => {
  it('thin walls stop short of metal that is hardly hot; the same by Chvorinov and the usual pour time', () => {
    const castings = [
      { name: 'thin', thinMm: 2, massG: 800 },
      { name: 'thick', thinMm: 20, massG: 800 },
    ]
    const composition = { Cu: 88, Sn: 10, Zn: 2 }
    const [thin, thick] = castFills({ ...gunmetal, castings }, composition, 100)
    expect([thin!.state, thick!.state]).toEqual(['misrun', 'filled'])
    const law = freezingLaw(
      {
        densityGcm3: blendDensity(composition),
        heatKJkg: freezingHeat(composition, gunmetal.liquidusC + 100, gunmetal.liquidusC),
        freezingC: gunmetal.liquidusC,
      },
      'sand',
    )
    const half = 0.5 * freezingTime(law, 1)
    expect(thin!.filled).toBeCloseTo(half / usualPourTime('Cu', 2, 800), 9)
    const fills = (superheatC: number) =>
      castFills({ ...gunmetal, castings }, composition, superheatC)[1]!.filled
    expect(fills(10)).toBeLessThan(fills(25))
    expect(fills(80)).toBe(1)
  })
  it('a heavy end that nothing feeds has a sink, one that is fed or even has none', () => {
    const faults = (unfedMm?: number) =>
      runOf(
        {
          ...gunmetal,
          castings: [{ name: 'Cleat', thinMm: 7, massG: 400, ...(unfedMm ? { unfedMm } : {}) }],
        },
        referenceRun(gunmetal),
      ).poured!.faults
    expect([faults(), faults(12), faults(30)]).toEqual([[], [], ['shrinkage']])
    const alloy = findAlloy('C90500')!
    const part = {
      id: crypto.randomUUID(),
      name: 'Cleat',
      count: 1,
      source: { from: 'volume', volumeCm3: 50 },
      thinMm: 7,
      thickMm: 30,
    } as const
    const need = { castingsG: 400, gatingPct: 60, allowancePct: 10, heelG: 0, parts: [part] }
    const ask = { ...gunmetal, alloy, steps: stepsOf('scrap-bronze'), yields: new Map() }
    const castingOf = (risers: number | null) =>
      rehearsalOf({
        ...ask,
        need: { ...need, ...(risers === null ? {} : { gating: { ...USUAL_GATING, risers } }) },
      })!.castings![0]
    expect(castingOf(0)).toMatchObject({ thinMm: 7, unfedMm: 30 })
    expect([castingOf(null), castingOf(1)].map((one) => 'unfedMm' in one!)).toEqual([false, false])
    // A casting weighs what its own metal does: an aluminium one a third of a bronze one of its size.
    const massOf = (designation: string) =>
      rehearsalOf({ ...ask, alloy: findAlloy(designation)!, need })!.castings![0]!.massG
    for (const designation of ['C90500', '356.0'])
      expect(massOf(designation)).toBeCloseTo(50 * findAlloy(designation)!.densityGcm3!, 9)
  })
  it('poured from a height it takes its skins along, sooner where it has many', () => {
    const from = (scenario: Scenario, fallMm: number) =>
      runOf(
        scenario,
        referenceRun(scenario).map((act) => (act.do === 'pour' ? { ...act, fallMm } : act)),
      ).poured!.faults.includes('oxide-skins')
    expect([from(aluminium, 10), from(aluminium, 60)]).toEqual([false, true])
    expect([from(gunmetal, 60), from(gunmetal, 300)]).toEqual([false, true])
  })
  it('a density index of 2 % is where the common rule has good metal end', () => {
    expect(densityIndexOf(0.1)).toBeLessThan(2)
    expect(densityIndexOf(0.2)).toBeGreaterThan(2)
    const { densityIndexPct } = runOf(aluminium, referenceRun(aluminium)).poured!
    expect(densityIndexPct).toBeLessThan(2)
    const gassy = referenceRun(aluminium).filter((act) => act.do !== 'degas')
    expect(runOf(aluminium, gassy).poured!.densityIndexPct).toBeGreaterThan(densityIndexPct!)
    expect(runOf(gunmetal, referenceRun(gunmetal)).poured!.densityIndexPct).toBeNull()
  })
  it('an assay errs as its instrument does', () => {
    const truth = { Cu: 88, Sn: 10, Zn: 2 }
    const off: number[] = []
    for (let seed = 1; seed <= 400; seed++) {
      const tin = rehearsedAssay(truth, seed).find(({ symbol }) => symbol === 'Sn')!
      off.push((tin.pct - 10) / methodSpread('xrf', 10))
    }
    const mean = off.reduce((sum, one) => sum + one, 0) / off.length
    const spread = Math.sqrt(off.reduce((sum, one) => sum + (one - mean) ** 2, 0) / off.length)
    expect(Math.abs(mean)).toBeLessThan(0.15)
    expect(Math.abs(spread - 1)).toBeLessThan(0.1)
    expect(rehearsedAssay(truth, 3).reduce((sum, { pct }) => sum + pct, 0)).toBeCloseTo(100, 9)
  })
})

describe('the trouble-finder, given the log of a rehearsal', () => {
  const record = (id: string) => practiceHeatRecord(REHEARSED_PRACTICE.find((one) => one.id === id)!)
  const book = (scenario: Scenario) => referenceRun({ ...scenario, mishaps: [] })
  const planted: [string, string, (acts: Act[], scenario: Scenario) => Act[], string, string][] = [
    ['not degassed', 'gas', (acts) => acts.filter((act) => act.do !== 'degas'), 'pits', 'not-degassed'],
    [
      'not deoxidised',
      'scrap-bronze',
      (acts) => acts.filter((act) => act.do !== 'deoxidise'),
      'pits',
      'not-deoxidised',
    ],
    [
      'lifted and left to cool',
      'scrap-bronze',
      (acts) => acts.map((act) => (act.do === 'pour' ? { ...act, atS: act.atS + 45 } : act)),
      'short',
      'poured-cold',
    ],
    [
      'never skimmed',
      'scrap-bronze',
      (acts) => acts.filter((act) => act.do !== 'skim'),
      'folds',
      'oxide-stirred',
    ],
    [
      'held for forty minutes',
      'gas',
      (acts, scenario) => later(acts, 2400, (act) => act.atS >= liftS(scenario) - 1),
      'pits',
      'held-long',
    ],
    [
      'brass into a hot melt without a cover',
      'zinc',
      (acts) =>
        acts
          .filter((act) => act.do !== 'cover')
          .map((act) => (act.atS > 60 ? { ...act, atS: act.atS + 900 } : act)),
      'smoke',
      'zinc-early',
    ],
  ]
  it.each(planted)('%s (%s): it finds the cause', (_, id, plant, symptom, cause) => {
    const { scenario } = lessonOf(id)
    const acts = plant([...book(scenario)], scenario)
    const run = runOf({ ...scenario, mishaps: [] }, acts)
    expect(symptomsOf(run.poured!, run.end.happened)).toContain(symptom)
    const heat = rehearsedHeat(
      record(id),
      { scenario: { ...scenario, mishaps: [] }, acts, seed: 1 },
      '2026-11-14T10:00:00.000Z',
    )
    const ranked = rankCauses(symptom, heatFacts(heat, [], []))
    // Brass that goes in hot went into a melt that is too hot: either is true of it.
    const found = ranked.slice(0, symptom === 'smoke' ? 2 : 1)
    expect(found.filter(({ says }) => says === 'for').map(({ id: one }) => one)).toContain(cause)
  })
})

describe('practice heats without fire', () => {
  it.each(REHEARSED_PRACTICE.map((one) => [one.id, one] as const))(
    '%s by the book reaches every mark it is held to',
    (_, practice) => {
      const lesson = practiceLesson(practice)!
      expect(scenarioSchema.safeParse(lesson.scenario).success).toBe(true)
      const acts = referenceRun(lesson.scenario)
      const run = runOf(lesson.scenario, acts)
      const marks = marksOf(
        {
          scenario: lesson.scenario,
          acts,
          poured: run.poured!,
          happened: run.end.happened,
          book: run.poured,
        },
        lesson.marks,
      )
      expect(marks.filter(({ passed }) => !passed)).toEqual([])
      expect(marks.map(({ mark }) => mark)).toEqual(lesson.marks)
      expect(acts.every((act) => actSchema.safeParse(act).success)).toBe(true)
      // Its charge is in spec of its alloy.
      expect(findAlloy(practice.alloy!)).toBeTruthy()
    },
  )
  it('lets too much zinc go, and the mark says by how much', () => {
    const acts = later(
      referenceRun(brass).filter((act) => act.do !== 'cover'),
      1500,
      (act) => act.atS >= liftS(brass) - 1,
    )
    const run = runOf(brass, acts)
    const book = runOf(brass, referenceRun(brass)).poured
    const [zinc] = marksOf({ scenario: brass, acts, poured: run.poured!, happened: run.end.happened, book }, [
      'zinc',
    ])
    expect(zinc!.passed).toBe(false)
    expect(zinc!.figure).toBeLessThan(-0.3)
  })
  it('a lesson goes to a file and back; what is none is refused', () => {
    const lesson = lessonOf('zinc')
    expect(readLesson(writeLesson(lesson))).toEqual(lesson)
    expect(readLesson('{')).toBe('not-json')
    expect(readLesson('{"what":"hephaestal rehearsal","version":1,"lesson":{}}')).toBe('no-lesson')
    expect(readLesson('{"what":"hephaestal rehearsal","version":2,"lesson":{}}')).toBe('newer')
    const broken = JSON.parse(writeLesson(lesson)) as { lesson: { scenario: { brimCm3: number } } }
    broken.lesson.scenario.brimCm3 = -1
    expect(readLesson(JSON.stringify(broken))).toBe('no-lesson')
  })
  it('a heat stays what it is when it is rehearsed', () => {
    const heat = newHeat({ id: crypto.randomUUID(), now: '2026-11-14T10:00:00.000Z' }, [])
    const before = JSON.stringify(heat)
    rehearsedHeat(heat, { scenario: gunmetal, acts: referenceRun(gunmetal), seed: 1 }, heat.createdAt)
    expect(JSON.stringify(heat)).toBe(before)
  })
})
