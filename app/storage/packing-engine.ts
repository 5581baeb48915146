import { t } from '~/words'
import { transfer, wrap, type Remote } from 'comlink'
import type { Workspace } from '#core/workspace'
import type { Photos, ZipRead } from '#formats/workspace-zip'
import type { PackingEngine } from '../../workers/packing.worker'
import { AT_ONCE, joinTransferred, splitForTransfer } from '../../workers/in-parts'

/** So few records are written in place, faster than a worker begins. */
const FEW = 300
const recordsOf = (workspace: Workspace) => workspace.heats.length + workspace.lots.length

const begin = () =>
  new Worker(new URL('../../workers/packing.worker.ts', import.meta.url), { type: 'module' })

/** Does something with a worker of its own, which is ended with it, whatever comes of it. */
async function withWorker<T>(
  work: (engine: Remote<PackingEngine>) => Promise<T>,
  stopped?: AbortSignal,
): Promise<T> {
  const worker = begin()
  try {
    const lost = new Promise<never>((_, reject) => {
      worker.addEventListener('error', () => reject(new Error(t('storage.packing-broken'))))
      stopped?.addEventListener('abort', () => reject(stopped.reason))
    })
    return await Promise.race([work(wrap<PackingEngine>(worker)), lost])
  } finally {
    worker.terminate()
  }
}

/**
 * Reads a yard's file beside the page.
 * @param bytes are gone afterwards: they were handed over
 * @param progress hears how much of what was read is here, 0 to 1
 * @throws the signal's reason, or that the worker broke down
 */
export function readYardFile(
  bytes: Uint8Array<ArrayBuffer>,
  progress: (done: number) => void = () => {},
  stopped?: AbortSignal,
): Promise<ZipRead> {
  return withWorker(async (engine) => {
    const { frame, left } = await engine.read(transfer(bytes, [bytes.buffer]))
    for (let here = 0; here < left;) {
      const part = await engine.next()
      if (!part) break
      joinTransferred(frame, part.path, part.items)
      here += part.items.length
      progress(here / left)
    }
    return frame
  }, stopped)
}

async function give(engine: Remote<PackingEngine>, workspace: Workspace): Promise<void> {
  const { frame, lists } = splitForTransfer(workspace)
  await engine.take(frame)
  for (const { path, items } of lists)
    for (let from = 0; from < items.length; from += AT_ONCE)
      await engine.give(path, items.slice(from, from + AT_ONCE))
}

/** Better a page that stands still than a backup that is not written. */
async function elsewhere<T>(
  workspace: Workspace,
  beside: (engine: Remote<PackingEngine>) => Promise<T>,
  here: () => Promise<T>,
): Promise<T> {
  if (recordsOf(workspace) <= FEW) return here()
  try {
    return await withWorker(async (engine) => {
      await give(engine, workspace)
      return beside(engine)
    })
  } catch {
    return here()
  }
}

/** A yard as a file that vouches for itself, UTF-8. */
export const sealYard = (workspace: Workspace): Promise<Uint8Array<ArrayBuffer>> =>
  elsewhere(
    workspace,
    (engine) => engine.json() as Promise<Uint8Array<ArrayBuffer>>,
    async () => new TextEncoder().encode((await import('#formats/workspace-json')).sealWorkspace(workspace)),
  )

/** A yard and its pictures as a package. */
export const zipYard = (workspace: Workspace, photos: Photos): Promise<Uint8Array<ArrayBuffer>> =>
  elsewhere(
    workspace,
    (engine) => engine.zip(photos) as Promise<Uint8Array<ArrayBuffer>>,
    async () =>
      (await import('#formats/workspace-zip')).writeYardZip(workspace, photos) as Uint8Array<ArrayBuffer>,
  )
