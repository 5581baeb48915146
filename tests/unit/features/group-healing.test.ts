import { mkdtempSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { hashOf, openCipher } from '~/features/group/cipher'
import { createStorage } from 'unstorage'
import { openFileStore } from '../../../server/group/file-store'
import { safeFiles } from '../../../server/group/safe-files'
import { openRelay, type Relay } from '../../../server/group/relay'
import { GROUP, openDevice, testKey, type TestDevice } from '../../support/group-devices'
import { lineTo, newKeys } from '../server/group/lines'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

/* What becomes of a group whose server lost, damaged or never had something, and of a device that was shut out. */

const folders: string[] = []
const devices: TestDevice[] = []
afterEach(() => {
  devices.splice(0).forEach(({ session }) => session.end())
  folders.splice(0).forEach((one) => rmSync(one, { recursive: true, force: true }))
  vi.restoreAllMocks()
})

/** A server on a folder, that can stop and start again. */
async function server() {
  const folder = mkdtempSync(join(tmpdir(), 'group-'))
  folders.push(folder)
  const start = async () => {
    const inFolder = (one: string) => createStorage({ driver: safeFiles(one) })
    const store = await openFileStore({
      devices: inFolder(join(folder, 'groups')),
      parcels: inFolder(folder),
    })
    return openRelay({ store })
  }
  const state = { relay: (await start()) as Relay | null }
  return {
    state,
    folder: join(folder, GROUP),
    stop: () => (state.relay = null),
    start: async () => (state.relay = await start()),
  }
}

async function group(names: readonly string[], of: Awaited<ReturnType<typeof server>>) {
  const key = testKey()
  const all: TestDevice[] = []
  for (const [at, name] of names.entries()) {
    const device = await openDevice(name, key, () => of.state.relay)
    devices.push(device)
    all.push(device)
    const secret = `secret-of-${name}-0000`
    if (at > 0) {
      all[0]!.session.invite(await hashOf(secret))
      await new Promise((resolve) => setTimeout(resolve, 5))
    }
    device.session.start(at === 0 ? { how: 'found', code: '' } : { how: 'join', secret })
    await here(device)
    device.publish()
  }
  return all
}
const here = (device: TestDevice) =>
  vi.waitFor(() => expect([device.state.standing.is, device.state.waiting]).toEqual(['here', false]), 8000)
/** All devices have heard the same, and each says so. */
const agreed = (all: readonly TestDevice[]) =>
  vi.waitFor(
    () => {
      const said = all.map(({ shared }) => JSON.stringify(Object.entries(shared.said()).sort()))
      expect(new Set(said).size).toBe(1)
      for (const { state } of all)
        expect([state.standing.is, state.waiting, state.agree]).toEqual(['here', false, true])
    },
    { timeout: 10_000, interval: 20 },
  )
/** The server stops, its folder is changed, it starts again. */
async function whileStopped(of: Awaited<ReturnType<typeof server>>, change: (folder: string) => void) {
  const { relay } = of.state
  of.stop()
  relay!.end()
  change(of.folder)
  await of.start()
}
const parcels = (folder: string) =>
  readdirSync(folder)
    .filter((name) => /^\d{10}$/.test(name))
    .sort()

describe('what the server keeps is damaged', () => {
  it.each([
    [
      'a bit is flipped',
      (path: string) => {
        const bytes = readFileSync(path)
        bytes[bytes.length - 5]! ^= 4
        writeFileSync(path, bytes)
      },
    ],
    ['a file is empty', (path: string) => truncateSync(path)],
    ['a file is cut short', (path: string) => truncateSync(path, 60)],
    ['a file is gone', (path: string) => rmSync(path)],
  ])('%s: the devices heal it, and a newcomer has all', async (_, harm) => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const one = await server()
    const [desk, phone] = (await group(['desk-0001', 'phone-001'], one)) as [TestDevice, TestDevice]
    for (let at = 0; at < 6; at++) {
      desk.say(`desk/${at}`, 'x')
      phone.say(`phone/${at}`, 'y')
    }
    await agreed([desk, phone])
    await whileStopped(one, (folder) => {
      const files = parcels(folder)
      harm(join(folder, files[Math.floor(files.length / 2)]!))
    })
    desk.say('desk/later', 'z')
    await agreed([desk, phone])
    const tablet = await openDevice('tablet-01', desk.key(), () => one.state.relay)
    devices.push(tablet)
    desk.session.invite(await hashOf('secret-of-tablet-0000'))
    tablet.session.start({ how: 'join', secret: 'secret-of-tablet-0000' })
    await agreed([desk, phone, tablet])
    expect(tablet.heard('desk/5')).toBe('x')
    expect(tablet.heard('phone/0')).toBe('y')
    expect(tablet.heard('desk/later')).toBe('z')
  })

  it('a file without the name of the log keeps nobody out', async () => {
    const one = await server()
    const [desk] = (await group(['desk-0001'], one)) as [TestDevice]
    desk.say('a', 'b')
    await here(desk)
    await whileStopped(one, (folder) => truncateSync(join(folder, 'log')))
    desk.say('c', 'd')
    await agreed([desk])
  })

  it('a log that was swapped for an older copy of itself is noticed by those who know more', async () => {
    const one = await server()
    const all = (await group(['desk-0001', 'phone-001'], one)) as [TestDevice, TestDevice]
    all[0].say('a', '1')
    await agreed(all)
    const kept = parcels(one.folder)
    all[0].say('b', '2')
    all[1].say('c', '3')
    await agreed(all)
    await whileStopped(one, (folder) => {
      for (const name of parcels(folder)) if (!kept.includes(name)) rmSync(join(folder, name))
    })
    all[1].say('d', '4')
    await agreed(all)
    expect(all[0].heard('d')).toBe('4')
  })

  it('a parcel no device can read is set aside, and what it held is sent again', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const one = await server()
    const all = (await group(['desk-0001', 'phone-001'], one)) as [TestDevice, TestDevice]
    all[0].say('a', '1')
    await agreed(all)
    // Encrypted by a key nobody has: the server cannot tell.
    const stranger = lineTo(one.state.relay!, { address: '10.0.0.77' })
    all[0].session.invite(await hashOf('secret-of-stranger-00'))
    await vi.waitFor(() => expect(stranger.nonce()).not.toBe(''))
    await stranger.comeIn('join', await newKeys(), 'strange-1', { invitation: 'secret-of-stranger-00' })
    await stranger.send(
      'update',
      await (await openCipher([testKey()], GROUP)).lock('update', new Uint8Array(40)),
    )
    stranger.closed()
    all[0].say('b', '2')
    await agreed(all)
    expect(readdirSync(one.folder).filter((name) => name.endsWith('.bad'))).toHaveLength(1)
    expect(all[1].heard('b')).toBe('2')
  })
})

/** Three devices that agree; one of them is going to be lost. */
async function threeDevices() {
  const one = await server()
  const all = await group(['desk-0001', 'phone-001', 'lost-0001'], one)
  await agreed(all)
  const [desk, phone, lost] = all as [TestDevice, TestDevice, TestDevice]
  return { one, desk, phone, lost }
}

describe('a device that was shut out', () => {
  it('learns nothing later, also from the server’s disk; the others read on', async () => {
    const { one, desk, phone, lost } = await threeDevices()
    const former = lost.key()
    await desk.shutOut('lost-0001', ['phone-001'])
    await vi.waitFor(() => expect(lost.state.standing).toMatchObject({ is: 'refused', why: 'withdrawn' }))
    await vi.waitFor(() => expect(phone.key()).toEqual(desk.key()))
    desk.say('secret', 'new')
    phone.say('secret/2', 'newer')
    await agreed([desk, phone])
    expect(phone.heard('secret')).toBe('new')
    const thief = await openCipher([former], GROUP)
    for (const parcel of await one.state.relay!.thingsOf(GROUP))
      expect(await thief.unlock('update', parcel)).toBeNull()
  })
  it('a device that was away takes the new key when it comes back', async () => {
    const { desk, phone } = await threeDevices()
    phone.away()
    await desk.shutOut('lost-0001', ['phone-001'])
    desk.say('since', 'then')
    await here(desk)
    phone.back()
    await agreed([desk, phone])
    expect(phone.heard('since')).toBe('then')
  })
  it('a removal that the server lost is made again by the devices that know of it', async () => {
    const { one, desk, phone, lost } = await threeDevices()
    const registry = join(one.folder, '..', 'groups', `${GROUP}.json`)
    const before = readFileSync(registry)
    await desk.shutOut('lost-0001', ['phone-001'])
    await agreed([desk, phone])
    await vi.waitFor(() => expect(lost.state.standing).toMatchObject({ is: 'refused', why: 'withdrawn' }))
    // An old copy of the folder, or a disk that was full when the server ended.
    await whileStopped(one, () => writeFileSync(registry, before))
    lost.session.start()
    await here(desk)
    await vi.waitFor(() =>
      expect(JSON.parse(readFileSync(registry, 'utf8'))).toMatchObject({ withdrawn: ['lost-0001'] }),
    )
    await vi.waitFor(() => expect(lost.state.standing.is).toBe('refused'))
    desk.say('since', 'then')
    await agreed([desk, phone])
    expect(lost.heard('since')).toBeUndefined()
  })
})
