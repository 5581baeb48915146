import { createStorage, prefixStorage, type Storage } from 'unstorage'
import { inTurns, openLog } from './kept-log'
import { openRegistry, readGroup, type Group, type Shelf } from './registry'
import {
  GROUP_BYTES,
  INVITED,
  StoreFull,
  type GroupLog,
  type GroupStore,
  type Invitations,
  type News,
} from './store'

/** What is remembered of all groups together where nothing is kept on a disk. */
const MEMORY_BYTES = 256 * 1024 * 1024

interface FileStoreSettings {
  /** where devices are kept; without one they are forgotten with the process */
  devices?: Storage | undefined
  /** where parcels are kept; without one they are forgotten with the process */
  parcels?: Storage | undefined
  now?: (() => number) | undefined
  later?: ((work: () => void, ms: number) => void) | undefined
}

const FILE = /^([\w-]+)\.json$/

/** Records of groups in a storage that only this process writes. */
async function openShelf(storage: Storage): Promise<Shelf> {
  const inTurn = inTurns()
  const groups = new Map<string, Group>()
  for (const key of await storage.getKeys()) {
    const id = FILE.exec(key)?.[1]
    // One file that was cut short is one group that must be joined again, not a server that does not start.
    const read = id && readGroup(String(await storage.getItemRaw(key)))
    if (read) groups.set(id, read)
  }
  return {
    read: (group) => Promise.resolve(groups.get(group) ?? null),
    count: () => Promise.resolve(groups.size),
    change: (group, by) =>
      inTurn(async () => {
        const now = groups.get(group) ?? null
        const next = by(now)
        if (!next) return now
        try {
          await storage.setItemRaw(`${group}.json`, Buffer.from(JSON.stringify(next)))
        } catch (error) {
          throw new StoreFull('the group could not be written', { cause: error })
        }
        groups.set(group, next)
        return next
      }),
  }
}

function openInvitations(now: () => number): Invitations {
  const invited = new Map<string, { group: string; by: string; until: number }>()
  return {
    add(group, hash, by) {
      for (const [name, { until }] of invited) if (until < now()) invited.delete(name)
      const own = [...invited].filter(([, one]) => one.group === group)
      if (own.length >= INVITED.most) invited.delete(own[0]![0])
      invited.set(hash, { group, by, until: now() + 1000 * INVITED.forS })
      return Promise.resolve()
    },
    take(group, hash) {
      const one = invited.get(hash)
      const isGood = !!one && one.group === group && one.until >= now()
      if (isGood) invited.delete(hash)
      return Promise.resolve(isGood)
    },
    cancel(group, by) {
      for (const [name, one] of invited) if (one.group === group && one.by === by) invited.delete(name)
      return Promise.resolve()
    },
  }
}

/**
 * The store of one server by itself: in a storage, usually files, or in the memory of the process.
 * @throws Error of the storage where it cannot be read
 */
export async function openFileStore(settings: FileStoreSettings = {}): Promise<GroupStore> {
  const { devices = createStorage(), parcels, now = Date.now, later } = settings
  const memory = parcels ?? createStorage()
  const opened = new Map<string, Awaited<ReturnType<typeof openLog>>>()
  const opening = new Map<string, Promise<Awaited<ReturnType<typeof openLog>>>>()
  /** sessions by group, with their devices */
  const sessions = new Map<string, Map<string, string>>()
  let listener: (group: string, news: News) => void = () => {}
  const tell = (group: string, news: News) => Promise.resolve(listener(group, news))

  async function logOf(group: string) {
    const begun =
      opening.get(group) ??
      openLog(prefixStorage(memory, group), GROUP_BYTES, (number, pieces, from) =>
        tell(group, { is: 'thing', kind: 'update', number, from, pieces }),
      )
    opening.set(group, begun)
    begun.catch(() => opening.delete(group))
    const log = await begun
    opened.set(group, log)
    return log
  }
  const isMemoryFull = () =>
    !parcels && [...opened.values()].reduce((sum, log) => sum + log.bytes(), 0) > MEMORY_BYTES

  return {
    registry: openRegistry(await openShelf(devices), later),
    invitations: openInvitations(now),
    log: (group): GroupLog => ({
      state: async () => (await logOf(group)).state(),
      async *after(log, number) {
        yield* (await logOf(group)).after(log, number)
      },
      add: async (pieces, from) => (isMemoryFull() ? null : (await logOf(group)).add(pieces, from)),
      replace: async (upTo, pieces) => (await logOf(group)).replace(upTo, pieces),
      mend: async (number) => (await logOf(group)).mend(number),
    }),
    here: (group) => Promise.resolve(new Set(sessions.get(group)?.values())),
    arrive(group, device, session) {
      sessions.set(group, (sessions.get(group) ?? new Map<string, string>()).set(session, device))
      return Promise.resolve()
    },
    depart(group, _, session) {
      sessions.get(group)?.delete(session)
      if (sessions.get(group)?.size === 0) sessions.delete(group)
      return Promise.resolve()
    },
    tell,
    hear: (news) => void (listener = news),
    end: () => Promise.resolve(),
  }
}
