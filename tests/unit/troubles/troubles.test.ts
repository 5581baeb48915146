import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { findAlloy } from '#core/alloys'
import table from '#data/troubles.json'
import { conclusionsOf, EVIDENCE_IDS, heatFacts, rankCauses, remindersFor, SYMPTOMS } from '#core/troubles'
import { blankEntry } from '#core/heat'
import { workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const factsOf = (number: number) =>
  heatFacts(
    yard.heats.find((heat) => heat.number === number)!,
    yard.lots,
    yard.gear,
  )

describe('trouble-finder (common practice, no source)', () => {
  it('every symptom has causes, every cause a symptom and an evidence that exists', () => {
    for (const { id } of SYMPTOMS) expect(rankCauses(id, factsOf(1)).length, id).toBeGreaterThan(0)
    for (const cause of table.causes) {
      expect(EVIDENCE_IDS).toContain(cause.evidence)
      for (const id of cause.for) expect(SYMPTOMS.map((one) => one.id)).toContain(id)
    }
    expect(() => rankCauses('boredom', factsOf(1))).toThrow(RangeError)
  })
  it('a pour is so much over its liquidus, or under it: 1 050 °C of a metal that freezes at 1 000 is 50 over', () => {
    const heat = yard.heats.find(({ number }) => number === 11)!
    const poured = (celsius: number) =>
      heatFacts(
        { ...heat, log: [], liquidusC: 1000, pour: { ...heat.pour, pourTemperatureC: celsius } },
        yard.lots,
        yard.gear,
      )
    expect(poured(1050)).toMatchObject({ superheatC: 50, hottestOverC: 50 })
    expect(poured(980)).toMatchObject({ superheatC: -20, hottestOverC: -20 })
  })
  it('that no degassing was written down is no evidence; skipped on purpose, hydrogen leads', () => {
    expect(rankCauses('pits', factsOf(6)).find(({ id }) => id === 'not-degassed')!.says).toBe('silent')
    const skipped = rankCauses('pits', { ...factsOf(6), skipped: new Set(['degas']) })
    expect(skipped[0]).toMatchObject({ id: 'not-degassed', says: 'for' })
  })
  it('the heat that ran short leads with not enough metal', () => {
    expect(rankCauses('short', factsOf(2))[0]!.id).toBe('not-enough')
  })
  it('the heat that smoked leads with too hot and the zinc its assay misses', () => {
    const ranked = rankCauses('smoke', factsOf(4))
    expect(ranked.slice(0, 2).map(({ id }) => id)).toEqual(['too-hot', 'zinc-lost'])
    expect(ranked.find(({ id }) => id === 'zinc-lost')!.says).toBe('for')
  })
  it('what the log speaks against goes to the end', () => {
    const ranked = rankCauses('pits', { ...factsOf(6), degassed: true, heldMin: 35 })
    expect(ranked[0]).toMatchObject({ id: 'held-long', says: 'for' })
    expect(ranked.find(({ id }) => id === 'not-degassed')).toMatchObject({ says: 'against' })
    const scores = ranked.map(({ score }) => score)
    expect(scores).toEqual([...scores].sort((a, b) => b - a))
  })
  it('absence of a record is no evidence: an empty log says nothing for any cause', () => {
    const empty = {
      ...yard.heats[12]!,
      log: [],
      need: null,
      done: {},
      lookedAt: {},
      remarks: '',
      tests: [],
      assays: [],
      pour: { ...yard.heats[12]!.pour, ingots: [], skullG: null },
    }
    const facts = { ...heatFacts(empty, [], []), forms: [], fluxes: [], cover: null, composition: {} }
    for (const { id } of SYMPTOMS)
      for (const cause of rankCauses(id, facts)) expect(cause.says, `${id}: ${cause.id}`).not.toBe('for')
  })
  it('a dull bell: tin under its limit leads; lead over it leads; both in spec speak against', () => {
    const bell = { ...yard.heats[0]!, alloy: findAlloy('bell-80-20')!, assays: [] }
    const facts = (composition: Record<string, number>) => ({ ...heatFacts(bell, [], []), composition })
    expect(rankCauses('dull', facts({ Cu: 81.2, Sn: 18.6 }))[0]).toMatchObject({ id: 'tin-low', says: 'for' })
    expect(rankCauses('dull', facts({ Cu: 78.4, Sn: 20, Pb: 1.5 }))[0]).toMatchObject({
      id: 'lead-damps',
      says: 'for',
    })
    const sound = rankCauses('dull', facts({ Cu: 80, Sn: 20 }))
    for (const id of ['tin-low', 'lead-damps'])
      expect(sound.find((one) => one.id === id)!.says).toBe('against')
    expect(sound[0]!.says).toBe('silent')
  })
  it('an aluminium heat has no causes of tin bronze, a copper one none of degassing', () => {
    const aluminium = heatFacts(
      yard.heats.find(({ number }) => number === 6)!,
      [],
      [],
    )
    const copper = heatFacts(
      yard.heats.find(({ number }) => number === 4)!,
      [],
      [],
    )
    const named = (facts: typeof copper) =>
      SYMPTOMS.flatMap(({ id }) => rankCauses(id, facts).map((one) => one.id))
    for (const id of ['aluminium-in-bronze', 'not-deoxidised', 'zinc-early', 'lead-bismuth', 'brass-brush'])
      expect(named(aluminium)).not.toContain(id)
    expect(named(copper)).not.toContain('not-degassed')
  })
  it('18 g of skull of 100 g: poured cold comes before not enough metal', () => {
    const facts = { ...factsOf(2), superheatC: null, skullG: 18, chargeG: 100, needG: 90, tappedG: 76 }
    const ranked = rankCauses('short', facts)
    expect(ranked[0]).toMatchObject({ id: 'poured-cold', says: 'for' })
    expect(ranked.find(({ id }) => id === 'not-enough')).toMatchObject({ says: 'against' })
  })
  it('three bars that broke at the fillet, no box ticked: one conclusion, on the heat and the next sheet', () => {
    const bar = (n: number) => ({
      id: `00000000-0000-4000-a000-00000000000${n}`,
      at: '2026-01-01T00:00:00.000Z',
      kind: 'tensile' as const,
      place: 'not-told' as const,
      value: null,
      scale: '',
      loadN: 900,
      sectionMm2: 20,
      brokeAt: 'fillet' as const,
      barFault: false,
      text: '',
      photos: [],
    })
    const heats = yard.heats.map((heat) =>
      heat.number === 4 ? { ...heat, tests: [1, 2, 3].map(bar) } : heat,
    )
    const broken = heats.find(({ number }) => number === 4)!
    expect(conclusionsOf(broken)).toEqual(['sharp-corner'])
    expect(rankCauses('fillet', heatFacts(broken, [], []))[0]).toMatchObject({
      id: 'sharp-corner',
      says: 'for',
    })
    expect(conclusionsOf({ tests: [bar(1), bar(2)] })).toEqual([])
    const next = heats.find(({ number }) => number === 5)!
    expect(remindersFor(next, heats)).toContainEqual(
      expect.objectContaining({ causeId: 'sharp-corner', fromHeat: 4, times: 1, stage: 'mould' }),
    )
  })
  it('what was told with one press is evidence; words in a note are not read as such', () => {
    const four = yard.heats.find(({ number }) => number === 4)!
    const at = four.createdAt
    const pressed = heatFacts({ ...four, seen: { 'pour-interrupted': at, 'metal-at-vent': at } }, [], [])
    expect(rankCauses('rounded', pressed).find(({ id }) => id === 'pour-split')).toMatchObject({
      says: 'for',
    })
    expect(rankCauses('short', pressed).find(({ id }) => id === 'no-vents')).toMatchObject({
      says: 'against',
    })
    const note = {
      ...four,
      log: [{ ...blankEntry({ id: four.id, at }, 'note'), text: 'The pour was interrupted' }],
    }
    expect(
      rankCauses('rounded', heatFacts(note, [], [])).find(({ id }) => id === 'pour-split'),
    ).toMatchObject({ says: 'silent' })
  })
  it('pits in C11000 and C87300 name hydrogen and steam first; a short casting with its vents unticked names gas', () => {
    const bare = (id: string) => heatFacts({ ...yard.heats[12]!, alloy: findAlloy(id)!, weighed: [] }, [], [])
    const first = (id: string) =>
      rankCauses('pits', { ...bare(id), deoxidised: false }).map((cause) => cause.id)
    expect(first('C11000').slice(0, 2).sort()).toEqual(['hydrogen-copper', 'not-deoxidised'])
    expect(first('C87300')[0]).toBe('hydrogen-copper')
    const short = rankCauses('short', { ...bare('C90500'), lookedAt: new Set(['level']) })
    expect(short[0]!.id).toBe('no-vents')
    expect(short[0]!.name).toMatch(/gas/)
  })
  it('a lesson that repeats says so', () => {
    const heats = yard.heats.map((heat) =>
      [1, 2, 4].includes(heat.number)
        ? { ...heat, lessons: [{ causeId: 'not-enough', at: heat.createdAt }] }
        : heat,
    )
    const found = remindersFor(
      heats.find(({ number }) => number === 5)!,
      heats,
    )
    expect(found).toContainEqual(
      expect.objectContaining({ causeId: 'not-enough', fromHeat: 4, times: 3, stage: 'target' }),
    )
  })
  it('a lesson lands on later heats of the same base, once', () => {
    const heats = yard.heats.map((heat) =>
      heat.number === 3 || heat.number === 6
        ? { ...heat, lessons: [{ causeId: 'not-degassed', at: heat.createdAt }] }
        : heat,
    )
    const at = (number: number) =>
      remindersFor(
        heats.find((heat) => heat.number === number)!,
        heats,
      )
    expect(at(9).map(({ fromHeat }) => fromHeat)).toEqual([6])
    expect(at(11)).toEqual([])
    expect(at(1)).toEqual([])
  })
})
