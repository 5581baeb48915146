import { Doc, encodeStateAsUpdate, encodeStateVector } from 'yjs'
import { answerQuestion, openQuestions, readRecord, recordNames, takeUpdate, writeRecords } from '#core/sync'
import { partOf } from '#core/merge'
import type { AnyRecord, Collection } from '#core/workspace'

/** A device with a yard of its own, and what it can do alone. */
export class Device {
  readonly doc = new Doc()
  constructor(
    readonly name: string,
    clientId: number,
  ) {
    // Which of two that did not know of each other stands is told by it: the same in every run.
    this.doc.clientID = clientId
  }
  read = (collection: Collection, id: string) => readRecord(this.doc, collection, id)
  write = (collection: Collection, after: AnyRecord, anew = false): void =>
    void writeRecords(this.doc, [{ collection, id: after.id, after }], {
      device: this.name,
      toldAnew: () => anew,
    })
  takeAway = (collection: Collection, id: string) =>
    writeRecords(this.doc, [{ collection, id, after: null }], { device: this.name })
  /** Everything there is, for comparing. */
  yard = () =>
    Object.fromEntries(
      recordNames(this.doc)
        .map(({ collection, id }) => [`${collection}/${id}`, this.read(collection, id)] as const)
        .filter(([, record]) => record !== null)
        .sort(([a], [b]) => (a < b ? -1 : 1)),
    )
  questions = () =>
    openQuestions(this.doc, ({ collection, id }, path) => {
      const record = this.read(collection, id)
      return record && partOf(record, path)
    })
  answer = () => this.questions().forEach((asked) => answerQuestion(this.doc, asked, this.name))
}

/** One hears all that the other has and it has not. */
export function hears(one: Device, other: Device): void {
  takeUpdate(one.doc, encodeStateAsUpdate(other.doc, encodeStateVector(one.doc)), one.name)
}

/** All hear of each other until nobody has anything new. */
export function meet(...devices: Device[]): void {
  for (let turn = 0; turn < 4; turn++)
    for (const one of devices) for (const other of devices) if (one !== other) hears(one, other)
}
