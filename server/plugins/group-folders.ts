import { defineNitroPlugin } from 'nitropack/runtime'
import { sharedRelay } from '../group/shared'

/** A server that cannot have its folders for itself says so at the start, not when the first device comes. */
export default defineNitroPlugin(() => {
  if (process.env.HEPHAESTAL_GROUPS_DIR || process.env.HEPHAESTAL_KEEP_DIR) void sharedRelay()
})
