import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { t } from '~/words'
import { compareWorkspaces, mergeFile } from '#core/merge'
import { toWorkspace } from '#core/workspace'
import { useSafeKeeping } from '~/features/backup'
import { elsewhere } from '~/shared/fields/photos-elsewhere'
import { useYard } from '~/storage/yard-store'
import {
  hashOf,
  newDeviceKeys,
  newGroupKey,
  newLetters,
  newSealingKeys,
  openCipher,
  type Cipher,
} from './cipher'
import { forgetGroup, keepMembership, readMembership, type Membership } from './group-disk'
import { newKeyFor, openKey, outKey, publicKeysIn } from './group-keys'
import { openLine, relayAddress } from './group-line'
import type { Entrance, Session, Standing } from './group-session'
import { toFragment, type Invitation } from './invitation'
import type { Passing, Presence } from './presence'
import { openPhotos } from './photos'
import { useInGroup } from '~/shared/page/useInGroup'
import type { Port } from './yard-port'

/** Held by the window of a browser that carries its yard; the others wait. */
const LEAD = 'hephaestal-group'
const DEVICE_BYTES = 9
const SECRET_BYTES = 18

export interface OtherDevice {
  id: string
  name: string
  since: string
  here: boolean
  self: boolean
  presence: SeenPresence | null
}
/** Where a device is, when it was last used and when it last told of itself, as this one reckons time, ms. */
export type SeenPresence = Presence & { touched: number; heard: number }

/** This browser as one of several devices that have one yard. */
export const useGroup = defineStore('group', () => {
  const yard = useYard()
  const membership = shallowRef<Membership | null>(null)
  /** none: of no group; waiting: another window of this browser carries the yard */
  const part = ref<'none' | 'waiting' | 'in'>('none')
  const standing = shallowRef<Standing>({ is: 'away' })
  /** something done here is not with the relay yet */
  const waiting = ref(false)
  /** every device that is here has heard the same */
  const agree = ref(true)
  /** the server cannot keep what is sent */
  const diskFull = ref(false)
  /** what devices say beside the records */
  const said = shallowRef<Record<string, unknown>>({})
  const presences = shallowRef<Record<string, SeenPresence>>({})
  /** joining, and there is a yard here already: what is to become of it? */
  const asks = shallowRef<{ lots: number; heats: number } | null>(null)
  /** the server did not take this device in: it is of no group still */
  const failed = shallowRef<Extract<Standing, { is: 'refused' }> | null>(null)
  /** the yard here and the one of the others are one */
  const isOne = ref(false)
  const inGroup = useInGroup()
  /** where the melt that is open here stands */
  const atStep = shallowRef<{ step: number; steps: number } | null>(null)
  const called = shallowRef<Extract<Passing, { is: 'come' }> | null>(null)
  let port: Port | null = null
  let session: Session | null = null
  let cipher: Cipher | null = null
  let own: Presence | null = null
  let begun = false
  let accepted = false

  const photos = openPhotos((one) => session?.pass(one))

  const names = computed(() =>
    Object.fromEntries(
      Object.entries(said.value).flatMap(([key, name]) =>
        key.startsWith('device/') && typeof name === 'string' ? [[key.slice('device/'.length), name]] : [],
      ),
    ),
  )
  const devices = computed((): OtherDevice[] =>
    standing.value.is !== 'here'
      ? []
      : standing.value.devices.map(({ id, since, here }) => ({
          id,
          since,
          here,
          name: names.value[id] ?? t('group.a-device'),
          self: id === membership.value?.device,
          presence: here ? (presences.value[id] ?? null) : null,
        })),
  )
  const others = computed(() => devices.value.filter(({ here, self }) => here && !self))
  watch([part, () => others.value.length], ([is, count]) => {
    elsewhere.value = is === 'in' ? { others: count, ask: photos.ask } : null
  })

  /** The yard and the document become one: from here on what is done goes out. */
  function begin(): void {
    if (begun || !port) return
    begun = true
    port.begin()
    nameMe()
    isOne.value = true
    void port.tidy()
  }

  function giveUp(why: Extract<Standing, { is: 'refused' }>): void {
    end()
    failed.value = why
    membership.value = null
    part.value = 'none'
  }

  /** The others know this device by its name: also where a page ended before that was told. */
  function nameMe(): void {
    const one = membership.value
    const key = `device/${one?.device}`
    if (!one || !port) return
    const now = port.shared.said()
    if (now[key] !== one.name) port.shared.say(key, one.name)
    const own = { seal: one.sealing?.publicKey ?? '', sign: one.publicKey }
    const known = keysOf(one.device)
    if (known?.seal !== own.seal || known.sign !== own.sign) port.shared.say(`seal/${one.device}`, own)
  }
  const keysOf = (device: string) => publicKeysIn(port?.shared.said() ?? {}, device)

  function changeMembership(change: Partial<Membership>): Promise<unknown> {
    membership.value = { ...membership.value!, ...change }
    return keepMembership(membership.value)
  }
  /** Takes a new key that another device sealed for this one. @returns its epoch; 0 where it is none */
  async function unseal(from: string, sealed: string): Promise<number> {
    const one = membership.value
    const read = one && (await openKey(one, keysOf(from), from, sealed))
    if (!read) return 0
    const known = [one.key, ...(one.older ?? [])]
    if (known.some((other) => other.join() === read.key.join())) return read.epoch
    await changeMembership({ key: read.key, older: known, epoch: Math.max(read.epoch, one.epoch ?? 0) })
    await cipher?.renew(read.key)
    return read.epoch
  }
  /**
   * Gives the group a new key, sealed for each device that stays: what is written from now on is nothing to a device
   * that was shut out, also if it should get hold of what the server keeps.
   */
  async function rekey(without: string): Promise<void> {
    const one = membership.value
    if (!one || !session || !cipher) return
    const epoch = session.epoch() + 1
    const staying = devices.value.map(({ id }) => id).filter((id) => id !== one.device && id !== without)
    const { key, sealed } = await newKeyFor(one, epoch, staying, keysOf)
    await changeMembership({ key, older: [one.key, ...(one.older ?? [])], epoch, rewrap: true })
    await cipher.renew(key)
    await session.rekeyed(sealed, epoch)
  }
  async function withdraw(device: string): Promise<void> {
    session?.withdraw(device)
    if (device === membership.value?.device) return
    port?.shared.say(outKey(device), true)
    await rekey(device)
  }

  async function open(one: Membership, entrance: Entrance): Promise<void> {
    failed.value = null
    accepted = entrance.how === 'enter'
    const [{ openPort }, { openSession }] = await Promise.all([
      import('./yard-port'),
      import('./group-session'),
    ])
    const joining = entrance.how === 'join'
    begun = false
    port = await openPort(yard, one.device, {
      writing: () => session?.look(),
      written: (update) => session?.written(update),
      said: () => (said.value = port?.shared.said() ?? {}),
      shown: () => begun,
    })
    membership.value = one.sealing ? one : { ...one, sealing: await newSealingKeys() }
    if (!one.sealing && accepted) await keepMembership(membership.value)
    part.value = 'in'
    said.value = port.shared.said()
    cipher = await openCipher([one.key, ...(one.older ?? [])], one.group)
    session = await openSession({
      membership: one,
      cipher,
      port,
      open: (ears) => openLine(relayAddress(), ears),
      stands: (now) => {
        if (now.is === 'refused' && !accepted) return giveUp(now)
        standing.value = now
        // Who has just come is told where this device is.
        if (now.is === 'here' && own) tell(own)
      },
      waits: (now) => (waiting.value = now),
      agrees: (now) => (agree.value = now),
      disk: (full) => (diskFull.value = full),
      isOut: (device) => said.value[outKey(device)] === true,
      passing: hearPassing,
      sealed: unseal,
      isToRewrap: () => membership.value?.rewrap === true,
      rewrapped: () => {
        const { rewrap: _, ...done } = membership.value!
        membership.value = done
        void keepMembership(done)
      },
      taken: async (epoch) => {
        accepted = true
        await changeMembership({ epoch })
        inGroup.value = true
      },
      complete: () => {
        if (begun) return
        if (yard.isEmpty || onlySettings()) void takeOver('theirs')
        else asks.value = { lots: yard.lots.length, heats: yard.heats.length }
      },
    })
    if (!joining && !one.joining) begin()
    session.start(entrance)
  }
  const onlySettings = () => yard.lots.length === 0 && yard.heats.length === 0 && yard.gear.length === 0

  function hearPassing(one: Passing): void {
    if (one.is === 'presence') {
      const touched = Date.now() - one.presence.idleS * 1000
      const seen = { ...one.presence, touched, heard: Date.now() }
      presences.value = { ...presences.value, [one.presence.device]: seen }
    } else if (one.is === 'come') {
      if (one.to === membership.value?.device) called.value = one
    } else void photos.hear(one)
  }

  /**
   * This device has joined: its yard becomes the group's.
   * @param what whether what was here comes along, or is only kept as a snapshot
   */
  async function takeOver(what: 'theirs' | 'both'): Promise<void> {
    if (!port || !membership.value) return
    asks.value = null
    const former = toWorkspace(yard.records)
    await useSafeKeeping()
      .snapshot(t('group.before-joining'))
      .catch(() => {})
    port.takeOver()
    begin()
    if (what === 'both') {
      const { recordSchemas } = await import('~/storage/guard')
      const compared = compareWorkspaces(
        yard.workspace,
        former,
        (collection, record) => recordSchemas[collection].safeParse(record).success,
      )
      const { edits } = mergeFile(yard.workspace, compared, new Map())
      if (edits.length > 0) yard.commit(t('group.own-data-edit'), edits as never, undefined, true)
    }
    const { joining: _, ...done } = membership.value
    membership.value = done
    await keepMembership(done)
  }

  /** Does something while no other window of this browser does. */
  const lead = (work: () => Promise<void>): void => {
    const locks = globalThis.navigator?.locks as LockManager | undefined
    if (!locks) return void work()
    part.value = 'waiting'
    void locks.request(LEAD, async () => {
      await work()
      await new Promise<void>((resolve) => (release = resolve))
    })
  }
  let release: () => void = () => {}

  /** At the start: a browser that belongs to a group takes its part. */
  async function wake(): Promise<void> {
    if (part.value !== 'none') return
    const kept = await readMembership().catch(() => null)
    if (!kept) return
    membership.value = kept
    lead(async () => {
      const now = await readMembership()
      if (now) await open(now, { how: 'enter' })
      else part.value = 'none'
    })
  }

  async function newMembership(name: string, of?: Pick<Invitation, 'group' | 'key'>): Promise<Membership> {
    const { signing, publicKey } = await newDeviceKeys()
    return {
      group: of?.group ?? newLetters(SECRET_BYTES),
      key: of?.key ?? newGroupKey(),
      device: newLetters(DEVICE_BYTES),
      name,
      signing,
      publicKey,
      ...(of ? { joining: true } : {}),
    }
  }

  /** Begins a group with this browser's yard. */
  async function found(name: string, code: string): Promise<void> {
    end()
    await forgetGroup()
    const one = await newMembership(name)
    lead(() => open(one, { how: 'found', code }))
  }
  async function join(invitation: Invitation, name: string): Promise<void> {
    end()
    await forgetGroup()
    const one = await newMembership(name, invitation)
    lead(() => open(one, { how: 'join', secret: invitation.secret }))
  }

  /** What another device scans or opens to join; good once, for ten minutes. */
  async function invite(to = '/'): Promise<string | null> {
    const one = membership.value
    if (!one || !session || standing.value.is !== 'here') return null
    const secret = newLetters(SECRET_BYTES)
    session.invite(await hashOf(secret))
    const { origin } = reachedAt()
    return `${origin}${relayPath()}join${toFragment({ group: one.group, key: one.key, secret, to })}`
  }
  /** Where other devices reach this app: a name only this machine knows is of no use to them. */
  function reachedAt(): { origin: string; others: boolean } {
    const { origin, hostname, protocol, port: at } = location
    const own_ = /^(localhost|127\.|\[::1\])/.test(hostname)
    const addresses = standing.value.is === 'here' ? standing.value.addresses : []
    const address = addresses.find((one) => !one.includes('//'))
    if (!own_) return { origin, others: true }
    if (!address) return { origin, others: false }
    return { origin: `${protocol}//${address}${at ? `:${at}` : ''}`, others: true }
  }
  /** Where a device learns to trust the shed; empty where there is no such page. */
  function trustPage(): string {
    if (standing.value.is !== 'here' || location.protocol !== 'https:') return ''
    return standing.value.addresses.find((one) => one.startsWith('http://')) ?? ''
  }
  const relayPath = () => new URL('.', relayAddress()).pathname.replace(/api\/$/, '')

  function rename(name: string): void {
    const one = membership.value
    if (!one) return
    membership.value = { ...one, name }
    void keepMembership(membership.value)
    nameMe()
  }

  function tell(presence: Presence): void {
    own = presence
    session?.pass({ is: 'presence', presence })
  }

  function end(): void {
    session?.end()
    port?.end()
    session = null
    port = null
    cipher = null
    begun = false
    isOne.value = false
    standing.value = { is: 'away' }
    waiting.value = false
    agree.value = true
    diskFull.value = false
    presences.value = {}
    yard.asked = []
    release()
  }
  /** Leaves the group: the yard stays in this browser, and goes its own way. */
  async function leave(): Promise<void> {
    const one = membership.value
    if (one) {
      port?.shared.say(`device/${one.device}`, undefined)
      await port?.settled()
      session?.withdraw(one.device)
    }
    end()
    await forgetGroup()
    inGroup.value = false
    membership.value = null
    part.value = 'none'
  }

  /** The word that waits at a heat until it is seen at the furnace. */
  function wordTo(heatId: string): { text: string; name: string; own: boolean } | null {
    const word = said.value[`word/${heatId}`] as { text?: unknown; from?: unknown } | undefined
    if (typeof word?.text !== 'string' || typeof word.from !== 'string') return null
    const own = word.from === membership.value?.device
    return { text: word.text, name: names.value[word.from] ?? t('group.a-device'), own }
  }
  /** @param text null where it was seen */
  function whisper(heatId: string, text: string | null): void {
    const from = membership.value?.device
    port?.shared.say(`word/${heatId}`, text === null ? undefined : { text, from })
  }

  return {
    part,
    standing,
    waiting,
    agree,
    diskFull,
    membership,
    devices,
    others,
    names,
    asks,
    failed,
    isOne,
    called,
    wake,
    found,
    join,
    takeOver,
    invite,
    reachedAt,
    trustPage,
    rename,
    withdraw,
    leave,
    tell,
    /** Asks another device to open a heat. */
    call: (device: string, heat: number, stage: 'scale' | 'melt') =>
      session?.pass({ is: 'come', from: membership.value?.device ?? '', to: device, heat, stage }),
    tryAgain: (entrance: Entrance = { how: 'enter' }) => session?.start(entrance),
    nudge: () => session?.nudge(),
    atStep,
    wordTo,
    whisper,
  }
})
