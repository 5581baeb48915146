import type { OpenClash } from '#core/merge'
import { REVISION, type Change } from '#core/workspace'

/** What one window tells the others: how it has changed the yard, or what of the open questions was answered in it. */
export interface WindowMessage {
  from: string
  /** of the app that tells it; the first apps did not say */
  revision?: number
  changes: Change[]
  settled?: Pick<OpenClash, 'collection' | 'id' | 'path'>
  /** the last word of other devices that is in the changes */
  heard?: number
}

/** Changes told in one message. */
const AT_ONCE = 100

/**
 * A line to the other windows of this yard; silent where the browser has none.
 * @param overtaken told when a newer app than this one is at the yard in another window: what it tells is not heard
 */
export function openWindows(name: string, hear: (told: WindowMessage) => void, overtaken: () => void) {
  const self = crypto.randomUUID()
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(`${name}-changes`)
  if (channel)
    channel.onmessage = ({ data }: MessageEvent<WindowMessage>) => {
      if (data.from === self) return
      if ((data.revision ?? 0) > REVISION) overtaken()
      else hear(data)
    }
  const waiting: WindowMessage[] = []
  /** Message by message, the window breathing in between: a whole yard is copied for the other windows. */
  function send(): void {
    const next = waiting.shift()
    if (!next) return
    channel?.postMessage(next)
    if (waiting.length > 0) setTimeout(send)
  }
  return {
    tell(changes: Change[], { settled, heard }: Pick<WindowMessage, 'settled' | 'heard'> = {}): void {
      const idle = waiting.length === 0
      for (let from = 0; from === 0 || from < changes.length; from += AT_ONCE) {
        const part = changes.slice(from, from + AT_ONCE)
        // Only with the last of them all of it is told.
        const all = from + AT_ONCE >= changes.length && heard !== undefined ? { heard } : {}
        const answered = settled ? { settled } : {}
        waiting.push({ from: self, revision: REVISION, changes: part, ...answered, ...all })
      }
      if (idle) send()
    },
  }
}
