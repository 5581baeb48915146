import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Redis } from 'ioredis'

const PROGRAM = '/usr/bin/redis-server'
/** Whether Debian's Redis is on this machine. */
export const HAS_REDIS = existsSync(PROGRAM)

/** A port of this machine that nobody listens on. */
export const freePort = () =>
  new Promise<number>((resolve, reject) => {
    const server = createServer()
    server.once('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => resolve(port))
    })
  })

/** A real Redis server on a loopback port, with an append-only file that is flushed at every write. */
export async function redisServer() {
  const folder = mkdtempSync(join(tmpdir(), 'redis-'))
  const port = await freePort()
  const url = `redis://127.0.0.1:${port}`
  let running: ChildProcess | null = null
  async function start(): Promise<void> {
    running = spawn(
      PROGRAM,
      [
        ...['--port', String(port), '--bind', '127.0.0.1', '--dir', folder, '--save', ''],
        ...['--appendonly', 'yes', '--appendfsync', 'always'],
      ],
      { stdio: 'ignore' },
    )
    const asking = new Redis(url, { retryStrategy: () => 50, maxRetriesPerRequest: null })
    asking.on('error', () => {})
    // While the append-only file is read it answers that it is loading.
    while ((await asking.ping().catch(() => '')) !== 'PONG') await new Promise((done) => setTimeout(done, 50))
    asking.disconnect()
  }
  /** As a power cut would. */
  async function kill(): Promise<void> {
    if (!running) return
    const ended = new Promise((resolve) => running!.on('exit', resolve))
    running.kill('SIGKILL')
    running = null
    await ended
  }
  await start()
  return {
    url,
    start,
    kill,
    async end(): Promise<void> {
      await kill()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
