import { beforeEach, describe, expect, it, vi } from 'vitest'
import demo from '../../../data/demo-yard.json' with { type: 'json' }
import {
  applyStep,
  emptyJournal,
  fromWorkspace,
  noRecords,
  pushStep,
  sameRecord,
  workspaceSchema,
  type Change,
  type Journal,
  type Records,
} from '#core/workspace'
import { openRepository } from '~/storage/repository'
import { disk } from '../../support/disk'
import { seeded } from '../../support/random-problem'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

const yard = fromWorkspace(workspaceSchema.parse(demo))
const [pattern] = Object.values(yard.lots)
const LOTS = 450
const lotAt = (at: number) => ({
  ...pattern!,
  id: `00000000-0000-4000-a000-${String(at).padStart(12, '0')}`,
  name: `Lot ${at}`,
})
const idAt = (at: number) => lotAt(at).id
let steps = 0

/** A yard in memory and the repository it is written with. */
function session() {
  const repository = openRepository('test', 0)
  let records: Records = noRecords()
  let journal: Journal = emptyJournal()
  return {
    repository,
    now: () => records,
    async begin() {
      const loaded = await repository.load()
      ;({ records, journal } = loaded)
      return loaded
    },
    async put(edits: { at: number; name: string | null }[]) {
      const changes = edits.map(({ at, name }) => ({
        collection: 'lots',
        id: idAt(at),
        before: records.lots[idAt(at)] ?? null,
        after: name === null ? null : { ...lotAt(at), name },
      })) as Change[]
      const step = { id: `step-${steps++}`, label: 'x', at: '2026-01-01T00:00:00.000Z', changes }
      const before = journal
      records = applyStep(records, step, 'do')
      journal = pushStep(journal, step).journal
      await repository.write(step, 'do', { before, after: journal })
    },
  }
}

const all = (name: string) => Array.from({ length: LOTS }, (_, at) => ({ at, name: `${name} ${at}` }))
const keys = (start: string) => [...disk.stores.get('records')!.keys()].filter((key) => key.startsWith(start))

beforeEach(() => {
  disk.stores.clear()
  disk.writesLeft = Infinity
})

describe('records in packs', () => {
  it('many at once lie in packs; a change lies alone and counts; a deleted one does not come back', async () => {
    const first = session()
    await first.begin()
    await first.put(all('first'))
    expect(keys('pack/').length).toBeLessThan(LOTS / 20)
    expect(keys('lots/')).toEqual([])
    await first.put([{ at: 7, name: 'changed' }])
    await first.put([{ at: 8, name: null }])
    const second = session()
    await second.begin()
    expect(sameRecord(second.now(), first.now())).toBe(true)
    expect(second.now().lots[idAt(7)]).toMatchObject({ name: 'changed' })
    expect(second.now().lots[idAt(8)]).toBeUndefined()
    // A later pack counts before what lay alone.
    await second.put(all('second'))
    expect(keys('lots/')).toEqual([])
    const third = session()
    await third.begin()
    expect(sameRecord(third.now(), second.now())).toBe(true)
    expect(Object.keys(third.now().lots).length).toBe(LOTS)
  })

  it('a damaged text in a pack costs that record alone, and the undo list repairs it', async () => {
    const first = session()
    await first.begin()
    await first.put(all('first'))
    const pack = disk.stores.get('records')!.get('pack/00000001') as { texts: string[] }
    pack.texts[3] = pack.texts[3]!.replace('first 3', 'torn  3')
    const loaded = await session().begin()
    expect(loaded.repaired).toEqual([`lots/${idAt(3)}`])
    expect(loaded.damaged).toEqual([])
    expect(sameRecord(loaded.records, first.now())).toBe(true)
    expect((await session().begin()).repaired).toEqual([])
    disk.stores.get('journal')!.delete('head')
    const other = disk.stores.get('records')!.get('pack/00000002') as { texts: string[]; keys: string[] }
    other.texts[0] = '{"id":'
    const poorer = await session().begin()
    expect(poorer.damaged).toEqual([other.keys[0]])
    expect(Object.keys(poorer.records.lots).length).toBe(LOTS - 1)
  })

  it('an unreadable pack is set aside and named; the rest opens', async () => {
    const first = session()
    await first.begin()
    await first.put(all('first'))
    const { keys: lost } = disk.stores.get('records')!.get('pack/00000001') as { keys: string[] }
    disk.stores.get('records')!.set('pack/00000001', undefined)
    const loaded = await session().begin()
    expect(loaded.damaged).toEqual(['pack/00000001'])
    expect(Object.keys(loaded.records.lots).length).toBe(LOTS - lost.length)
  })

  it('many records that lie alone are packed; broken off after any write, the yard is the same', async () => {
    const first = session()
    await first.begin()
    await first.put(all('first'))
    const random = seeded(11)
    for (let at = 0; at < 260; at++)
      await first.put([{ at, name: random() < 0.2 ? null : `later ${Math.floor(random() * 1e6)}` }])
    const second = session()
    expect((await second.begin()).loose).toBe(true)
    const before = structuredClone(
      [...disk.stores].map(([name, entries]) => [name, new Map(entries)] as const),
    )
    const counted = disk.writes
    await second.repository.tidy()
    const writes = disk.writes - counted
    expect(keys('lots/')).toEqual([])
    expect((await session().begin()).loose).toBe(false)
    for (let kill = 0; kill <= writes; kill += kill < 20 ? 1 : 13) {
      for (const [name, entries] of before) {
        const store = disk.stores.get(name)!
        store.clear()
        for (const [key, value] of entries) store.set(key, structuredClone(value))
      }
      disk.writesLeft = kill
      await second.repository.tidy().catch(() => {})
      disk.writesLeft = Infinity
      const loaded = await session().begin()
      expect([loaded.damaged, loaded.repaired]).toEqual([[], []])
      expect(sameRecord(loaded.records, first.now()), `broken off after ${kill} writes`).toBe(true)
    }
  })

  it('packing leaves alone what another window wrote meanwhile, and what is damaged', async () => {
    const first = session()
    await first.begin()
    await first.put(all('first'))
    for (let at = 0; at < 210; at++) await first.put([{ at, name: `later ${at}` }])
    const second = session()
    await second.begin()
    await first.put([{ at: 5, name: 'the other window' }])
    const lying = disk.stores.get('records')!
    lying.set(`lots/${idAt(200)}`, { ...(lying.get(`lots/${idAt(200)}`) as object), massG: 1 })
    await second.repository.tidy()
    const loaded = await session().begin()
    expect(loaded.records.lots[idAt(5)]).toMatchObject({ name: 'the other window' })
    expect(loaded.repaired).toEqual([`lots/${idAt(200)}`])
    expect(loaded.records.lots[idAt(200)]).toMatchObject({ name: 'later 200' })
  })
})
