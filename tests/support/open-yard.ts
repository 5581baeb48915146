import { vi } from 'vitest'
import { createPinia, setActivePinia } from 'pinia'
import demo from '#data/demo-yard.json'
import { workspaceSchema } from '#core/workspace'
import { useYard } from '~/storage/yard-store'
import { disk } from './disk'
import { route, went } from './frame'

/** The demo yard, read from a disk of its own, with a heat's page open. The store of the browser has to be mocked. */
export async function openYard(heat?: number) {
  // Yards of earlier tests are not to hear of this one.
  vi.stubGlobal('BroadcastChannel', undefined)
  disk.stores.clear()
  went.length = 0
  route.params = heat === undefined ? {} : { number: String(heat) }
  const pinia = createPinia()
  setActivePinia(pinia)
  const yard = useYard()
  await yard.load()
  yard.replaceAll('Open the demo yard', workspaceSchema.parse(demo))
  // What a yard of an earlier test still had under way would make that one the active again.
  setActivePinia(pinia)
  return yard
}
