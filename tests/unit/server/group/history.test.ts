import { createStorage } from 'unstorage'
import memoryDriver from 'unstorage/drivers/memory'
import { afterEach, expect, it, vi } from 'vitest'
import { openFileStore } from '../../../../server/group/file-store'
import { openRelay, type Relay } from '../../../../server/group/relay'
import type { Wire } from '../../../support/model-device'
import { history, type Stage } from '../../../support/relay-history'

/* The relay in this process through histories at random; what it keeps outlives its kills. */

afterEach(() => vi.restoreAllMocks())
const CODE = 'ABCD-EFGH-JKLM'

/** A storage that outlives the relay, can be full, and can be damaged. */
function stageHere(): Stage {
  const state = { full: false, relay: null as Relay | null }
  const items = memoryDriver()
  const failing = {
    ...items,
    setItemRaw(key: string, value: unknown) {
      if (state.full) throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' })
      // As a file: later changes of the value are not changes of the file.
      return items.setItemRaw!(key, Buffer.from(value as Buffer), {})
    },
  }
  const parcels = createStorage({ driver: failing })
  const devices = createStorage({ driver: memoryDriver() })
  /** devices wait for no clock: wrong tries are forgotten, mending has no pause */
  let clock = 0
  const pending = new Set<Promise<unknown>>()
  const during = (work: Promise<unknown>) => {
    pending.add(work)
    void work.finally(() => pending.delete(work))
  }
  async function start(): Promise<void> {
    const settings = { now: () => (clock += 4000), later: () => {} }
    const store = await openFileStore({ parcels, devices, ...settings })
    state.relay = openRelay({ store, code: CODE, thick: 40, ...settings })
  }
  return {
    code: CODE,
    dial(ears, address): Wire {
      const { relay } = state
      if (!relay) {
        queueMicrotask(ears.lost)
        return { send: () => {}, close: () => {} }
      }
      let isShut = false
      const end = relay.connect({
        address,
        own: false,
        waiting: () => 0,
        send: (frame) => queueMicrotask(() => isShut || ears.frame(frame)),
        close: () =>
          queueMicrotask(() => {
            isShut = true
            during(end.closed())
            ears.lost()
          }),
      })
      return {
        send: (frame) => during(end.frame(frame)),
        close: () => {
          isShut = true
          during(end.closed())
        },
      }
    },
    async settled() {
      // A device signs when it is asked who it is: that is no frame yet.
      for (let idle = 0; idle < 3; idle++) {
        await new Promise((resolve) => setImmediate(resolve))
        if (pending.size > 0) idle = -1
        await Promise.all(pending)
      }
    },
    kill() {
      state.relay?.end()
      state.relay = null
      return Promise.resolve()
    },
    start,
    damage(random) {
      const keys = (items.getKeys('', {}) as string[]).filter((key) => /:\d{10}$/.test(key))
      const key = keys[Math.floor(random() * keys.length)]
      if (!key) return
      const content = Buffer.from(items.getItemRaw!(key, {}) as Buffer)
      const how = random()
      if (how < 0.2) return void items.removeItem!(key, {})
      if (how < 0.4) return void items.setItemRaw!(key, Buffer.alloc(0), {})
      content[Math.floor(random() * content.length)]! ^= 1 << Math.floor(random() * 8)
      items.setItemRaw!(key, content, {})
    },
    fill: (full) => (state.full = full),
  }
}

it.each([1, 2, 3])(
  'history %i: all agree in the end, nothing confirmed is lost, who is out stays out',
  async (seed) => {
    vi.spyOn(console, 'error').mockImplementation(() => {})
    const stage = stageHere()
    await stage.start()
    const { remaining, out, refused, owed, counts } = await history(stage, seed, 10_000)
    const [first, ...others] = remaining.map(({ has }) => [...has].toSorted())
    for (const one of others) expect(one).toEqual(first)
    const all = new Set(first)
    expect([...owed].filter((change) => !all.has(change))).toEqual([])
    expect(all.size).toBeGreaterThan(4000)
    // Histories in which nothing happens prove nothing.
    for (const act of ['kill', 'kill and damage', 'disk full', 'shut out'])
      expect(counts[act]).toBeGreaterThan(10)
    expect(counts.apart).toBeUndefined()
    expect(out.length).toBeGreaterThan(4)
    for (const one of out) expect(one.learned).toEqual([])
    expect(refused.length).toBeGreaterThan(20)
    for (const one of refused) expect(['withdrawn', 'wrong-invitation']).toEqual(expect.arrayContaining(one))
    for (const one of refused) expect(one.length).toBeGreaterThan(0)
  },
)
