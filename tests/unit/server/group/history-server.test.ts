import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Redis } from 'ioredis'
import { describe, expect, it } from 'vitest'
import { GROUP } from '../../../support/model-device'
import { linesTo, realServer } from '../../../support/real-server'
import { redisServer } from '../../../support/redis-server'
import { history, type Outcome, type Stage } from '../../../support/relay-history'
import { FULL } from '../../../support/reliability'

/* The same histories with the server as it was built: killed, its files damaged, its disk full. */

const CODE = 'ABCD-EFGH-JKLM'
const STEPS = Number(process.env.STEPS ?? 2000)
const QUIET_MS = 6

function check({ remaining, out, refused, owed, counts }: Outcome): void {
  const [first, ...others] = remaining.map(({ has }) => [...has].toSorted())
  // Told by their sizes first: what differs is thousands of lines.
  expect(remaining.map(({ id, has, refused }) => [id, has.size, refused.slice(-2)])).toEqual(
    remaining.map(({ id, refused }) => [id, first!.length, refused.slice(-2)]),
  )
  for (const one of others) expect(one).toEqual(first)
  const all = new Set(first)
  expect([...owed].filter((change) => !all.has(change))).toEqual([])
  expect(counts.apart).toBeUndefined()
  for (const act of ['kill', 'kill and damage', 'disk full']) expect(counts[act]).toBeGreaterThan(3)
  for (const one of out) expect(one.learned).toEqual([])
  for (const one of refused) expect(['withdrawn', 'wrong-invitation']).toEqual(expect.arrayContaining(one))
}

describe.runIf(FULL)('the real server', () => {
  it.each([1, 2, 3])('on files, history %i', { timeout: 1_800_000 }, async (seed) => {
    const folder = mkdtempSync(join(tmpdir(), 'kept-'))
    const server = await realServer({
      HEPHAESTAL_GROUPS_DIR: join(folder, 'groups'),
      HEPHAESTAL_KEEP_DIR: join(folder, 'kept'),
      HEPHAESTAL_CODE: CODE,
    })
    const lines = linesTo(() => server.url)
    const stage: Stage = {
      code: CODE,
      dial: lines.dial,
      settled: () => lines.quiet(QUIET_MS),
      kill: server.kill,
      start: server.start,
      fill: server.fill,
      damage(random) {
        const inside = join(folder, 'kept', GROUP)
        const files = readdirSync(inside).filter((name) => /^\d{10}$/.test(name))
        const file = files[Math.floor(random() * files.length)]
        if (!file) return
        const how = random()
        if (how < 0.2) return rmSync(join(inside, file))
        const content = how < 0.4 ? Buffer.alloc(0) : readFileSync(join(inside, file))
        if (content.length > 0)
          content[Math.floor(random() * content.length)]! ^= 1 << Math.floor(random() * 8)
        writeFileSync(join(inside, file), content)
      },
    }
    try {
      await server.start()
      check(await history(stage, seed, STEPS))
    } finally {
      await server.kill()
      server.remove()
      rmSync(folder, { recursive: true, force: true })
    }
  })

  it.each([4, 5])('on Redis, two instances of it, history %i', { timeout: 1_800_000 }, async (seed) => {
    const redis = await redisServer()
    const env = { HEPHAESTAL_REDIS: redis.url, HEPHAESTAL_CODE: CODE }
    const servers = [await realServer(env), await realServer(env)] as const
    const admin = new Redis(redis.url, { maxRetriesPerRequest: null })
    admin.on('error', () => {})
    let dials = 0
    let kills = 0
    let isFull = false
    const lines = linesTo(() => servers[dials++ % 2]!.url)
    const stage: Stage = {
      code: CODE,
      dial: lines.dial,
      settled: () => lines.quiet(QUIET_MS),
      // One instance by itself, Redis by itself, or all of it.
      async kill() {
        kills++
        for (const server of servers) await server.kill()
        if (kills % 2 === 0) await redis.kill()
      },
      async start() {
        if (kills % 2 === 0) await redis.start()
        for (const server of servers) await server.start()
      },
      fill(full) {
        isFull = full
        void admin.config('SET', 'maxmemory', full ? '1' : '0').catch(() => {})
      },
      damage(random) {
        // Redis may be down, too: then there is nothing to be damaged. Without room nothing there can be healed.
        if (kills % 2 === 0 || isFull) return
        const number = String(1 + Math.floor(random() * 40))
        const key = `hephaestal:{${GROUP}}:parcels`
        void admin.hexists(key, number).then((is) => is && admin.hset(key, number, 'HPL2 damaged'))
      },
    }
    try {
      for (const server of servers) await server.start()
      check(await history(stage, seed, STEPS))
    } finally {
      for (const server of servers) {
        await server.kill()
        server.remove()
      }
      admin.disconnect()
      await redis.end()
    }
  })
})
