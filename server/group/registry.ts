import { mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'

const deviceSchema = z.object({ id: z.string(), key: z.string(), since: z.string() })
/** A device of a group: its public key (raw, base64url), and since when it is in it. */
export type Member = z.infer<typeof deviceSchema>
const groupSchema = z.object({ devices: z.array(deviceSchema), withdrawn: z.array(z.string()) })
type Group = z.infer<typeof groupSchema>

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
    const path = join(folder, `${id}.json`)
    writeFileSync(`${path}.new`, JSON.stringify(groups.get(id)), { mode: 0o600 })
    renameSync(`${path}.new`, path)
  }
  return {
    has: (group: string): boolean => groups.has(group),
    count: (): number => groups.size,
    members: (group: string): readonly Member[] => groups.get(group)?.devices ?? [],
    member: (group: string, device: string): Member | undefined =>
      groups.get(group)?.devices.find(({ id }) => id === device),
    isWithdrawn: (group: string, device: string): boolean =>
      groups.get(group)?.withdrawn.includes(device) ?? false,
    add(group: string, member: Member): void {
      const known = groups.get(group) ?? { devices: [], withdrawn: [] }
      groups.set(group, { ...known, devices: [...known.devices, member] })
      keep(group)
    },
    withdraw(group: string, device: string): void {
      const known = groups.get(group)
      if (!known) return
      groups.set(group, {
        devices: known.devices.filter(({ id }) => id !== device),
        withdrawn: [...known.withdrawn, device],
      })
      keep(group)
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
