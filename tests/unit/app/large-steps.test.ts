import { beforeEach, expect, it, vi } from 'vitest'
import demo from '../../../data/demo-yard.json' with { type: 'json' }
import {
  applyStep,
  emptyJournal,
  fromWorkspace,
  pushStep,
  sameRecord,
  workspaceSchema,
  type Step,
} from '#core/workspace'
import { openRepository } from '~/storage/repository'
import { joinTransferred, splitForTransfer } from '../../../workers/in-parts'
import { disk } from '../../support/disk'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

beforeEach(() => {
  disk.stores.clear()
  disk.writesLeft = Infinity
  disk.writes = 0
})

const small = workspaceSchema.parse(demo)
const start = fromWorkspace({ ...small, heats: [] })
const [pattern] = small.lots
const lots = Array.from({ length: 430 }, (_, at) => ({
  ...pattern!,
  id: `00000000-0000-4000-a000-${String(at).padStart(12, '0')}`,
  name: `Lot ${at}`,
}))
/** A file put in place of the yard: more records than one entry takes, and more than the quick store is given. */
const large: Step = {
  id: 'large',
  label: 'Open a yard',
  at: '2026-01-01T00:00:00.000Z',
  changes: [
    ...Object.values(start.lots).map((before) => ({
      collection: 'lots' as const,
      id: before.id,
      before,
      after: null,
    })),
    ...lots.map((after) => ({ collection: 'lots' as const, id: after.id, before: null, after })),
  ],
}
const done = applyStep(start, large, 'do')

async function begun() {
  const repository = openRepository('test', 0)
  const { records } = await repository.load()
  const first: Step = {
    id: 'first',
    label: 'Demo',
    at: large.at,
    changes: Object.entries(start).flatMap(([collection, list]) =>
      Object.values(list).map((after) => ({ collection, id: after.id, before: null, after })),
    ) as Step['changes'],
  }
  const journal = pushStep(emptyJournal(), first).journal
  await repository.write(first, 'do', { before: emptyJournal(), after: journal })
  expect(Object.keys(records.lots)).toEqual([])
  const after = pushStep(journal, large).journal
  return { repository, journal, after }
}

it('killed at any write of a step of hundreds, it is whole or not there, undo has all of it, and nothing is left lying', async () => {
  const trial = await begun()
  const before = disk.writes
  await trial.repository.write(large, 'do', { before: trial.journal, after: trial.after })
  const writes = disk.writes - before
  // Record by record it took more than 900.
  expect(writes).toBeLessThan(100)
  const kills = Array.from({ length: writes }, (_, at) => at)
  const outcomes = { whole: 0, none: 0 }
  for (const kill of kills) {
    disk.stores.clear()
    disk.writesLeft = Infinity
    const { repository, journal, after } = await begun()
    disk.writesLeft = kill
    let acknowledged = true
    await repository.write(large, 'do', { before: journal, after }).catch(() => (acknowledged = false))
    disk.writesLeft = Infinity
    const loaded = await openRepository('test', 0).load()
    expect([loaded.damaged, loaded.repaired]).toEqual([[], []])
    const whole = sameRecord(loaded.records, done)
    expect(whole || sameRecord(loaded.records, start), `a step half done, killed at ${kill}`).toBe(true)
    if (acknowledged) expect(whole).toBe(true)
    expect(loaded.journal.steps.map(({ id }) => id)).toEqual(whole ? ['first', 'large'] : ['first'])
    if (whole) expect(loaded.journal.steps[1]).toEqual(large)
    outcomes[whole ? 'whole' : 'none']++
    const keys = [...disk.stores.get('journal')!.keys(), ...disk.stores.get('notes')!.keys()]
    expect(keys.filter((key) => key.startsWith('intent'))).toEqual([])
    expect(keys.filter((key) => key.startsWith('step/large')).length).toBe(whole ? 10 : 0)
  }
  expect(outcomes.whole).toBeGreaterThan(20)
  expect(outcomes.none).toBeGreaterThan(2)
})

it('a step of which a part is missing reaches back no further; dropped, it takes its parts along', async () => {
  const { repository, journal, after } = await begun()
  await repository.write(large, 'do', { before: journal, after })
  disk.stores.get('journal')!.delete('step/large/3')
  const loaded = await openRepository('test', 0).load()
  expect(sameRecord(loaded.records, done)).toBe(true)
  expect(loaded.journal).toEqual(emptyJournal())
  const none = { changes: [] }
  await repository.write(none, 'do', { before: after, after: emptyJournal() })
  expect([...disk.stores.get('journal')!.keys()].filter((key) => key.startsWith('step/large'))).toEqual([])
})

it('a value is carried in parts and put together again as it was', () => {
  const value = { ok: true, few: [1, 2], fault: { salvage: { whole: { lots, gear: [] } } }, photos: {} }
  const { frame, lists } = splitForTransfer(value)
  expect(frame).toEqual({ ...value, fault: { salvage: { whole: { lots: [], gear: [] } } } })
  expect(lists.map(({ path }) => path.join('.'))).toEqual(['fault.salvage.whole.lots'])
  const there = structuredClone(frame)
  for (const { path, items } of lists)
    for (let from = 0; from < items.length; from += 50)
      joinTransferred(there, path, items.slice(from, from + 50))
  expect(there).toEqual(value)
})
