import { checksum, type AnyRecord } from '#core/workspace'
import type { Store } from './store'

/** The stores a yard lies in. */
export interface Disk {
  records: Store
  /** the steps, their order, and notes of writes under way */
  journal: Store
  /** checksum of each record */
  sums: Store
  /** damaged records */
  aside: Store
}

/** Where a step lies in the journal. */
export const stepKey = (id: string) => `step/${id}`

/** Of a record as it lies on the disk. */
export const sumOf = (value: unknown) => checksum(JSON.stringify(value))

export async function putRecord({ records, sums }: Disk, key: string, value: AnyRecord): Promise<void> {
  await records.setItem(key, value)
  await sums.setItem(key, sumOf(value))
}

export async function dropRecord({ records, sums }: Disk, key: string): Promise<void> {
  await records.removeItem(key)
  await sums.removeItem(key)
}
