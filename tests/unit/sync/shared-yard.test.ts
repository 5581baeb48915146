import { describe, expect, it } from 'vitest'
import { Doc, encodeStateAsUpdate, Map as YMap } from 'yjs'
import demo from '#data/demo-yard.json'
import { extendHeads, openSharedYard, reachOf, signOfHeads, type Heads } from '#core/sync'
import { workspaceSchema, type AnyRecord } from '#core/workspace'

const yard = workspaceSchema.parse(demo)
const [lot, other] = [yard.lots[0]!, yard.lots[1]!]
const change = (after: AnyRecord) => ({ collection: 'lots' as const, id: after.id, after })

/** A shared yard, and every update it told. */
function told(device: string, before: Uint8Array[] = []) {
  const updates: Uint8Array[] = []
  const shared = openSharedYard(device, before)
  shared.onWritten((update) => updates.push(update))
  return { shared, updates }
}

describe('how much of whom is known', () => {
  it('an update holds writes of a writer from one on, and adds to what is known only where it follows it', () => {
    const { shared, updates } = told('desk')
    for (const name of ['First', 'Second', 'Third']) shared.write([change({ ...lot, name })])
    const [first, second, third] = updates.map(reachOf)
    const [[client, head]] = Object.entries(shared.heads()) as [[string, number]]
    expect(first![client]!.from).toBe(0)
    expect(second![client]!.from).toBe(first![client]!.to)
    expect(third![client]!.to).toBe(head)
    const afterFirst = extendHeads({}, first!)
    expect(extendHeads(afterFirst, third!)).toEqual(afterFirst)
    expect(extendHeads(extendHeads(afterFirst, second!), third!)).toEqual(shared.heads())
    expect(reachOf(shared.whole())).toEqual({ [client]: { from: 0, to: head } })
  })
  it('writes that were laid together over a gap count up to the gap', () => {
    const { shared, updates } = told('desk')
    for (const name of ['First', 'Second', 'Third']) shared.write([change({ ...lot, name })])
    const gapped = openSharedYard('phone', [updates[0]!, updates[2]!])
    expect(gapped.isWaiting()).toBe(true)
    expect(reachOf(gapped.whole())).toEqual(reachOf(updates[0]!))
    gapped.take(updates[1]!)
    expect([gapped.isWaiting(), gapped.heads()]).toEqual([false, shared.heads()])
  })
  it('who has heard the same has the same sign', () => {
    expect(signOfHeads({ a: 3, b: 4 })).toBe(signOfHeads({ b: 4, a: 3 }))
    const signs = ([{}, { a: 3 }, { a: 4 }, { b: 3 }, { a: 3, b: 3 }, { a: 33 }] as Heads[]).map(signOfHeads)
    expect(new Set(signs).size).toBe(signs.length)
  })
  it('what is beyond what another knows is all it needs, and nothing where it knows all', () => {
    const { shared, updates } = told('desk')
    shared.write([change(lot)])
    const phone = openSharedYard('phone', [...updates])
    expect(shared.beyond(phone.heads())).toBeNull()
    expect(shared.isAllIn(phone.heads())).toBe(true)
    shared.write([change({ ...lot, name: 'Renamed' })])
    expect(shared.isAllIn(phone.heads())).toBe(false)
    const rest = shared.beyond(phone.heads())!
    expect(rest.length).toBeLessThan(shared.whole().length)
    expect(phone.take(rest)).toEqual([{ collection: 'lots', id: lot.id }])
    expect(phone.read('lots', lot.id)).toEqual({ ...lot, name: 'Renamed' })
  })
})

describe('a large change', () => {
  it('goes in parts none of which is much larger than the relay passes on at once, a small one in one', () => {
    const { shared, updates } = told('desk')
    const note = 'n'.repeat(50_000)
    const many = Array.from({ length: 12 }, (_, at) => change({ ...lot, id: `lot-${at}`, note }))
    shared.write(many)
    // Twelve of 50 kB in parts of up to 128 kB and one record more.
    expect(updates.length).toBeGreaterThanOrEqual(4)
    expect(Math.max(...updates.map(({ length }) => length))).toBeLessThan(200_000)
    shared.write(many.slice(0, 2).map(({ after }) => change({ ...after, note: 'short' })))
    expect(updates.length).toBeLessThanOrEqual(7)
    const phone = openSharedYard('phone', [...updates])
    expect(phone.names()).toHaveLength(12)
    expect(phone.read('lots', 'lot-11')).toMatchObject({ note })
  })
})

describe('what is told of an update', () => {
  it('each record that it touches, once', () => {
    const { shared, updates } = told('desk')
    shared.write([change(lot), change(other)])
    const phone = openSharedYard('phone', [])
    const touched = phone.take(updates[0]!)
    expect(touched).toHaveLength(2)
    expect(new Set(touched.map(({ id }) => id))).toEqual(new Set([lot.id, other.id]))
    expect(phone.names()).toHaveLength(2)
    // Heard again, it touches nothing.
    expect(phone.take(updates[0]!)).toEqual([])
  })
  it('nobody is asked which time of change is right, nor which number; of a name both are', () => {
    const { shared: desk, updates } = told('desk')
    desk.write([change(lot)])
    const phone = openSharedYard('phone', [...updates])
    desk.write([change({ ...lot, name: 'a', updatedAt: '2027-01-01T00:00:00.000Z' })])
    phone.write([change({ ...lot, name: 'b', updatedAt: '2027-01-02T00:00:00.000Z' })])
    // Whose word was written over sees it, and asks; the other hears the question.
    for (let round = 0; round < 3; round++) {
      desk.take(phone.whole())
      phone.take(desk.whole())
    }
    const asked = (shared: typeof desk) =>
      shared
        .questions((_, path) => (shared.read('lots', lot.id) as unknown as Record<string, unknown>)[path[0]!])
        .map(({ path }) => path.join('/'))
    expect(asked(desk)).toEqual(['name'])
    expect(asked(phone)).toEqual(['name'])
    const before = desk.heads()
    desk.answer({ collection: 'lots', id: lot.id, path: ['name'] })
    // An answer counts as something written: who does not have it asks for it.
    expect(desk.isAllIn(before)).toBe(false)
    phone.take(desk.beyond(before)!)
    expect(asked(phone)).toEqual([])
    const answered = desk.heads()
    desk.answer({ collection: 'lots', id: lot.id, path: ['name'] })
    expect(desk.heads()).toEqual(answered)
  })
  it('one that holds what no device of ours writes is taken, and harms nothing', () => {
    const { shared, updates } = told('desk')
    shared.write([change(lot)])
    const strange = new Doc()
    const inner = new YMap<unknown>()
    strange.getMap('somewhere').set('inner', inner)
    inner.set('deep', 1)
    const first = encodeStateAsUpdate(strange)
    shared.take(first)
    inner.set('deep', 2)
    expect(shared.take(encodeStateAsUpdate(strange))).toEqual([])
    expect(shared.read('lots', lot.id)).toEqual(lot)
    expect(updates).toHaveLength(1)
  })
  it('what is said beside the records is heard, and taken back', () => {
    const { shared: desk, updates } = told('desk')
    desk.say('device/desk', 'Bench')
    const phone = openSharedYard('phone', [])
    let heard = 0
    phone.onSaid(() => heard++)
    phone.take(updates[0]!)
    expect([heard, phone.said()]).toEqual([1, { 'device/desk': 'Bench' }])
    desk.say('device/desk', undefined)
    phone.take(updates[1]!)
    expect(phone.said()).toEqual({})
  })
})
