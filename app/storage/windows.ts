import type { Change } from '#core/workspace'

/** What one window tells the others when it has changed the yard. */
export interface Told {
  from: string
  changes: Change[]
}

/** A line to the other windows of this yard; silent where the browser has none. */
export function openWindows(name: string, hear: (told: Told) => void) {
  const self = crypto.randomUUID()
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(`${name}-changes`)
  if (channel)
    channel.onmessage = ({ data }: MessageEvent<Told>) => {
      if (data.from !== self) hear(data)
    }
  return { tell: (changes: Change[]) => channel?.postMessage({ from: self, changes }) }
}
