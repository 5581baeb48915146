import { expose, transfer } from 'comlink'
import { withoutMarks, type Workspace } from '#core/workspace'
import { readWorkspace, sealWorkspace } from '#formats/workspace-json'
import { isZip, readYardZip, writeYardZip, type Photos, type ZipRead } from '#formats/workspace-zip'
import { AT_ONCE, joinTransferred, splitForTransfer, type Apart, type Path } from './in-parts'

let lists: Apart['lists'] = []
let frame: unknown = null

/** What was read, but for its long lists: so many items are still to be fetched. */
export interface Begun {
  frame: ZipRead
  left: number
}

/** Reads and writes the files of a yard. To stop it, end the worker. */
const packing = {
  read(bytes: Uint8Array): Begun {
    const read: ZipRead = isZip(bytes)
      ? readYardZip(bytes)
      : { ...readWorkspace(new TextDecoder().decode(bytes)), photos: {} }
    const { photos } = read
    const apart = splitForTransfer({ ...read, photos: {} })
    lists = apart.lists.map(({ path, items }) => ({ path, items: items.map(withoutMarks) }))
    const left = lists.reduce((sum, { items }) => sum + items.length, 0)
    const buffers = new Set(Object.values(photos).map(({ buffer }) => buffer as ArrayBuffer))
    const rest = withoutMarks(apart.frame) as ZipRead
    return transfer({ frame: { ...rest, photos }, left }, [...buffers])
  },

  /** The next items of what was read; null when there are no more. */
  next(): { path: Path; items: readonly unknown[] } | null {
    const [first, ...rest] = lists
    if (!first) return null
    lists = first.items.length > AT_ONCE ? [{ ...first, items: first.items.slice(AT_ONCE) }, ...rest] : rest
    return { path: first.path, items: first.items.slice(0, AT_ONCE) }
  },

  /** The yard to be written, but for its long lists; these are given afterwards. */
  take(workspace: unknown): void {
    frame = workspace
  },
  give(path: Path, items: readonly unknown[]): void {
    joinTransferred(frame, path, items)
  },
  /** As UTF-8. */
  json(): Uint8Array {
    const bytes = new TextEncoder().encode(sealWorkspace(frame as Workspace))
    return transfer(bytes, [bytes.buffer])
  },
  zip(photos: Photos): Uint8Array {
    const bytes = writeYardZip(frame as Workspace, photos)
    return transfer(bytes, [bytes.buffer as ArrayBuffer])
  },
}

export type PackingEngine = typeof packing

expose(packing)
