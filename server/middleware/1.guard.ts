import { defineEventHandler, setResponseHeader, setResponseStatus } from 'h3'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { clientOf } from '../limits/client-of'

/** Nobody needs the engine or a pretended instrument hundreds of times a minute. */
const calls = new RateLimiterMemory({ points: 600, duration: 60 })

/** Who calls the engine and the instruments too often is asked to wait. */
export default defineEventHandler(async (event) => {
  if (!event.path.startsWith('/api/')) return
  try {
    await calls.consume(clientOf(event))
  } catch (refusal) {
    if (!(refusal instanceof RateLimiterRes)) throw refusal
    const afterS = Math.max(1, Math.ceil(refusal.msBeforeNext / 1000))
    setResponseStatus(event, 429)
    setResponseHeader(event, 'retry-after', afterS)
    setResponseHeader(event, 'cache-control', 'no-store')
    return {
      error: 'too-many',
      issues: [{ path: [], message: `600 calls a minute are answered; try again in ${afterS} s` }],
    }
  }
})
