import { encodeStateAsUpdate } from 'yjs'
import { describe, expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import type { Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { partOf } from '#core/merge'
import { COLLECTIONS, workspaceSchema } from '#core/workspace'
import { openSharedYard, takeUpdate, writeRecords } from '#core/sync'
import { Device, hears, meet } from './devices'

const yard = workspaceSchema.parse(demo)
const lot = yard.lots[0]!
const heat = yard.heats.find(({ pour }) => pour.ingots.length > 1)!
/** Two devices that know the same yard. */
function twoOf(...names: [string, number][]): Device[] {
  const devices = names.map(([name, id]) => new Device(name, id))
  devices[0]!.write('lots', lot)
  devices[0]!.write('heats', heat)
  meet(...devices)
  return devices
}
const desk = (): [Device, Device] => twoOf(['desk', 1], ['phone', 2]) as [Device, Device]
const lotOf = (device: Device) => device.read('lots', lot.id) as Lot
const heatOf = (device: Device) => device.read('heats', heat.id) as Heat

describe('one yard on several devices', () => {
  it('a whole yard written and read is the same yard, and a field more is a few bytes', () => {
    const one = new Device('desk', 1)
    const changes = COLLECTIONS.flatMap((collection) =>
      yard[collection].map((after) => ({ collection, id: after.id, after })),
    )
    writeRecords(one.doc, changes, { device: 'desk' })
    for (const { collection, id, after } of changes) expect(one.read(collection, id)).toEqual(after)
    let bytes = 0
    one.doc.on('update', (update: Uint8Array) => (bytes += update.length))
    one.write('heats', { ...heat, title: 'Cleats, second pair' })
    expect(bytes).toBeGreaterThan(0)
    expect(bytes).toBeLessThan(200)
    const other = new Device('phone', 2)
    hears(other, one)
    expect(other.yard()).toEqual(one.yard())
    expect(encodeStateAsUpdate(one.doc).length).toBeLessThan(1.5 * JSON.stringify(demo).length)
  })
  it('different fields are both kept', () => {
    const [one, other] = desk()
    one.write('lots', { ...lotOf(one), name: 'here' })
    other.write('lots', { ...lotOf(other), note: 'there' })
    meet(one, other)
    for (const device of [one, other]) expect(lotOf(device)).toEqual({ ...lot, name: 'here', note: 'there' })
    expect(one.questions()).toEqual([])
  })
  it.each([
    [1, 2],
    [2, 1],
  ])('a list begun on both and taken away again on one of them keeps what the other put in (%i)', (a, b) => {
    const [one, other] = twoOf(['desk', a], ['phone', b]) as [Device, Device]
    const { coatings: _, ...bare } = lotOf(one)
    one.write('lots', bare)
    meet(one, other)
    one.write('lots', { ...lotOf(one), coatings: ['oil'] })
    one.write('lots', bare)
    other.write('lots', { ...lotOf(other), coatings: ['paint', 'damp'] })
    meet(one, other)
    for (const device of [one, other]) expect(lotOf(device)).toEqual({ ...bare, coatings: ['paint', 'damp'] })
  })
  it('the same field, neither knowing of the other: one word stands, both are shown on both, and one answer ends it', () => {
    const [one, other] = desk()
    one.write('lots', { ...lotOf(one), pricePerKg: 5 })
    one.write('lots', { ...lotOf(one), pricePerKg: 6 })
    other.write('lots', { ...lotOf(other), pricePerKg: 7 })
    meet(one, other)
    expect(lotOf(one)).toEqual(lotOf(other))
    const asked = one.questions()
    expect(asked).toHaveLength(1)
    expect([asked[0]!.stands, asked[0]!.other].sort()).toEqual([6, 7])
    expect(other.questions()).toEqual(asked)
    other.answer()
    meet(one, other)
    expect([...one.questions(), ...other.questions()]).toEqual([])
  })
  it('what was answered stays answered at the next start', () => {
    const [one, other] = desk()
    const kept: Uint8Array[] = [encodeStateAsUpdate(one.doc)]
    one.doc.on('update', (update: Uint8Array) => kept.push(update))
    one.write('lots', { ...lotOf(one), pricePerKg: 6 })
    other.write('lots', { ...lotOf(other), pricePerKg: 7 })
    meet(one, other)
    const anew = () => openSharedYard('one', kept)
    const asked = (yard: ReturnType<typeof anew>) =>
      yard.questions(({ collection, id }, path) => partOf(yard.read(collection, id)!, path))
    expect(asked(anew())).toHaveLength(1)
    one.answer()
    expect(asked(anew())).toEqual([])
    expect(anew().read('lots', lot.id)).toEqual(lotOf(one))
  })
  it('who knows what was written before asks nothing', () => {
    const [one, other] = desk()
    one.write('lots', { ...lotOf(one), pricePerKg: 5 })
    hears(other, one)
    other.write('lots', { ...lotOf(other), pricePerKg: 7 })
    other.write('lots', { ...lotOf(other), pricePerKg: 8 })
    meet(one, other)
    expect(lotOf(one).pricePerKg).toBe(8)
    expect(one.questions()).toEqual([])
  })
  it('two weighings out of one bin never cancel each other; a stocktake in between is where the count begins', () => {
    const [one, other] = desk()
    one.write('lots', { ...lotOf(one), massG: lot.massG - 300 })
    other.write('lots', { ...lotOf(other), massG: lot.massG - 200 })
    other.write('lots', { ...lotOf(other), massG: lot.massG - 250 })
    meet(one, other)
    expect(lotOf(one).massG).toBe(lot.massG - 550)
    expect(lotOf(other).massG).toBe(lot.massG - 550)
    // Weighed as a whole at the desk, while the phone takes 50 g more.
    one.write('lots', { ...lotOf(one), massG: 9000 }, true)
    other.write('lots', { ...lotOf(other), massG: lotOf(other).massG - 50 })
    meet(one, other)
    expect(lotOf(one).massG).toBe(8950)
    expect(lotOf(other).massG).toBe(8950)
    expect(one.questions()).toEqual([])
  })
  it('what both put into a list is in it; what one took out is out, unless the other worked on it', () => {
    const [one, other] = desk()
    const [first, second] = heat.pour.ingots
    const ingot = (id: string, massG: number) => ({ ...first!, id, stamp: id.slice(0, 4), massG })
    const a = ingot('aaaa1111-0000-4000-8000-000000000000', 100)
    const b = ingot('bbbb1111-0000-4000-8000-000000000000', 200)
    const pour = (device: Device, ingots: Heat['pour']['ingots']) =>
      device.write('heats', { ...heatOf(device), pour: { ...heatOf(device).pour, ingots } })
    pour(one, [...heat.pour.ingots, a])
    pour(other, [...heat.pour.ingots, b])
    meet(one, other)
    expect(heatOf(one)).toEqual(heatOf(other))
    expect(heatOf(one).pour.ingots.map(({ id }) => id)).toEqual([
      ...heat.pour.ingots.map(({ id }) => id),
      a.id,
      b.id,
    ])
    // Out on one; on the other the first is weighed again.
    pour(
      one,
      heatOf(one).pour.ingots.filter(({ id }) => id !== first!.id && id !== second!.id),
    )
    pour(
      other,
      heatOf(other).pour.ingots.map((each) => (each.id === first!.id ? { ...each, massG: 1 } : each)),
    )
    meet(one, other)
    expect(heatOf(one)).toEqual(heatOf(other))
    expect(heatOf(one).pour.ingots.find(({ id }) => id === first!.id)).toEqual({ ...first, massG: 1 })
    expect(heatOf(one).pour.ingots.some(({ id }) => id === second!.id)).toBe(false)
  })
  it.each([
    [1, 2],
    [2, 1],
  ])('a lot taken away here and worked on there stays on both, whoever is the greater (%i, %i)', (a, b) => {
    const [one, other] = twoOf(['desk', a], ['phone', b]) as [Device, Device]
    one.takeAway('lots', lot.id)
    expect(lotOf(one)).toBeNull()
    other.write('lots', { ...lotOf(other), massG: lot.massG - 10 })
    meet(one, other)
    expect(lotOf(one)).toEqual({ ...lot, massG: lot.massG - 10 })
    expect(lotOf(other)).toEqual(lotOf(one))
    // Known to both, it goes, and comes back by undo as it was, without what was gone.
    other.takeAway('lots', lot.id)
    meet(one, other)
    expect([lotOf(one), lotOf(other)]).toEqual([null, null])
    one.write('lots', lot)
    meet(one, other)
    expect([lotOf(one), lotOf(other)]).toEqual([lot, lot])
  })
  it('copies of one yard, changed apart before they ever met, are drawn together', () => {
    const [one, other] = [new Device('desk', 1), new Device('phone', 2)]
    one.write('lots', { ...lot, name: 'Offcuts', updatedAt: '2026-11-20T10:00:00.000Z' })
    other.write('lots', { ...lot, note: 'from the attic', updatedAt: '2026-11-21T10:00:00.000Z' })
    meet(one, other)
    expect(lotOf(one)).toEqual(lotOf(other))
    expect(lotOf(one).note).toBe('from the attic')
    expect(lot.note).not.toBe('')
    expect(
      one
        .questions()
        .map(({ path }) => path.join())
        .sort(),
    ).toEqual(['name', 'note'])
  })
  it('an update that is none is refused, and leaves all as it was', () => {
    const [one] = desk()
    const before = one.yard()
    for (const noise of [
      new Uint8Array([255, 255, 255, 255, 1, 2, 3]),
      new Uint8Array(0),
      new TextEncoder().encode('a yard'),
    ])
      expect(() => takeUpdate(one.doc, noise, 'desk')).toThrow()
    expect(one.yard()).toEqual(before)
  })
})
