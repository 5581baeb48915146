import { pathToFileURL } from 'node:url'
import { afterEach, describe, expect, it } from 'vitest'
import type { ChargeProblem } from '#core/charge'
import { solvingPool, type SolvingPool } from '../../../server/solving/pool'

const ENGINE = pathToFileURL('tests/support/stand-in-engine.mjs').href
const problem = (tapMassG: number, version: 1 | 2 = 2): ChargeProblem => ({
  format: 'hephaestal/charge-problem',
  version,
  target: { tapMassG, limits: {} },
  lots: [],
  objective: 'cost',
  timeLimitS: 0.05,
})
const FOR_EVER = 999
const never = () => new AbortController().signal

let pool: SolvingPool
/** A problem as the route has it solved: a place first, given up at the end. */
async function solved(asked: ChargeProblem, client: string, gone: AbortSignal) {
  const place = pool.enter(client)
  if ('busyForS' in place) return place
  try {
    return await place.solve(asked, gone)
  } finally {
    place.leave()
  }
}
afterEach(() => pool.end())

describe('engines in threads', () => {
  it('one that never comes back is ended from outside: nothing is known of it, in either version, and the next is answered', async () => {
    pool = solvingPool(ENGINE, { threads: 1, slackS: 0.1 })
    const [second, first, next] = await Promise.all([
      solved(problem(FOR_EVER), 'a', never()),
      solved(problem(FOR_EVER, 1), 'a', never()),
      solved(problem(20), 'b', never()),
    ])
    expect(second).toMatchObject({ plan: { status: 'unknown', version: 2 } })
    expect(first).toMatchObject({ plan: { status: 'unknown', version: 1, conflict: [] } })
    expect(next).toMatchObject({ plan: { status: 'optimal' } })
  })

  it('one that breaks down is an error, and the next is answered', async () => {
    pool = solvingPool(ENGINE, { threads: 1 })
    await expect(solved(problem(666), 'a', never())).rejects.toThrow('it broke')
    expect(await solved(problem(1), 'a', never())).toMatchObject({ plan: { status: 'optimal' } })
  })

  it('who has gone is not waited for: at work or waiting, its place is free', async () => {
    pool = solvingPool(ENGINE, { threads: 1, mostOfOne: 3, usualS: 60 })
    const gone = new AbortController()
    const slow = { ...problem(FOR_EVER), timeLimitS: 60 }
    const left = [1, 2, 3].map(() => solved(slow, 'a', gone.signal).catch((error: Error) => error.name))
    expect(await solved(slow, 'a', gone.signal)).toEqual({ busyForS: expect.any(Number) as number })
    const other = solved(problem(1), 'b', never())
    gone.abort()
    expect(await Promise.all(left)).toEqual(['AbortError', 'AbortError', 'AbortError'])
    expect(await other).toMatchObject({ plan: { status: 'optimal' } })
    expect(await solved(problem(1), 'a', never())).toMatchObject({ plan: { status: 'optimal' } })
  })

  it('who has as many as one may is told so before the next is read, and has a place again once one is given up', () => {
    pool = solvingPool(ENGINE, { threads: 1, mostOfOne: 2 })
    const [first, second, third] = [1, 2, 3].map(() => pool.enter('a'))
    expect([first, second].every((one) => 'leave' in one!)).toBe(true)
    expect(third).toEqual({ busyForS: expect.any(Number) as number })
    expect('leave' in pool.enter('b')).toBe(true)
    if ('leave' in first!) first.leave()
    expect('leave' in pool.enter('a')).toBe(true)
  })

  it('the queue has an end, whoever asks, and says for how long', async () => {
    pool = solvingPool(ENGINE, { threads: 1, mostWaiting: 4 })
    const all = await Promise.all(
      Array.from({ length: 12 }, (_, index) => solved(problem(30), `client ${index}`, never())),
    )
    const refused = all.filter((one) => 'busyForS' in one)
    expect(all.length - refused.length).toBeGreaterThanOrEqual(4)
    expect(refused.length).toBeGreaterThanOrEqual(6)
    for (const one of refused) {
      expect(one.busyForS).toBeGreaterThanOrEqual(1)
      expect(one.busyForS).toBeLessThanOrEqual(60)
    }
  })
})
