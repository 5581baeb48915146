import { openSharedYard, type Touched } from '#core/sync'
import { mergeChanges, partOf } from '#core/merge'
import {
  COLLECTIONS,
  migrateRecord,
  REVISION,
  sameRecord,
  type AnyRecord,
  type Change,
  type Collection,
} from '#core/workspace'
import { watch } from 'vue'
import type { useYard } from '~/storage/yard-store'
import { dropComing, keepInstead, keepUpdate, noteComing, readComing, readUpdates } from './group-disk'

/** So many small updates on the disk are better one. */
const MOST_UPDATES = 600

type Yard = ReturnType<typeof useYard>

export interface PortEars {
  /** told at once that something was written, and is not safe yet */
  writing: () => void
  /** told of every update once it is safe on the disk */
  written: (update: Uint8Array) => void
  /** told when what devices say beside the records may be otherwise */
  said: () => void
  /** whether the yard follows: not before the two were drawn together */
  shown: () => boolean
}

/**
 * What stands between this browser's yard and those of other devices: all that is done here is written for them, and
 * all they wrote is put in here. What is written is on the disk before it is sent, and what is heard before it is shown.
 */
export async function openPort(yard: Yard, device: string, { writing, written, said, shown }: PortEars) {
  const { all, last } = await readUpdates()
  const noted = await readComing()
  const lying = new Set(all.map((one) => one.number))
  // Never kept, it is told again by the relay, by another number; what the yard's disk says is in it is in it.
  const coming = noted.filter((one) => lying.has(one.number) && one.number > yard.heardUpTo())
  const unsure = new Set(coming.map((one) => one.number))
  for (const one of noted) if (!unsure.has(one.number)) await dropComing(one.number)
  let number = Math.max(last, yard.heardUpTo(), ...noted.map((one) => one.number))
  let count = all.length
  const shared = openSharedYard(
    device,
    all.filter((one) => !unsure.has(one.number)).map(({ update }) => update),
  )
  let queue: Promise<void> = Promise.resolve()
  const inTurn = (work: () => Promise<void>) => {
    const done = queue.then(work)
    queue = done.catch(() => {})
    return done
  }
  shared.onWritten((update) => {
    const own = ++number
    writing()
    void inTurn(async () => {
      await keepUpdate(own, update)
      count++
      written(update)
    })
  })
  shared.onSaid(said)

  const now = ({ collection, id }: Touched): AnyRecord | null => yard.records[collection][id] ?? null
  const ask = () => {
    yard.asked = shared
      .questions((one, path) => {
        const record = now(one)
        return record && partOf(record, path)
      })
      .map(({ collection, id, path, stands, other }) => ({
        collection,
        id,
        path: [...path],
        mine: stands,
        theirs: other,
      }))
  }
  const theirs = (one: Touched, revision: number) => {
    const read = shared.read(one.collection, one.id)
    return read && (migrateRecord(one.collection, read, revision) as AnyRecord)
  }

  /** Puts into the yard what records have become by the others' word. */
  function show(touched: readonly Touched[], revision: number, heard: number): void {
    const changes = touched.flatMap((one): Change[] => {
      const [before, after] = [now(one), theirs(one, revision)]
      return sameRecord(before, after) ? [] : [{ ...one, before, after }]
    })
    if (changes.length > 0) yard.takeIn(changes, { heard })
    ask()
  }

  /** What an earlier page had heard and not put into the yard. */
  function finish(): void {
    for (const { number: at } of coming) {
      const update = all.find((one) => one.number === at)?.update
      if (!update) continue
      const was = new Map<string, AnyRecord | null>()
      for (const { collection, id } of shared.names())
        was.set(`${collection}/${id}`, shared.read(collection, id))
      const changes = shared.take(update).flatMap((one): Change[] => {
        const [before, after] = [now(one), theirs(one, REVISION)]
        const former = was.get(`${one.collection}/${one.id}`) ?? null
        if (sameRecord(before, after)) return []
        if (sameRecord(before, former) || !before || !after || !former) return [{ ...one, before, after }]
        return [{ ...one, before, after: mergeChanges(one.collection, former, before, after).merged }]
      })
      if (changes.length > 0) yard.takeIn(changes, { heard: at })
      void yard
        .saved()
        .then(() => dropComing(at))
        .catch(() => {})
    }
  }

  /** What was done here and never came to be written for the others. */
  function catchUp(): void {
    const changes: Omit<Change, 'before'>[] = []
    const lost: Change[] = []
    const ids = new Map<Collection, Set<string>>(
      COLLECTIONS.map((collection) => [collection, new Set(Object.keys(yard.records[collection]))]),
    )
    for (const { collection, id } of shared.names()) ids.get(collection)!.add(id)
    const damaged = new Set(yard.damaged)
    for (const [collection, all_] of ids)
      for (const id of all_) {
        const one = { collection, id }
        const [here, there] = [now(one), shared.read(collection, id)]
        if (sameRecord(here, there)) continue
        // What was lost or damaged in this browser was not taken away by anybody.
        if (!here && (yard.isEmpty || damaged.has(`${collection}/${id}`)))
          lost.push({ ...one, before: null, after: there })
        else changes.push({ ...one, after: here })
      }
    if (lost.length > 0) yard.takeIn(lost)
    shared.write(changes)
  }

  const isFree = () => yard.ready && !yard.looking && yard.keeping !== 'shut'
  /** Waits while a yard is only looked at: what comes is for the yard itself. */
  const free = () =>
    isFree()
      ? Promise.resolve()
      : new Promise<void>((resolve) => {
          const stop = watch(isFree, (is) => {
            if (!is) return
            stop()
            resolve()
          })
        })

  return {
    shared,
    /** Begins to carry: this browser's yard and the document are one from here on. */
    begin(): void {
      finish()
      catchUp()
      ask()
      yard.carry({
        changed: (changes) => {
          shared.write(changes)
          ask()
        },
        settled: (asked) => {
          shared.answer(asked)
          ask()
        },
      })
    },
    /**
     * Takes over what another device wrote.
     * @param revision of the app that wrote it
     */
    hear: (update: Uint8Array, revision: number): Promise<void> =>
      inTurn(async () => {
        await free()
        const own = ++number
        // One after the other: kept and not noted, it would be taken back as something undone here.
        if (shown()) await noteComing(own)
        await keepUpdate(own, update)
        count++
        const touched = shared.take(update)
        if (!shown()) return
        show(touched, revision, own)
        // Where the yard could not be written, the note stays: the next start looks.
        void yard
          .saved()
          .then(() => (yard.saveError ? undefined : dropComing(own)))
          .catch(() => {})
      }),
    /** The yard becomes what the devices have, and what it was is gone from here. */
    takeOver(): void {
      const changes: Change[] = []
      for (const collection of COLLECTIONS)
        for (const [id, before] of Object.entries(yard.records[collection]))
          if (!shared.read(collection, id)) changes.push({ collection, id, before, after: null })
      for (const one of shared.names()) {
        const after = shared.read(one.collection, one.id)
        if (after) changes.push({ ...one, before: now(one), after })
      }
      yard.takeIn(changes, { anew: true })
    },
    /** Lays many updates together on the disk. */
    tidy: (): Promise<void> =>
      inTurn(async () => {
        await yard.saved()
        if (count < MOST_UPDATES || (await readComing()).length > 0) return
        await keepInstead(number, shared.whole())
        count = 1
      }),
    /** Resolves when all that was written is safe and told. */
    settled: () => queue,
    end: () => yard.carry(null),
  }
}
export type Port = Awaited<ReturnType<typeof openPort>>
