import { createHash } from 'node:crypto'
import { seeded } from './random-problem'
import { modelDevice, newKeys, type Dial, type ModelDevice } from './model-device'

/** A server that a history happens to: the real one, or the relay in this process. */
export interface Stage {
  dial: Dial
  /** whatever is under way has been done */
  settled: () => Promise<void>
  kill: () => Promise<void>
  start: () => Promise<void>
  /** Damages one kept parcel while the server is down: a bit flipped, emptied or removed. */
  damage: (random: () => number) => void
  fill: (full: boolean) => void
  /** what it says on the terminal that begins a group */
  code: string
}

const hashOf = (text: string) => createHash('sha256').update(text).digest('base64url')
const MOST_DEVICES = 6

/** What a history led to, to be looked at by a test. */
export interface Outcome {
  remaining: ModelDevice[]
  out: ModelDevice[]
  /** refusals of those who tried to come back, or came by an invitation of one that is out */
  refused: string[][]
  /** changes that must be everywhere at the end */
  owed: Set<string>
  counts: Record<string, number>
}

/**
 * A history of a group, step by step at random: changes, lines that break, kills, damaged parcels, a full disk, devices
 * that join and that are shut out. In the end all faults are over and everybody is there.
 */
export async function history(stage: Stage, seed: number, steps: number): Promise<Outcome> {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const counts: Record<string, number> = {}
  const remaining: ModelDevice[] = []
  const out: Outcome['out'] = []
  const refused: string[][] = []
  const owed = new Set<string>()
  let epoch = 0
  let named = 0
  let changes = 0
  let isUp = true
  let isFull = false

  const all: ModelDevice[] = []
  async function open(): Promise<ModelDevice> {
    const device = modelDevice(`device-${String(++named).padStart(3, '0')}`, await newKeys(), stage.dial)
    all.push(device)
    return device
  }
  const connected = () => remaining.filter((one) => one.isConnected())
  async function settle(): Promise<void> {
    // A device signs when it is asked who it is; what it then says has to be answered.
    for (let round = 0; round < 2; round++) {
      await stage.settled()
      await Promise.all(all.map(({ signing }) => signing))
    }
    await stage.settled()
  }
  /** Waits for what must come of something, for so long as a busy machine may need. */
  async function until(isSo: () => boolean): Promise<void> {
    for (let round = 0; round < 300 && !isSo(); round++) await settle()
  }
  /** Every device that can connects, until all know the same. @returns whether they do */
  async function together(): Promise<boolean> {
    for (let round = 0; round < 200; round++) {
      for (const one of remaining) {
        // A line that is not ended by the server is ended by its device.
        if (one.isHalted()) one.disconnect()
        if (!one.isConnected()) one.connect()
      }
      await until(() => remaining.every((one) => one.isAnswered()))
      const sizes = new Set(remaining.map(({ has }) => has.size))
      const areIn = remaining.every((one) => one.isConnected() && !one.isHalted())
      if (sizes.size === 1 && areIn && (isFull || remaining.every((one) => one.isSettled()))) return true
      // As real devices do where their signs differ for long.
      if (round % 20 === 19) connected()[0]?.disagree()
      if (isFull) for (const one of remaining) one.resend()
      await settle()
    }
    return false
  }
  async function join(): Promise<void> {
    const [host] = connected()
    if (!isUp || isFull || !host || remaining.length >= MOST_DEVICES) return
    const invitation = `secret-${seed}-${named}-0000`
    host.say({ do: 'invite', hash: hashOf(invitation) })
    await settle()
    const guest = await open()
    guest.epoch = epoch
    guest.connect({ do: 'join', invitation })
    await until(guest.isAnswered)
    for (const one of out) guest.gone.add(one.id)
    if (guest.refused.length === 0 && guest.isConnected()) remaining.push(guest)
    else guest.disconnect()
  }
  /** Shuts one out that all have heard; it tries to come back in every way it has. */
  async function shutOut(): Promise<void> {
    if (!isUp || remaining.length < 3) return
    if (!(await together())) return void (counts['apart'] = (counts['apart'] ?? 0) + 1)
    const [by, gone] = [remaining[0]!, remaining[1 + Math.floor(random() * (remaining.length - 1))]!]
    if (!by.isConnected() || !gone.isConnected()) return
    const invitation = `secret-of-${gone.id}`
    gone.say({ do: 'invite', hash: hashOf(invitation) })
    await settle()
    by.say({ do: 'withdraw', device: gone.id })
    await until(() => gone.refused.includes('withdrawn') || !gone.isConnected())
    // Its line may have ended by itself: then it hears of it when it comes back.
    gone.connect()
    await until(gone.isAnswered)
    if (!gone.refused.includes('withdrawn')) return
    remaining.splice(remaining.indexOf(gone), 1)
    gone.isOut = true
    gone.disconnect()
    epoch++
    for (const one of remaining) one.epoch = epoch
    by.say({ do: 'seal', keys: remaining.map(({ id }) => ({ device: id, sealed: 'sealed' })) })
    for (const change of gone.has) owed.add(change)
    out.push(gone)
    for (const one of remaining) for (const other of out) one.gone.add(other.id)
    await settle()
    await comesBack(gone, invitation)
  }
  async function comesBack(gone: ModelDevice, invitation: string): Promise<void> {
    gone.refused = []
    gone.connect()
    await until(gone.isAnswered)
    gone.disconnect()
    const friend = await open()
    friend.connect({ do: 'join', invitation })
    await until(friend.isAnswered)
    refused.push([...gone.refused, ...friend.refused])
    friend.disconnect()
  }
  async function restart(): Promise<void> {
    if (isUp) await stage.kill()
    for (const one of [...remaining, ...out]) one.disconnect()
    isUp = false
  }

  const acts: [string, number, () => Promise<void> | void][] = [
    [
      'write',
      58,
      () => {
        const one = pick(remaining)
        one.write(`${one.id}:${++changes}`)
      },
    ],
    ['pass', 6, () => pick(remaining).pass(changes)],
    ['disconnect', 6, () => pick(remaining).disconnect()],
    ['connect', 14, () => (isUp ? pick(remaining).connect() : undefined)],
    ['join', 3, join],
    ['shut out', 0.4, shutOut],
    ['kill', 1, restart],
    [
      'kill and damage',
      0.7,
      async () => {
        await restart()
        stage.damage(random)
      },
    ],
    [
      'disk full',
      0.8,
      () => {
        isFull = !isFull
        stage.fill(isFull)
      },
    ],
    [
      'start',
      6,
      async () => {
        if (isUp) return
        if (isFull) stage.fill((isFull = false))
        await stage.start()
        isUp = true
      },
    ],
    [
      'try to come back',
      1,
      async () => {
        if (!isUp || out.length === 0) return
        const device = pick(out)
        device.refused = []
        device.connect()
        await until(device.isAnswered)
        device.disconnect()
        refused.push([...device.refused])
      },
    ],
  ]
  const weight = acts.reduce((sum, [, one]) => sum + one, 0)

  const founder = await open()
  founder.connect({ do: 'found', code: stage.code })
  await until(founder.isAnswered)
  remaining.push(founder)
  for (let times = 0; times < 3; times++) await join()
  for (let step = 0; step < steps; step++) {
    let at = random() * weight
    const [name, , act] = acts.find(([, one]) => (at -= one) < 0) ?? acts[0]!
    counts[name] = (counts[name] ?? 0) + 1
    await act()
    await settle()
  }
  if (isFull) stage.fill(false)
  if (!isUp) await stage.start()
  await together()
  // What was confirmed to a device that is still there is never lost.
  for (const one of remaining) for (const change of one.kept) owed.add(change)
  return { remaining, out, refused, owed, counts }
}
