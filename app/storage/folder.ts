import { t } from '~/words'
import { openStore } from './store'

/* A folder of the person's own that backups are written into by themselves, where the browser can do that. */

const store = openStore('hephaestal-folder', 'folder')
const HOW = { mode: 'readwrite' } as const

/** none chosen, chosen but the browser wants to be asked again, or ready to be written into */
export type FolderState = 'none' | 'asleep' | 'open'

export const folderOffered = (): boolean => typeof window.showDirectoryPicker === 'function'

async function chosen(): Promise<FileSystemDirectoryHandle | null> {
  return folderOffered() ? store.getItem<FileSystemDirectoryHandle>('folder') : null
}

/** The folder's name and whether it can be written into now. */
export async function lookAtFolder(): Promise<{ name: string; state: FolderState }> {
  const folder = await chosen()
  if (!folder) return { name: '', state: 'none' }
  const leave = (await folder.queryPermission?.(HOW)) ?? 'granted'
  return { name: folder.name, state: leave === 'granted' ? 'open' : 'asleep' }
}

/** Lets the person choose; false where they thought better of it. To be called from a press of a button. */
export async function chooseFolder(): Promise<boolean> {
  try {
    await store.setItem('folder', await window.showDirectoryPicker!({ id: 'hephaestal', ...HOW }))
    return true
  } catch (error) {
    if ((error as DOMException).name === 'AbortError') return false
    throw error
  }
}

/** Asks the browser's leave again, after it was started anew. To be called from a press of a button. */
export async function wakeFolder(): Promise<void> {
  await (await chosen())?.requestPermission?.(HOW)
}

export async function leaveFolder(): Promise<void> {
  await store.removeItem('folder')
}

/**
 * Writes a file whole or not at all: the old one stays until the new one is complete.
 * @throws where the folder is gone, full, or no longer allowed
 */
export async function writeIntoFolder(name: string, content: Blob): Promise<void> {
  const folder = await chosen()
  if (!folder) throw new Error(t('storage.no-folder'))
  const writing = await (await folder.getFileHandle(name, { create: true })).createWritable()
  try {
    await writing.write(content)
    await writing.close()
  } catch (error) {
    await writing.abort().catch(() => {})
    throw error
  }
}
