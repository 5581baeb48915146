import { createEventStream, defineEventHandler, getQuery, setResponseHeader, setResponseStatus } from 'h3'
import { deviceQuerySchema, simulatedLine } from '#core/devices'
import { isSameSite } from '../../limits/is-same-site'
import { clientOf } from '../../limits/client-of'
import { heldPerClient } from '../../limits/per-client'

const EVERY_MS = 500
/** An analyser is pulled once; the others go on. */
const ONCE_MS = 1500
const MOST_STREAMS = 32
/** A yard has a scale, a thermocouple and an analyser, open in a window or two. */
const MOST_OF_ONE = 8
const held = heldPerClient(MOST_OF_ONE)
const LONGEST_MS = 6 * 3600 * 1000
let open = 0

/** A pretended instrument over server-sent events, one line of its protocol an event. */
export default defineEventHandler(async (event) => {
  if (!isSameSite(event.headers)) {
    setResponseStatus(event, 403)
    return { error: 'site', issues: [{ path: [], message: 'only this app’s own pages read instruments' }] }
  }
  const asked = deviceQuerySchema.safeParse(getQuery(event))
  if (!asked.success) {
    setResponseStatus(event, 400)
    return {
      error: 'invalid',
      issues: asked.error.issues.map(({ path, message }) => ({ path, message })),
    }
  }
  const client = clientOf(event)
  if (open >= MOST_STREAMS || !held.take(client)) {
    setResponseHeader(event, 'retry-after', 10)
    setResponseStatus(event, 503)
    return { error: 'busy', issues: [{ path: [], message: 'too many instruments are running' }] }
  }
  open++
  const stream = createEventStream(event)
  const began = Date.now()
  const timer = setInterval(
    () => {
      const seconds = (Date.now() - began) / 1000
      if (seconds * 1000 > LONGEST_MS) void stream.close()
      else void stream.push(simulatedLine(asked.data, seconds, Math.random))
    },
    asked.data.kind === 'analyser' ? ONCE_MS : EVERY_MS,
  )
  stream.onClosed(async () => {
    clearInterval(timer)
    open--
    held.give(client)
    await stream.close()
  })
  return stream.send()
})
