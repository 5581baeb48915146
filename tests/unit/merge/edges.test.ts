import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import {
  compareWorkspaces,
  mergeFile,
  hadSeen,
  knownOf,
  mergeChanges,
  treeFrom,
  valueOf,
  written,
  type Entry,
  type Fits,
} from '#core/merge'
import { recordSchemas, workspaceSchema } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const [lot, other] = [yard.lots[0]!, yard.lots[1]!]
const fits: Fits = (collection, record) => recordSchemas[collection].safeParse(record).success

describe('a file drawn in', () => {
  const fresh = (n: number) => ({ ...lot, id: `00000000-0000-4000-8000-00000000000${n}`, name: `New ${n}` })
  it('new bins get no numbers: only heats have them', () => {
    const theirs = { ...yard, lots: [...yard.lots, fresh(1), fresh(2)] }
    const drawn = mergeFile(yard, compareWorkspaces(yard, theirs, fits), new Map())
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

describe('what was written where', () => {
  const entry = (v: unknown, d: string, n: number, rest: Partial<Entry> = {}): Entry => ({ v, d, n, ...rest })
  it('a device knows all that it wrote before, and of others what it says it does', () => {
    expect(hadSeen(entry(1, 'desk', 5), entry(1, 'desk', 4))).toBe(true)
    expect(hadSeen(entry(1, 'desk', 5), entry(1, 'desk', 5))).toBe(false)
    expect(hadSeen(entry(1, 'desk', 4), entry(1, 'desk', 5))).toBe(false)
    const phone = entry(1, 'phone', 1, { s: { desk: 4 } })
    expect([3, 4, 5].map((n) => hadSeen(phone, entry(1, 'desk', n)))).toEqual([true, true, false])
    expect(hadSeen(phone, entry(1, 'tablet', 1))).toBe(false)
  })
  it('what is said of the inside of a word is left, and harms nothing', () => {
    const entries = new Map([
      ['', entry({ id: 'a', note: 'dry' }, 'desk', 1)],
      ['note\u001finner', entry('wet', 'phone', 1)],
      ['note\u001finner\u001fdeeper', entry('wet', 'phone', 2)],
      ['name', entry('Taps', 'phone', 3)],
    ])
    expect(valueOf(treeFrom(entries)!)).toEqual({ id: 'a', note: 'dry', name: 'Taps' })
  })
  it('taken away as a whole, nothing is kept of what was known below it', () => {
    const entries = new Map([
      ['', entry(lot, 'desk', 1)],
      ['name', entry('Taps', 'desk', 2)],
      ['note', entry('dry', 'phone', 1)],
    ])
    const { drop, put } = written(entries, 'lots', null, { device: 'desk', n: 3, anew: false })
    expect(drop.toSorted()).toEqual(['name', 'note'])
    expect(put).toHaveLength(1)
    expect(put[0]).toMatchObject(['', { g: true, d: 'desk', n: 3, s: { phone: 1 } }])
  })
})

describe('what two wrote', () => {
  const heat = yard.heats.find(({ pour }) => pour.ingots.length > 1)!
  const [first, second, ...rest] = heat.pour.ingots
  const poured = (ingots: typeof heat.pour.ingots) => ({ ...heat, pour: { ...heat.pour, ingots } })

  it('an ingot that one took away stays where the other weighed it anew, and the rest is as it was', () => {
    const gone = poured([second!, ...rest])
    const weighed = poured([{ ...first!, massG: 123 }, second!, ...rest])
    for (const [mine, theirs] of [
      [gone, weighed],
      [weighed, gone],
    ] as const) {
      const { merged, clashes } = mergeChanges('heats', heat, mine, theirs)
      expect(clashes).toEqual([])
      expect(merged.pour.ingots).toEqual(weighed.pour.ingots)
    }
  })
  it('one that was put in between stands there still, and one taken away beside it is gone', () => {
    const between = { ...first!, id: 'between', massG: 7 }
    const { merged } = mergeChanges(
      'heats',
      heat,
      poured([first!, between, second!, ...rest]),
      poured([first!, ...rest]),
    )
    expect(merged.pour.ingots.map(({ id }) => id)).toEqual([first!, between, ...rest].map(({ id }) => id))
  })
  it('who writes knows all that those knew whom it heard, of each the latest, and nothing of itself', () => {
    const entries: Entry[] = [
      { v: 1, n: 3, d: 'phone', s: { scale: 2, desk: 9 } },
      { v: 2, n: 5, d: 'scale', s: { phone: 7 } },
      { v: 3, n: 8, d: 'desk' },
    ]
    expect(knownOf(entries, 'desk')).toEqual({ phone: 7, scale: 5 })
    expect(knownOf(entries.slice(2), 'desk')).toBeUndefined()
  })
})
