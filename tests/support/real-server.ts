import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { WebSocket } from 'ws'
import type { Dial } from './model-device'
import { freePort } from './redis-server'

/** A disk that is full while a file of this name lies beside it: `writeSync` fails as it would there. */
const FULL_DISK = `
import fs, { existsSync } from 'node:fs'
import { syncBuiltinESMExports } from 'node:module'
const write = fs.writeSync
fs.writeSync = (...all) => {
  if (existsSync(process.env.FULL_WHILE)) throw Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' })
  return write(...all)
}
syncBuiltinESMExports()
`

/** The server as it was built, in a process of its own, that can be killed and started again. */
export async function realServer(env: Record<string, string> = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'server-'))
  const preload = join(folder, 'full-disk.mjs')
  const flag = join(folder, 'full')
  writeFileSync(preload, FULL_DISK)
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  let running: ChildProcess | null = null
  let errors = ''
  const listens = () =>
    new Promise<boolean>((resolve) => {
      const socket = connect(port, '127.0.0.1', () => (socket.destroy(), resolve(true)))
      socket.on('error', () => resolve(false))
    })
  return {
    url,
    port,
    /** what it said on its error output */
    errors: () => errors,
    isRunning: () => running !== null && running.exitCode === null && running.signalCode === null,
    async start(): Promise<void> {
      running = spawn('node', ['--import', preload, '.output/server/index.mjs'], {
        env: {
          ...process.env,
          ...{ HOST: '127.0.0.1', PORT: String(port), FULL_WHILE: flag, HEPHAESTAL_TRUST_PROXY: 'loopback' },
          ...env,
        },
        stdio: ['ignore', 'ignore', 'pipe'],
      })
      running.stderr!.on('data', (part: Buffer) => (errors = (errors + part.toString()).slice(-20_000)))
      while (!(await listens())) {
        if (running.exitCode !== null) throw new Error(`the server ended: ${errors}`)
        await new Promise((done) => setTimeout(done, 20))
      }
    },
    /** As a power cut would. */
    async kill(): Promise<void> {
      if (!running) return
      const ended = new Promise((resolve) => running!.on('exit', resolve))
      running.kill('SIGKILL')
      running = null
      await ended
    },
    fill(full: boolean): void {
      if (full) writeFileSync(flag, '')
      else rmSync(flag, { force: true })
    },
    remove: () => rmSync(folder, { recursive: true, force: true }),
  }
}
export type RealServer = Awaited<ReturnType<typeof realServer>>

/** Lines to a server, and when something last went over one of them. */
export function linesTo(urlNow: () => string) {
  const state = { last: 0, opening: 0 }
  const dial: Dial = (ears, name) => {
    // Each device comes from an address of its own, as a trusted proxy says.
    const number = Number(/\d+/.exec(name)?.[0] ?? 0)
    const headers = { 'x-forwarded-for': `10.${number >> 16}.${(number >> 8) & 255}.${number & 255}` }
    const socket = new WebSocket(`${urlNow().replace('http', 'ws')}/api/group`, { headers })
    const waiting: Uint8Array[] = []
    let isOver = false
    let isOpening = true
    const opened = () => {
      if (isOpening) state.opening--
      isOpening = false
      state.last = Date.now()
    }
    const end = () => {
      opened()
      if (isOver) return
      isOver = true
      ears.lost()
    }
    state.opening++
    socket.on('open', () => {
      opened()
      for (const frame of waiting.splice(0)) socket.send(frame)
    })
    socket.on('message', (data: Buffer, isBinary) => {
      state.last = Date.now()
      if (!isOver) ears.frame(isBinary ? new Uint8Array(data) : data.toString())
    })
    socket.on('close', end)
    socket.on('error', () => {})
    return {
      send(frame) {
        state.last = Date.now()
        if (socket.readyState === WebSocket.OPEN) socket.send(frame)
        else waiting.push(frame)
      },
      close() {
        isOver = true
        socket.terminate()
      },
    }
  }
  return {
    dial,
    /** Nothing has gone over any line for so long. */
    async quiet(ms: number): Promise<void> {
      do await new Promise((done) => setTimeout(done, ms))
      while (state.opening > 0 || Date.now() - state.last < ms)
    },
  }
}
