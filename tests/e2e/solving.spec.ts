import { spawn, type ChildProcess } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { heavyProblem } from '../support/heavy-problem'

/* A server of its own, kept busy on purpose. */
const PORT = Number(process.env.E2E_PORT ?? 4311) + 2
const at = (path: string) => `http://127.0.0.1:${PORT}${path}`
let server: ChildProcess

const post = (body: unknown, options: { signal?: AbortSignal; headers?: Record<string, string> } = {}) =>
  fetch(at('/api/charge'), {
    method: 'POST',
    body: typeof body === 'string' ? body : JSON.stringify(body),
    headers: { 'content-type': 'application/json', ...options.headers },
    ...(options.signal ? { signal: options.signal } : {}),
  })
const example = () => readFile('examples/gunmetal.json', 'utf8')

test.describe.configure({ mode: 'serial' })
test.beforeEach(async () => {
  server = spawn('node', ['.output/server/index.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT) },
    stdio: 'ignore',
  })
  await expect
    .poll(
      () =>
        fetch(at('/')).then(
          ({ status }) => status,
          () => 0,
        ),
      { timeout: 20_000 },
    )
    .toBe(200)
})
test.afterEach(() => void server.kill())

test('a problem that takes long holds up neither the page nor other problems @long', async () => {
  let done = false
  const gone = new AbortController()
  const heavy = post(heavyProblem(600, { timeLimitS: 60 }), { signal: gone.signal })
    .finally(() => (done = true))
    .catch(() => null)
  for (let turn = 0; turn < 20; turn++) {
    expect((await fetch(at('/ledger'))).status).toBe(200)
    expect((await post(await example())).status).toBe(200)
  }
  expect(done, 'all of them are answered while it is still at work').toBe(false)
  gone.abort()
  await heavy
  const answer = await post(heavyProblem(600, { timeLimitS: 1 }))
  expect(answer.status).toBe(200)
  expect(['infeasible', 'feasible']).toContain(((await answer.json()) as { status: string }).status)
})

test('what finds no room is asked to come again, nobody fills the queue alone, and who leaves makes room @long', async () => {
  const heavy = JSON.stringify(heavyProblem(500, { timeLimitS: 60 }))
  const gone = new AbortController()
  let refused = 0
  const left = Array.from({ length: 40 }, () =>
    post(heavy, { signal: gone.signal }).then(
      ({ status, headers }) => {
        if (status !== 503) return status
        expect(Number(headers.get('retry-after'))).toBeGreaterThan(0)
        refused++
        return status
      },
      () => 0,
    ),
  )
  // Sixteen of one address may be waiting or at work.
  await expect.poll(() => refused, { timeout: 60_000 }).toBe(24)
  expect((await fetch(at('/'))).status).toBe(200)
  gone.abort()
  const seen = await Promise.all(left)
  expect(seen.filter((status) => status === 503)).toHaveLength(24)
  expect(seen.filter((status) => status === 0)).toHaveLength(16)
  await expect.poll(async () => (await post(await example())).status, { timeout: 15_000 }).toBe(200)
})

test('whom a request says it is for is not believed: the socket’s address is counted @long', async () => {
  const seen = new Map<number, number>()
  for (let turn = 0; turn < 65; turn++)
    await Promise.all(
      Array.from({ length: 10 }, async (_, index) => {
        const { status } = await post('{}', {
          headers: { 'x-forwarded-for': `10.0.${turn}.${index}`, forwarded: `for=10.1.${turn}.${index}` },
        })
        seen.set(status, (seen.get(status) ?? 0) + 1)
      }),
    )
  expect(Object.fromEntries(seen)).toEqual({ 400: 600, 429: 50 })
  const refused = await post('{}')
  expect(Number(refused.headers.get('retry-after'))).toBeGreaterThan(0)
  expect(await refused.json()).toMatchObject({ error: 'too-many', issues: [{ path: [] }] })
})

test('one client holds eight instruments at the most', async () => {
  const gone = new AbortController()
  const open = () => fetch(at('/api/devices/lines?kind=scale'), { signal: gone.signal })
  const streams = await Promise.all(Array.from({ length: 10 }, open))
  expect(streams.map(({ status }) => status).sort()).toEqual([...Array(8).fill(200), 503, 503])
  gone.abort()
  await expect
    .poll(
      async () =>
        (await fetch(at('/api/devices/lines?kind=scale'), { signal: AbortSignal.timeout(2000) })).status,
    )
    .toBe(200)
})
