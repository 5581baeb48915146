import { encodeStateAsUpdate, encodeStateVector } from 'yjs'
import { expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { blankEntry, type Heat } from '#core/heat'
import type { Lot } from '#core/stock'
import { recordSchemas, workspaceSchema } from '#core/workspace'
import { takeUpdate } from '#core/sync'
import { many } from '../../support/reliability'
import { seeded } from '../../support/random-problem'
import { Device, hears, meet } from './devices'

/* Three devices, each working by itself, hearing of each other now and then, late, twice, or not at all. */
const SEEDS = many(200, 2)
const EDITS = many(2000, 250)
/** All of it takes most of an hour on one core. */
const LONG_MS = many(3 * 3_600_000, 150_000)
const yard = workspaceSchema.parse(demo)
/** So much that no bin runs empty: a bin with nothing in it takes nothing more out. */
const FULL_G = 1e7

/** What came of it all, told apart from the documents. */
class Truth {
  readonly massG = new Map<string, number>()
  readonly logged = new Set<string>()
  readonly ticked = new Set<string>()
  readonly ingots = new Set<string>()
}

class Hand {
  /** what was told a while ago and is still under way */
  private readonly late: { to: Device; update: Uint8Array }[] = []
  private count = 0
  constructor(
    private readonly random: () => number,
    private readonly devices: readonly Device[],
    private readonly truth: Truth,
  ) {}

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!
  }

  private moment(): string {
    return new Date(Date.UTC(2026, 10, 1) + 1000 * this.count++).toISOString()
  }

  private uuid(): string {
    const hex = (length: number) =>
      Array.from({ length }, () => Math.floor(16 * this.random()).toString(16)).join('')
    return `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`
  }

  edit(): void {
    const device = this.pick(this.devices)
    if (this.random() < 0.5) this.editLot(device, this.pick(yard.lots.slice(0, 3)))
    else this.editHeat(device, this.pick(yard.heats.slice(0, 2)))
  }

  private editLot(device: Device, { id }: Lot): void {
    const lot = device.read('lots', id) as Lot | null
    if (!lot)
      return device.write(
        'lots',
        yard.lots.find((one) => one.id === id)!,
      )
    const at = this.moment()
    const write = (change: Partial<Lot>) => device.write('lots', { ...lot, ...change, updatedAt: at })
    const dice = this.random()
    if (dice < 0.5) {
      const by = Math.round(this.random() * 400 - 200) / 10
      this.truth.massG.set(id, (this.truth.massG.get(id) ?? FULL_G) + by)
      write({
        massG: lot.massG + by,
        moves: [...(lot.moves ?? []).slice(-20), { at, changeG: by, why: 'taken' }],
      })
    } else if (dice < 0.6) write({ name: `Lot ${this.count}` })
    else if (dice < 0.7) write({ composition: { Cu: 60 + Math.round(30 * this.random()), Zn: 5 } })
    else if (dice < 0.8) write({ pricePerKg: Math.round(100 * this.random()) / 10 })
    else if (dice < 0.9)
      write({
        coatings: [...new Set([...(lot.coatings ?? []), this.pick(['oil', 'paint', 'damp'] as const)])],
      })
    else if (lot.whereFrom) {
      const { whereFrom: _, ...rest } = lot
      device.write('lots', { ...rest, updatedAt: at })
    } else write({ whereFrom: this.pick(['roof', 'attic', 'boat']) })
  }

  private editHeat(device: Device, { id }: Heat): void {
    const heat = device.read('heats', id) as Heat
    const at = this.moment()
    const write = (change: Partial<Heat>) => device.write('heats', { ...heat, ...change, updatedAt: at })
    const pour = (change: Partial<Heat['pour']>) => write({ pour: { ...heat.pour, ...change } })
    const { ingots } = heat.pour
    const dice = this.random()
    if (dice < 0.25) {
      const entry = blankEntry({ id: this.uuid(), at }, 'note')
      this.truth.logged.add(`${id} ${entry.id}`)
      write({ log: [...(heat.log ?? []), entry] })
    } else if (dice < 0.4) {
      const step = `step-${this.count}`
      this.truth.ticked.add(`${id} ${step}`)
      write({ done: { ...heat.done, [step]: { at, skipped: false } } })
    } else if (dice < 0.6) {
      const one = {
        ...yard.heats[0]!.pour.ingots[0]!,
        id: this.uuid(),
        massG: Math.round(1000 * this.random()),
      }
      this.truth.ingots.add(`${id} ${one.id}`)
      pour({ ingots: [...ingots, one] })
    } else if (dice < 0.7 && ingots.length > 0) {
      const out = this.pick(ingots)
      this.truth.ingots.delete(`${id} ${out.id}`)
      pour({ ingots: ingots.filter((one) => one !== out) })
    } else if (dice < 0.85 && ingots.length > 0) {
      const weighed = this.pick(ingots)
      // Weighed again: where another took it away meanwhile, it stays.
      this.truth.ingots.add(`${id} ${weighed.id}`)
      pour({
        ingots: ingots.map((one) =>
          one === weighed ? { ...one, massG: Math.round(1000 * this.random()) } : one,
        ),
      })
    } else write({ title: `Heat ${this.count}`, remarks: `said ${this.count}` })
  }

  /** The network: some hear at once, some late and out of turn, some twice. */
  talk(): void {
    const [one, other] = [this.pick(this.devices), this.pick(this.devices)]
    if (one === other) return
    const dice = this.random()
    if (dice < 0.5) hears(one, other)
    else if (dice < 0.8)
      this.late.push({ to: one, update: encodeStateAsUpdate(other.doc, encodeStateVector(one.doc)) })
    else if (this.late.length > 0) {
      const { to, update } = this.pick(this.late)
      takeUpdate(to.doc, update, to.name)
    }
  }
}

it(
  `${SEEDS} seeded runs of three devices and ${EDITS} changes come to one yard, and nothing done is lost`,
  () => {
    for (let seed = 1; seed <= SEEDS; seed++) {
      const random = seeded(seed)
      const devices = ['desk', 'scale', 'phone'].map(
        (name) => new Device(name, 1 + Math.floor(random() * 2 ** 31)),
      )
      const truth = new Truth()
      for (const lot of yard.lots.slice(0, 3)) devices[0]!.write('lots', { ...lot, massG: FULL_G })
      for (const heat of yard.heats.slice(0, 2)) devices[0]!.write('heats', heat)
      meet(...devices)
      const hand = new Hand(random, devices, truth)
      const talkative = random()
      for (let edit = 0; edit < EDITS; edit++) {
        hand.edit()
        if (random() < 0.3 * talkative) hand.talk()
      }
      meet(...devices)
      const [first, ...others] = devices.map((device) => device.yard())
      for (const other of others) expect(other, `seed ${seed}`).toEqual(first)
      const [asked, ...again] = devices.map((device) => device.questions())
      for (const other of again) expect(other, `seed ${seed}`).toEqual(asked)
      for (const [id, massG] of truth.massG)
        expect((devices[0]!.read('lots', id) as Lot).massG, `seed ${seed}`).toBeCloseTo(massG, 4)
      const heats = yard.heats.slice(0, 2).map(({ id }) => devices[0]!.read('heats', id) as Heat)
      const logged = new Set(heats.flatMap(({ id, log = [] }) => log.map((one) => `${id} ${one.id}`)))
      expect(
        [...truth.logged].filter((one) => !logged.has(one)),
        `seed ${seed}`,
      ).toEqual([])
      const ticked = new Set(
        heats.flatMap(({ id, done }) => Object.keys(done).map((step) => `${id} ${step}`)),
      )
      expect(
        [...truth.ticked].filter((one) => !ticked.has(one)),
        `seed ${seed}`,
      ).toEqual([])
      for (const lot of yard.lots.slice(0, 3))
        expect(recordSchemas.lots.safeParse(devices[0]!.read('lots', lot.id)).success, `seed ${seed}`).toBe(
          true,
        )
    }
  },
  LONG_MS,
)
