import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { defineDriver } from 'unstorage'
import { writeSafely } from './safe-write'

/**
 * A driver of the storage layer that keeps each item as a file of its own, readable by its owner only. An item is
 * flushed to the disk before it counts as written, and after a power cut it is either the old or the new one; the
 * layer's own file driver does neither.
 * @throws Error of the file system, for example ENOSPC; the item is then as it was
 */
export const safeFiles = defineDriver((folder: string) => {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const pathOf = (key: string) => join(folder, ...key.split(':'))
  const read = (key: string) => (existsSync(pathOf(key)) ? readFileSync(pathOf(key)) : null)
  const write = (key: string, value: string | Uint8Array) => {
    mkdirSync(dirname(pathOf(key)), { recursive: true, mode: 0o700 })
    writeSafely(pathOf(key), value)
  }
  const keysIn = (path: string, before: string): string[] =>
    readdirSync(path, { withFileTypes: true }).flatMap((one) => {
      if (one.isDirectory()) return keysIn(join(path, one.name), `${before}${one.name}:`)
      return one.isFile() && !one.name.endsWith('.new') ? [before + one.name] : []
    })
  return {
    name: 'safe-files',
    options: folder,
    hasItem: (key) => existsSync(pathOf(key)),
    getItem: (key) => read(key)?.toString('utf8') ?? null,
    getItemRaw: (key) => read(key),
    setItem: write,
    setItemRaw: (key, value: Uint8Array) => write(key, value),
    removeItem: (key) => rmSync(pathOf(key), { force: true }),
    getKeys(base?: string) {
      const inside = (base ?? '').replace(/:$/, '')
      const path = inside ? pathOf(inside) : folder
      return existsSync(path) ? keysIn(path, inside ? `${inside}:` : '') : []
    },
  }
})
