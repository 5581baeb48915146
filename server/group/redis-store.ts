import { Redis, ReplyError } from 'ioredis'
import { openRedisLog, type GroupKeys, type RedisLog } from './redis-log'
import { packNews, unpackNews } from './redis-news'
import { ARRIVE, CHANGE, HERE as HERE_SCRIPT, INVITE, UNINVITE } from './redis-scripts'
import { openRegistry, readGroup, type Shelf } from './registry'
import { INVITED, StoreFull, type GroupStore, type News } from './store'

const PREFIX = 'hephaestal:'
/** An instance says so often that its sessions are here; one that says nothing for so long is not. */
const HERE = { everyMs: 10_000, forS: 35 }
/** A command that is not answered by then has failed: lines are shut, and devices come back. */
const COMMAND_MS = 10_000
const TRIES = 50

const keysOf = (group: string): GroupKeys => ({
  of: (name) => `${PREFIX}{${group}}:${name}`,
  channel: `${PREFIX}news:${group}`,
})

/** Redis refuses to write where its memory or its disk is full. */
const FULL = /^(OOM|MISCONF)\b/
async function full<T>(work: Promise<T>): Promise<T> {
  try {
    return await work
  } catch (error) {
    if (error instanceof ReplyError && FULL.test((error as Error).message))
      throw new StoreFull('the store is full', { cause: error })
    throw error
  }
}

/** Records of groups, each changed only if it is still what was read. */
function shelfIn(redis: Redis): Shelf {
  const read = async (group: string) => (await redis.get(keysOf(group).of('group'))) ?? ''
  return {
    read: async (group) => readGroup(await read(group)),
    count: () => redis.scard(`${PREFIX}groups`),
    async change(group, by) {
      for (let tries = 0; tries < TRIES; tries++) {
        const text = await read(group)
        const now = readGroup(text)
        const next = by(now)
        if (!next) return now
        const written = JSON.stringify(next)
        if ((await full(redis.eval(CHANGE, 1, keysOf(group).of('group'), text, written))) !== 1) continue
        if (!now) await full(redis.sadd(`${PREFIX}groups`, group))
        return next
      }
      throw new Error('too many changes of a group at once')
    },
  }
}

/**
 * The store that several instances of a server share.
 * @param url of the Redis server, for example redis://127.0.0.1:6379/0; it keeps nothing a yard could be read from
 */
export function openRedisStore(url: string): GroupStore {
  const options = { maxRetriesPerRequest: 1, commandTimeout: COMMAND_MS, enableAutoPipelining: true }
  const redis = new Redis(url, options)
  const ears = new Redis(url, { ...options, autoResubscribe: true })
  const logs = new Map<string, RedisLog>()
  /** sessions of this instance by group, as they are noted in Redis */
  const sessions = new Map<string, Set<string>>()
  /** who was here when the group was last told */
  const toldHere = new Map<string, string>()
  let listener: (group: string, news: News) => void = () => {}
  let lost = () => {}
  let isDown = false

  function logOf(group: string): RedisLog {
    const log = logs.get(group) ?? openRedisLog(redis, keysOf(group), full)
    logs.set(group, log)
    return log
  }
  /** What was told while a connection was down is missed: every line ends, and devices hear it by another. */
  function down(error?: unknown): void {
    if (isDown) return
    isDown = true
    console.error('no connection to Redis; devices wait', error ?? '')
    lost()
  }
  for (const one of [redis, ears]) {
    one.on('error', down)
    one.on('close', down)
    one.on('ready', () => {
      if (redis.status === 'ready' && ears.status === 'ready') isDown = false
    })
  }
  /** News are handled in order, also where the content of one has to be read first. */
  let turn: Promise<void> = Promise.resolve()
  ears.on('messageBuffer', (channel: Buffer, message: Buffer) => {
    const group = channel.toString().slice(`${PREFIX}news:`.length)
    const news = unpackNews(message)
    if (!news) return
    turn = turn
      .then(async () => {
        if (news.is !== 'thing' || news.pieces.length > 0) return listener(group, news)
        listener(group, { ...news, pieces: await logOf(group).at(news.number) })
      })
      .catch((error: unknown) => {
        console.error(error)
        lost()
      })
  })

  const hereIn = async (group: string) =>
    (await redis.eval(HERE_SCRIPT, 1, keysOf(group).of('here'))) as string[]
  const devicesOf = (noted: readonly string[]) => new Set(noted.map((one) => one.slice(one.indexOf('|') + 1)))
  /** A store without room knows nobody who comes; they are served all the same, and noted when there is room. */
  async function note(group: string, own: readonly string[]): Promise<void> {
    try {
      await full(redis.eval(ARRIVE, 1, keysOf(group).of('here'), HERE.forS, ...own))
    } catch (error) {
      if (!(error instanceof StoreFull)) throw error
    }
  }
  /** Says that the sessions of this instance are still here, and notices those of an instance that ended. */
  async function beat(): Promise<void> {
    for (const [group, own] of sessions) {
      await note(group, [...own])
      const now = [...devicesOf(await hereIn(group))].toSorted().join()
      if (toldHere.get(group) !== now) listener(group, { is: 'devices' })
      toldHere.set(group, now)
    }
  }
  const beating = setInterval(() => void beat().catch(() => {}), HERE.everyMs).unref()

  return {
    registry: openRegistry(shelfIn(redis)),
    invitations: {
      add: async (group, hash, by) => {
        await full(redis.eval(INVITE, 1, keysOf(group).of('invited'), hash, by, INVITED.forS, INVITED.most))
      },
      take: async (group, hash) =>
        (await redis.eval(UNINVITE, 1, keysOf(group).of('invited'), 'hash', hash)) === 1,
      cancel: async (group, by) => {
        await redis.eval(UNINVITE, 1, keysOf(group).of('invited'), 'by', by)
      },
    },
    log: logOf,
    async here(group) {
      const devices = devicesOf(await hereIn(group))
      toldHere.set(group, [...devices].toSorted().join())
      return devices
    },
    async arrive(group, device, session) {
      if (isDown) throw new Error('no connection to Redis')
      const own = sessions.get(group) ?? new Set()
      sessions.set(group, own.add(`${session}|${device}`))
      await ears.subscribe(keysOf(group).channel)
      await note(group, [`${session}|${device}`])
    },
    async depart(group, device, session) {
      const own = sessions.get(group)
      own?.delete(`${session}|${device}`)
      const isLast = own?.size === 0
      if (isLast) for (const one of [sessions, toldHere, logs]) one.delete(group)
      await redis.zrem(keysOf(group).of('here'), `${session}|${device}`)
      if (isLast && !sessions.has(group)) await ears.unsubscribe(keysOf(group).channel)
    },
    async tell(group, news) {
      await redis.publish(keysOf(group).channel, packNews(news))
    },
    hear(news, isLost) {
      listener = news
      lost = isLost
    },
    async end() {
      clearInterval(beating)
      isDown = true
      await Promise.allSettled([redis.quit(), ears.quit()])
    },
  }
}
