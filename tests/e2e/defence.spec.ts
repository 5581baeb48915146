import { spawn, type ChildProcess } from 'node:child_process'
import { readdir, readFile } from 'node:fs/promises'
import { request, type RequestOptions } from 'node:http'
import { connect } from 'node:net'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { expect, test } from '@playwright/test'

/* A server of its own, so that what floods it does not hold up the other tests. */
const PORT = Number(process.env.E2E_PORT ?? 4311) + 1
const MIB = 2 ** 20
let server: ChildProcess

interface Answer {
  status: number
  body: string
  headers: Record<string, string | string[] | undefined>
}

/** One request; of a body given as a function, the parts are asked for one by one. */
function ask(
  path: string,
  options: RequestOptions & {
    body?: string | Buffer
    parts?: (write: (part: Buffer) => boolean) => void
  } = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const asking = request({ host: '127.0.0.1', port: PORT, path, ...options }, (response) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () =>
        resolve({
          status: response.statusCode ?? 0,
          body: Buffer.concat(parts).toString('utf8'),
          headers: response.headers,
        }),
      )
    })
    asking.on('error', reject)
    if (options.parts) options.parts((part) => !asking.destroyed && asking.write(part))
    else asking.end(options.body)
  })
}
const post = (body: string | Buffer, headers: Record<string, string> = {}) =>
  ask('/api/charge', { method: 'POST', body, headers: { 'content-type': 'application/json', ...headers } })
const example = () => readFile('examples/gunmetal.json', 'utf8')
const memoryMb = async () => {
  const status = await readFile(`/proc/${server.pid}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024
}

test.describe.configure({ mode: 'serial' })
test.beforeAll(async () => {
  server = spawn('node', ['.output/server/index.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT) },
    stdio: 'ignore',
  })
  await expect
    .poll(
      () =>
        ask('/')
          .then(({ status }) => status)
          .catch(() => 0),
      { timeout: 20_000 },
    )
    .toBe(200)
})
test.afterAll(() => void server.kill())

test('a body without end is cut at 1 MiB, and not kept in memory', async () => {
  const before = await memoryMb()
  let sent = 0
  const answer = await ask('/api/charge', {
    method: 'POST',
    headers: { 'transfer-encoding': 'chunked' },
    parts: (write) => {
      const timer = setInterval(() => {
        for (let at = 0; at < 8 && sent < 200 * MIB; at++, sent += MIB)
          if (!write(Buffer.alloc(MIB, 0x20))) break
        if (sent >= 200 * MIB) clearInterval(timer)
      }, 5)
      setTimeout(() => clearInterval(timer), 5000)
    },
  })
  expect(answer.status).toBe(413)
  expect(JSON.parse(answer.body)).toMatchObject({ issues: [{ path: [] }] })
  expect((await memoryMb()) - before).toBeLessThan(100)
})

test('a length that says too much is refused before a byte is read', async () => {
  const answer = await ask('/api/charge', {
    method: 'POST',
    headers: { 'content-length': String(900 * MIB) },
    parts: (write) => void write(Buffer.from('{')),
  })
  expect(answer.status).toBe(413)
})

test('a body that drips is given up after ten seconds, and holds nobody else up meanwhile @long', async () => {
  const began = Date.now()
  const slow = ask('/api/charge', {
    method: 'POST',
    headers: { 'transfer-encoding': 'chunked' },
    parts: (write) => {
      const timer = setInterval(() => write(Buffer.from(' ')), 200)
      setTimeout(() => clearInterval(timer), 12_000)
    },
  })
  expect((await post(await example())).status).toBe(200)
  expect((await slow).status).toBe(408)
  expect(Date.now() - began).toBeGreaterThan(9_000)
})

test('pressed, garbled, broken-off bodies and those of other sites’ pages are refused, and the server lives', async () => {
  const text = await example()
  expect((await post(gzipSync(text), { 'content-encoding': 'gzip' })).status).toBe(400)
  expect((await post(Buffer.from([0xff, 0xfe, 0x00, 0x80]))).status).toBe(400)
  await new Promise<void>((resolve) => {
    const socket = connect(PORT, '127.0.0.1', () => {
      socket.write('POST /api/charge HTTP/1.1\r\nHost: x\r\nContent-Length: 100\r\n\r\n{"a"')
      setTimeout(() => socket.destroy(), 100)
    })
    socket.on('close', () => resolve())
  })
  expect((await post(text, { 'sec-fetch-site': 'cross-site' })).status).toBe(403)
  expect((await post(text)).status).toBe(200)
})

test('paths that climb, other methods and prototype keys come to nothing', async () => {
  const climbs = [
    '/../package.json',
    '/%2e%2e/%2e%2e/etc/passwd',
    '/..%2f..%2fetc%2fpasswd',
    '/_nuxt/../../server/index.mjs',
  ]
  for (const path of [...climbs, '/api/../../package.json', '/\0', '/%00', '/%ff']) {
    const { status, body } = await ask(encodeURI(path).replaceAll('%25', '%'))
    expect(body, path).not.toMatch(/root:|"dependencies"|createServer/)
    expect(status, path).toBeLessThan(500)
  }
  for (const method of ['GET', 'PUT', 'DELETE', 'PATCH', 'OPTIONS'])
    expect((await ask('/api/charge', { method })).status, method).toBe(405)
  expect((await ask('/api/nothing')).status).toBe(404)
  const sly = (await example()).replace(
    '{',
    '{"__proto__": {"polluted": 1}, "constructor": {"prototype": 1},',
  )
  const answer = await post(sly)
  expect(answer.status).toBe(400)
  expect((await post(await example())).status).toBe(200)
  for (const query of [
    '?kind=__proto__',
    '?kind[]=scale',
    '?kind=scale&faults=%00',
    `?kind=${'x'.repeat(8000)}`,
  ])
    expect((await ask(`/api/devices/lines${query}`)).status, query.slice(0, 40)).toBe(400)
})

test('a name that is not this server’s gets no answer of the engine, the instruments or the groups', async () => {
  for (const path of ['/api/charge', '/api/devices/lines?kind=scale', '/api/group']) {
    const { status, body } = await ask(path, { headers: { host: 'rebound.example' } })
    expect(status, path).toBe(421)
    expect(JSON.parse(body)).toMatchObject({ error: 'host' })
  }
  const upgrade = {
    connection: 'upgrade',
    upgrade: 'websocket',
    'sec-websocket-version': '13',
    'sec-websocket-key': Buffer.alloc(16).toString('base64'),
  }
  const line = await ask('/api/group', { headers: { ...upgrade, host: 'rebound.example' } })
  expect(line.status).toBe(421)
})

test('an instrument is not read by another site’s page', async () => {
  const path = '/api/devices/lines?kind=scale'
  expect((await ask(path, { headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(403)
  expect((await ask(path, { headers: { origin: 'https://evil.example' } })).status).toBe(403)
})

test('every answer says how a browser is to guard it', async () => {
  for (const path of ['/', '/ledger', '/api/charge']) {
    const { headers, body } = await ask(path)
    expect(headers['x-content-type-options'], path).toBe('nosniff')
    expect(headers['referrer-policy'], path).toBe('no-referrer')
    expect(headers['x-frame-options'], path).toMatch(/SAMEORIGIN|DENY/)
    expect(headers['cross-origin-resource-policy'], path).toBe('same-origin')
    expect(headers['access-control-allow-origin'], path).toBeUndefined()
    expect(headers['x-powered-by'], path).toBeUndefined()
    expect(headers['cross-origin-embedder-policy'], path).toBe('require-corp')
    // Only over TLS.
    expect(headers['strict-transport-security'], path).toBeUndefined()
    // The rest is for pages only.
    if (path === '/api/charge') continue
    expect(headers['cross-origin-opener-policy'], path).toBe('same-origin')
    const policy = String(
      headers['content-security-policy'] ??
        /http-equiv="Content-Security-Policy" content="([^"]+)"/.exec(body)?.[1],
    )
    expect(policy, path).toContain("object-src 'none'")
    expect(policy, path).toContain("base-uri 'none'")
    expect(/script-src ([^;]+)/.exec(policy)![1], path).not.toContain('unsafe-inline')
  }
})

test('of 700 calls 600 are answered, the rest is asked to wait, and the page is still served @long', async () => {
  const text = await example()
  const seen = new Map<number, number>()
  await Promise.all(
    Array.from({ length: 10 }, async () => {
      for (let turn = 0; turn < 70; turn++) {
        const { status } = await post(text)
        seen.set(status, (seen.get(status) ?? 0) + 1)
      }
    }),
  )
  expect([...seen.keys()].sort()).toEqual([200, 429])
  expect(seen.get(200)! + seen.get(429)!).toBe(700)
  expect(seen.get(429)!).toBeGreaterThanOrEqual(100)
  expect((await ask('/')).status).toBe(200)
})

test('an address that is none is told so, and no cache keeps that; files are kept, the page is asked for anew', async () => {
  const html = { accept: 'text/html' }
  for (const path of ['/', '/ledger', '/heat/14/charge', '/ingot/x', '/handbook/faults']) {
    const { status, headers } = await ask(path, { headers: html })
    expect([status, headers['cache-control']], path).toEqual([200, 'no-cache'])
  }
  for (const path of ['/sw.js', '/manifest.webmanifest'])
    expect((await ask(path)).headers['cache-control'], path).toBe('no-cache')
  const opened = await ask('/nope', { headers: html })
  expect([opened.status, opened.headers['cache-control']]).toEqual([404, 'no-store'])
  expect(opened.body, 'a person gets the app, which says so').toContain('<!DOCTYPE html>')
  for (const path of [
    '/nope',
    '/_nuxt/nope.js',
    '/_nuxt/',
    '/nope.js',
    '/.env',
    '/package.json',
    '/sw.js.map',
  ]) {
    const { status, headers, body } = await ask(`${path}?secret=1`)
    expect([status, headers['cache-control']], path).toEqual([404, 'no-store'])
    expect(body, path).not.toMatch(/secret|html/)
  }
  for (const method of ['POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS'])
    for (const path of ['/', '/ledger', '/nope']) {
      const { status, headers } = await ask(path, { method })
      expect([status, headers.allow], path).toEqual([405, 'GET, HEAD'])
      expect(headers['cache-control'], path).toMatch(/^no-(store|cache)$/)
    }
})

test('what is served names no place of the machine it was built on, and has no source maps', async () => {
  const found = await readdir('.output/public', { recursive: true, withFileTypes: true })
  for (const entry of found) {
    if (!entry.isFile() || !/\.(js|css|html|json|webmanifest|map)$/.test(entry.name)) continue
    expect(entry.name).not.toMatch(/\.map$/)
    const text = await readFile(join(entry.parentPath, entry.name), 'utf8')
    expect(text.includes(process.cwd()), entry.name).toBe(false)
    expect(text, entry.name).not.toContain('sourceMappingURL=')
  }
})

test('what gets into the page cannot run: scripts put in, handlers, evaluated text, other addresses', async ({
  page,
}) => {
  await page.goto('/')
  await expect(page.getByRole('button', { name: 'Open the demo yard' })).toBeVisible()
  const got = await page.evaluate(async () => {
    const tell = window as unknown as { __ran: string[] }
    tell.__ran = []
    const script = document.createElement('script')
    script.textContent = 'window.__ran.push("script")'
    document.body.append(script)
    const frame = document.createElement('div')
    frame.innerHTML = '<img src="x:" onerror="window.__ran.push(\'handler\')">'
    document.body.append(frame)
    // In a task of its own: what a debugger has evaluated is let off.
    setTimeout(() => {
      new Function('window.__ran.push("text")')()
    })
    const away = await fetch('http://127.0.0.2:9/').then(
      () => 'reached',
      (error: Error) => error.name,
    )
    await new Promise((resolve) => setTimeout(resolve, 300))
    return { ran: tell.__ran, away }
  })
  expect(got).toEqual({ ran: [], away: 'TypeError' })
})
