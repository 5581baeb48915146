import { z } from 'zod'
import { StoreFull } from './store'

const sealedSchema = z.object({ from: z.string(), sealed: z.string() })
/** A key of the group that one device sealed for another; the relay cannot open it. */
export type SealedKey = z.infer<typeof sealedSchema>
const deviceSchema = z.object({
  id: z.string(),
  key: z.string(),
  since: z.string(),
  sealed: z.array(sealedSchema).default([]),
})
/** A device of a group: its public key (raw, base64url), when it joined, and keys that wait for it. */
export type Member = z.infer<typeof deviceSchema>
const groupSchema = z.object({
  devices: z.array(deviceSchema),
  withdrawn: z.array(z.string()),
  /** how often the group's key was changed */
  epoch: z.int().default(0),
})
/** Which devices belong to a group. Nothing of a yard is in it. */
export type Group = z.infer<typeof groupSchema>

/** Where the records of groups lie. */
export interface Shelf {
  read: (group: string) => Promise<Group | null>
  count: () => Promise<number>
  /**
   * Changes a record as one step: nobody else changes it in between.
   * @param by the new record; null leaves it as it is
   * @returns the record as it then is
   * @throws StoreFull where it could not be written; the record is then as it was
   */
  change: (group: string, by: (now: Group | null) => Group | null) => Promise<Group | null>
}

/** Keys that wait for one device; a device that was away through more changes joins again. */
const MOST_SEALED = 16
/** A record that was not written is tried again after so long. */
const AGAIN_MS = 5_000

/** @returns null for a text that was cut short */
export function readGroup(text: string): Group | null {
  try {
    return groupSchema.parse(JSON.parse(text))
  } catch {
    return null
  }
}

/** Which devices belong to which group, and which were shut out. */
export function openRegistry(
  shelf: Shelf,
  later: (work: () => void, ms: number) => void = (work, ms) => void setTimeout(work, ms).unref(),
) {
  /** shut out, and not written down yet */
  const unwritten = new Map<string, Set<string>>()

  const without = (group: Group, device: string): Group => ({
    ...group,
    devices: group.devices.filter(({ id }) => id !== device),
    withdrawn: group.withdrawn.includes(device) ? group.withdrawn : [...group.withdrawn, device],
  })
  const asItIs = (group: string, read: Group | null): Group | null =>
    read && [...(unwritten.get(group) ?? [])].reduce(without, read)

  async function writeOut(group: string): Promise<boolean> {
    try {
      await shelf.change(group, (now) => asItIs(group, now))
      unwritten.delete(group)
      return true
    } catch (error) {
      if (!(error instanceof StoreFull)) console.error(error)
      later(() => void writeOut(group), AGAIN_MS)
      return false
    }
  }

  return {
    /** @returns null for a group that there is not */
    group: async (group: string): Promise<Group | null> => asItIs(group, await shelf.read(group)),
    count: shelf.count,
    /**
     * @param most devices; a new group is begun only where there is none of that name
     * @returns whether there was room for it
     * @throws StoreFull; the device is then not in the group
     */
    async add(
      group: string,
      { begins, most }: { begins: boolean; most: number },
      member: Omit<Member, 'sealed'>,
    ) {
      let added = false
      await shelf.change(group, (now) => {
        const known = asItIs(group, now)
        const taken =
          known?.devices.some(({ id }) => id === member.id) || known?.withdrawn.includes(member.id)
        added = begins ? !known : !!known && !taken && known.devices.length < most
        if (!added) return null
        const { devices, ...rest } = known ?? { devices: [], withdrawn: [], epoch: 0 }
        return { ...rest, devices: [...devices, { ...member, sealed: [] }] }
      })
      return added
    },
    /**
     * Shuts a device out, at once and for as long as the process runs, also where the store is full.
     * @returns whether that is written down, too; it is tried again until it is
     */
    async withdraw(group: string, device: string): Promise<boolean> {
      unwritten.set(group, (unwritten.get(group) ?? new Set()).add(device))
      return writeOut(group)
    },
    /** Another instance shut a device out: it stays out here, whether that is written down or not. */
    heardOut(group: string, device: string): void {
      if (unwritten.get(group)?.has(device)) return
      unwritten.set(group, (unwritten.get(group) ?? new Set()).add(device))
      void writeOut(group)
    },
    /**
     * Keeps keys of the group that a device sealed for others, until they come for them.
     * @throws StoreFull; none is kept then
     */
    async seal(
      group: string,
      from: string,
      keys: readonly { device: string; sealed: string }[],
    ): Promise<void> {
      await shelf.change(group, (now) => {
        const known = asItIs(group, now)
        if (!known) return null
        const devices = known.devices.map((one) => {
          const mail = keys.filter(({ device }) => device === one.id)
          const sealed = [...one.sealed, ...mail.map((key) => ({ from, sealed: key.sealed }))]
          return { ...one, sealed: sealed.slice(-MOST_SEALED) }
        })
        return { ...known, devices, epoch: known.epoch + 1 }
      })
    },
  }
}
export type Registry = ReturnType<typeof openRegistry>
