import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { applyRemoteChanges, rebaseUndoStep, type Fits } from '#core/merge'
import {
  applyStep,
  fromWorkspace,
  recordSchemas,
  workspaceSchema,
  type AnyRecord,
  type Change,
  type Records,
  type Step,
} from '#core/workspace'
import { seeded } from '../../support/random-problem'

const yard = fromWorkspace(workspaceSchema.parse(demo))
const lot = Object.values(yard.lots)[0] as AnyRecord & { name: string; note?: string }
const fits: Fits = (collection, record) => recordSchemas[collection].safeParse(record).success
const hear = (
  records: Records,
  changes: readonly Change[],
  waiting: readonly Change[] = [],
  gone: AnyRecord | null = null,
) =>
  applyRemoteChanges(
    records,
    changes,
    fits,
    (collection, id) => waiting.some((one) => one.collection === collection && one.id === id),
    (_, id) => (gone?.id === id ? gone : null),
  )
const LATER = '2027-01-01T00:00:00.000Z'
const change = (before: object | null, after: object | null): Change =>
  ({ collection: 'lots', id: lot.id, before, after }) as Change
const withLot = (after: object) => applyStep(yard, { changes: [change(lot, after)] }, 'do')
const named = (name: string) => ({ ...lot, name, updatedAt: LATER })

describe('another window', () => {
  it('its change of what this one left alone is taken over as it is, with nothing to write or ask', () => {
    const heard = hear(yard, [change(lot, named('theirs'))])
    expect(heard.records.lots[lot.id]).toMatchObject({ name: 'theirs' })
    expect(heard).toMatchObject({ drawn: [], clashes: [] })
    expect(yard.lots[lot.id]).toBe(lot)
  })
  it('changes of different fields are both kept, and what came of it is to be written', () => {
    const mine = withLot({ ...lot, massG: 7 })
    const heard = hear(mine, [change(lot, named('theirs'))])
    expect(heard.records.lots[lot.id]).toMatchObject({ name: 'theirs', massG: 7 })
    expect(heard.drawn).toHaveLength(1)
    expect(heard.clashes).toEqual([])
  })
  it('changes of the same field are asked about', () => {
    const heard = hear(withLot({ ...lot, name: 'mine' }), [change(lot, named('theirs'))])
    expect(heard.clashes).toMatchObject([{ path: ['name'], mine: 'mine', theirs: 'theirs', id: lot.id }])
  })
  it('a record it took away while this one worked on it stays', () => {
    const mine = withLot({ ...lot, massG: 7 })
    expect(hear(mine, [change(lot, null)]).records.lots[lot.id]).toMatchObject({ massG: 7 })
    expect(hear(yard, [change(lot, null)]).records.lots[lot.id]).toBeUndefined()
  })
})

describe('whatever the order they hear of each other in', () => {
  const random = seeded(151)
  const RUNS = 300
  const heat = Object.values(yard.heats).at(-1) as AnyRecord & { number: number }

  /** Two windows and the disk: each tells at once and writes later; both lines keep their order. */
  it('two windows that change, delete and start at random end with the same yard, and so does the disk (300 runs)', () => {
    let asked = 0
    for (let run = 0; run < RUNS; run++) {
      let disk = yard
      const windows = [0, 1].map(() => ({
        records: yard,
        heard: [] as Change[][],
        writes: [] as Change[][],
        gone: null as AnyRecord | null,
        asked: 0,
      }))
      const write = (change_: Change[]) => (disk = applyStep(disk, { changes: change_ }, 'do'))
      let tick = 0
      const act = (self: number) => {
        const window = windows[self]!
        const other = windows[1 - self]!
        const mine = (window.records.lots[lot.id] ?? null) as typeof lot | null
        const stamp = { updatedAt: `2027-01-01T00:00:${String(++tick).padStart(2, '0')}.000Z` }
        const dice = random()
        const did: Change[] =
          mine && dice < 0.25
            ? [change(mine, null)]
            : !mine || dice < 0.4
              ? [
                  {
                    collection: 'heats',
                    id: `f0000000-0000-4000-8000-${String(run * 100 + tick).padStart(12, '0')}`,
                    before: null,
                    after: {
                      ...heat,
                      ...stamp,
                      id: `f0000000-0000-4000-8000-${String(run * 100 + tick).padStart(12, '0')}`,
                      number:
                        Math.max(
                          ...Object.values(window.records.heats).map((one) => (one as typeof heat).number),
                        ) + 1,
                    } as AnyRecord,
                  },
                ]
              : [
                  change(mine, {
                    ...mine,
                    ...stamp,
                    ...(random() < 0.5 ? { name: `n${tick}` } : { note: `t${tick}` }),
                  }),
                ]
        if (did[0]!.after === null) window.gone = mine
        window.records = applyStep(window.records, { changes: did }, 'do')
        window.writes.push(did)
        other.heard.push(did)
      }
      const listen = (self: number) => {
        const window = windows[self]!
        const told = window.heard.shift()
        if (!told) return
        const heard = hear(window.records, told, window.writes.flat(), window.gone)
        window.records = heard.records
        window.asked += heard.clashes.length
        if (heard.numbered.length > 0) windows[1 - self]!.heard.push(heard.numbered)
        if (heard.drawn.length > 0) {
          window.writes.push(heard.drawn)
        }
      }
      const put = (self: number) => {
        // It waits a breath before it writes: what was told before that has come by then.
        while (windows[self]!.heard.length > 0) listen(self)
        const next = windows[self]!.writes.shift()
        if (next) write(next)
      }
      for (let turn = 0; turn < 12; turn++) {
        const self = random() < 0.5 ? 0 : 1
        const dice = random()
        if (dice < 0.4 && turn < 6) act(self)
        else if (dice < 0.7) listen(self)
        else put(self)
      }
      while (windows.some(({ heard, writes }) => heard.length + writes.length > 0))
        for (const self of [0, 1]) {
          listen(self)
          put(self)
        }
      const plain = (records: Records) => ({
        lots: records.lots[lot.id] ?? null,
        heats: sortedHeats(records),
      })
      const numbers = sortedHeats(disk).map(({ number }) => number)
      expect(new Set(numbers).size, `run ${run}: numbers`).toBe(numbers.length)
      // Where both changed the same, the person is asked, and the answer is what both come to.
      if (windows.some(({ asked }) => asked > 0)) {
        asked++
        continue
      }
      expect(plain(windows[0]!.records), `run ${run}`).toEqual(plain(windows[1]!.records))
      expect(plain(disk), `run ${run}: the disk`).toEqual(plain(windows[0]!.records))
    }
    expect(asked).toBeLessThan(RUNS / 3)
  })
  const sortedHeats = (records: Records) =>
    (Object.values(records.heats) as (typeof heat)[]).sort((a, b) => (a.id < b.id ? -1 : 1))
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
    const back = applyStep(both, rebaseUndoStep(both, step, 'undo').step, 'undo')
    expect(back.lots[lot.id]).toMatchObject({
      name: 'theirs',
      massG: (lot as unknown as { massG: number }).massG,
    })
    const forth = applyStep(back, rebaseUndoStep(back, step, 'do').step, 'do')
    expect(forth.lots[lot.id]).toMatchObject({ name: 'theirs', massG: 7 })
  })
  it('does not take away a lot that the other window worked on, nor bring back one it took away', () => {
    const added: Step = { ...step, changes: [change(null, lot)] }
    const worked = withLot({ ...lot, note: 'theirs' })
    const undone = rebaseUndoStep(worked, added, 'undo')
    expect(undone).toMatchObject({ step: { changes: [] }, leftOut: [{ id: lot.id }] })
    const gone = applyStep(yard, { changes: [change(lot, null)] }, 'do')
    expect(rebaseUndoStep(gone, step, 'undo').leftOut).toHaveLength(1)
    expect(rebaseUndoStep(yard, added, 'undo')).toEqual({ step: added, leftOut: [] })
  })
  it('is the step itself where nobody else changed anything', () => {
    const mine = withLot({ ...lot, massG: 7 })
    expect(rebaseUndoStep(mine, step, 'undo')).toEqual({ step, leftOut: [] })
  })
})
