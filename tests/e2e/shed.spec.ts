import { spawn, type ChildProcess } from 'node:child_process'
import { X509Certificate } from 'node:crypto'
import { mkdtempSync, rmSync, statSync } from 'node:fs'
import { get as overPlain } from 'node:http'
import { request as overTls } from 'node:https'
import { connect } from 'node:net'
import { networkInterfaces, tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect as connectTls } from 'node:tls'
import { AxeBuilder } from '@axe-core/playwright'
import { hostileRequest } from '../support/hostile-requests'
import { many } from '../support/reliability'
import { expect, test } from './support'

/* npm start, to this machine alone, and to the shed over TLS by an authority of its own. */
const PORT = Number(process.env.E2E_PORT ?? 4311) + 20
const folder = mkdtempSync(join(tmpdir(), 'shed-'))
const outside = Object.values(networkInterfaces())
  .flat()
  .find((one) => one?.family === 'IPv4' && !one.internal)?.address
let running: ChildProcess
let said = ''

async function start(port: number, ...options: string[]): Promise<void> {
  said = ''
  running = spawn('node', ['scripts/start.mjs', ...options], {
    env: { ...process.env, PORT: String(port), HEPHAESTAL_SHED_DIR: folder },
  })
  running.stdout!.on('data', (part: Buffer) => (said += part.toString()))
  await expect.poll(() => said, { timeout: 30_000 }).toContain('Ctrl C stops it')
}
const stop = () => {
  const ended = new Promise((resolve) => running.on('exit', resolve))
  running.kill()
  return ended
}

/** What a plain address answers. */
const plainly = (url: string, options: { method?: string } = {}) =>
  new Promise<{ status: number; type: string; body: Buffer }>((resolve, reject) => {
    overPlain(url, options, (response) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () =>
        resolve({
          status: response.statusCode!,
          type: response.headers['content-type'] ?? '',
          body: Buffer.concat(parts),
        }),
      )
    }).on('error', reject)
  })

/** The status of the app over TLS for who trusts this authority and no other. */
const trusting = (ca: string | undefined, host: string, port: number) =>
  new Promise<number | string>((resolve) => {
    overTls({ host, port, path: '/', ...(ca ? { ca } : {}) }, (response) => {
      response.resume()
      resolve(response.statusCode!)
    })
      .on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? error.message))
      .end()
  })

test.describe.configure({ mode: 'serial' })
test.use({ ignoreHTTPSErrors: true })
test.afterEach(stop)
test.afterAll(() => rmSync(folder, { recursive: true, force: true }))

test('the shed: a page that says how to trust it, a certificate that fits every address, and a secure app @long', async ({
  page,
}) => {
  await start(PORT, '--shed')
  const [, plainPort] = /begins? at http:\/\/[\d.]+:(\d+)\//.exec(said)!
  const authority = await plainly(`http://127.0.0.1:${plainPort}/hephaestal-shed.crt`)
  expect([authority.status, authority.type]).toEqual([200, 'application/x-x509-ca-cert'])
  const root = new X509Certificate(authority.body)
  expect(root.ca).toBe(true)
  // The first words of its sum, which the terminal says too.
  const mark = root.fingerprint256.replaceAll(':', ' ').slice(0, 23)
  expect(said).toContain(mark)
  const pem = root.toString()
  for (const host of ['127.0.0.1', 'localhost', ...(outside ? [outside] : [])])
    expect(await trusting(pem, host, PORT), host).toBe(200)
  expect(await trusting(undefined, 'localhost', PORT)).not.toBe(200)
  // The key is nobody's but the shed's, and nothing but the page and the certificate is told without TLS.
  expect(statSync(join(folder, 'authority.key')).mode & 0o077).toBe(0)
  for (const path of ['/authority.key', '/server.key', '/..%2fauthority.key', '/stock', '/api/charge'])
    expect((await plainly(`http://127.0.0.1:${plainPort}${path}`)).status, path).toBe(404)
  expect((await plainly(`http://127.0.0.1:${plainPort}/`, { method: 'PUT' })).status).toBe(405)

  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`http://localhost:${plainPort}/`)
  await expect(page.getByText(mark)).toBeVisible()
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([])
  await page.getByRole('link', { name: 'Then open the app' }).click()
  await expect(page).toHaveURL(`https://localhost:${PORT}/`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  expect(await page.evaluate(() => [isSecureContext, 'wakeLock' in navigator])).toEqual([true, true])
})

/** Sends bytes and waits for an answer, or the end of the line. */
const sends = (port: number, bytes: Buffer, secure: boolean) =>
  new Promise<string>((resolve) => {
    let answer = ''
    const socket = secure
      ? connectTls({ port, host: '127.0.0.1', rejectUnauthorized: false })
      : connect(port, '127.0.0.1')
    const end = () => {
      clearTimeout(timer)
      socket.destroy()
      resolve(answer)
    }
    const timer = setTimeout(end, 1500)
    socket.on(secure ? 'secureConnect' : 'connect', () => socket.write(bytes))
    socket.on('data', (part: Buffer) => {
      answer += part.toString('latin1')
      if (answer.includes('\r\n\r\n')) end()
    })
    socket.on('close', end)
    socket.on('error', () => {})
  })

test('hostile requests to the page of trust and to the app: none ends a process, and none gets what is not for it @long', async () => {
  test.slow()
  await start(PORT + 12, '--shed')
  const ended: (number | null)[] = []
  running.on('exit', (code) => ended.push(code))
  const [, plainPort] = /begins? at http:\/\/[\d.]+:(\d+)\//.exec(said)!
  const statuses = new Map<string, number>()
  for (const [port, secure] of [
    [Number(plainPort), false],
    [PORT + 12, true],
  ] as const) {
    const seeds = Array.from({ length: many(2000, 300) }, (_, seed) => seed)
    for (let at = 0; at < seeds.length; at += 20) {
      const answers = await Promise.all(
        seeds.slice(at, at + 20).map((seed) => sends(port, hostileRequest(seed), secure)),
      )
      for (const answer of answers) {
        const status = /^HTTP\/1\.1 (\d{3})/.exec(answer)?.[1] ?? 'none'
        statuses.set(status, (statuses.get(status) ?? 0) + 1)
        expect(answer).not.toMatch(/PRIVATE KEY|root:x:|node_modules|at .*\.mjs/)
      }
    }
  }
  expect(ended).toEqual([])
  expect([...statuses.keys()].filter((status) => status.startsWith('5'))).toEqual([])
  expect(statuses.get('400') ?? 0).toBeGreaterThan(20)
  expect((await plainly(`http://127.0.0.1:${plainPort}/`)).status).toBe(200)
  expect(await trusting(undefined, '127.0.0.1', PORT + 12)).not.toBe('ECONNREFUSED')
})

test('started again it is the same authority; to this machine alone nobody else reaches it @long', async () => {
  await start(PORT + 4, '--shed')
  const [, plainPort] = /begins? at http:\/\/[\d.]+:(\d+)\//.exec(said)!
  const first = (await plainly(`http://127.0.0.1:${plainPort}/hephaestal-shed.crt`)).body
  await stop()
  await start(PORT + 4, '--shed')
  const [, again] = /begins? at http:\/\/[\d.]+:(\d+)\//.exec(said)!
  expect((await plainly(`http://127.0.0.1:${again}/hephaestal-shed.crt`)).body.equals(first)).toBe(true)
  await stop()
  await start(PORT + 8)
  expect(said).toContain(`http://127.0.0.1:${PORT + 8}/`)
  await expect
    .poll(async () => (await plainly(`http://127.0.0.1:${PORT + 8}/`).catch(() => null))?.status)
    .toBe(200)
  test.skip(!outside, 'this machine has no other address')
  const reached = await new Promise<boolean>((resolve) => {
    const socket = connect(PORT + 8, outside!, () => (socket.destroy(), resolve(true)))
    socket.on('error', () => resolve(false))
  })
  expect(reached).toBe(false)
})

test('a port that is taken, and a folder of another server, are refused in plain words @long', async () => {
  await start(PORT + 12)
  const second = spawn('node', ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(PORT + 12), HEPHAESTAL_SHED_DIR: folder },
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  let words = ''
  second.stderr.on('data', (part: Buffer) => (words += part.toString()))
  expect(await new Promise((resolve) => second.on('exit', resolve))).toBe(1)
  expect(words).toContain(`Port ${PORT + 12} is in use`)
  const third = spawn('node', ['.output/server/index.mjs'], {
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(PORT + 13),
      HEPHAESTAL_GROUPS_DIR: join(folder, 'groups'),
    },
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  words = ''
  third.stderr.on('data', (part: Buffer) => (words += part.toString()))
  expect(await new Promise((resolve) => third.on('exit', resolve))).toBe(1)
  expect(words).toContain('Another Hephaestal server uses the folder')
})
