import { lockFolder } from './folder-lock'
import { openRegistry } from './registry'
import { openRelay, type Relay } from './relay'

const { HEPHAESTAL_GROUPS_DIR, HEPHAESTAL_KEEP_DIR, HEPHAESTAL_CODE, HEPHAESTAL_ADDRESSES } = process.env
let relay: Promise<Relay> | null = null

/** Folders of another server are not touched: two that write one folder lose what was acknowledged. */
async function lockFolders(): Promise<void> {
  for (const folder of new Set([HEPHAESTAL_GROUPS_DIR, HEPHAESTAL_KEEP_DIR])) {
    if (!folder || (await lockFolder(folder))) continue
    console.error(`Another Hephaestal server uses the folder ${folder}. Stop it, or name another folder.`)
    process.exit(1)
  }
}

async function open(): Promise<Relay> {
  await lockFolders()
  return openRelay({
    registry: openRegistry(HEPHAESTAL_GROUPS_DIR),
    ...(HEPHAESTAL_KEEP_DIR ? { keep: HEPHAESTAL_KEEP_DIR } : {}),
    ...(HEPHAESTAL_CODE ? { code: HEPHAESTAL_CODE } : {}),
    addresses: (HEPHAESTAL_ADDRESSES ?? '').split(',').filter(Boolean),
  })
}

/** The server's relay; its folders are this server's alone. */
export const sharedRelay = (): Promise<Relay> => (relay ??= open())
