import { readdir, readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { garbled, malformed } from '../support/malformed'
import { many } from '../support/reliability'

const example = async () => JSON.parse(await readFile('examples/gunmetal.json', 'utf8'))

test('the charge route answers in the open shape', async ({ request }) => {
  const response = await request.post('/api/charge', { data: await example() })
  expect(response.status()).toBe(200)
  expect(await response.json()).toMatchObject({
    format: 'hephaestal/charge-plan',
    version: 1,
    status: 'optimal',
  })
})

test('the page fetches what it begins with, and no engine before a screen asks for one', async ({
  request,
}) => {
  const page = await (await request.get('/heat/13/charge')).text()
  const fetched = [...page.matchAll(/<link[^>]*rel="modulepreload"[^>]*href="([^"]+)"/g)].map(([, to]) => to)
  expect(fetched.length).toBeGreaterThan(1)
  expect(fetched.filter((to) => /worker/.test(to!))).toEqual([])
  // Who takes one thing through a feature's door does not take all that is behind it: that was a fifth more.
  const sizes = fetched.map(async (to) => (await (await request.get(to!)).body()).length)
  expect((await Promise.all(sizes)).reduce((sum, size) => sum + size, 0)).toBeLessThan(950_000)
})

test('an impossible problem is an answer, not an error', async ({ request }) => {
  const problem = await example()
  problem.target.tapMassG = 1e6
  const response = await request.post('/api/charge', { data: problem })
  expect(response.status()).toBe(200)
  expect(await response.json()).toMatchObject({ status: 'infeasible', conflict: [{ kind: 'metal' }] })
})

test('bad bodies get 400 with the path, large ones 413', async ({ request }) => {
  const problem = await example()
  problem.lots[1].composition.Zn = 'much'
  const bad = await request.post('/api/charge', { data: problem })
  expect(bad.status()).toBe(400)
  expect((await bad.json()).issues[0].path).toEqual(['lots', 1, 'composition', 'Zn'])
  for (const data of ['', 'not json', '[]', 'null', '{"lots":'])
    expect(
      (await request.post('/api/charge', { data, headers: { 'content-type': 'application/json' } })).status(),
    ).toBe(400)
  const large = await request.post('/api/charge', { data: { pad: 'x'.repeat(1024 * 1024 + 1) } })
  expect(large.status()).toBe(413)
})

test('of hundreds of broken bodies none gives a 500 or hangs @long', async ({ request }) => {
  const text = JSON.stringify(await example())
  const seen = new Map<number, number>()
  for (let seed = 1; seed <= many(400, 100); seed++) {
    const data = seed % 2 ? garbled(text, seed) : JSON.stringify(malformed(JSON.parse(text), seed))
    const response = await request.post('/api/charge', {
      data,
      headers: { 'content-type': 'application/json' },
      timeout: 15_000,
    })
    const status = response.status()
    seen.set(status, (seen.get(status) ?? 0) + 1)
    expect([200, 400], `seed ${seed}`).toContain(status)
    if (status === 400) expect((await response.json()).error).toBe('invalid')
  }
  expect(seen.get(400) ?? 0).toBeGreaterThan(many(150, 36))
})

test('every example is answered, the stuck one with ways out', async ({ request }) => {
  const files = (await readdir('examples')).filter((name) => name.endsWith('.json'))
  expect(files.length).toBeGreaterThanOrEqual(3)
  for (const name of files) {
    const response = await request.post('/api/charge', {
      data: JSON.parse(await readFile(`examples/${name}`, 'utf8')),
    })
    expect(response.status(), name).toBe(200)
    const plan = await response.json()
    if (name.startsWith('stuck')) {
      expect(plan.status).toBe('infeasible')
      expect(plan.remedies.map(({ kind }: { kind: string }) => kind)).toEqual(
        expect.arrayContaining(['relax', 'obtain']),
      )
    } else expect(['optimal', 'feasible'], name).toContain(plan.status)
    if (name.includes('by-hand')) {
      expect(plan).toMatchObject({ version: 2, shortfalls: [] })
      expect(plan.probabilityInLimits).toBeGreaterThanOrEqual(0.9)
      expect(plan.gap ?? 0).toBeLessThan(0.02)
    } else expect(plan.version).toBe(1)
  }
})
