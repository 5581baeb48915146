import { beforeEach, describe, expect, it, vi } from 'vitest'
import demo from '#data/demo-yard.json'
import {
  applyStep,
  emptyJournal,
  fromWorkspace,
  noRecords,
  pushStep,
  workspaceSchema,
  type Change,
  type Journal,
  type Records,
  type Step,
} from '#core/workspace'
import { disk } from '../../support/disk'
import { openRepository as openWithPause } from '~/storage/repository'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

const openRepository = () => openWithPause('test', 0)

const yard = fromWorkspace(workspaceSchema.parse(demo))
const [lotA, lotB] = Object.values(yard.lots)
let ids = 0

function stepOf(before: Records, edits: Omit<Change, 'before'>[], label: string): Step {
  const changes = edits.map((edit) => ({ ...edit, before: before[edit.collection][edit.id] ?? null }))
  return { id: `step-${ids++}`, label, at: '2026-01-01T00:00:00.000Z', changes }
}

/** Two records changed in one step, and the yard and journal as they then stand. */
function twoLots(before: Records, journal: Journal, name: string) {
  const step = stepOf(
    before,
    [lotA!, lotB!].map((lot) => ({
      collection: 'lots' as const,
      id: lot.id,
      after: { ...lot, name } as typeof lot,
    })),
    name,
  )
  return { step, records: applyStep(before, step, 'do'), journal: pushStep(journal, step).journal }
}

beforeEach(() => {
  disk.stores.clear()
  disk.writesLeft = Infinity
})

describe('the yard on the disk', () => {
  it('an empty disk is an empty yard', async () => {
    expect(await openRepository().load()).toEqual({
      records: noRecords(),
      journal: emptyJournal(),
      damaged: [],
    })
  })

  it('what was written is there at the next start, undo list and all', async () => {
    const repository = openRepository()
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    await repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal })
    const second = twoLots(first.records, first.journal, 'second')
    await repository.write(second.step, 'do', { before: first.journal, after: second.journal })
    const undone = { ...second.journal, cursor: 1 }
    await repository.write(second.step, 'undo', { before: second.journal, after: undone })
    const loaded = await openRepository().load()
    expect(loaded.records).toEqual(first.records)
    expect(loaded.journal).toEqual(undone)
  })

  it('a tab closed after any number of writes leaves the step done or not done, never half', async () => {
    const outcomes = new Set<string>()
    for (let writes = 0; writes < 12; writes++) {
      disk.stores.clear()
      disk.writesLeft = Infinity
      const repository = openRepository()
      const first = twoLots(noRecords(), emptyJournal(), 'first')
      await repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal })
      const second = twoLots(first.records, first.journal, 'second')
      disk.writesLeft = writes
      await repository
        .write(second.step, 'do', { before: first.journal, after: second.journal })
        .catch(() => {})
      disk.writesLeft = Infinity
      const loaded = await openRepository().load()
      const names = Object.values(loaded.records.lots).map((lot) => (lot as { name: string }).name)
      expect(new Set(names).size, `closed after ${writes} writes: ${names.join()}`).toBe(1)
      expect(loaded.journal.cursor).toBe(names[0] === 'second' ? 2 : 1)
      expect(loaded.journal.steps.length).toBe(loaded.journal.cursor)
      outcomes.add(names[0]!)
    }
    expect([...outcomes].sort()).toEqual(['first', 'second'])
  })

  it('steps done faster than the disk takes them are all there after a reload at any moment', async () => {
    for (let writes = 5; writes < 40; writes++) {
      disk.stores.clear()
      disk.writesLeft = writes
      const repository = openRepository()
      let [records, journal] = [noRecords(), emptyJournal()]
      const all: Promise<void>[] = []
      for (const name of ['first', 'second', 'third', 'fourth', 'fifth']) {
        const next = twoLots(records, journal, name)
        all.push(repository.write(next.step, 'do', { before: journal, after: next.journal }).catch(() => {}))
        records = next.records
        journal = next.journal
      }
      await Promise.all(all)
      disk.writesLeft = Infinity
      const loaded = await openRepository().load()
      expect(loaded.records, `closed after ${writes} writes`).toEqual(records)
      expect(loaded.journal).toEqual(journal)
    }
  })

  it('what a full disk refused is written with the next step', async () => {
    const repository = openRepository()
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    disk.writesLeft = 2
    await expect(
      repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal }),
    ).rejects.toThrow()
    disk.writesLeft = Infinity
    const second = twoLots(first.records, first.journal, 'second')
    await repository.write(second.step, 'do', { before: first.journal, after: second.journal })
    expect(await openRepository().load()).toMatchObject({ records: second.records, journal: second.journal })
    expect([...disk.stores.get('notes')!.keys()]).toEqual([])
  })

  it('a damaged record is set aside and told of; the rest is kept', async () => {
    const repository = openRepository()
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    await repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal })
    const records = disk.stores.get('records')!
    records.set(`lots/${lotA!.id}`, { id: lotA!.id, massG: 'a lot' })
    records.set('nonsense/1', {})
    const loaded = await openRepository().load()
    expect(loaded.damaged.sort()).toEqual([`lots/${lotA!.id}`, 'nonsense/1'])
    expect(Object.keys(loaded.records.lots)).toEqual([lotB!.id])
    expect([...disk.stores.get('damaged')!.keys()].sort()).toEqual(loaded.damaged)
  })

  it('a record that rotted on the disk is found by its checksum', async () => {
    const repository = openRepository()
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    await repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal })
    const records = disk.stores.get('records')!
    records.set(`lots/${lotA!.id}`, { ...(records.get(`lots/${lotA!.id}`) as object), massG: 1 })
    const loaded = await openRepository().load()
    expect(loaded.damaged).toEqual([`lots/${lotA!.id}`])
    expect(Object.keys(loaded.records.lots)).toEqual([lotB!.id])
  })

  it('a missing step shortens the undo list and nothing else', async () => {
    const repository = openRepository()
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    await repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal })
    const second = twoLots(first.records, first.journal, 'second')
    await repository.write(second.step, 'do', { before: first.journal, after: second.journal })
    disk.stores.get('journal')!.delete(`step/${first.step.id}`)
    const loaded = await openRepository().load()
    expect(loaded.records).toEqual(second.records)
    expect(loaded.journal).toEqual({ steps: [second.step], cursor: 1 })
  })

  it('typing into one field keeps one step on the disk', async () => {
    const repository = openRepository()
    let records = noRecords()
    let journal = emptyJournal()
    for (const name of ['C', 'Co', 'Cop']) {
      const step = stepOf(
        records,
        [{ collection: 'lots', id: lotA!.id, after: { ...lotA!, name } as typeof lotA & object }],
        name,
      )
      const after = pushStep(journal, step, 'name').journal
      records = applyStep(records, step, 'do')
      await repository.write(step, 'do', { before: journal, after })
      journal = after
    }
    const steps = [...disk.stores.get('journal')!.keys()].filter((key) => key.startsWith('step/'))
    expect(steps.length).toBe(1)
    expect((await openRepository().load()).journal).toEqual(journal)
  })
})
