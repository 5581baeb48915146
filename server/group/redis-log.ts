import type { Redis } from 'ioredis'
import { cutInPieces, joinPieces } from '#core/relay'
import { logState, newLogId } from './kept-log'
import { linkOf, NO_LINK, packParcel, unpackParcel } from './parcel-file'
import { packNews } from './redis-news'
import { ADD, MEND, REPLACE } from './redis-scripts'
import { bytesOf, GROUP_BYTES, type GroupLog, type KeptParcel } from './store'

/** Where the keys of a group lie. */
export interface GroupKeys {
  of: (name: string) => string
  channel: string
}

/** A parcel larger than this is not told with the news of it, but read from the log. */
const TOLD_BYTES = 512 * 1024
/** So much of a log is read at a time. */
const READ_BYTES = 4 * 1024 * 1024
/** Senders that come in each other's way try again so often. */
const TRIES = 200

/**
 * A log in Redis: numbers, sizes and contents in hashes, each parcel with its checksum as in a file.
 * @param full makes an error of one that Redis gives where its memory or disk is full
 */
export function openRedisLog(redis: Redis, keys: GroupKeys, full: <T>(work: Promise<T>) => Promise<T>) {
  const [log, parcels, sizes, bad] = ['log', 'parcels', 'sizes', 'bad'].map((one) => keys.of(one)) as [
    string,
    string,
    string,
    string,
  ]
  /** where the log ended when this instance last looked */
  let end = { last: 0, link: '' }

  async function entries(): Promise<{ number: number; bytes: number }[]> {
    const all = await redis.hgetall(sizes)
    return Object.entries(all)
      .map(([number, bytes]) => ({ number: Number(number), bytes: Number(bytes) }))
      .sort((a, b) => a.number - b.number)
  }
  async function state() {
    // A log is named when it is first looked at: an empty one has a name, too.
    if (!(await redis.hexists(log, 'id'))) await full(redis.hsetnx(log, 'id', newLogId()))
    const [[id, last], all] = await Promise.all([redis.hmget(log, 'id', 'last'), entries()])
    return logState(id ?? '', Number(last ?? 0), all)
  }
  const mend = async (number: number | null): Promise<void> => {
    await full(redis.eval(MEND, 4, log, parcels, sizes, bad, newLogId(), number ?? 0))
  }
  /** @returns null where it was laid together with others meanwhile */
  async function contentOf(number: number): Promise<Uint8Array | null> {
    const file = await redis.hgetBuffer(parcels, String(number))
    const read = file ? unpackParcel(file, number) : 'damaged'
    if (typeof read === 'object') return read.content
    if (!file && !(await redis.hexists(sizes, String(number)))) return null
    await mend(number)
    throw new Error(`parcel ${number} is damaged`)
  }

  const opened: GroupLog = {
    state,
    async *after(known, number): AsyncGenerator<KeptParcel> {
      const [id, all] = await Promise.all([redis.hget(log, 'id'), entries()])
      const wanted = known === id ? all.filter((one) => one.number > number) : all
      while (wanted.length > 0) {
        // Small ones are asked for together, so that a long log is not one wait after another.
        let bytes = 0
        const some: number[] = []
        while (wanted[0] && (some.length === 0 || bytes + wanted[0].bytes <= READ_BYTES)) {
          bytes += wanted[0].bytes
          some.push(wanted.shift()!.number)
        }
        const contents = await Promise.all(some.map(contentOf))
        for (const [at, content] of contents.entries())
          if (content) yield { number: some[at]!, pieces: cutInPieces(content) }
      }
    },
    async add(pieces, from) {
      const content = joinPieces(pieces)
      for (let tries = 0; tries < TRIES; tries++) {
        const number = end.last + 1
        const previous = end.link ? Buffer.from(end.link, 'base64') : NO_LINK
        const link = linkOf(number, previous, content)
        const told = packNews({
          is: 'thing',
          kind: 'update',
          number,
          from,
          pieces: content.length > TOLD_BYTES ? [] : pieces,
        })
        const parcel = packParcel({ number, content, previous, link })
        const [first, second, third, fourth] = (await full(
          redis.eval(
            ...([ADD, 3, log, parcels, sizes, newLogId(), end.last, end.link, number] as const),
            ...([link.toString('base64'), parcel, content.length, GROUP_BYTES, keys.channel, told] as const),
          ),
        )) as [number, number, string | number, number]
        if (first === -1) return null
        if (first !== -2) {
          // Another parcel may have come in between: this instance then learns it at its next try.
          end = { last: number, link: link.toString('base64') }
          return { number, count: second, beyondFirst: Number(third) - fourth }
        }
        end = { last: second, link: String(third) }
      }
      throw new Error('too many senders at once')
    },
    async replace(upTo, pieces) {
      const all = await entries()
      const lastGone = all.filter(({ number }) => number <= upTo).at(-1)
      const last = all.at(-1)?.number ?? 0
      if (upTo > last || !lastGone || pieces.length === 0) return false
      const file = await redis.hgetBuffer(parcels, String(lastGone.number))
      const read = file ? unpackParcel(file, lastGone.number) : 'damaged'
      if (typeof read !== 'object') return (await mend(lastGone.number), false)
      const { link } = read
      const whole = packParcel({
        number: lastGone.number,
        content: joinPieces(pieces),
        previous: NO_LINK,
        link,
      })
      const size = bytesOf(pieces)
      const done = await full(
        redis.eval(
          REPLACE,
          3,
          log,
          parcels,
          sizes,
          lastGone.number,
          lastGone.bytes,
          whole,
          size,
          GROUP_BYTES,
        ),
      )
      return done === 1
    },
    mend,
  }
  return {
    ...opened,
    /** The content of one parcel. @throws Error where it is no longer kept by itself */
    async at(number: number): Promise<Uint8Array[]> {
      const content = await contentOf(number)
      if (!content) throw new Error(`parcel ${number} was laid together with others`)
      return cutInPieces(content)
    },
  }
}
export type RedisLog = ReturnType<typeof openRedisLog>
