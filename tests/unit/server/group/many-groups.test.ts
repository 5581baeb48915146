import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { modelDevice, newKeys, type ModelDevice } from '../../../support/model-device'
import { linesTo, realServer, type RealServer } from '../../../support/real-server'
import { redisServer } from '../../../support/redis-server'
import { FULL } from '../../../support/reliability'

/*
 * A club: two hundred groups of five devices at once, on files and on Redis with two instances. It prints what it
 * measured; on Redis one instance is killed in the middle and Redis is killed and started again.
 */

const GROUPS = Number(process.env.CLUB_GROUPS ?? 200)
const DEVICES = 5
const OUT = Math.min(20, GROUPS)
const CODE = 'ABCD-EFGH-JKLM'
const hashOf = (text: string) => createHash('sha256').update(text).digest('base64url')
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

async function until(isSo: () => boolean, ms = 120_000): Promise<void> {
  const begun = Date.now()
  while (!isSo() && Date.now() - begun < ms) await wait(10)
  if (!isSo()) throw new Error('it did not come about')
}

async function club(servers: readonly RealServer[]) {
  let dials = 0
  const delays: number[] = []
  const lines = linesTo(() => {
    const up = servers.filter((one) => one.isRunning())
    return (up[dials++ % up.length] ?? servers[0]!).url
  })
  const groups: ModelDevice[][] = []
  let named = 0
  async function device(group: string): Promise<ModelDevice> {
    const heard = (change: string) => delays.push(performance.now() - Number(change.split('@')[1]))
    return modelDevice(`device-${String(++named).padStart(5, '0')}`, await newKeys(), lines.dial, {
      group,
      heard,
    })
  }
  async function begin(at: number): Promise<void> {
    const group = `group-${String(at).padStart(5, '0')}`
    const all = [await device(group)]
    groups.push(all)
    all[0]!.connect({ do: 'found', code: CODE })
    await until(all[0]!.isAnswered)
    for (let guests = 1; guests < DEVICES; guests++) {
      const invitation = `secret-${group}-${guests}-0000`
      all[0]!.say({ do: 'invite', hash: hashOf(invitation) })
      const guest = await device(group)
      // Nothing confirms an invitation: on a busy machine the guest is there first, and tries again.
      do {
        await wait(30 + 600 * guest.refused.length)
        guest.connect({ do: 'join', invitation })
        await until(guest.isAnswered)
      } while (!guest.isConnected() && guest.refused.length < 5)
      all.push(guest)
    }
  }
  for (let at = 0; at < GROUPS; at += 10)
    await Promise.all(Array.from({ length: Math.min(10, GROUPS - at) }, (_, some) => begin(at + some)))
  const all = groups.flat()

  let changes = 0
  const write = (one: ModelDevice) => one.write(`${one.id}:${++changes}@${performance.now()}`)
  const kept = () => all.reduce((sum, one) => sum + one.kept.size, 0)
  return {
    groups,
    all,
    /** Every device writes so often; how long a change took to each of the others, ms. */
    async steadily(seconds: number, everyMs: number) {
      delays.length = 0
      const end = performance.now() + 1000 * seconds
      await Promise.all(
        all.map(async (one, at) => {
          await wait((everyMs * at) / all.length)
          while (performance.now() < end) {
            write(one)
            await wait(everyMs)
          }
        }),
      )
      await until(() => all.every((one) => one.isOut || one.isSettled()))
      const sorted = delays.toSorted((a, b) => a - b)
      return {
        p50: sorted[Math.floor(sorted.length / 2)]!,
        p95: sorted[Math.floor(0.95 * sorted.length)]!,
      }
    },
    /** As many as the server takes: parcels kept in a second. */
    async atOnce(each: number): Promise<number> {
      const before = kept()
      const begun = performance.now()
      for (let times = 0; times < each; times++) for (const one of all) write(one)
      await until(() => kept() - before === each * all.length)
      return ((each * all.length) / (performance.now() - begun)) * 1000
    },
    /** Writes while what happens happens; lines that break are opened again. */
    async during(work: () => Promise<void>): Promise<void> {
      let isOver = false
      const tending = (async () => {
        while (!isOver) {
          for (const one of all) if (!one.isOut && !one.isConnected()) one.connect()
          for (let times = 0; times < 40; times++) {
            const one = all[Math.floor((changes * 7919 + times * 104_729) % all.length)]!
            if (!one.isOut) write(one)
          }
          await wait(100)
        }
      })()
      await work()
      isOver = true
      await tending
      for (let rounds = 0; rounds < 50; rounds++) {
        for (const one of all) if (!one.isOut && !one.isConnected()) one.connect()
        await wait(100)
      }
    },
    async together(): Promise<void> {
      const isOne = (group: readonly ModelDevice[]) => {
        const members = group.filter((one) => !one.isOut)
        return (
          new Set(members.map(({ has }) => has.size)).size === 1 && members.every((one) => one.isSettled())
        )
      }
      await until(() => {
        for (const one of all) if (!one.isOut && !one.isConnected()) one.connect()
        return groups.every(isOne)
      })
      for (const group of groups) {
        const members = group.filter((one) => !one.isOut)
        const has = [...members[0]!.has].toSorted()
        for (const one of members) {
          expect([...one.has].toSorted()).toEqual(has)
          expect(one.mends).toBe(0)
          for (const change of one.kept) expect(members[0]!.has.has(change)).toBe(true)
        }
      }
    },
    shutOut(): Promise<void> {
      for (const group of groups.slice(0, OUT)) {
        group[1]!.isOut = true
        group[0]!.say({ do: 'withdraw', device: group[1]!.id })
      }
      const gone = groups.slice(0, OUT).map((group) => group[1]!)
      return until(() => gone.every((one) => one.refused.includes('withdrawn')))
    },
    /** Who was shut out tries each instance. */
    async comesBack(): Promise<string[]> {
      const said: string[] = []
      for (const group of groups.slice(0, OUT))
        for (let times = 0; times < servers.length; times++) {
          const one = group[1]!
          one.refused = []
          one.disconnect()
          one.connect()
          await until(one.isAnswered)
          said.push(...one.refused)
        }
      return said
    },
  }
}

const LIMITS = {
  HEPHAESTAL_LINES: '5000',
  HEPHAESTAL_LINES_EACH: '5000',
  HEPHAESTAL_GROUPS: '500',
  HEPHAESTAL_CODE: CODE,
}

describe.runIf(FULL)(`${GROUPS} groups of ${DEVICES} devices`, () => {
  const figures: string[] = []
  const print = (what: string, { p50, p95 }: { p50: number; p95: number }, perSecond: number) => {
    figures.push(
      `${what}: ${perSecond.toFixed(0)} parcels a second; device to device ${p50.toFixed(1)} ms (p50), ${p95.toFixed(1)} ms (p95)`,
    )
    console.log(figures.at(-1))
  }
  it('on files, one server', { timeout: 1_200_000 }, async () => {
    const folder = mkdtempSync(join(tmpdir(), 'club-'))
    const server = await realServer({
      ...LIMITS,
      HEPHAESTAL_GROUPS_DIR: join(folder, 'groups'),
      HEPHAESTAL_KEEP_DIR: join(folder, 'kept'),
    })
    try {
      await server.start()
      const { steadily, atOnce, together } = await club([server])
      print('files', await steadily(20, 10_000), await atOnce(4))
      await together()
    } finally {
      await server.kill()
      server.remove()
      rmSync(folder, { recursive: true, force: true })
    }
  })
  it(
    'on Redis, two instances; one is killed, Redis is killed and started again',
    { timeout: 1_200_000 },
    async () => {
      const redis = await redisServer()
      const env = { ...LIMITS, HEPHAESTAL_REDIS: redis.url }
      const servers = [await realServer(env), await realServer(env)] as const
      try {
        for (const server of servers) await server.start()
        const { steadily, atOnce, during, together, shutOut, comesBack } = await club(servers)
        print('Redis, two instances', await steadily(20, 10_000), await atOnce(4))
        await shutOut()
        await during(async () => {
          await wait(2000)
          await servers[0].kill()
          await wait(5000)
          await servers[0].start()
          await wait(2000)
          await redis.kill()
          await wait(2000)
          await redis.start()
          await wait(3000)
        })
        await together()
        const said = await comesBack()
        expect([said.length, new Set(said)]).toEqual([2 * OUT, new Set(['withdrawn'])])
      } finally {
        for (const server of servers) {
          await server.kill()
          server.remove()
        }
        await redis.end()
      }
    },
  )
})
