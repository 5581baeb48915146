import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { blankEntry, type Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { openSharedYard } from '#core/sync'
import { applyRemoteChanges, partOf, withPart, type Fits } from '#core/merge'
import {
  applyStep,
  fromWorkspace,
  recordSchemas,
  sameRecord,
  workspaceSchema,
  type AnyRecord,
  type Collection,
} from '#core/workspace'
import { many } from '../../support/reliability'
import { seeded } from '../../support/random-problem'

/*
 * Two windows of one browser share its disk and tell each other what was before and what is after; two devices share a
 * document. Whatever two did without knowing of each other comes to the same by both, and the same is asked.
 */
const yard = workspaceSchema.parse(demo)
const records = fromWorkspace(yard)
const fits: Fits = (collection, record) => recordSchemas[collection].safeParse(record).success
const RUNS = many(4000, 160)

type Random = () => number
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!
const uuid = (random: Random): string => {
  const hex = (length: number) =>
    Array.from({ length }, () => Math.floor(16 * random()).toString(16)).join('')
  return `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`
}

function editLot(lot: Lot, random: Random): Lot {
  const dice = random()
  if (dice < 0.35)
    return { ...lot, massG: Math.max(0, Math.round(10 * lot.massG + random() * 400 - 200) / 10) }
  if (dice < 0.45) return { ...lot, name: pick(random, ['bar', 'sprue', 'tap']) }
  if (dice < 0.55) return { ...lot, composition: { Cu: 60 + Math.round(30 * random()), Zn: 5 } }
  if (dice < 0.65) return { ...lot, pricePerKg: Math.round(10 * random()) }
  if (dice < 0.8)
    return {
      ...lot,
      coatings: [
        ...new Set([...(lot.coatings ?? []), pick(random, ['oil', 'paint', 'damp', 'plating'] as const)]),
      ],
    }
  if (dice < 0.9 || !lot.whereFrom) return { ...lot, whereFrom: pick(random, ['roof', 'attic']) }
  const { whereFrom: _, ...rest } = lot
  return rest
}

function editHeat(heat: Heat, random: Random): Heat {
  const { ingots } = heat.pour
  const pour = (change: Partial<Heat['pour']>): Heat => ({ ...heat, pour: { ...heat.pour, ...change } })
  const dice = random()
  if (dice < 0.25) {
    const entry = blankEntry({ id: uuid(random), at: '2026-11-01T10:00:00.000Z' }, 'note')
    return { ...heat, log: [...(heat.log ?? []), entry] }
  }
  if (dice < 0.4)
    return {
      ...heat,
      done: {
        ...heat.done,
        [`step-${Math.floor(6 * random())}`]: { at: '2026-11-01T10:00:00.000Z', skipped: false },
      },
    }
  if (dice < 0.5)
    return pour({ ingots: [...ingots, { ...yard.heats[0]!.pour.ingots[0]!, id: uuid(random) }] })
  if (dice < 0.65 && ingots.length > 0) {
    const out = pick(random, ingots)
    return pour({ ingots: ingots.filter((one) => one !== out) })
  }
  if (dice < 0.8 && ingots.length > 0) {
    const weighed = pick(random, ingots)
    const massG = Math.round(1000 * random())
    return pour({ ingots: ingots.map((one) => (one === weighed ? { ...one, massG } : one)) })
  }
  return { ...heat, title: pick(random, ['bells', 'rudder']) }
}

/** What comes of it where the two are windows, in the one that is told. */
function asWindows(
  collection: Collection,
  base: AnyRecord,
  mine: AnyRecord | null,
  theirs: AnyRecord | null,
) {
  const here = applyStep(records, { changes: [{ collection, id: base.id, before: base, after: mine }] }, 'do')
  const heard = applyRemoteChanges(
    here,
    [{ collection, id: base.id, before: base, after: theirs }],
    fits,
    undefined,
    () => (mine ? null : base),
  )
  return {
    record: (heard.records[collection][base.id] ?? null) as AnyRecord | null,
    asked: heard.clashes.map(({ path }) => path),
  }
}

/** What comes of it where the two are devices, on both of them. */
function asDevices(
  collection: Collection,
  base: AnyRecord,
  mine: AnyRecord | null,
  theirs: AnyRecord | null,
) {
  const desk = openSharedYard('desk', [])
  desk.write([{ collection, id: base.id, after: base }])
  const phone = openSharedYard('phone', [desk.whole()])
  desk.write([{ collection, id: base.id, after: mine }])
  phone.write([{ collection, id: base.id, after: theirs }])
  // Drawn together by both, and told once more.
  for (let round = 0; round < 3; round++) {
    const [one, other] = [desk.whole(), phone.whole()]
    desk.take(other)
    phone.take(one)
  }
  const record = desk.read(collection, base.id)
  expect(phone.read(collection, base.id)).toEqual(record)
  const questions = desk.questions((_, path) => record && partOf(record, [...path]))
  return { record, asked: questions.map(({ path }) => [...path]) }
}

/** A record without what two changed each to something else, and without the time of its change. */
function settled(record: AnyRecord | null, asked: readonly (readonly string[])[]): unknown {
  if (!record) return null
  const plain = asked.reduce((left, path) => withPart(left, [...path], null), record)
  return { ...plain, updatedAt: '' }
}

const inOrder = (paths: readonly (readonly string[])[]) => paths.map((path) => path.join(' ')).sort()

describe('two that did not know of each other', () => {
  const cases = {
    lots: (random: Random) =>
      [pick(random, yard.lots), (one: AnyRecord) => editLot(one as Lot, random)] as const,
    heats: (random: Random) =>
      [pick(random, yard.heats), (one: AnyRecord) => editHeat(one as Heat, random)] as const,
  }
  it.each(['lots', 'heats'] as const)(
    `windows and devices come to the same of their %s (${RUNS} seeded)`,
    (name) => {
      const random = seeded(77)
      let [asked, gone] = [0, 0]
      for (let run = 0; run < RUNS; run++) {
        const [base, edit] = cases[name](random)
        const work = (): AnyRecord | null => {
          if (random() < 0.08) return null
          let now: AnyRecord = base
          for (let edits = 1 + Math.floor(3 * random()); edits > 0; edits--) now = edit(now)
          return sameRecord(now, base) ? now : { ...now, updatedAt: '2026-12-01T00:00:00.000Z' }
        }
        const [mine, theirs] = [work(), work()]
        const windows = asWindows(name, base, mine, theirs)
        const devices = asDevices(name, base, mine, theirs)
        const what = `run ${run}: ${JSON.stringify([base, mine, theirs])}`
        expect(inOrder(windows.asked), what).toEqual(inOrder(devices.asked))
        expect(settled(windows.record, windows.asked), what).toEqual(settled(devices.record, devices.asked))
        // The other window, told of this one, has the same to the letter.
        expect(asWindows(name, base, theirs, mine).record, what).toEqual(windows.record)
        if (windows.asked.length > 0) asked++
        if (!windows.record) gone++
      }
      expect(asked).toBeGreaterThan(RUNS / 50)
      expect(gone).toBeGreaterThan(0)
    },
  )
})
