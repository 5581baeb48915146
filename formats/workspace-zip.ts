import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import type { Workspace } from '#core/workspace'
import { writeStock } from './stock-csv'
import { readWorkspace, sealWorkspace, YARD_TEXT_MOST, type WorkspaceFault } from './workspace-json'
import { crcOf, sealZip, statedCrcs, zipSealing } from './zip-seal'

/** Pictures by id, as the bytes of JPEG files. */
export type Photos = Record<string, Uint8Array>

export type ZipFault =
  | WorkspaceFault
  | { kind: 'bad-zip' }
  | { kind: 'package-damaged'; workspace: Workspace; vouched: boolean; lost: number }
/** With a fault, `photos` are the pictures that are whole. */
export type ZipRead =
  | { ok: true; workspace: Workspace; photos: Photos }
  | { ok: false; fault: ZipFault; photos: Photos }

const YARD = 'yard.json'
const PHOTO = /^photos\/([0-9a-f-]{36})\.jpg$/
/** Most that a package may unpack to, bytes, and most that one picture of it may. */
const UNPACKED_MOST = 600 * 2 ** 20
const PHOTO_MOST = 24 * 2 ** 20

/** The yard in one package: its JSON, the pictures, and the stock as a table. */
export function writeYardZip(workspace: Workspace, photos: Photos): Uint8Array {
  const pictures = Object.fromEntries(
    Object.entries(photos).map(([id, bytes]) => [
      `photos/${id}.jpg`,
      [bytes, { level: 0 as const }] as const,
    ]),
  )
  const zip = zipSync({
    [YARD]: strToU8(sealWorkspace(workspace)),
    'stock.csv': strToU8(writeStock(workspace.lots)),
    ...(pictures as unknown as Record<string, [Uint8Array, { level: 0 }]>),
  })
  return sealZip(zip)
}

/**
 * A yard from a package; files it does not know are left aside. One that is not as it was saved is not taken as good:
 * what of it is whole, is told.
 */
export function readYardZip(bytes: Uint8Array): ZipRead {
  let total = 0
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== YARD && !PHOTO.test(name)) return false
        total += originalSize
        if (total > UNPACKED_MOST || originalSize > (name === YARD ? YARD_TEXT_MOST : PHOTO_MOST))
          throw new RangeError('too large')
        return true
      },
    })
  } catch (error) {
    const kind = error instanceof RangeError ? 'too-large' : 'bad-zip'
    return { ok: false, fault: { kind }, photos: {} }
  }
  const yard = files[YARD]
  if (!yard) return { ok: false, fault: { kind: 'not-a-workspace' }, photos: {} }
  const crcs = statedCrcs(bytes)
  const isWhole = (name: string) => crcs.get(name) === crcOf(files[name]!)
  const names = Object.keys(files).filter((name) => PHOTO.test(name))
  const photos: Photos = Object.fromEntries(
    names.filter(isWhole).map((name) => [PHOTO.exec(name)![1]!, files[name]!]),
  )
  const read = readWorkspace(strFromU8(yard))
  if (!read.ok) return { ...read, photos }
  const lost = names.length - Object.keys(photos).length
  if (lost > 0 || !isWhole(YARD) || zipSealing(bytes) === 'changed') {
    // The yard's own text vouches for itself, where it was sealed.
    const vouched = read.sealed || isWhole(YARD)
    return {
      ok: false,
      fault: { kind: 'package-damaged', workspace: read.workspace, vouched, lost },
      photos,
    }
  }
  return { ok: true, workspace: read.workspace, photos }
}

/** Begins as a zip package does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b
