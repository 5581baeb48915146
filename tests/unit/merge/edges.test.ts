import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { compareWorkspaces, drawIn, type Fits } from '#core/merge'
import { recordSchemas, workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const [lot, other] = [yard.lots[0]!, yard.lots[1]!]
const fits: Fits = (collection, record) => recordSchemas[collection].safeParse(record).success

describe('a file drawn in', () => {
  const fresh = (n: number) => ({ ...lot, id: `00000000-0000-4000-8000-00000000000${n}`, name: `New ${n}` })
  it('new bins get no numbers: only heats have them', () => {
    const theirs = { ...yard, lots: [...yard.lots, fresh(1), fresh(2)] }
    const drawn = drawIn(yard, compareWorkspaces(yard, theirs, fits), new Map())
    expect(drawn.renumbered).toEqual([])
    expect(drawn.edits.map(({ after }) => after && 'name' in after && after.name)).toEqual(['New 1', 'New 2'])
  })
  it('of two that say one time, one’s own is the later', () => {
    const at = '2026-11-23T10:00:00.000Z'
    const changed = (mine: string, theirs: string) => {
      const here = { ...yard, lots: [{ ...lot, name: 'Mine', updatedAt: mine }, other] }
      const there = { ...yard, lots: [{ ...lot, name: 'Theirs', updatedAt: theirs }, other] }
      return compareWorkspaces(here, there, fits).find(({ collection }) => collection === 'lots')!.changed[0]!
        .later
    }
    expect(changed(at, at)).toBe('mine')
    expect(changed(at, '2026-11-23T10:00:00.001Z')).toBe('theirs')
    expect(changed('2026-11-23T10:00:00.001Z', at)).toBe('mine')
  })
})
