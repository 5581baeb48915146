import { newGroupKey, openSealed, sealFor } from './cipher'
import type { Membership } from './group-disk'

type Bytes = Uint8Array<ArrayBuffer>

/** Public keys of a device: to seal something for it, and to see that something is from it. */
export interface PublicKeys {
  seal: string
  sign: string
}

/** Public keys that a device said in the group; null where it said none. */
export function publicKeysIn(said: Readonly<Record<string, unknown>>, device: string): PublicKeys | null {
  const keys = said[`seal/${device}`] as { seal?: unknown; sign?: unknown } | undefined
  return typeof keys?.seal === 'string' && typeof keys.sign === 'string'
    ? { seal: keys.seal, sign: keys.sign }
    : null
}

/** Under this name the group says that a device was shut out. */
export const outKey = (device: string): string => `out/${device}`

/** Bytes of a key's epoch (big-endian), which stand before the key where it is sealed. */
const EPOCH_BYTES = 4

/**
 * A new key of a group, sealed for each device that stays.
 * @param epoch how often the key was changed, this change included
 * @param staying devices; one that never said a public key gets none, and joins again
 */
export async function newKeyFor(
  one: Membership,
  epoch: number,
  staying: readonly string[],
  keysOf: (device: string) => PublicKeys | null,
): Promise<{ key: Bytes; sealed: { device: string; sealed: string }[] }> {
  const key = newGroupKey()
  const plain = new Uint8Array(EPOCH_BYTES + key.length)
  new DataView(plain.buffer).setUint32(0, epoch)
  plain.set(key, EPOCH_BYTES)
  const sealed: { device: string; sealed: string }[] = []
  for (const device of staying) {
    const to = keysOf(device)
    if (!to?.seal) continue
    const parties = { group: one.group, from: one.device, to: device }
    sealed.push({ device, sealed: await sealFor(parties, to.seal, one.signing, plain) })
  }
  return { key, sealed }
}

/**
 * A key that another device sealed for this one.
 * @returns null where it is none, or not from that device
 */
export async function openKey(
  one: Membership,
  sender: PublicKeys | null,
  from: string,
  sealed: string,
): Promise<{ key: Bytes; epoch: number } | null> {
  if (!one.sealing || !sender) return null
  const parties = { group: one.group, from, to: one.device }
  const plain = await openSealed(parties, sender.sign, one.sealing.privateKey, sealed)
  if (!plain) return null
  return { key: plain.slice(EPOCH_BYTES), epoch: new DataView(plain.buffer).getUint32(0) }
}
