import { createHash } from 'node:crypto'
import { Redis } from 'ioredis'
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { joinPieces, PIECE_BYTES } from '#core/relay'
import { openRedisStore } from '../../../../server/group/redis-store'
import { openRelay, type Relay } from '../../../../server/group/relay'
import type { GroupStore } from '../../../../server/group/store'
import { HAS_REDIS, redisServer } from '../../../support/redis-server'
import { lineTo, newKeys } from './lines'

/* Two instances of the server with one store, a real Redis on a loopback port. */

const hashOf = (text: string) => createHash('sha256').update(text).digest('base64url')
const bytes = (...all: number[]) => new Uint8Array(all)
const GROUP = 'the-yard-of-tests'

let server: Awaited<ReturnType<typeof redisServer>>
let admin: Redis
const stores: GroupStore[] = []

// Where Redis is not installed there is nothing to try; `npm test` installs it.
describe.runIf(HAS_REDIS)('two instances on one Redis', () => {
  beforeAll(async () => {
    server = await redisServer()
    admin = new Redis(server.url)
    admin.on('error', () => {})
  })
  afterAll(async () => {
    admin.disconnect()
    await server.end()
  })
  afterEach(async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    await Promise.all(stores.splice(0).map((store) => store.end()))
    await admin.flushall()
    vi.restoreAllMocks()
  })

  function instance(): Relay {
    const store = openRedisStore(server.url)
    stores.push(store)
    return openRelay({ store })
  }
  /** The desk at one instance, the phone at the other. */
  async function deskAndPhone() {
    const [one, other] = [instance(), instance()]
    const [deskKeys, phoneKeys] = [await newKeys(), await newKeys()]
    const desk = lineTo(one, { own: true, address: '127.0.0.1' })
    await desk.comeIn('found', deskKeys, 'desk-0001')
    await desk.word({ do: 'invite', hash: hashOf('come-in') })
    const phone = lineTo(other)
    await phone.comeIn('join', phoneKeys, 'phone-001', { invitation: 'come-in' })
    expect(phone.no()).toEqual([])
    return { one, other, desk, phone, deskKeys, phoneKeys }
  }
  const kept = async (relay: Relay) => [...joinPieces(await relay.thingsOf(GROUP))]
  const soon = <T>(look: () => T | Promise<T>) => vi.waitFor(look, { timeout: 8000, interval: 10 })

  it('what is sent at one comes to the other in the order of its numbers, and is confirmed to its sender', async () => {
    const { desk, phone, other } = await deskAndPhone()
    await Promise.all(
      [1, 2, 3, 4].flatMap((one) => [desk.send('update', bytes(one)), phone.send('update', bytes(10 * one))]),
    )
    await soon(() => expect([desk.said('kept').length, phone.said('kept').length]).toEqual([4, 4]))
    await soon(() => expect([desk.pieces.length, phone.pieces.length]).toEqual([4, 4]))
    for (const device of [desk, phone]) {
      const numbers = device.pieces.map(({ number }) => number)
      expect(numbers).toEqual(numbers.toSorted((a, b) => a - b))
      const confirmed = device.said('kept').map((one) => ('number' in one ? one.number : 0))
      expect([...numbers, ...confirmed].toSorted((a, b) => a - b)).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
    }
    expect((await kept(other)).length).toBe(8)
  })
  it('long things, and what is only passing', async () => {
    const { desk, phone } = await deskAndPhone()
    const long = new Uint8Array(PIECE_BYTES).fill(7)
    for (const more of [true, true, true, false]) await desk.send('update', long, more)
    await soon(() =>
      expect(phone.pieces.map(({ more, number }) => [more, number])).toEqual([
        [true, 1],
        [true, 1],
        [true, 1],
        [false, 1],
      ]),
    )
    await phone.send('passing', bytes(9))
    await soon(() => expect(desk.pieces.at(-1)).toMatchObject({ kind: 'passing', number: 0 }))
  })
  it('who is here is the same at both, also after one goes', async () => {
    const { desk, phone } = await deskAndPhone()
    const here = () => {
      const word = desk.said('devices').at(-1)
      return word && 'devices' in word ? word.devices.filter((one) => one.here).map(({ id }) => id) : []
    }
    await soon(() => expect(here()).toEqual(['desk-0001', 'phone-001']))
    await phone.closed()
    await soon(() => expect(here()).toEqual(['desk-0001']))
  })
  it('an invitation is good once, whichever instance it comes to', async () => {
    const { one, other, desk } = await deskAndPhone()
    await desk.word({ do: 'invite', hash: hashOf('twice') })
    const lines = [lineTo(one, { address: '10.1.0.1' }), lineTo(other, { address: '10.1.0.2' })]
    await Promise.all(
      lines.map(async (line, at) =>
        line.comeIn('join', await newKeys(), `second-0${at}`, { invitation: 'twice' }),
      ),
    )
    expect(lines.flatMap((line) => line.no())).toEqual(['wrong-invitation'])
  })
  it('shut out at one, a device is out at the other: its line, its invitations, and for good', async () => {
    const { one, other, desk, phone, phoneKeys } = await deskAndPhone()
    await phone.word({ do: 'invite', hash: hashOf('by-the-phone') })
    await desk.word({ do: 'withdraw', device: 'phone-001' })
    await soon(() => expect([phone.no(), phone.state.shut]).toEqual([['withdrawn'], true]))
    for (const relay of [one, other, instance()]) {
      const back = lineTo(relay, { address: '10.2.0.1' })
      await back.comeIn('enter', phoneKeys, 'phone-001')
      expect(back.no()).toEqual(['withdrawn'])
      const friend = lineTo(relay, { address: '10.2.0.2' })
      await friend.comeIn('join', await newKeys(), 'friend-01', { invitation: 'by-the-phone' })
      expect(friend.no()).toEqual(['wrong-invitation'])
    }
  })
  it('a device has one line, also where the new one is at the other instance', async () => {
    const { other, desk, deskKeys } = await deskAndPhone()
    const again = lineTo(other, { address: '10.3.0.1' })
    await again.comeIn('enter', deskKeys, 'desk-0001')
    await soon(() => expect([desk.state.shut, again.state.shut]).toEqual([true, false]))
  })
  it('a whole takes the place of what it holds, and the next number follows', async () => {
    const { one, other, desk, phone } = await deskAndPhone()
    for (const value of [1, 2, 3]) await desk.send('update', bytes(value))
    await soon(() => expect(phone.pieces).toHaveLength(3))
    await phone.send('whole', bytes(9, 9))
    await phone.word({ do: 'instead', upTo: 2 })
    await soon(async () => expect(await kept(one)).toEqual([9, 9, 3]))
    await phone.send('update', bytes(4))
    await soon(async () => expect(await kept(other)).toEqual([9, 9, 3, 4]))
    await soon(() => expect(phone.said('kept').at(-1)).toMatchObject({ number: 4 }))
  })
  it('a damaged parcel is set aside, every line ends, and the log has a new name', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const { one, desk, deskKeys } = await deskAndPhone()
    for (const value of [1, 2, 3]) await desk.send('update', bytes(value))
    const before = desk.said('entered')[0] as { log: string }
    await admin.hset(`hephaestal:{${GROUP}}:parcels`, '2', 'HPL2 and nothing of it right')
    await desk.closed()
    const back = lineTo(one, { own: true, address: '127.0.0.1' })
    await back.comeIn('enter', deskKeys, 'desk-0001')
    expect(back.state.shut).toBe(true)
    const again = lineTo(one, { own: true, address: '127.0.0.1' })
    await again.comeIn('enter', deskKeys, 'desk-0001')
    const entered = again.said('entered')[0] as { log: string; gaps: number[] }
    expect([entered.log === before.log, entered.gaps]).toEqual([false, [2]])
    expect(again.pieces.map(({ number }) => number)).toEqual([1, 3])
  })
  it('Redis without room: said to all, nothing counts as kept, and it goes on when there is room', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const { desk, phone } = await deskAndPhone()
    await admin.config('SET', 'maxmemory', '1')
    await desk.send('update', bytes(1))
    await soon(() => expect(desk.no()).toEqual(['disk-full']))
    await soon(() => expect(phone.said('disk').at(-1)).toMatchObject({ full: true }))
    await soon(() => expect(phone.pieces.at(-1)).toMatchObject({ number: 0 }))
    await admin.config('SET', 'maxmemory', '0')
    await desk.send('update', bytes(2))
    await soon(() => expect(desk.said('kept').at(-1)).toMatchObject({ number: 1 }))
    await soon(() => expect(phone.said('disk').at(-1)).toMatchObject({ full: false }))
  })
  it('Redis killed and started again: every line ends, what was confirmed is there, and devices come back', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const { one, other, desk, phone, deskKeys, phoneKeys } = await deskAndPhone()
    for (const value of [1, 2, 3]) await desk.send('update', bytes(value))
    await soon(() => expect(desk.said('kept')).toHaveLength(3))
    await server.kill()
    await soon(() => expect([desk.state.shut, phone.state.shut]).toEqual([true, true]))
    await server.start()
    await soon(async () => {
      const back = lineTo(other, { address: '10.4.0.1' })
      await back.comeIn('enter', phoneKeys, 'phone-001')
      expect(back.pieces.map(({ content }) => [...content])).toEqual([[1], [2], [3]])
    })
    const again = lineTo(one, { own: true, address: '127.0.0.1' })
    await again.comeIn('enter', deskKeys, 'desk-0001')
    await again.send('update', bytes(4))
    await soon(() => expect(again.said('kept').at(-1)).toMatchObject({ number: 4 }))
  })
})
