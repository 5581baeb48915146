import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { certificatesIn } from '../../../scripts/shed/certificates.mjs'
import { trustServer } from '../../../scripts/shed/trust-page.mjs'
import { isKnownHost } from '../../../server/limits/known-hosts'
import { isSameSite } from '../../../server/limits/is-same-site'

/* What strangers of a network may send to a shed. */

const folder = mkdtempSync(join(tmpdir(), 'shed-'))
let server: ReturnType<typeof trustServer>
let port = 0
beforeAll(async () => {
  const { authority } = await certificatesIn(folder)
  server = trustServer(authority, (host: string) => `https://${host}:4173/`)
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  port = (server.address() as AddressInfo).port
})
afterAll(() => {
  server.close()
  rmSync(folder, { recursive: true })
})

/** What comes back to bytes sent as they are. */
const sent = (bytes: string) =>
  new Promise<string>((resolve) => {
    const socket = connect(port, '127.0.0.1')
    let answer = ''
    socket.on('data', (part) => (answer += part.toString('latin1')))
    socket.on('error', () => resolve(answer))
    socket.on('close', () => resolve(answer))
    socket.setTimeout(1000, () => socket.destroy())
    socket.end(bytes)
  })
const get = (path: string, host = 'shed') =>
  sent(`GET ${path} HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)

describe('the page without TLS', () => {
  it.each(['//', '///', '/\\', 'http://', '//[', '/%', '*'])(
    '%s is answered, and ends nothing',
    async (path) => {
      expect(await get(path)).toMatch(/^HTTP\/1\.1 [24]\d\d /)
      expect(await get('/')).toMatch(/^HTTP\/1\.1 200 /)
    },
  )
  it('goes on through requests that are none', async () => {
    const path = fc.string({ unit: 'binary', maxLength: 40 })
    await fc.assert(
      fc.asyncProperty(path, fc.boolean(), async (text, isWhole) => {
        await (isWhole ? get(text) : sent(text))
        expect(server.listening).toBe(true)
      }),
      { numRuns: 60 },
    )
    expect(await get('/')).toMatch(/^HTTP\/1\.1 200 /)
  })
})

describe('the name a request was sent to', () => {
  const known = new Set(['localhost', 'shed', 'shed.local', 'casting.example'])
  it.each([
    'localhost',
    'LOCALHOST:4173',
    'shed.local',
    '127.0.0.1:4173',
    '192.168.1.9',
    '[::1]:4173',
    'casting.example.',
  ])('%s is this server', (host) => expect(isKnownHost(host, known)).toBe(true))
  it.each([
    '',
    'evil.example',
    'localhost.evil.example',
    '127.0.0.1.evil.example',
    'a b',
    'shed:x',
    '1.2.3',
    null,
  ])('%s is not', (host) => expect(isKnownHost(host, known)).toBe(false))
})

describe('the page a request comes from', () => {
  const from = (headers: Record<string, string>) => isSameSite(new Headers({ host: 'shed:4173', ...headers }))
  it('is this server’s own, or no page at all', () => {
    expect(from({})).toBe(true)
    expect(from({ origin: 'https://shed:4173' })).toBe(true)
    expect(from({ 'sec-fetch-site': 'same-origin' })).toBe(true)
    expect(from({ 'sec-fetch-site': 'none' })).toBe(true)
    expect(from({ origin: 'https://evil.example' })).toBe(false)
    expect(from({ origin: 'null' })).toBe(false)
    expect(from({ 'sec-fetch-site': 'cross-site' })).toBe(false)
  })
})
