import { dropDatabase, openStore } from './store'

const PADDING = 'hephaestal-padding'
const PIECES = 8
const PIECE_BYTES = 2 ** 20

/**
 * Makes the browser's database begin a new log. One in which a write broke off on a full disk may be taken as broken at
 * the browser's next start, and all of the database with it, although later writes went well: so it was seen in
 * Chromium 156 (LevelDB). After so much has been written what the log held lies in tables, and the log is let go.
 * @throws where there is no room for it yet
 */
export async function settleDatabase(): Promise<void> {
  const padding = openStore(PADDING, 'padding')
  for (let piece = 0; piece < PIECES; piece++) {
    const bytes = new Uint8Array(PIECE_BYTES)
    // What does not press, so that it is written as long as it is.
    for (let from = 0; from < bytes.length; from += 65_536)
      crypto.getRandomValues(bytes.subarray(from, from + 65_536))
    await padding.setItem(`${piece}`, bytes)
  }
  await dropDatabase(PADDING)
}
