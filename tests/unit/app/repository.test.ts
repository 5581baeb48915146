import { readFileSync } from 'node:fs'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import demo from '#data/demo-yard.json'
import {
  applyStep,
  checksum,
  emptyJournal,
  fromWorkspace,
  noRecords,
  pushStep,
  recordSum,
  REVISION,
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

/** A yard whose one step is on the disk. */
async function kept(name: string) {
  const first = twoLots(noRecords(), emptyJournal(), name)
  await openRepository().write(first.step, 'do', { before: emptyJournal(), after: first.journal })
  return first
}

/** A record changed behind the app's back. */
function rot(key: string): void {
  const records = disk.stores.get('records')!
  records.set(key, { ...(records.get(key) as object), massG: 1 })
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
      repaired: [],
      newer: null,
      blank: true,
      heard: 0,
      loose: false,
    })
    await kept('first')
    expect((await openRepository().load()).blank).toBe(false)
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
    for (let writes = 0; writes < 20; writes++) {
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

  it('who writes without end is told again and again what is on the disk, not only at the end', async () => {
    disk.slow = true
    const repository = openWithPause('test', 1)
    let [records, journal] = [noRecords(), emptyJournal()]
    let done = 0
    let most = 0
    for (let at = 0; at < 120; at++) {
      const next = twoLots(records, journal, `change ${at}`)
      void repository.write(next.step, 'do', { before: journal, after: next.journal }).then(() => done++)
      ;({ records, journal } = next)
      await new Promise((resolve) => setTimeout(resolve, 1))
      most = Math.max(most, at + 1 - done)
    }
    disk.slow = false
    expect(done).toBeGreaterThan(10)
    expect(most).toBeLessThan(100)
  })

  it('what a full disk refused is written with the next step', async () => {
    const repository = openRepository()
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    disk.writesLeft = 2
    await expect(
      repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal }),
    ).rejects.toThrow()
    // Room for the step, and none for what makes the database begin a new log: not yet kept for sure.
    disk.dropped.length = 0
    disk.writesLeft = 12
    await expect(repository.flush()).rejects.toThrow()
    expect(disk.dropped).toEqual([])
    disk.writesLeft = Infinity
    const second = twoLots(first.records, first.journal, 'second')
    await repository.write(second.step, 'do', { before: first.journal, after: second.journal })
    expect(disk.dropped).toEqual(['hephaestal-padding'])
    expect(await openRepository().load()).toMatchObject({ records: second.records, journal: second.journal })
    expect([...disk.stores.get('notes')!.keys()]).toEqual([])
  })

  it('a damaged record is set aside and told of; the rest is kept', async () => {
    const first = await kept('first')
    disk.stores.get('journal')!.delete(`step/${first.step.id}`)
    const records = disk.stores.get('records')!
    records.set(`lots/${lotA!.id}`, { id: lotA!.id, massG: 'a lot' })
    records.set('nonsense/1', {})
    const loaded = await openRepository().load()
    expect(loaded.damaged.sort()).toEqual([`lots/${lotA!.id}`, 'nonsense/1'])
    expect(Object.keys(loaded.records.lots)).toEqual([lotB!.id])
    expect([...disk.stores.get('damaged')!.keys()].sort()).toEqual(loaded.damaged)
  })

  it('a record that rotted on the disk is found by its checksum, and put right from the undo list', async () => {
    const first = await kept('first')
    const key = `lots/${lotA!.id}`
    rot(key)
    const loaded = await openRepository().load()
    expect(loaded.repaired).toEqual([key])
    expect(loaded.damaged).toEqual([])
    expect(loaded.records).toEqual(first.records)
    expect(await openRepository().load()).toMatchObject({ records: first.records, repaired: [] })
  })

  it('a record and its checksum lie in one value; another order of its fields is no damage', async () => {
    const first = await kept('first')
    const key = `lots/${lotA!.id}`
    const records = disk.stores.get('records')!
    expect(records.get(key)).toMatchObject({
      name: 'first',
      checksum: recordSum(first.records.lots[lotA!.id]),
    })
    expect(disk.stores.get('sums')!.size).toBe(0)
    const turned = (value: unknown): unknown =>
      typeof value !== 'object' || value === null || Array.isArray(value)
        ? value
        : Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([field, inner]) => [field, turned(inner)]),
          )
    records.set(key, turned(records.get(key)))
    expect(await openRepository().load()).toMatchObject({ records: first.records, repaired: [], damaged: [] })
  })

  it('a yard of revision 9 has its checksums beside it: what rotted is found by them, what is written leaves them', async () => {
    const first = await kept('first')
    const [keyA, keyB] = [`lots/${lotA!.id}`, `lots/${lotB!.id}`]
    const asNine = (id: string) => JSON.parse(JSON.stringify(first.records.lots[id]))
    for (const [key, id] of [
      [keyA, lotA!.id],
      [keyB, lotB!.id],
    ] as const) {
      disk.stores.get('records')!.set(key, asNine(id))
      disk.stores.get('sums')!.set(key, checksum(JSON.stringify(asNine(id))))
    }
    disk.stores.get('journal')!.set('revision', 9)
    rot(keyA)
    const loaded = await openRepository().load()
    expect(loaded).toMatchObject({ records: first.records, repaired: [keyA], damaged: [] })
    expect([...disk.stores.get('sums')!.keys()]).toEqual([keyB])
    expect(await openRepository().load()).toMatchObject({ records: first.records, repaired: [], damaged: [] })
  })

  it('settings of revision 9 grow on the disk although they could be read as they are', async () => {
    const [settings] = JSON.parse(readFileSync('tests/samples/yard-revision-9.json', 'utf8')).settings
    const old = { ...settings, overruledRecovery: { 'other/Al': 0.9 } }
    disk.stores.set('records', new Map([[`settings/${settings.id}`, old]]))
    disk.stores.set('journal', new Map<string, unknown>([['revision', 9]]))
    const grown = { ...settings, overruledRecovery: { 'Zn/Al': 0.9, 'Sn/Al': 0.9 } }
    expect((await openRepository().load()).records.settings).toEqual({ [settings.id]: grown })
    expect((await openRepository().load()).records.settings).toEqual({ [settings.id]: grown })
  })

  it('where the undo list does not know it as it was, it is set aside and can be had as it lies', async () => {
    const first = await kept('first')
    const key = `lots/${lotA!.id}`
    rot(key)
    disk.stores.get('journal')!.delete(`step/${first.step.id}`)
    const loaded = await openRepository().load()
    expect(loaded.damaged).toEqual([key])
    expect(Object.keys(loaded.records.lots)).toEqual([lotB!.id])
    expect(await openRepository().setAside()).toMatchObject({ [key]: { massG: 1 } })
  })

  it('a yard of the first revision is brought up to date on the disk, its undo list too', async () => {
    const sample = JSON.parse(readFileSync('tests/samples/yard-revision-1.json', 'utf8'))
    const records = new Map(sample.heats.map((heat: { id: string }) => [`heats/${heat.id}`, heat]))
    const [heat] = sample.heats
    const step = {
      id: 's',
      label: 'x',
      at: heat.updatedAt,
      changes: [{ collection: 'heats', id: heat.id, before: null, after: heat }],
    }
    disk.stores.set('records', records as Map<string, unknown>)
    disk.stores.set(
      'journal',
      new Map<string, unknown>([
        ['head', { ids: ['s'], cursor: 1 }],
        ['step/s', step],
      ]),
    )
    const loaded = await openRepository().load()
    expect(loaded.damaged).toEqual([])
    expect(Object.values(loaded.records.heats)).toHaveLength(sample.heats.length)
    expect(loaded.records.heats[heat.id]).toMatchObject({ confidence: null })
    expect(loaded.journal.steps[0]!.changes[0]!.after).toMatchObject({ confidence: null })
    expect(records.get(`heats/${heat.id}`)).toMatchObject({ confidence: null })
    expect(disk.stores.get('journal')!.get('revision')).toBe(REVISION)
    expect(await openRepository().load()).toEqual(loaded)
  })

  it('a record that rotted in a yard of an earlier revision is put right from the undo list, and then grows', async () => {
    const [heat] = JSON.parse(readFileSync('tests/samples/yard-revision-1.json', 'utf8')).heats
    const key = `heats/${heat.id}`
    const change = { collection: 'heats', id: heat.id, before: null, after: heat }
    disk.stores.set('records', new Map([[key, { ...heat, tapMassG: 1 }]]))
    disk.stores.set('sums', new Map([[key, checksum(JSON.stringify(heat))]]))
    disk.stores.set(
      'journal',
      new Map<string, unknown>([
        ['head', { ids: ['s'], cursor: 1 }],
        ['step/s', { id: 's', label: 'x', at: heat.updatedAt, changes: [change] }],
      ]),
    )
    const loaded = await openRepository().load()
    expect(loaded).toMatchObject({ damaged: [], repaired: [key] })
    expect(loaded.records.heats[heat.id]).toMatchObject({ tapMassG: heat.tapMassG, confidence: null })
    expect(await openRepository().load()).toEqual({ ...loaded, repaired: [] })
  })

  it('a yard a newer app keeps here is shown as far as it is understood, and nothing of it is touched', async () => {
    await kept('first')
    const records = disk.stores.get('records')!
    const key = `lots/${lotA!.id}`
    records.set(key, { ...(records.get(key) as object), spin: 'up' })
    records.set('moulds/1', { id: 1 })
    disk.stores.get('journal')!.set('revision', REVISION + 1)
    disk.stores.get('notes')!.set('intent/x', { changes: [{ key, value: null }], put: [], drop: [] })
    const before = structuredClone(disk.stores)
    disk.writes = 0
    const loaded = await openRepository().load()
    expect(loaded.newer).toEqual({ leftOut: 1 })
    expect(loaded.records.lots[lotA!.id]).toMatchObject({ name: 'first' })
    expect(loaded.records.lots[lotA!.id]).not.toHaveProperty('spin')
    expect(disk.writes).toBe(0)
    expect(disk.stores).toEqual(before)
  })

  it('a newer app that took the yard over meanwhile is not written over, and what was to be written is told as not kept', async () => {
    let told = 0
    const repository = openWithPause('test', 0, { overtaken: () => told++ })
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    await repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal })
    await repository.load()
    await repository.check()
    expect(told).toBe(0)
    disk.stores.get('journal')!.set('revision', REVISION + 1)
    const before = structuredClone(disk.stores)
    const second = twoLots(first.records, first.journal, 'second')
    await repository.write(second.step, 'do', { before: first.journal, after: second.journal })
    expect(told).toBe(1)
    // Not in a note either: the newer app would finish it.
    expect(disk.stores).toEqual(before)
    await repository.check()
    expect(told).toBe(2)
    expect(disk.stores).toEqual(before)
  })

  it('a note the browser brought back, long done, does not bring old values back', async () => {
    const repository = openRepository()
    const first = twoLots(noRecords(), emptyJournal(), 'first')
    const writing = repository.write(first.step, 'do', { before: emptyJournal(), after: first.journal })
    const stale = structuredClone(disk.stores.get('notes')!)
    await writing
    const second = twoLots(first.records, first.journal, 'second')
    await repository.write(second.step, 'do', { before: first.journal, after: second.journal })
    expect(stale.size).toBe(1)
    disk.stores.set('notes', stale)
    expect((await openRepository().load()).records).toEqual(second.records)
    expect(disk.stores.get('notes')!.size).toBe(0)
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

  it('two windows’ steps are all there at the next start, in the order they were done, undone ones as such', async () => {
    const [one, other] = [openRepository(), openRepository()]
    await one.load()
    await other.load()
    const empty = emptyJournal()
    const mine = twoLots(noRecords(), empty, 'mine')
    await one.write(mine.step, 'do', { before: empty, after: mine.journal })
    const theirs = twoLots(mine.records, empty, 'theirs')
    await other.write(theirs.step, 'do', { before: empty, after: theirs.journal })
    const again = twoLots(theirs.records, mine.journal, 'mine again')
    await one.write(again.step, 'do', { before: mine.journal, after: again.journal })
    const lying = async () => {
      const { steps, cursor } = (await openRepository().load()).journal
      return { steps: steps.map(({ label }) => label), cursor }
    }
    const all = ['mine', 'theirs', 'mine again']
    expect(await lying()).toEqual({ steps: all, cursor: 3 })
    const undone = { ...again.journal, cursor: 1 }
    await one.write(again.step, 'undo', { before: again.journal, after: undone })
    expect(await lying()).toEqual({ steps: all, cursor: 2 })
    // What one drops of its own is gone; the other, which never had it, does not bring it back.
    const instead = twoLots(theirs.records, undone, 'instead')
    await one.write(instead.step, 'do', { before: undone, after: instead.journal })
    const more = twoLots(instead.records, theirs.journal, 'theirs again')
    await other.write(more.step, 'do', { before: theirs.journal, after: more.journal })
    expect(await lying()).toEqual({ steps: ['mine', 'theirs', 'instead', 'theirs again'], cursor: 4 })
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
