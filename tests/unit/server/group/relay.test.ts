import { createHash, randomBytes } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { joinPieces, packPiece, PIECE_BYTES, signedText } from '#core/relay'
import { lockFolder } from '../../../../server/group/folder-lock'
import { createStorage } from 'unstorage'
import { openFileStore } from '../../../../server/group/file-store'
import { openLog } from '../../../../server/group/kept-log'
import { ENTER_MS, LIMITS, openRelay } from '../../../../server/group/relay'
import { safeFiles } from '../../../../server/group/safe-files'
import { lineTo, newKeys, signature } from './lines'
import * as safeWrite from '../../../../server/group/safe-write'

// Spied upon: a disk that is full.
vi.mock('../../../../server/group/safe-write', { spy: true })

/* The relay by itself: who is let in, what is passed on and kept, and what a hostile device comes to. */

const folders: string[] = []
const folder = () => {
  folders.push(mkdtempSync(join(tmpdir(), 'relay-')))
  return folders.at(-1)!
}
afterEach(() => folders.splice(0).forEach((one) => rmSync(one, { recursive: true })))

const bytes = (...all: number[]) => new Uint8Array(all)
const hashOf = (text: string) => createHash('sha256').update(text).digest('base64url')
const inFolder = (one: string | undefined) => one && createStorage({ driver: safeFiles(one) })
interface Folders {
  keep?: string
  groups?: string
}
const storeIn = ({ keep, groups }: Folders, rest: object = {}) =>
  openFileStore({ devices: inFolder(groups) || undefined, parcels: inFolder(keep) || undefined, ...rest })
const relayIn = async ({
  keep,
  groups,
  ...settings
}: Folders & Partial<Parameters<typeof openRelay>[0]> = {}) =>
  openRelay({ store: await storeIn({ keep, groups }, settings), ...settings })
const bytesOf = async (relay: ReturnType<typeof openRelay>) =>
  joinPieces(await relay.thingsOf('the-yard-of-tests'))
const inAll = <T>(one: T, times: number) => Array.from({ length: times }, () => one)

async function deskAndPhone(settings: Parameters<typeof relayIn>[0] = {}) {
  const clock = { now: 1_000_000, later: [] as { at: number; work: () => void }[] }
  const relay = await relayIn({
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
    await phone.closed()
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
    const relay = await relayIn({ code: 'ABCD-EFGH-JKLM' })
    const stranger = lineTo(relay)
    await stranger.comeIn('found', await newKeys(), 'strange-1', { code: 'ABCD-EFGH-JKLX' })
    expect(stranger.no()).toEqual(['wrong-code'])
    const first = lineTo(relay, { address: '10.0.0.3' })
    await first.comeIn('found', await newKeys(), 'phone-001', { code: 'abcd-efgh-jklm' })
    expect(first.said('entered')).toHaveLength(1)
  })
  it('without a code nobody elsewhere begins one', async () => {
    const stranger = lineTo(await relayIn())
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
    await phone.closed()
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
    expect(await bytesOf(relay)).toHaveLength(0)
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
    expect((await relay.thingsOf('the-yard-of-tests')).flatMap((one) => [...one])).toEqual([9, 9, 6])
  })
  it('on a disk it outlives the process, and nothing but what was sent lies there', async () => {
    const [keep, groups] = [folder(), folder()]
    const { desk, deskKeys } = await deskAndPhone({ keep, groups })
    await desk.send('update', bytes(1))
    await desk.send('update', bytes(2))
    const log = (desk.said('entered')[0] as { log: string }).log
    const later = await relayIn({ groups, keep })
    const back = lineTo(later)
    await back.comeIn('enter', deskKeys, 'desk-0001', { log, after: 1 })
    expect(back.pieces.map(({ number, content }) => [number, ...content])).toEqual([[2, 2]])
    const lying = join(keep, 'the-yard-of-tests')
    expect(readdirSync(lying).sort()).toEqual(['0000000001', '0000000002', 'log'])
    // Behind its number, its links and its checksum.
    expect([...readFileSync(join(lying, '0000000001')).subarray(104)]).toEqual([1])
    for (const path of [join(lying, '0000000001'), join(groups, 'the-yard-of-tests.json')])
      expect(statSync(path).mode & 0o077).toBe(0)
  })
  it('a registry cut short on the disk is one group less, not a server that does not start', async () => {
    const groups = folder()
    const { writeFileSync } = await import('node:fs')
    writeFileSync(join(groups, 'the-yard-of-tests.json'), '{"devices":[{"id"')
    expect(await (await storeIn({ groups })).registry.group('the-yard-of-tests')).toBeNull()
  })
})

describe('a hostile device', () => {
  it('of 500 lines so many are held, and those who are in are not disturbed', async () => {
    const { relay, desk, phone, pass } = await deskAndPhone()
    const many = inAll(null, 500).map((_, at) => lineTo(relay, { address: `10.1.0.${at % 4}` }))
    expect(relay.lines()).toBeLessThanOrEqual(LIMITS.lines)
    expect(many.filter(({ state }) => !state.shut).length).toBeLessThanOrEqual(4 * LIMITS.linesEach)
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
    expect(await bytesOf(relay)).toHaveLength(1)
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
  it('a log that fills up is asked for as a whole before it is full and when it is; it takes more afterwards', async () => {
    const { relay, desk, phone, pass } = await deskAndPhone()
    const piece = new Uint8Array(PIECE_BYTES)
    const send = async (times: number) => {
      for (let at = 0; at < times; at++) {
        pass(100)
        await desk.send('update', piece)
      }
    }
    await send(200)
    expect(desk.said('thick').length).toBeGreaterThan(0)
    await send(313)
    expect(desk.no()).toEqual(['full'])
    expect([desk.state.shut, phone.pieces.length]).toEqual([false, 513])
    expect(await bytesOf(relay)).toHaveLength(512 * PIECE_BYTES)
    expect(desk.said('thick').at(-1)).toMatchObject({ upTo: 512 })
    await desk.send('whole', bytes(9, 9))
    await desk.word({ do: 'instead', upTo: 512 })
    // All are asked to send again what there was no room for.
    expect([desk.said('all').length, phone.said('all').length]).toEqual([2, 2])
    await send(1)
    expect(desk.said('kept').at(-1)).toMatchObject({ number: 513 })
  })
  it('three wholes of a yard of 20 MB fit beside each other', async () => {
    const log = await openLog(createStorage(), 128 * 1024 * 1024)
    const whole = Array.from({ length: 84 }, () => new Uint8Array(PIECE_BYTES))
    for (let times = 0; times < 3; times++)
      expect(await log.add(whole, 'desk')).toMatchObject({ number: times + 1 })
    expect(await log.replace(2, whole)).toBe(true)
    expect(await log.state()).toMatchObject({ first: 2, last: 3, count: 2, gaps: [] })
  })
  it('a full disk is said to all, nothing counts as kept, and it goes on when there is room', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const keep = folder()
    const { desk, phone } = await deskAndPhone({ keep })
    await desk.send('update', bytes(1))
    const write = vi.spyOn(safeWrite, 'writeSafely').mockImplementation(() => {
      throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' })
    })
    await desk.send('update', bytes(2))
    expect(desk.no()).toEqual(['disk-full'])
    expect(phone.said('disk').at(-1)).toMatchObject({ full: true })
    expect(phone.pieces.at(-1)).toMatchObject({ number: 0 })
    write.mockRestore()
    await desk.send('update', bytes(3))
    expect(desk.said('kept').at(-1)).toMatchObject({ number: 2 })
    expect(desk.said('disk').at(-1)).toMatchObject({ full: false })
  })
})

describe('a device that is shut out', () => {
  it('does not come back by an invitation it made before', async () => {
    const { relay, desk, phone } = await deskAndPhone()
    await phone.word({ do: 'invite', hash: hashOf('by-the-phone') })
    await desk.word({ do: 'withdraw', device: 'phone-001' })
    const friend = lineTo(relay, { address: '10.0.0.9' })
    await friend.comeIn('join', await newKeys(), 'friend-01', { invitation: 'by-the-phone' })
    expect(friend.no()).toEqual(['wrong-invitation'])
  })
  it('stays out where the disk is full, and the disk knows of it once there is room', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const groups = folder()
    const { relay, desk, phone, phoneKeys, pass } = await deskAndPhone({ groups })
    const write = vi.spyOn(safeWrite, 'writeSafely').mockImplementation(() => {
      throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' })
    })
    await desk.word({ do: 'withdraw', device: 'phone-001' })
    expect([phone.no(), phone.state.shut]).toEqual([['withdrawn'], true])
    expect(desk.said('disk').at(-1)).toMatchObject({ full: true })
    const back = lineTo(relay)
    await back.comeIn('enter', phoneKeys, 'phone-001')
    expect(back.no()).toEqual(['withdrawn'])
    write.mockRestore()
    pass(6_000)
    await vi.waitFor(async () => {
      const written = await (await storeIn({ groups })).registry.group('the-yard-of-tests')
      expect(written?.withdrawn).toEqual(['phone-001'])
    })
  })
  it('keys that were sealed wait for the device they are for, and no other gets them', async () => {
    const { relay, desk, phone, phoneKeys } = await deskAndPhone()
    const keys = [{ device: 'phone-001', sealed: 'for-the-phone' }]
    await desk.word({ do: 'seal', keys })
    expect(phone.said('sealed')).toEqual([{ say: 'sealed', from: 'desk-0001', sealed: 'for-the-phone' }])
    expect(desk.said('sealed')).toEqual([])
    await phone.closed()
    const back = lineTo(relay)
    await back.comeIn('enter', phoneKeys, 'phone-001')
    expect(back.said('sealed')).toHaveLength(1)
    expect(back.said('entered')[0]).toMatchObject({ epoch: 1 })
  })
})

describe('codes that are guessed', () => {
  it('75 from one address keep it from joining, and not its devices from coming back', async () => {
    const relay = await relayIn({ code: 'ABCD-EFGH-JKLM' })
    const keys = await newKeys()
    const owner = lineTo(relay, { address: '10.0.0.3' })
    await owner.comeIn('found', keys, 'desk-0001', { code: 'ABCD-EFGH-JKLM' })
    for (let times = 0; times < 75; times++) {
      const guess = lineTo(relay, { address: '10.0.0.3' })
      await guess.comeIn('join', await newKeys(), `guess-${times}`.padEnd(9, '0'), {
        invitation: `g-${times}`,
      })
    }
    const again = lineTo(relay, { address: '10.0.0.3' })
    await again.comeIn('join', await newKeys(), 'guess-last', { invitation: 'g' })
    expect(again.words.at(-1)).toMatchObject({ why: 'slow-down' })
    const back = lineTo(relay, { address: '10.0.0.3' })
    await back.comeIn('enter', keys, 'desk-0001')
    expect(back.said('entered')).toHaveLength(1)
  })
})

describe('a folder', () => {
  it('is of one server; one that ended leaves it to the next', async () => {
    const one = folder()
    const release = await lockFolder(one)
    expect(release).not.toBeNull()
    expect(await lockFolder(one)).toBeNull()
    release!()
    await vi.waitFor(async () => {
      const next = await lockFolder(one)
      expect(next).not.toBeNull()
      next!()
    })
  })
  it('of a server that was killed is free', async () => {
    const one = folder()
    const child = spawn(
      process.execPath,
      [
        '-e',
        `require('node:net').createServer().listen(${JSON.stringify(join(one, '.lock'))}, () => console.log('here'))`,
      ],
      { stdio: ['ignore', 'pipe', 'ignore'] },
    )
    await once(child.stdout, 'data')
    expect(await lockFolder(one)).toBeNull()
    child.kill('SIGKILL')
    await once(child, 'exit')
    const next = await lockFolder(one)
    expect(next).not.toBeNull()
    next!()
  })
})
