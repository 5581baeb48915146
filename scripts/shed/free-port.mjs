import { createServer } from 'node:net'

/** The wanted port, or the next free one. */
export async function freePort(wanted, host = '127.0.0.1') {
  for (let candidate = wanted; candidate < wanted + 50; candidate++) {
    const free = await new Promise((resolve) => {
      const probe = createServer()
      probe.once('error', () => resolve(false))
      probe.listen(candidate, host, () => probe.close(() => resolve(true)))
    })
    if (free) return candidate
  }
  throw new Error('no free port')
}
