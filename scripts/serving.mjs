/* The built app's server as a child of a script, and a port for it. */
import { spawn } from 'node:child_process'
import { connect, createServer } from 'node:net'
import { join } from 'node:path'
import { ROOT } from './ensure.mjs'

/** The wanted port, or the next free one. */
export async function freePort(wanted, host = '127.0.0.1') {
  for (let candidate = wanted; candidate < wanted + 50; candidate++) {
    const free = await new Promise((resolve) => {
      const probe = createServer()
      probe.once('error', () => resolve(false))
      probe.listen(candidate, host, () => probe.close(() => resolve(true)))
    })
    if (free) return candidate
  }
  throw new Error('no free port')
}

/** Starts the server with these settings; it ends with the script, and the script with it. */
export function serveBuilt(env) {
  const server = spawn(process.execPath, [join(ROOT, '.output', 'server', 'index.mjs')], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, () => {
      server.kill()
      process.exit(0)
    })
  server.on('exit', (code) => process.exit(code ?? 0))
}

/** Waits until somebody listens at a port of this machine. */
export async function listening(port) {
  for (let tries = 0; tries < 100; tries++) {
    const there = await new Promise((resolve) => {
      const socket = connect(port, '127.0.0.1', () => (socket.destroy(), resolve(true)))
      socket.on('error', () => resolve(false))
    })
    if (there) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('the server did not start')
}
