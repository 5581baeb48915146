import { defineWebSocketHandler } from 'h3'
import { sharedRelay } from '../group/shared'
import type { Relay } from '../group/relay'
import { addressOf, isOwn } from '../limits/client-of'

const lines = new WeakMap<object, ReturnType<Relay['connect']>>()

/** The line between the devices of one yard. */
export default defineWebSocketHandler({
  async open(peer) {
    const headers = Object.fromEntries(peer.request.headers ?? [])
    const asking = { headers, socket: { remoteAddress: peer.remoteAddress } }
    const relay = await sharedRelay()
    lines.set(
      peer,
      relay.connect({
        address: addressOf(asking),
        own: isOwn(asking),
        send: (frame) => void peer.send(frame),
        close: () => peer.close(),
        waiting: () => peer.websocket.bufferedAmount ?? 0,
      }),
    )
  },
  async message(peer, message) {
    await lines.get(peer)?.frame(message.uint8Array())
  },
  close(peer) {
    lines.get(peer)?.closed()
  },
})
