import { Doc, encodeStateAsUpdate } from 'yjs'
import { readRecord, takeUpdate, writeRecords } from '#core/sync'
import { COLLECTIONS, type Workspace } from '#core/workspace'

/** How long one thing takes, ms. */
function once<T>(work: () => T): [T, number] {
  const start = performance.now()
  return [work(), performance.now() - start]
}

/**
 * What a yard of many years costs two devices: to be written down the first time, to be joined, and a field more.
 * @returns rows of the benchmark's table
 */
export function syncRows(yard: Workspace): [measure: string, figure: string, target: string][] {
  const changes = COLLECTIONS.flatMap((collection) =>
    yard[collection].map((after) => ({ collection, id: after.id, after })),
  )
  const [desk, phone] = [new Doc(), new Doc()]
  const [, writingMs] = once(() => writeRecords(desk, changes, { device: 'desk' }))
  const [update, encodingMs] = once(() => encodeStateAsUpdate(desk))
  const [touched, takingMs] = once(() => takeUpdate(phone, update, 'phone'))
  const [, readingMs] = once(() => touched.map(({ collection, id }) => readRecord(phone, collection, id)))
  let bytes = 0
  desk.on('update', (told: Uint8Array) => {
    bytes += told.length
    takeUpdate(phone, told, 'phone')
  })
  const heat = yard.heats[0]!
  const EDITS = 50
  const [, editingMs] = once(() => {
    for (let edit = 0; edit < EDITS; edit++)
      writeRecords(desk, [{ collection: 'heats', id: heat.id, after: { ...heat, title: `Heat ${edit}` } }], {
        device: 'desk',
      })
  })
  const s = (ms: number) => `${(ms / 1000).toFixed(1)} s`
  return [
    [`sync: ${changes.length} records written down the first time`, s(writingMs), 'none set'],
    [
      `sync: joined, ${(update.length / 1e6).toFixed(0)} MB told, taken and read`,
      s(encodingMs + takingMs + readingMs),
      '≤ 15 s',
    ],
    ['sync: a field more, told', `${Math.round(bytes / EDITS)} B`, '< 2 kB'],
    ['sync: a field more, written, told and taken', `${(editingMs / EDITS).toFixed(1)} ms`, 'none set'],
  ]
}
