import { beforeEach, describe, expect, it, vi } from 'vitest'
import demo from '#data/demo-yard.json'
import { newHeat } from '#core/heat'
import {
  applyStep,
  emptyJournal,
  fromWorkspace,
  JOURNAL_LENGTH,
  pushStep,
  workspaceSchema,
  type Change,
  type Journal,
  type Records,
  type Step,
  inOrder,
} from '#core/workspace'
import { openRepository } from '~/storage/repository'
import { disk } from '../../support/disk'
import { seeded } from '../../support/random-problem'
import { many } from '../../support/reliability'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

const yard = fromWorkspace(workspaceSchema.parse(demo))
const lots = Object.values(yard.lots).slice(0, 8)
/** A season of heats, each with little in it: what is tested is the keeping, not the casting. */
const heats = Array.from({ length: 200 }, (_, at) => ({
  ...newHeat(
    { id: `00000000-0000-4000-8000-${String(at).padStart(12, '0')}`, now: '2026-01-01T00:00:00.000Z' },
    [],
  ),
  number: at + 1,
}))
/** `npm run reliability` goes all the way; every test run a good part of it. */
const KILLS = many(400, 25)
const EDITS = many(5000, 300)
let ids = 0

/** One to three records changed at random, as a step. */
function randomStep(records: Records, random: () => number, most = heats.length): Step {
  const count = 1 + Math.floor(random() * 3)
  const changes: Change[] = []
  for (let at = 0; at < count; at++) {
    const heat = random() < 0.3
    const collection = heat ? 'heats' : 'lots'
    const pool = heat ? heats.slice(0, most) : lots
    const one = pool[Math.floor(random() * pool.length)]!
    if (changes.some(({ id }) => id === one.id)) continue
    const before = records[collection][one.id] ?? null
    const after =
      random() < 0.1
        ? null
        : heat
          ? { ...one, remarks: `word ${ids}` }
          : { ...one, massG: Math.floor(random() * 5000) }
    changes.push({ collection, id: one.id, before, after } as Change)
  }
  return { id: `step-${ids++}`, label: 'x', at: '2026-01-01T00:00:00.000Z', changes }
}

beforeEach(() => {
  disk.stores.clear()
  disk.writesLeft = Infinity
})

describe('kills', () => {
  // A browser ended outright forgets the last of what it put into its quick store, which reaches the disk late.
  it.each([
    ['tabs', 0, 0],
    ['browsers', 1, 0],
    // A phone with a flat battery comes back with a clock that is years off; one that is set later puts it right.
    ['browsers, the clock five years ahead at first,', 1, 1],
    ['browsers, the clock at 1970 now and again,', 1, -1],
  ])(
    `${KILLS} %s killed at random moments: every acknowledged change is there, no record is torn, none set aside`,
    async (_, forgets, clock) => {
      const random = seeded(77 + forgets)
      const trueNow = Date.now
      vi.spyOn(Date, 'now').mockImplementation(() => {
        if (clock > 0 && kills < 45) return trueNow() + 5 * 365.25 * 24 * 3600 * 1000
        return clock < 0 && kills % 3 === 1 ? kills : trueNow()
      })
      let kills = 0
      let records = fromWorkspace(
        workspaceSchema.parse({ ...demo, lots: [], heats: [], gear: [], alloys: [], settings: [] }),
      )
      let journal = emptyJournal()
      while (kills < KILLS) {
        const repository = openRepository('test', 0)
        await repository.load()
        disk.writesLeft = Math.floor(random() * 60)
        /** states that may be found: the last acknowledged one, and those not yet acknowledged after it */
        const open: { records: Records; journal: Journal }[] = [{ records, journal }]
        let alive = true
        /** the quick store as it was at each moment of this run: any of these may be what is left of it */
        const quick = [new Map<string, unknown>()]
        while (alive) {
          const step = randomStep(open.at(-1)!.records, random, 4)
          const next = {
            records: applyStep(open.at(-1)!.records, step, 'do'),
            journal: pushStep(open.at(-1)!.journal, step).journal,
          }
          const before = open.at(-1)!.journal
          open.push(next)
          try {
            const writing = repository.write(step, 'do', { before, after: next.journal })
            await Promise.resolve()
            quick.push(structuredClone(disk.stores.get('notes')!))
            await writing
            quick.push(structuredClone(disk.stores.get('notes')!))
            open.splice(0, open.length - 1)
          } catch {
            alive = false
          }
        }
        kills++
        disk.writesLeft = Infinity
        if (forgets) disk.stores.set('notes', quick[Math.floor(random() * quick.length)]!)
        const loaded = await openRepository('test', 0).load()
        expect(loaded.damaged, `kill ${kills}`).toEqual([])
        const onDisk = JSON.stringify(inOrder(sorted(loaded.records)))
        const found = open.some(
          (state) =>
            state.journal.cursor === loaded.journal.cursor &&
            JSON.stringify(inOrder(sorted(state.records))) === onDisk,
        )
        expect(found, `kill ${kills}: not a state that ever was`).toBe(true)
        records = loaded.records
        journal = loaded.journal
      }
      vi.restoreAllMocks()
    },
  )
})

describe('a season', () => {
  it(`200 heats and ${EDITS} edits with undo, redo and reloads end in the same state as a plain model of them`, async () => {
    const random = seeded(2026)
    let repository = openRepository('test', 0)
    let { records, journal } = await repository.load()
    // The plain model: what each record is, and a list to go back and forth in.
    const model = new Map<string, unknown>()
    let past: Change[][] = []
    let future: Change[][] = []
    const put = (changes: Change[], side: 'before' | 'after') => {
      for (const change of changes) {
        const key = `${change.collection}/${change.id}`
        if (change[side] === null) model.delete(key)
        else model.set(key, change[side])
      }
    }
    let reloads = 0
    for (let edit = 0; edit < EDITS; edit++) {
      const dice = random()
      const before = journal
      if (dice < 0.12 && past.length > 0 && journal.cursor > 0) {
        const step = journal.steps[journal.cursor - 1]!
        records = applyStep(records, step, 'undo')
        journal = { ...journal, cursor: journal.cursor - 1 }
        await repository.write(step, 'undo', { before, after: journal })
        const changes = past.pop()!
        put(changes, 'before')
        future.push(changes)
      } else if (dice < 0.2 && future.length > 0) {
        const step = journal.steps[journal.cursor]!
        records = applyStep(records, step, 'do')
        journal = { ...journal, cursor: journal.cursor + 1 }
        await repository.write(step, 'do', { before, after: journal })
        const changes = future.pop()!
        put(changes, 'after')
        past.push(changes)
      } else {
        const step = randomStep(records, random)
        records = applyStep(records, step, 'do')
        journal = pushStep(journal, step).journal
        await repository.write(step, 'do', { before, after: journal })
        put(step.changes, 'after')
        past.push(step.changes)
        past = past.slice(-JOURNAL_LENGTH)
        future = []
      }
      if (random() < 0.01) {
        reloads++
        repository = openRepository('test', 0)
        const loaded = await repository.load()
        expect(loaded.damaged).toEqual([])
        ;({ records, journal } = loaded)
      }
    }
    const loaded = await openRepository('test', 0).load()
    const found = new Map(
      Object.entries(loaded.records).flatMap(([collection, all]) =>
        Object.entries(all).map(([id, record]) => [`${collection}/${id}`, record] as const),
      ),
    )
    expect([...found.keys()].sort()).toEqual([...model.keys()].sort())
    for (const [key, record] of model) expect(found.get(key as `${string}/${string}`)).toEqual(record)
    expect(reloads).toBeGreaterThan(EDITS / 250)
    // Nothing is left lying about: a journal entry for each step kept, their order, what was done last and the revision.
    expect(disk.stores.get('journal')!.size).toBeLessThanOrEqual(JOURNAL_LENGTH + 3)
    expect(disk.stores.get('sums')!.size).toBe(0)
  })
})

function sorted(records: Records): unknown {
  return Object.entries(records).map(([name, all]) => [
    name,
    Object.entries(all).sort(([a], [b]) => (a < b ? -1 : 1)),
  ])
}
