import { createHash, randomBytes } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { joinPieces, packPiece, PIECE_BYTES, signedText } from '#core/relay'
import { openRegistry } from '../../../../server/group/registry'
import { ENTER_MS, LINES, openRelay } from '../../../../server/group/relay'
import { lineTo, newKeys, signature } from './lines'

/* The relay by itself: who is let in, what is passed on and kept, and what a hostile device comes to. */

const folders: string[] = []
const folder = () => {
  folders.push(mkdtempSync(join(tmpdir(), 'relay-')))
  return folders.at(-1)!
}
afterEach(() => folders.splice(0).forEach((one) => rmSync(one, { recursive: true })))

const bytes = (...all: number[]) => new Uint8Array(all)
const hashOf = (text: string) => createHash('sha256').update(text).digest('base64url')
const bytesOf = (relay: ReturnType<typeof openRelay>) => joinPieces(relay.thingsOf('the-yard-of-tests'))
const inAll = <T>(one: T, times: number) => Array.from({ length: times }, () => one)

async function deskAndPhone(settings: Partial<Parameters<typeof openRelay>[0]> = {}) {
  const clock = { now: 1_000_000, later: [] as { at: number; work: () => void }[] }
  const relay = openRelay({
    registry: openRegistry(),
    now: () => clock.now,
    later: (work, ms) => void clock.later.push({ at: clock.now + ms, work }),
    ...settings,
  })
  const pass = (ms: number) => {
    clock.now += ms
    for (const one of clock.later.splice(0))
      if (one.at <= clock.now) one.work()
      else clock.later.push(one)
  }
  const [deskKeys, phoneKeys] = [await newKeys(), await newKeys()]
  const desk = lineTo(relay, { own: true, address: '127.0.0.1' })
  await desk.comeIn('found', deskKeys, 'desk-0001')
  await desk.word({ do: 'invite', hash: hashOf('come-in') })
  const phone = lineTo(relay)
  await phone.comeIn('join', phoneKeys, 'phone-001', { invitation: 'come-in' })
  return { relay, clock, pass, desk, phone, deskKeys, phoneKeys }
}

describe('who is let in', () => {
  it('a group is begun at this machine, joined by an invitation, and come back to by a signature', async () => {
    const { relay, desk, phone, phoneKeys } = await deskAndPhone()
    expect([desk.state.shut, phone.state.shut]).toEqual([false, false])
    phone.closed()
    const again = lineTo(relay)
    await again.comeIn('enter', phoneKeys, 'phone-001')
    expect(again.said('entered')).toHaveLength(1)
    expect(desk.said('devices').at(-1)).toMatchObject({
      devices: [
        { id: 'desk-0001', here: true },
        { id: 'phone-001', here: true },
      ],
    })
  })
  it('from elsewhere a group is begun by the code of the terminal only', async () => {
    const relay = openRelay({ registry: openRegistry(), code: 'ABCD-EFGH-JKLM' })
    const stranger = lineTo(relay)
    await stranger.comeIn('found', await newKeys(), 'strange-1', { code: 'ABCD-EFGH-JKLX' })
    expect(stranger.no()).toEqual(['wrong-code'])
    const first = lineTo(relay, { address: '10.0.0.3' })
    await first.comeIn('found', await newKeys(), 'phone-001', { code: 'abcd-efgh-jklm' })
    expect(first.said('entered')).toHaveLength(1)
  })
  it('without a code nobody elsewhere begins one', async () => {
    const stranger = lineTo(openRelay({ registry: openRegistry() }))
    await stranger.comeIn('found', await newKeys(), 'strange-1')
    expect(stranger.no()).toEqual(['wrong-code'])
  })
  it('an invitation is good once, for ten minutes, and for its own group', async () => {
    const { relay, desk, pass } = await deskAndPhone()
    const second = lineTo(relay, { address: '10.0.0.4' })
    await second.comeIn('join', await newKeys(), 'second-01', { invitation: 'come-in' })
    expect(second.no()).toEqual(['wrong-invitation'])
    await desk.word({ do: 'invite', hash: hashOf('late') })
    pass(11 * 60_000)
    const late = lineTo(relay, { address: '10.0.0.5' })
    await late.comeIn('join', await newKeys(), 'late-0001', { invitation: 'late' })
    expect(late.no()).toEqual(['wrong-invitation'])
  })
  it('another key, a signature heard on another line, and a withdrawn device are refused', async () => {
    const { relay, desk, phone, phoneKeys, pass } = await deskAndPhone()
    const wrong = lineTo(relay, { address: '10.0.0.6' })
    await wrong.comeIn('enter', await newKeys(), 'phone-001')
    expect(wrong.no()).toEqual(['wrong-signature'])
    const heard = await signature(phoneKeys, signedText(phone.nonce(), 'the-yard-of-tests', 'phone-001'))
    const replay = lineTo(relay, { address: '10.0.0.7' })
    const who = { group: 'the-yard-of-tests', device: 'phone-001', log: null, after: 0 }
    await replay.word({ do: 'enter', ...who, signature: heard })
    expect(replay.no()).toEqual(['wrong-signature'])
    await desk.word({ do: 'withdraw', device: 'phone-001' })
    expect([phone.no(), phone.state.shut]).toEqual([['withdrawn'], true])
    pass(60_000)
    const back = lineTo(relay)
    await back.comeIn('enter', phoneKeys, 'phone-001')
    expect(back.no()).toEqual(['withdrawn'])
    const anew = lineTo(relay)
    await anew.comeIn('join', phoneKeys, 'phone-001', { invitation: 'come-in' })
    expect(anew.no()).toEqual(['withdrawn'])
  })
  it('wrong tries of one address wait longer each time; another address does not', async () => {
    const { relay, pass, phoneKeys } = await deskAndPhone()
    const tried = async (address: string) => {
      const line = lineTo(relay, { address })
      await line.comeIn('join', await newKeys(), 'strange-1', { invitation: 'guess' })
      return line.words.at(-1)
    }
    expect(await tried('10.9.9.9')).toMatchObject({ why: 'wrong-invitation' })
    expect(await tried('10.9.9.9')).toMatchObject({ why: 'slow-down', afterS: 1 })
    for (let times = 0; times < 6; times++) {
      pass(61_000)
      expect(await tried('10.9.9.9')).toMatchObject({ why: 'wrong-invitation' })
    }
    expect(await tried('10.9.9.9')).toMatchObject({ why: 'slow-down', afterS: 32 })
    const other = lineTo(relay)
    await other.comeIn('enter', phoneKeys, 'phone-001')
    expect(other.said('entered')).toHaveLength(1)
  })
  it('before it has entered a device hears and says nothing', async () => {
    const { relay, desk } = await deskAndPhone()
    const stranger = lineTo(relay, { address: '10.0.0.8' })
    await stranger.send('update', bytes(1))
    expect([stranger.no(), stranger.state.shut]).toEqual([['not-understood'], true])
    const silent = lineTo(relay, { address: '10.0.0.8' })
    await desk.send('update', bytes(1, 2, 3))
    expect(silent.pieces).toEqual([])
    const curious = lineTo(relay, { address: '10.0.0.8' })
    await curious.word({ do: 'invite', hash: hashOf('mine') })
    expect(curious.no()).toEqual(['not-understood'])
  })
})

describe('what is passed on and kept', () => {
  it('in order, to all others, and to those that come later from where they were', async () => {
    const { relay, desk, phone, phoneKeys } = await deskAndPhone()
    for (const one of [1, 2, 3]) await desk.send('update', bytes(one))
    expect(phone.pieces.map(({ number, content }) => [number, ...content])).toEqual([
      [1, 1],
      [2, 2],
      [3, 3],
    ])
    expect(desk.pieces).toEqual([])
    expect(desk.said('kept').map((one) => 'number' in one && one.number)).toEqual([1, 2, 3])
    phone.closed()
    await desk.send('update', bytes(4))
    const back = lineTo(relay)
    const log = (phone.said('entered')[0] as { log: string }).log
    await back.comeIn('enter', phoneKeys, 'phone-001', { log, after: 3 })
    expect(back.pieces.map(({ number }) => number)).toEqual([4])
    const elsewhere = lineTo(relay)
    await elsewhere.comeIn('enter', phoneKeys, 'phone-001', { log: 'another-log', after: 3 })
    expect(elsewhere.pieces.map(({ number }) => number)).toEqual([1, 2, 3, 4])
    expect(back.state.shut).toBe(true)
  })
  it('what is passing reaches those who are here, and is not kept', async () => {
    const { relay, desk, phone } = await deskAndPhone()
    await desk.send('passing', bytes(7))
    expect(phone.pieces).toHaveLength(1)
    expect(bytesOf(relay)).toHaveLength(0)
  })
  it('in pieces, and as a whole in place of what was kept one by one', async () => {
    const { relay, desk, phone } = await deskAndPhone()
    const long = new Uint8Array(randomBytes(PIECE_BYTES + 9))
    await desk.send('update', long.subarray(0, PIECE_BYTES), true)
    expect(phone.pieces).toHaveLength(0)
    await desk.send('update', long.subarray(PIECE_BYTES))
    expect(phone.pieces.map(({ more, number }) => [more, number])).toEqual([
      [true, 1],
      [false, 1],
    ])
    await desk.send('update', bytes(5))
    await desk.send('update', bytes(6))
    await desk.send('whole', bytes(9, 9))
    await desk.word({ do: 'instead', upTo: 2 })
    expect(relay.thingsOf('the-yard-of-tests').flatMap((one) => [...one])).toEqual([9, 9, 6])
  })
  it('on a disk it outlives the process, and nothing but what was sent lies there', async () => {
    const [keep, groups] = [folder(), folder()]
    const registry = () => openRegistry(groups)
    const { desk, deskKeys } = await deskAndPhone({ keep, registry: registry() })
    await desk.send('update', bytes(1))
    await desk.send('update', bytes(2))
    const log = (desk.said('entered')[0] as { log: string }).log
    const later = openRelay({ registry: registry(), keep })
    const back = lineTo(later)
    await back.comeIn('enter', deskKeys, 'desk-0001', { log, after: 1 })
    expect(back.pieces.map(({ number, content }) => [number, ...content])).toEqual([[2, 2]])
    const lying = join(keep, 'the-yard-of-tests')
    expect(readdirSync(lying).sort()).toEqual(['0000000001', '0000000002', 'log'])
    expect([...readFileSync(join(lying, '0000000001'))]).toEqual([1])
    for (const path of [join(lying, '0000000001'), join(groups, 'the-yard-of-tests.json')])
      expect(statSync(path).mode & 0o077).toBe(0)
  })
  it('a registry cut short on the disk is one group less, not a server that does not start', async () => {
    const groups = folder()
    const { writeFileSync } = await import('node:fs')
    writeFileSync(join(groups, 'the-yard-of-tests.json'), '{"devices":[{"id"')
    expect(openRegistry(groups).has('the-yard-of-tests')).toBe(false)
  })
})

describe('a hostile device', () => {
  it('of 500 lines so many are held, and those who are in are not disturbed', async () => {
    const { relay, desk, phone, pass } = await deskAndPhone()
    const many = inAll(null, 500).map((_, at) => lineTo(relay, { address: `10.1.0.${at % 4}` }))
    expect(relay.lines()).toBeLessThanOrEqual(LINES.all)
    expect(many.filter(({ state }) => !state.shut).length).toBeLessThanOrEqual(4 * LINES.each)
    expect(many.at(-1)!.no()).toEqual(['crowded'])
    await desk.send('update', bytes(1))
    expect(phone.pieces).toHaveLength(1)
    pass(ENTER_MS)
    expect(relay.lines()).toBe(2)
  })
  it.each([
    ['no frame of ours', bytes(9, 0, 0, 0, 0, 0, 1)],
    ['nothing in it', packPiece({ kind: 'update', more: false, number: 0, content: bytes() })],
    ['too long', new Uint8Array(PIECE_BYTES + 100).fill(1)],
    ['no JSON', new TextEncoder().encode('{"do":')],
    ['no word', new TextEncoder().encode('{"do":"open"}')],
    ['a word with more in it', new TextEncoder().encode('{"do":"withdraw","device":"desk-0001","x":1}')],
    ['a path for a name', new TextEncoder().encode('{"do":"withdraw","device":"../../etc"}')],
  ])('%s: the line is shut, the others work on', async (_, frame) => {
    const { desk, phone, relay } = await deskAndPhone()
    await phone.frame(frame)
    expect([phone.no(), phone.state.shut]).toEqual([['not-understood'], true])
    await desk.send('update', bytes(1))
    expect(bytesOf(relay)).toHaveLength(1)
  })
  it('pieces without an end, and more than a yard ever sends, are cut off', async () => {
    const { phone } = await deskAndPhone()
    const piece = new Uint8Array(PIECE_BYTES)
    for (let times = 0; times < 140 && !phone.state.shut; times++) await phone.send('update', piece, true)
    expect(phone.no()).toEqual(['too-large'])
    const other = (await deskAndPhone()).phone
    for (let times = 0; times < 4000 && !other.state.shut; times++) await other.send('passing', bytes(1))
    expect(other.no()).toEqual(['slow-down'])
  })
  it('one that does not take what it is sent is let go', async () => {
    const { relay, desk } = await deskAndPhone()
    await desk.word({ do: 'invite', hash: hashOf('slow') })
    const waiting = { bytes: 0 }
    const slow = lineTo(relay, { address: '10.0.0.9', waiting: () => waiting.bytes })
    await slow.comeIn('join', await newKeys(), 'slow-0001', { invitation: 'slow' })
    waiting.bytes = 17 * 1024 * 1024
    await desk.send('passing', bytes(1))
    expect([slow.state.shut, desk.state.shut]).toEqual([true, false])
  })
  it('a log that is full says so, and what comes still reaches those who are here', async () => {
    const { relay, desk, phone, pass } = await deskAndPhone()
    const piece = new Uint8Array(PIECE_BYTES)
    for (let times = 0; times < 257; times++) {
      pass(100)
      await desk.send('update', piece)
    }
    expect(desk.no()).toEqual(['full'])
    expect([desk.state.shut, phone.pieces.length]).toEqual([false, 257])
    expect(bytesOf(relay)).toHaveLength(256 * PIECE_BYTES)
  })
})
