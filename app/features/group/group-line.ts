import {
  cutInPieces,
  joinPieces,
  packPiece,
  relayWordSchema,
  unpackPiece,
  type DeviceWord,
  type Kind,
  type RelayWord,
} from '#core/relay'
import { addressOf } from '~/shared/page/served'

/** What comes over the line. */
export interface LineEars {
  word: (word: RelayWord) => void
  thing: (kind: Kind, number: number, content: Uint8Array) => void
  /** it broke off, or never came about */
  lost: () => void
}

/** Where the relay of this app's own server is. */
export function relayAddress(): string {
  const address = new URL(addressOf('/api/group'), location.href)
  address.protocol = address.protocol === 'https:' ? 'wss:' : 'ws:'
  return address.href
}

/** A line to the relay; one that breaks off is not mended here. */
export function openLine(url: string, { word, thing, lost }: LineEars) {
  const socket = new WebSocket(url)
  socket.binaryType = 'arraybuffer'
  let pieces: Uint8Array[] = []
  let over = false
  const end = () => {
    if (over) return
    over = true
    lost()
  }
  socket.onmessage = ({ data }: MessageEvent<string | ArrayBuffer>) => {
    if (over) return
    if (typeof data === 'string') {
      const read = relayWordSchema.safeParse(JSON.parse(data))
      if (read.success) word(read.data)
      return
    }
    const piece = unpackPiece(new Uint8Array(data))
    if (!piece) return
    pieces.push(piece.content)
    if (piece.more) return
    thing(piece.kind, piece.number, pieces.length === 1 ? pieces[0]! : joinPieces(pieces))
    pieces = []
  }
  socket.onclose = end
  socket.onerror = end
  const encoder = new TextEncoder()
  return {
    say: (one: DeviceWord) => socket.send(encoder.encode(JSON.stringify(one))),
    send(kind: Kind, content: Uint8Array): void {
      const cut = cutInPieces(content)
      cut.forEach((part, at) =>
        socket.send(packPiece({ kind, more: at < cut.length - 1, number: 0, content: part })),
      )
    },
    shut(): void {
      over = true
      socket.close()
    },
  }
}
export type Line = ReturnType<typeof openLine>
