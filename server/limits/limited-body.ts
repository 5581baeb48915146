import type { IncomingMessage } from 'node:http'

export type LimitedBody = { ok: true; text: string } | { ok: false; status: 400 | 408 | 413; message: string }

/**
 * A request's body as text, read no further than it may be long and waited for no longer than it may take. What is
 * beyond is thrown away unread.
 * @param most bytes
 * @param mostMs from the first call to the last byte
 */
export function limitedBody(request: IncomingMessage, most: number, mostMs: number): Promise<LimitedBody> {
  const tooLong = { ok: false, status: 413, message: `the body is over ${most / 2 ** 20} MiB` } as const
  return new Promise((resolve) => {
    const parts: Buffer[] = []
    let bytes = 0
    const end = (answer: LimitedBody) => {
      clearTimeout(timer)
      request.off('data', take)
      request.resume()
      resolve(answer)
    }
    const timer = setTimeout(
      () => end({ ok: false, status: 408, message: `the body took longer than ${mostMs / 1000} s` }),
      mostMs,
    )
    const take = (part: Buffer) => {
      bytes += part.length
      if (bytes > most) end(tooLong)
      else parts.push(part)
    }
    if (Number(request.headers['content-length'] ?? 0) > most) return end(tooLong)
    request.on('data', take)
    request.once('end', () => end({ ok: true, text: Buffer.concat(parts).toString('utf8') }))
    for (const broken of ['error', 'aborted', 'close'] as const)
      request.once(broken, () => end({ ok: false, status: 400, message: 'the body broke off' }))
  })
}
