import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { signedText } from '#core/relay'
import { openSharedYard, type SharedYard } from '#core/sync'
import { REVISION } from '#core/workspace'
import { hashOf, newDeviceKeys, newGroupKey, openCipher, signed } from '~/features/group/cipher'
import { forgetGroup, keepHeard, NOTHING_HEARD } from '~/features/group/group-disk'
import { openSession, type Standing } from '~/features/group/group-session'
import { fromAddress, fromFragment, toFragment } from '~/features/group/invitation'
import { openPort, type Port } from '~/features/group/yard-port'
import { useYard } from '~/storage/yard-store'
import { openFileStore } from '../../../server/group/file-store'
import { openRelay, type Relay } from '../../../server/group/relay'
import { disk } from '../../support/disk'
import { openYard } from '../../support/open-yard'
import { GROUP, lineIn } from '../../support/group-devices'
import { lineTo } from '../server/group/lines'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())

/* A browser as one of several devices: what it keeps, what it sends, and what a page that ends in the middle leaves. */

const TIN = 'Tin bar'
const ears = { writing: () => {}, written: () => {}, said: () => {}, shown: () => true }
const tinOf = (yard: ReturnType<typeof useYard>) => yard.lots.find(({ name }) => name === TIN)!
const allOf = (from: SharedYard, known = {}) => from.beyond(known)!

// A page that ended hears nothing any more: those of earlier tests are not to listen to the later ones.
vi.stubGlobal('BroadcastChannel', undefined)

beforeEach(async () => {
  disk.writesLeft = Infinity
  await forgetGroup()
})

/** The page ends, and another begins with what lies on the disk. */
async function anew() {
  disk.writesLeft = Infinity
  setActivePinia(createPinia())
  const yard = useYard()
  await yard.load()
  return yard
}

async function deskWithPhone() {
  const yard = await openYard()
  await yard.saved()
  const port = await openPort(yard, 'desk-0001', ears)
  port.begin()
  await port.settled()
  const phone = openSharedYard('phone-001', [port.shared.whole()])
  return { yard, port, phone }
}
const takeTin = (from: SharedYard, id: string, byG: number) => {
  const lot = from.read('lots', id) as { massG: number; id: string }
  from.write([{ collection: 'lots', id, after: { ...lot, massG: lot.massG + byG } as never }])
}

describe('the port between a yard and the other devices', () => {
  it('what is done here is written, what they did is shown, and neither is taken for the other', async () => {
    const { yard, port, phone } = await deskWithPhone()
    const tin = tinOf(yard)
    const before = phone.heads()
    yard.commit('Take', [{ collection: 'lots', id: tin.id, after: { ...tin, massG: tin.massG - 40 } }])
    takeTin(phone, tin.id, -60)
    await port.hear(allOf(phone, before), REVISION)
    expect(tinOf(yard).massG).toBe(tin.massG - 100)
    yard.undo()
    expect(tinOf(yard).massG).toBe(tin.massG - 60)
    expect(port.shared.read('lots', tin.id)).toEqual(tinOf(yard))
  })

  it.each(Array.from({ length: 9 }, (_, writes) => writes))(
    'the page ends after %i writes while it hears what the phone took: it is taken once',
    async (writes) => {
      const { yard, port, phone } = await deskWithPhone()
      const tin = tinOf(yard)
      const before = phone.heads()
      takeTin(phone, tin.id, -60)
      const update = allOf(phone, before)
      disk.writesLeft = writes
      await port.hear(update, REVISION).catch(() => {})
      await yard.saved().catch(() => {})
      const later = await anew()
      const back = await openPort(later, 'desk-0001', ears)
      back.begin()
      // The relay tells it again, for nothing said that it was heard.
      await back.hear(update, REVISION)
      await later.saved()
      expect(tinOf(later).massG).toBe(tin.massG - 60)
      expect(back.shared.read('lots', tin.id)).toEqual(tinOf(later))
    },
  )

  it.each(Array.from({ length: 14 }, (_, at) => 2 * at + 1))(
    'the page ends after %i writes in a burst of what the phone took, and something is taken before the line is there again: each once',
    async (writes) => {
      const { yard, port, phone } = await deskWithPhone()
      const tin = tinOf(yard)
      const updates = [-60, -7, -30].map((byG) => {
        const before = phone.heads()
        takeTin(phone, tin.id, byG)
        return allOf(phone, before)
      })
      disk.writesLeft = writes
      await Promise.allSettled(updates.map((update) => port.hear(update, REVISION)))
      await yard.saved().catch(() => {})
      const later = await anew()
      const here = tinOf(later)
      later.commit('Take', [{ collection: 'lots', id: here.id, after: { ...here, massG: here.massG - 400 } }])
      const back = await openPort(later, 'desk-0001', ears)
      back.begin()
      for (const update of updates) await back.hear(update, REVISION)
      await later.saved()
      expect(tinOf(later).massG).toBe(tin.massG - 497)
      expect(back.shared.read('lots', tin.id)).toEqual(tinOf(later))
    },
  )

  it.each(Array.from({ length: 7 }, (_, writes) => writes))(
    'the page ends after %i writes of something done here: yard and document agree at the next start',
    async (writes) => {
      const { yard, port } = await deskWithPhone()
      const tin = tinOf(yard)
      disk.writesLeft = writes
      yard.commit('Take', [{ collection: 'lots', id: tin.id, after: { ...tin, massG: tin.massG - 40 } }])
      await Promise.allSettled([yard.saved(), port.settled()])
      const later = await anew()
      const back = await openPort(later, 'desk-0001', ears)
      back.begin()
      await back.settled()
      expect([tin.massG, tin.massG - 40]).toContain(tinOf(later).massG)
      expect(back.shared.read('lots', tin.id)).toEqual(tinOf(later))
    },
  )

  it('a browser that lost its yard gets it back, and takes it away from nobody', async () => {
    const { port, yard } = await deskWithPhone()
    const lots = yard.lots.length
    await port.settled()
    for (const name of ['records', 'journal', 'sums']) disk.stores.get(name)?.clear()
    const later = await anew()
    expect(later.isEmpty).toBe(true)
    const back = await openPort(later, 'desk-0001', ears)
    back.begin()
    expect(later.lots).toHaveLength(lots)
    expect(back.shared.read('lots', tinOf(later).id)).toEqual(tinOf(later))
  })

  it('what was lost of a few records in this browser comes back from the others', async () => {
    const { yard, port } = await deskWithPhone()
    const tin = tinOf(yard)
    await port.settled()
    const lying = disk.stores.get('records')!
    lying.set(`lots/${tin.id}`, { ...(lying.get(`lots/${tin.id}`) as object), massG: 1 })
    disk.stores.get('journal')!.clear()
    disk.stores.get('journal')!.set('revision', REVISION)
    const later = await anew()
    expect(later.damaged).toContain(`lots/${tin.id}`)
    const back = await openPort(later, 'desk-0001', ears)
    back.begin()
    expect(tinOf(later)).toEqual(tin)
  })
})

async function member(relay: Relay, device: string, key: Uint8Array<ArrayBuffer>, port: Port) {
  const { signing, publicKey } = await newDeviceKeys()
  const membership = { group: GROUP, key, device, name: device, signing, publicKey }
  const state = { standing: { is: 'away' } as Standing, waiting: false, passed: [] as unknown[] }
  const session = await openSession({
    membership,
    cipher: await openCipher([key], GROUP),
    port,
    open: (heard) => lineIn(relay, heard),
    stands: (now) => void (state.standing = now),
    waits: (now) => void (state.waiting = now),
    agrees: () => {},
    disk: () => {},
    isOut: () => false,
    sealed: async () => 0,
    isToRewrap: () => false,
    rewrapped: () => {},
    passing: (one) => void state.passed.push(one),
    taken: async () => {},
    complete: () => {},
  })
  return { session, state }
}

describe('the session with the relay', () => {
  async function deskOnRelay(settings: Partial<Parameters<typeof openRelay>[0]> = {}) {
    const relay = openRelay({ store: await openFileStore(), ...settings })
    const yard = await openYard()
    await yard.saved()
    const key = newGroupKey()
    let session: Awaited<ReturnType<typeof member>>['session'] | null = null
    const port = await openPort(yard, 'desk-0001', {
      ...ears,
      writing: () => session?.look(),
      written: (update) => session?.written(update),
    })
    const desk = await member(relay, 'desk-0001', key, port)
    session = desk.session
    port.begin()
    await keepHeard(NOTHING_HEARD)
    session.start({ how: 'found', code: '' })
    await vi.waitFor(() => expect([desk.state.standing.is, desk.state.waiting]).toEqual(['here', false]))
    return { relay, yard, key, port, desk, cipher: await openCipher([key], GROUP) }
  }

  it('all that is done comes to be kept, encrypted, and a device that has the key makes the same yard of it', async () => {
    const { relay, yard, desk, cipher } = await deskOnRelay()
    const tin = tinOf(yard)
    yard.commit('Take', [{ collection: 'lots', id: tin.id, after: { ...tin, massG: tin.massG - 40 } }])
    await vi.waitFor(() => expect(desk.state.waiting).toBe(false))
    const kept = await relay.thingsOf(GROUP)
    expect(kept.length).toBeGreaterThan(1)
    const phone = openSharedYard('phone-001', [])
    for (const one of kept) phone.take((await cipher.unlock('update', one))!.subarray(2))
    expect(phone.read('lots', tin.id)).toEqual(tinOf(yard))
    // A field more is a few hundred bytes on the line, and for another group or kind it is nothing.
    expect(kept.at(-1)!.length).toBeLessThan(2000)
    expect(await cipher.unlock('passing', kept[0]!)).toBeNull()
    expect(await (await openCipher([newGroupKey()], GROUP)).unlock('update', kept[0]!)).toBeNull()
  })

  it('a newer app on another device is told of, nothing of it is taken, and what is done here waits', async () => {
    const { relay, yard, desk, cipher } = await deskOnRelay()
    const tin = tinOf(yard)
    const phone = openSharedYard('phone-001', [])
    for (const one of await relay.thingsOf(GROUP))
      phone.take((await cipher.unlock('update', one))!.subarray(2))
    const before = phone.heads()
    takeTin(phone, tin.id, -60)
    const newer = new Uint8Array([0, REVISION + 1, ...allOf(phone, before)])
    const other = lineTo(relay)
    const { signing, publicKey } = await newDeviceKeys()
    desk.session.invite(await hashOf('come-in'))
    await other.word({
      do: 'join',
      group: GROUP,
      device: 'phone-001',
      signature: await signed(signing, signedText(other.nonce(), GROUP, 'phone-001')),
      log: null,
      after: 0,
      key: publicKey,
      invitation: 'come-in',
    })
    await other.send('update', await cipher.lock('update', newer))
    await vi.waitFor(() => expect(desk.state.standing.is).toBe('older'))
    expect(tinOf(yard).massG).toBe(tin.massG)
    yard.commit('Note', [{ collection: 'lots', id: tin.id, after: { ...tinOf(yard), note: 'waits' } }])
    await vi.waitFor(() => expect(desk.state.waiting).toBe(true))
  })

  it('much kept one by one is laid together when the relay asks, and says the same', async () => {
    const { relay, yard, desk, cipher } = await deskOnRelay({ thick: 20 })
    const tin = tinOf(yard)
    for (let times = 1; times <= 25; times++) {
      yard.commit('Take', [
        { collection: 'lots', id: tin.id, after: { ...tinOf(yard), massG: tin.massG - times } },
      ])
      await vi.waitFor(() => expect(desk.state.waiting).toBe(false))
    }
    await vi.waitFor(async () => expect((await relay.thingsOf(GROUP)).length).toBeLessThan(10))
    const phone = openSharedYard('phone-001', [])
    for (const one of await relay.thingsOf(GROUP))
      phone.take((await cipher.unlock('update', one))!.subarray(2))
    expect(phone.read('lots', tin.id)).toEqual(tinOf(yard))
  })
})

describe('an invitation', () => {
  const key = newGroupKey()
  const told = { group: GROUP, key, secret: 'a-secret-nobody-knows', to: '/heat/13/melt' }
  it('is told and read behind the sign no server sees, whole or pasted', () => {
    expect(fromFragment(toFragment(told))).toEqual(told)
    expect(fromAddress(`https://10.0.0.2:4173/join${toFragment(told)}`)).toEqual(told)
  })
  it.each(['', '#in=cut', '#in=a.b.c', 'https://10.0.0.2/', `${toFragment(told).slice(0, 60)}`])(
    'what is none is none: %s',
    (text) => expect(fromAddress(text)).toBeNull(),
  )
  it('leads nowhere but into the app', () => {
    for (const to of ['//elsewhere.example', 'https://elsewhere.example', '/../..//x', 'javascript:1'])
      expect(fromFragment(toFragment({ ...told, to }))?.to).toBe('/')
  })
})
