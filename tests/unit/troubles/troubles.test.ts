import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import table from '#data/troubles.json'
import { EVIDENCE_IDS, heatFacts, rankCauses, remindersFor, SYMPTOMS } from '#core/troubles'
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
  it('the gassy heat of the demo (not degassed) leads with hydrogen', () => {
    const [first] = rankCauses('pits', factsOf(6))
    expect(first).toMatchObject({ id: 'not-degassed', says: 'for' })
  })
  it('the heat that ran short leads with not enough metal', () => {
    expect(rankCauses('short', factsOf(2))[0]!.id).toBe('not-enough')
  })
  it('the heat that smoked leads with too hot and zinc too early, and its assay is named', () => {
    const ranked = rankCauses('smoke', factsOf(4))
    expect(ranked.slice(0, 2).map(({ id }) => id)).toEqual(['too-hot', 'zinc-early'])
    expect(ranked.find(({ id }) => id === 'zinc-lost')!.says).toBe('for')
  })
  it('what the log speaks against goes to the end', () => {
    const ranked = rankCauses('pits', { ...factsOf(6), degassed: true, heldMin: 35 })
    expect(ranked[0]).toMatchObject({ id: 'held-long', says: 'for' })
    expect(ranked.find(({ id }) => id === 'not-degassed')).toMatchObject({ says: 'against' })
    const scores = ranked.map(({ score }) => score)
    expect(scores).toEqual([...scores].sort((a, b) => b - a))
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
