import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import {
  applyStep,
  fromWorkspace,
  hearChanges,
  rebaseStep,
  workspaceSchema,
  type AnyRecord,
  type Change,
  type Step,
} from '#core/workspace'

const yard = fromWorkspace(workspaceSchema.parse(demo))
const lot = Object.values(yard.lots)[0] as AnyRecord & { name: string; note?: string }
const LATER = '2027-01-01T00:00:00.000Z'
const change = (before: object | null, after: object | null): Change =>
  ({ collection: 'lots', id: lot.id, before, after }) as Change
const withLot = (after: object) => applyStep(yard, { changes: [change(lot, after)] }, 'do')
const named = (name: string) => ({ ...lot, name, updatedAt: LATER })

describe('another window', () => {
  it('its change of what this one left alone is taken over as it is, with nothing to write or ask', () => {
    const heard = hearChanges(yard, [change(lot, named('theirs'))])
    expect(heard.records.lots[lot.id]).toMatchObject({ name: 'theirs' })
    expect(heard).toMatchObject({ drawn: [], clashes: [] })
    expect(yard.lots[lot.id]).toBe(lot)
  })
  it('changes of different fields are both kept, and what came of it is to be written', () => {
    const mine = withLot({ ...lot, massG: 7 })
    const heard = hearChanges(mine, [change(lot, named('theirs'))])
    expect(heard.records.lots[lot.id]).toMatchObject({ name: 'theirs', massG: 7 })
    expect(heard.drawn).toHaveLength(1)
    expect(heard.clashes).toEqual([])
  })
  it('changes of the same field are asked about', () => {
    const heard = hearChanges(withLot({ ...lot, name: 'mine' }), [change(lot, named('theirs'))])
    expect(heard.clashes).toMatchObject([{ field: 'name', mine: 'mine', theirs: 'theirs', id: lot.id }])
  })
  it('a record it took away while this one worked on it stays', () => {
    const mine = withLot({ ...lot, massG: 7 })
    expect(hearChanges(mine, [change(lot, null)]).records.lots[lot.id]).toMatchObject({ massG: 7 })
    expect(hearChanges(yard, [change(lot, null)]).records.lots[lot.id]).toBeUndefined()
  })
})

describe('undo after another window', () => {
  const step: Step = {
    id: 's',
    label: 'x',
    at: LATER,
    changes: [change(lot, { ...lot, massG: 7 })],
  }
  it('takes back its own field and leaves the other’s', () => {
    const both = withLot({ ...lot, massG: 7, name: 'theirs' })
    const back = applyStep(both, rebaseStep(both, step, 'undo'), 'undo')
    expect(back.lots[lot.id]).toMatchObject({
      name: 'theirs',
      massG: (lot as unknown as { massG: number }).massG,
    })
    const forth = applyStep(back, rebaseStep(back, step, 'do'), 'do')
    expect(forth.lots[lot.id]).toMatchObject({ name: 'theirs', massG: 7 })
  })
  it('is the step itself where nobody else changed anything', () => {
    const mine = withLot({ ...lot, massG: 7 })
    expect(rebaseStep(mine, step, 'undo')).toEqual(step)
  })
})
