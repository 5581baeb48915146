import type { Change, OpenClash } from '#core/workspace'

/** What one window tells the others: how it has changed the yard, or what of the open questions was answered in it. */
export interface Told {
  from: string
  changes: Change[]
  settled?: Pick<OpenClash, 'collection' | 'id' | 'path'>
}

/** A line to the other windows of this yard; silent where the browser has none. */
export function openWindows(name: string, hear: (told: Told) => void) {
  const self = crypto.randomUUID()
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(`${name}-changes`)
  if (channel)
    channel.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.from !== self) hear(data)
    }
  return {
    tell: (changes: Change[], settled?: Told['settled']) =>
      channel?.postMessage({ from: self, changes, ...(settled ? { settled } : {}) }),
  }
}
