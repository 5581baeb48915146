import { checksum, type AnyRecord } from '#core/workspace'

/** The stores a yard lies in. */
export interface Disk {
  records: LocalForage
  /** the steps, their order, and notes of writes under way */
  journal: LocalForage
  /** checksum of each record */
  sums: LocalForage
  /** damaged records */
  aside: LocalForage
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
