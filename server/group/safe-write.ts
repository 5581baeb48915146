import { closeSync, fsyncSync, openSync, renameSync, writeSync } from 'node:fs'
import { dirname } from 'node:path'

/**
 * Writes a file so that after a crash or a power cut either the old or the new content is there: to a temporary name,
 * flushed to the disk, renamed, and the folder flushed.
 * @throws Error of the file system, for example ENOSPC; the old file is then as it was
 */
export function writeSafely(path: string, content: string | Uint8Array): void {
  const temporary = `${path}.new`
  const file = openSync(temporary, 'w', 0o600)
  try {
    const bytes = typeof content === 'string' ? Buffer.from(content) : content
    for (let at = 0; at < bytes.length;) at += writeSync(file, bytes, at)
    fsyncSync(file)
  } finally {
    closeSync(file)
  }
  renameSync(temporary, path)
  flushFolder(dirname(path))
}

/** A rename is on the disk once its folder is; Windows flushes folders by itself and refuses to open them. */
function flushFolder(folder: string): void {
  if (process.platform === 'win32') return
  const opened = openSync(folder, 'r')
  try {
    fsyncSync(opened)
  } finally {
    closeSync(opened)
  }
}
