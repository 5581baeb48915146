import { openRegistry } from './registry'
import { openRelay, type Relay } from './relay'

const { HEPHAESTAL_GROUPS_DIR, HEPHAESTAL_KEEP_DIR, HEPHAESTAL_CODE, HEPHAESTAL_ADDRESSES } = process.env
let relay: Relay | null = null

/** The server's relay, opened when the first device comes. */
export const sharedRelay = (): Relay =>
  (relay ??= openRelay({
    registry: openRegistry(HEPHAESTAL_GROUPS_DIR),
    ...(HEPHAESTAL_KEEP_DIR ? { keep: HEPHAESTAL_KEEP_DIR } : {}),
    ...(HEPHAESTAL_CODE ? { code: HEPHAESTAL_CODE } : {}),
    addresses: (HEPHAESTAL_ADDRESSES ?? '').split(',').filter(Boolean),
  }))
