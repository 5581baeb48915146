import {
  checksum,
  inOrder,
  recordSum,
  REVISION,
  type AnyRecord,
  type Change,
  type Step,
} from '#core/workspace'
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

export async function dropRecord({ records, sums }: Disk, key: string): Promise<void> {
  await records.removeItem(key)
  await sums.removeItem(key)
}

/** Changes of a step in one entry: so few are copied in a few milliseconds. */
const PART = 50

/** A step as it lies in the journal: its changes in it, or, where they are many, in so many entries beside it. */
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
  for (let part = 0; part < parts; part++)
    await journal.setItem(partKey(step.id, part), changes.slice(part * PART, (part + 1) * PART))
  await journal.setItem(stepKey(step.id), { ...step, changes: [], parts } satisfies LyingStep)
}

/** @returns null where it, or a part of it, is not there */
export async function getStep(journal: Store, id: string): Promise<Step | null> {
  const lying = await journal.getItem<LyingStep>(stepKey(id))
  if (!lying?.parts) return lying
  const { parts, ...step } = lying
  const changes: Change[] = []
  for (let part = 0; part < parts; part++) {
    const some = await journal.getItem<Change[]>(partKey(id, part))
    if (!some) return null
    changes.push(...some)
  }
  return { ...step, changes }
}

export async function dropStep(journal: Store, id: string): Promise<void> {
  const parts = (await journal.getItem<LyingStep>(stepKey(id)))?.parts ?? 0
  await journal.removeItem(stepKey(id))
  for (let part = 0; part < parts; part++) await journal.removeItem(partKey(id, part))
}
