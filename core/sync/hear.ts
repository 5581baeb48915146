import { applyUpdate, findRootTypeKey, YMapEvent, type Doc, type Transaction, Map as YMap } from 'yjs'
import {
  mergeOutcome,
  isQuestion,
  isSum,
  hadSeen,
  knownOf,
  mergeRecords,
  pathOf,
  type DeviceId,
  type Entry,
  type Path,
} from '#core/merge'
import { sameRecord, type AnyRecord, type Collection } from '#core/workspace'
import { recordOn, shelfOf } from './read'
import { writeRecords } from './write'

/** What two devices, neither knowing of the other, wrote at one place. */
export interface OpenQuestion {
  collection: Collection
  id: string
  path: Path
  /** what stands there until it is answered */
  stands: unknown
  other: unknown
}

/** A record that is not what it was. */
export interface Touched {
  collection: Collection
  id: string
}

const QUESTIONS = 'questions'

interface Overwritten {
  collection: Collection
  id: string
  place: string
  lost: Entry
  stands: Entry
}

/** Which records a transaction touched, and what in them was overwritten by one who did not know it. */
function touchedBy(transaction: Transaction): { touched: Touched[]; overwritten: Overwritten[] } {
  const touched: Touched[] = []
  const overwritten: Overwritten[] = []
  for (const [type, keys] of transaction.changed) {
    if (type._item) continue
    const of = recordOn(findRootTypeKey(type))
    if (!of) continue
    touched.push(of)
    const { collection, id } = of
    const shelf = transaction.doc.getMap<Entry>(shelfOf(collection, id))
    // A shelf that comes for the first time overwrites nothing.
    if ((shelf as unknown) !== type) continue
    const { changes } = new YMapEvent(shelf as YMap<Entry>, transaction, keys)
    for (const [place, { action, oldValue }] of changes.keys) {
      const stands = shelf.get(place)
      const lost = oldValue as Entry | undefined
      if (action === 'update' && stands && lost && !isSum(place) && !hadSeen(stands, lost))
        overwritten.push({ collection, id, place, lost, stands })
    }
  }
  return { touched, overwritten }
}

/**
 * Takes over what another device wrote. What stood here and was overwritten by one who did not know of it is drawn
 * together where that can be done, and asked about on every device where it cannot.
 * @param update as the other document told it; the same twice changes nothing
 * @returns the records to read again
 * @throws Error where the update is none
 * @example takeUpdate(new Doc(), encodeStateAsUpdate(new Doc()), 'desk') // []
 */
export function takeUpdate(doc: Doc, update: Uint8Array, device: DeviceId): Touched[] {
  // A shelf that was never asked for has no entries to compare with.
  for (const [name, shelf] of doc.share) if (!(shelf instanceof YMap)) doc.getMap(name)
  let found: ReturnType<typeof touchedBy> = { touched: [], overwritten: [] }
  const look = (transaction: Transaction) => (found = touchedBy(transaction))
  doc.on('afterTransaction', look)
  try {
    applyUpdate(doc, update, 'other')
  } finally {
    doc.off('afterTransaction', look)
  }
  if (found.overwritten.length > 0) draw(doc, found.overwritten, device)
  return found.touched
}

function draw(doc: Doc, overwritten: readonly Overwritten[], device: DeviceId): void {
  const questions = doc.getMap<OpenQuestion>(QUESTIONS)
  const ask = (collection: Collection, id: string, path: Path, stands: unknown, other: unknown) => {
    if (!isQuestion(path, stands, other)) return
    const asked = { collection, id, path, stands: stands ?? null, other: other ?? null }
    if (!sameRecord(questions.get(questionKey(asked)), asked)) questions.set(questionKey(asked), asked)
  }
  doc.transact(() => {
    for (const { collection, id, place, lost, stands } of overwritten) {
      const fate = mergeOutcome(place, stands, lost)
      if (fate === 'again') writeAgain(doc, { collection, id, place, entry: lost, over: stands })
      if (fate === 'asked') ask(collection, id, pathOf(place), stands.v, lost.v)
      if (fate !== 'copies') continue
      const { merged, clashes } = mergeRecords(stands.v as AnyRecord, lost.v as AnyRecord)
      for (const { path, mine, theirs } of clashes) ask(collection, id, path, mine, theirs)
      if (!sameRecord(merged, stands.v)) writeRecords(doc, [{ collection, id, after: merged }], { device })
    }
  }, device)
}

interface Again extends Touched {
  place: string
  entry: Entry
  over: Entry
}

/**
 * Writes what was lost once more: as its writer's word, that now knows what stood in its place. What that writer wrote
 * below it in one go stays so beside it.
 */
function writeAgain(doc: Doc, { collection, id, place, entry, over }: Again): void {
  const s = knownOf([over, entry], entry.d)
  doc.getMap<Entry>(shelfOf(collection, id)).set(place, { ...entry, ...(s ? { s } : {}) })
}

const questionKey = ({ collection, id, path }: Pick<OpenQuestion, 'collection' | 'id' | 'path'>): string =>
  [collection, id, ...path].join('/')

/**
 * Questions that are open, in one order on every device: of each, one of the two words still stands.
 * @example openQuestions(new Doc(), () => null) // []
 */
export function openQuestions(doc: Doc, read: (one: Touched, path: Path) => unknown): OpenQuestion[] {
  return [...doc.getMap<OpenQuestion>(QUESTIONS).entries()]
    .filter(([, asked]) => {
      const now = read(asked, asked.path)
      return sameRecord(now, asked.stands) || sameRecord(now, asked.other)
    })
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, asked]) => asked)
}

/**
 * A question answered: no device asks it again.
 * @returns whether it was open
 * @example answerQuestion(new Doc(), { collection: 'lots', id: 'a', path: ['name'] }, 'desk') // false
 */
export function answerQuestion(
  doc: Doc,
  asked: Pick<OpenQuestion, 'collection' | 'id' | 'path'>,
  device: DeviceId,
): boolean {
  const questions = doc.getMap<OpenQuestion>(QUESTIONS)
  const key = questionKey(asked)
  if (!questions.has(key)) return false
  doc.transact(() => questions.delete(key), device)
  return true
}
