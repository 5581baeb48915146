import { z } from 'zod'
import { cutInPieces, joinPieces, KINDS, relayWordSchema, type Kind } from '#core/relay'
import type { News } from './store'

const id = z.string()
const newsSchema = z.discriminatedUnion('is', [
  z.object({
    is: z.literal('thing'),
    kind: z.enum(Object.keys(KINDS) as [Kind, ...Kind[]]),
    number: z.int(),
    from: id,
  }),
  z.object({ is: z.literal('word'), word: relayWordSchema }),
  z.object({ is: z.literal('sealed'), device: id, from: id, sealed: id }),
  z.object({ is: z.literal('devices') }),
  z.object({ is: z.literal('arrived'), device: id, session: id }),
  z.object({ is: z.literal('withdrawn'), device: id }),
  z.object({ is: z.literal('mended') }),
])

const HEAD_BYTES = 4

/** News as one message: length of its head in four bytes, the head as JSON, what was sent. */
export function packNews(news: News): Buffer {
  const { pieces, ...head } = news.is === 'thing' ? news : { ...news, pieces: [] }
  const text = Buffer.from(JSON.stringify(head))
  const length = Buffer.alloc(HEAD_BYTES)
  length.writeUInt32BE(text.length)
  return Buffer.concat([length, text, joinPieces(pieces)])
}

/**
 * News as they came.
 * @returns null for what is none; a thing without content is to be read from the log
 */
export function unpackNews(message: Buffer): News | null {
  if (message.length < HEAD_BYTES) return null
  const end = HEAD_BYTES + message.readUInt32BE()
  try {
    const head = newsSchema.parse(JSON.parse(message.toString('utf8', HEAD_BYTES, end)))
    return head.is === 'thing' ? { ...head, pieces: cutInPieces(message.subarray(end)) } : head
  } catch {
    return null
  }
}
