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

/**
 * The port that was asked for. A browser keeps a yard by address and port: at another port there would be an empty one.
 * @throws never; ends the process with a message where the port is taken
 */
export async function fixedPort(port, host = '127.0.0.1') {
  const free = await new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.listen(port, host, () => probe.close(() => resolve(true)))
  })
  if (free) return port
  console.error(
    `Port ${port} is in use, perhaps by another Hephaestal. A browser keeps its yard by port, so no other is taken.\n` +
      `Stop the other program, or choose a port yourself: PORT=${port + 10} npm start`,
  )
  process.exit(1)
}

/** A server that ends sooner than this after its start would only end again. */
const LIVED_MS = 10_000

/**
 * Starts the server with these settings; it ends with the script.
 * @param {{ again?: boolean }} how again: a server that ended although nobody asked it to is started anew
 */
export function serveBuilt(env, { again = false } = {}) {
  let server
  const start = () => {
    const began = Date.now()
    server = spawn(process.execPath, [join(ROOT, '.output', 'server', 'index.mjs')], {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    server.on('exit', (code) => {
      if (!again || Date.now() - began < LIVED_MS) process.exit(code ?? 1)
      console.error('The server ended; it is started again.')
      start()
    })
  }
  start()
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, () => {
      server.kill()
      process.exit(0)
    })
  // However this script ends, its server does not stay behind with the port.
  process.on('exit', () => server.kill())
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
