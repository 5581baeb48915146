import { defineEventHandler, getRequestHeader, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { parseChargeProblem } from '#core/charge'
import { clientOf } from '../limits/client-of'
import { inTurn } from '../limits/in-turn'
import { limitedBody } from '../limits/limited-body'
import type { Busy, Place } from '../solving/pool'
import { solving } from '../solving/shared'

const MOST_BYTES = 1024 * 1024
/** A problem of a mebibyte over a slow line takes less. */
const MOST_MS = 10_000

/** The charge engine over HTTP: takes a charge problem, gives a charge plan. */
export default defineEventHandler(async (event) => {
  // A script or a command line says nothing of the kind; a page of another site has no business here.
  if (getRequestHeader(event, 'sec-fetch-site') === 'cross-site')
    return refuse(event, 403, 'this is not for pages of other sites')
  const place = solving().enter(clientOf(event))
  if ('busyForS' in place) return busy(event, place)
  try {
    return await answer(event, place)
  } finally {
    place.leave()
  }
})

async function answer(event: H3Event, place: Place) {
  const body = await limitedBody(event.node.req, MOST_BYTES, MOST_MS)
  if (!body.ok) return refuse(event, body.status, body.message)
  const parsed = await inTurn(() => readProblem(body.text))
  if (parsed === null) return refuse(event, 400, 'the body is not JSON')
  if (!parsed.ok) {
    setResponseStatus(event, 400)
    return { error: 'invalid', issues: parsed.issues }
  }
  const gone = new AbortController()
  event.node.res.once('close', () => gone.abort())
  try {
    const solved = await place.solve(parsed.problem, gone.signal)
    return 'plan' in solved ? solved.plan : busy(event, solved)
  } catch (error) {
    // Nobody hears it.
    if (gone.signal.aborted) return ''
    throw error
  }
}

/** The problem in a body, or what is wrong with it; null where it is no JSON. */
function readProblem(text: string): ReturnType<typeof parseChargeProblem> | null {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return null
  }
  return parseChargeProblem(value)
}

const ERRORS = { 400: 'invalid', 403: 'not-for-you', 408: 'too-slow', 413: 'too-large', 503: 'busy' } as const

function busy(event: H3Event, { busyForS }: Busy) {
  setResponseHeader(event, 'retry-after', busyForS)
  return refuse(event, 503, `all engines are at work; try again in ${busyForS} s`)
}

function refuse(event: H3Event, status: keyof typeof ERRORS, message: string) {
  setResponseStatus(event, status)
  // What is still to come of the body is not waited for.
  if (status !== 400 && status !== 503) setResponseHeader(event, 'connection', 'close')
  return { error: ERRORS[status], issues: [{ path: [], message }] }
}
