import { mkdirSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import { writeSafely } from './safe-write'

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
type Group = z.infer<typeof groupSchema>

/** Keys that wait for one device; a device that was away through more changes joins again. */
const MOST_SEALED = 16

/**
 * Which devices belong to which group. Nothing of a yard is in it.
 * @param folder where it is kept; without one it is forgotten with the process
 */
export function openRegistry(folder?: string) {
  const groups = new Map<string, Group>()
  if (folder) {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    for (const name of readdirSync(folder)) {
      const id = /^([\w-]+)\.json$/.exec(name)?.[1]
      if (!id) continue
      // One file that was cut short is one group that must be joined anew, not a server that does not start.
      const read = parsed(readFileSync(join(folder, name), 'utf8'))
      if (read) groups.set(id, read)
    }
  }
  const keep = (id: string) => {
    if (!folder) return
    writeSafely(join(folder, `${id}.json`), JSON.stringify(groups.get(id)))
  }
  /** @throws Error of the file system; the group is then as it was */
  const change = (id: string, to: Group) => {
    const former = groups.get(id)
    groups.set(id, to)
    try {
      keep(id)
    } catch (error) {
      if (former) groups.set(id, former)
      else groups.delete(id)
      throw error
    }
  }
  const unwritten = new Set<string>()
  function writeAgain(): boolean {
    try {
      for (const group of unwritten) {
        keep(group)
        unwritten.delete(group)
      }
      return true
    } catch {
      return false
    }
  }
  return {
    has: (group: string): boolean => groups.has(group),
    count: (): number => groups.size,
    members: (group: string): readonly Member[] => groups.get(group)?.devices ?? [],
    member: (group: string, device: string): Member | undefined =>
      groups.get(group)?.devices.find(({ id }) => id === device),
    isWithdrawn: (group: string, device: string): boolean =>
      groups.get(group)?.withdrawn.includes(device) ?? false,
    epoch: (group: string): number => groups.get(group)?.epoch ?? 0,
    /** @throws Error of the file system; the device is then not in the group */
    add(group: string, member: Omit<Member, 'sealed'>): void {
      const known = groups.get(group) ?? { devices: [], withdrawn: [], epoch: 0 }
      change(group, { ...known, devices: [...known.devices, { ...member, sealed: [] }] })
    },
    /**
     * Shuts a device out, at once and for as long as the process runs, also where the disk is full.
     * @returns whether that is on the disk, too; `writeAgain` tries once more
     */
    withdraw(group: string, device: string): boolean {
      const known = groups.get(group)
      if (!known) return true
      groups.set(group, {
        ...known,
        devices: known.devices.filter(({ id }) => id !== device),
        withdrawn: [...known.withdrawn, device],
      })
      unwritten.add(group)
      return writeAgain()
    },
    /** Writes what could not be written before. @returns whether all of it is on the disk */
    writeAgain,
    /**
     * Keeps keys of the group that a device sealed for others, until they come for them.
     * @throws Error of the file system; none is kept then
     */
    seal(group: string, from: string, keys: readonly { device: string; sealed: string }[]): void {
      const known = groups.get(group)
      if (!known) return
      const devices = known.devices.map((one) => {
        const mail = keys.filter(({ device }) => device === one.id)
        const sealed = [...one.sealed, ...mail.map((key) => ({ from, sealed: key.sealed }))]
        return { ...one, sealed: sealed.slice(-MOST_SEALED) }
      })
      change(group, { ...known, devices, epoch: known.epoch + 1 })
    },
  }
}
export type Registry = ReturnType<typeof openRegistry>

function parsed(text: string): Group | null {
  try {
    return groupSchema.parse(JSON.parse(text))
  } catch {
    return null
  }
}
