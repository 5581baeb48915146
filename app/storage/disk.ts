import {
  checksum,
  inOrder,
  recordSum,
  REVISION,
  type AnyRecord,
  type Change,
  type Step,
} from '#core/workspace'
import { inTurns } from './in-turns'
import { dropAlone, lastPack } from './packs'
import type { Store } from './store'

/** The stores a yard lies in. */
export interface Disk {
  records: Store
  /** the steps, their order, and notes of writes under way */
  journal: Store
  /** checksums of records that were last written by the revisions up to 9 */
  sums: Store
  /** damaged records */
  aside: Store
}

/** Where a step lies in the journal. */
export const stepKey = (id: string) => `step/${id}`

/** A record as it lies on the disk: with its checksum, in one value, so that neither is ever written alone. */
export type Lying = AnyRecord & {
  checksum?: number
  /** revision of the shape it was looked through by when it was written */
  shape?: number
}

/** A record as it was found, and whether it is as it was written; null where nothing tells. */
export interface Found {
  value: AnyRecord | undefined
  whole: boolean | null
  /** it is as it was written, and was written in today's shape: it need not be looked through again */
  trusted: boolean
  /** Whether another is what was written. */
  isOf: (other: AnyRecord) => boolean
}

/** @param former checksum beside it, as the revisions up to 9 wrote it: of its fields in their order */
export function unpacked(lying: Lying | undefined, former: number | undefined): Found {
  const { checksum: sum, shape, ...value } = lying ?? {}
  const isOf =
    sum === undefined
      ? (other: unknown) => former === checksum(JSON.stringify(other))
      : // As it lies its fields are in order: most are told without putting them so.
        (other: unknown) => sum === checksum(JSON.stringify(other)) || sum === recordSum(other)
  const told = (sum ?? former) !== undefined
  const whole = told ? isOf(value) : null
  const trusted = whole === true && sum !== undefined && shape === REVISION
  return { value: lying && (value as AnyRecord), whole, trusted, isOf }
}

export async function putRecord({ records, sums }: Disk, key: string, value: AnyRecord): Promise<void> {
  const ordered = inOrder(value)
  const sum = checksum(JSON.stringify(ordered))
  await records.setItem(key, { ...ordered, checksum: sum, shape: REVISION } satisfies Lying)
  await sums.removeItem(key)
}

export async function dropRecord(disk: Disk, key: string): Promise<void> {
  await dropAlone(disk, key, await lastPack(disk.journal))
  await disk.sums.removeItem(key)
}

/** Changes of a step in one entry: so few are written in a few milliseconds. */
const PART = 50

/** A step as it lies in the journal: its changes in it, or, where they are many, as text in entries beside it. */
type LyingStep = Step & { parts?: number }
const partKey = (id: string, part: number) => `${stepKey(id)}/${part}`

/** The step a key of the journal belongs to; null for what is no step. */
export function stepOf(key: string): string | null {
  return /^step\/([^/]+)/.exec(key)?.[1] ?? null
}

/** Last of all comes the step itself: without it its parts are none. */
export async function putStep(journal: Store, { changes, ...step }: Step): Promise<void> {
  if (changes.length <= PART) return void (await journal.setItem(stepKey(step.id), { ...step, changes }))
  const parts = Math.ceil(changes.length / PART)
  await inTurns(Array.from({ length: parts }), (_, part) =>
    journal.setItem(partKey(step.id, part), JSON.stringify(changes.slice(part * PART, (part + 1) * PART))),
  )
  await journal.setItem(stepKey(step.id), { ...step, changes: [], parts } satisfies LyingStep)
}

/**
 * Reads a step. The changes of a large one stay text until they are first needed: undo rarely goes back to the day the
 * yard was opened from a file.
 * @returns null where it, or a part of it, is missing
 */
export async function getStep(journal: Store, id: string): Promise<Step | null> {
  const lying = await journal.getItem<LyingStep>(stepKey(id))
  if (!lying?.parts) return lying
  const { parts, ...step } = lying
  const lies = await Promise.all(
    Array.from({ length: parts }, (_, part) => journal.getItem<string | Change[]>(partKey(id, part))),
  )
  if (lies.some((part) => part === null)) return null
  let read: Change[] | null = null
  return Object.defineProperty(step, 'changes', {
    enumerable: true,
    configurable: true,
    get: () => (read ??= lies.splice(0).flatMap(changesIn)),
  })
}

/** Revisions up to 15 kept a part as it is, later ones as text. */
const changesIn = (part: string | Change[] | null): Change[] =>
  typeof part === 'string' ? (JSON.parse(part) as Change[]) : (part ?? [])

export async function dropStep(journal: Store, id: string): Promise<void> {
  const parts = (await journal.getItem<LyingStep>(stepKey(id)))?.parts ?? 0
  await journal.removeItem(stepKey(id))
  await inTurns(Array.from({ length: parts }), (_, part) => journal.removeItem(partKey(id, part)))
}
