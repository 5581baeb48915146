import { useStorage } from 'nitropack/runtime'
import { prefixStorage, type Storage } from 'unstorage'
import { openFileStore } from './file-store'
import { lockFolder } from './folder-lock'
import { openRelay, type Relay } from './relay'
import { safeFiles } from './safe-files'
import type { GroupStore } from './store'

const {
  HEPHAESTAL_GROUPS_DIR,
  HEPHAESTAL_KEEP_DIR,
  HEPHAESTAL_CODE,
  HEPHAESTAL_ADDRESSES,
  HEPHAESTAL_REDIS,
  HEPHAESTAL_LINES,
  HEPHAESTAL_LINES_EACH,
  HEPHAESTAL_GROUPS,
} = process.env
let relay: Promise<Relay> | null = null

/** Folders of another server are not touched: two that write one folder lose what was acknowledged. */
async function lockFolders(): Promise<void> {
  for (const folder of new Set([HEPHAESTAL_GROUPS_DIR, HEPHAESTAL_KEEP_DIR])) {
    if (!folder || (await lockFolder(folder))) continue
    console.error(`Another Hephaestal server uses the folder ${folder}. Stop it, or name another folder.`)
    process.exit(1)
  }
}

/** A part of Nitro's storage that lies in a folder. */
function storageIn(name: string, folder: string | undefined): Storage | undefined {
  if (!folder) return undefined
  const storage = useStorage()
  storage.mount(name, safeFiles(folder))
  return prefixStorage(storage, name)
}

async function openStore(): Promise<GroupStore> {
  if (HEPHAESTAL_REDIS) {
    const { openRedisStore } = await import('./redis-store')
    return openRedisStore(HEPHAESTAL_REDIS)
  }
  await lockFolders()
  return openFileStore({
    devices: storageIn('group-devices', HEPHAESTAL_GROUPS_DIR),
    parcels: storageIn('group-parcels', HEPHAESTAL_KEEP_DIR),
  })
}

/** A limit as the environment gives it: a whole number of at least one. */
function limit(name: string, value: string | undefined): number | undefined {
  if (!value) return undefined
  const most = Number(value)
  if (Number.isInteger(most) && most > 0) return most
  console.error(`${name} must be a whole number of at least 1; it is “${value}”.`)
  return process.exit(1)
}

async function open(): Promise<Relay> {
  const lines = limit('HEPHAESTAL_LINES', HEPHAESTAL_LINES)
  const linesEach = limit('HEPHAESTAL_LINES_EACH', HEPHAESTAL_LINES_EACH)
  const groups = limit('HEPHAESTAL_GROUPS', HEPHAESTAL_GROUPS)
  return openRelay({
    store: await openStore(),
    ...(HEPHAESTAL_CODE ? { code: HEPHAESTAL_CODE } : {}),
    addresses: (HEPHAESTAL_ADDRESSES ?? '').split(',').filter(Boolean),
    limits: { ...(lines && { lines }), ...(linesEach && { linesEach }), ...(groups && { groups }) },
  })
}

/** The server's relay; its folders are this server's alone. */
export const sharedRelay = (): Promise<Relay> => (relay ??= open())
