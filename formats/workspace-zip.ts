import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import type { Workspace } from '#core/workspace'
import { writeStock } from './stock-csv'
import { readWorkspace, writeWorkspace, YARD_TEXT_MOST, type WorkspaceFault } from './workspace-json'

/** Pictures by id, as the bytes of JPEG files. */
export type Photos = Record<string, Uint8Array>

export type ZipFault = WorkspaceFault | { kind: 'bad-zip' }
export type ZipRead = { ok: true; workspace: Workspace; photos: Photos } | { ok: false; fault: ZipFault }

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
  return zipSync({
    [YARD]: strToU8(writeWorkspace(workspace)),
    'stock.csv': strToU8(writeStock(workspace.lots)),
    ...(pictures as unknown as Record<string, [Uint8Array, { level: 0 }]>),
  })
}

/** A yard from a package; files it does not know are left aside. */
export function readYardZip(bytes: Uint8Array): ZipRead {
  let total = 0
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== YARD && !PHOTO.test(name)) return false
        total += originalSize
        if (total > UNPACKED_MOST || originalSize > (name === YARD ? YARD_TEXT_MOST : PHOTO_MOST))
          throw new RangeError('too large')
        return true
      },
    })
    const yard = files[YARD]
    if (!yard) return { ok: false, fault: { kind: 'not-a-workspace' } }
    const read = readWorkspace(strFromU8(yard))
    if (!read.ok) return read
    const photos: Photos = {}
    for (const [name, content] of Object.entries(files)) {
      const [, id] = PHOTO.exec(name) ?? []
      if (id) photos[id] = content
    }
    return { ok: true, workspace: read.workspace, photos }
  } catch (error) {
    return { ok: false, fault: { kind: error instanceof RangeError ? 'too-large' : 'bad-zip' } }
  }
}

/** Begins as a zip package does. */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b
