import type { H3Event } from 'h3'
import loadHighs from 'highs'
import { createChargeSolver, parseChargeProblem } from '#core/charge'

const MOST_BYTES = 1024 * 1024
const solver = loadHighs().then((highs) => createChargeSolver(highs, () => performance.now()))

/** The charge engine over HTTP: takes a charge problem, gives a charge plan. */
export default defineEventHandler(async (event) => {
  const body = await readRawBody(event, 'utf8')
  if (body && Buffer.byteLength(body) > MOST_BYTES) return refuse(event, 413, 'the body is over 1 MiB')
  let value: unknown
  try {
    value = JSON.parse(body ?? '')
  } catch {
    return refuse(event, 400, 'the body is not JSON')
  }
  const parsed = parseChargeProblem(value)
  if (parsed.ok) return (await solver).solve(parsed.problem)
  setResponseStatus(event, 400)
  return { error: 'invalid', issues: parsed.issues }
})

function refuse(event: H3Event, status: number, message: string) {
  setResponseStatus(event, status)
  return { error: status === 413 ? 'too-large' : 'invalid', issues: [{ path: [], message }] }
}
