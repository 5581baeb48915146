import { createHash } from 'node:crypto'
import { mkdirSync, rmSync } from 'node:fs'
import { connect, createServer, type Server } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

/** Longest path of a socket that every system takes, characters. */
const LONGEST = 100

/**
 * Where the lock of a folder listens: a socket in it. A socket of a process that ended refuses, so a lock never outlives
 * its server, also after a power cut; and processes of several containers that share the folder see it.
 */
function socketOf(folder: string): string {
  const name = createHash('sha256').update(resolve(folder)).digest('hex').slice(0, 24)
  if (process.platform === 'win32') return `\\\\.\\pipe\\hephaestal-${name}`
  const inside = join(resolve(folder), '.lock')
  return inside.length <= LONGEST ? inside : join(tmpdir(), `hephaestal-${name}.lock`)
}

const isAnswered = (path: string) =>
  new Promise<boolean>((resolve) => {
    const socket = connect(path, () => {
      socket.destroy()
      resolve(true)
    })
    socket.on('error', () => resolve(false))
  })

const listening = (path: string) =>
  new Promise<Server | null>((resolve, reject) => {
    const server = createServer((socket) => socket.destroy())
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(null) : reject(error),
    )
    server.listen(path, () => {
      server.unref()
      resolve(server)
    })
  })

/**
 * Takes a folder for this process alone: two servers that write one folder lose what was acknowledged.
 * @returns how to give it back; null where another server has it
 * @throws Error of the file system where the folder cannot be made
 */
export async function lockFolder(folder: string): Promise<(() => void) | null> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const path = socketOf(folder)
  let server = await listening(path)
  if (!server) {
    if (await isAnswered(path)) return null
    rmSync(path, { force: true })
    server = await listening(path)
  }
  if (!server) return null
  const held = server
  return () => void held.close()
}
