import { addressOf } from '~/shared/page/served'
import type { LineSource } from './line-source'

/** So long without a line means the server is gone, though the connection may not know it yet. */
const SILENT_MS = 6000

/** Lines of a pretended instrument that runs on the server. */
export const serverLines: LineSource = async (query, { line, lost }) => {
  const search = new URLSearchParams(
    Object.entries(query).map(([key, value]): [string, string] => [key, String(value)]),
  )
  const events = new EventSource(addressOf(`/api/devices/lines?${search}`))
  let watchdog: ReturnType<typeof setTimeout> | undefined
  const shut = () => {
    clearTimeout(watchdog)
    window.removeEventListener('offline', broke)
    events.close()
  }
  const broke = () => {
    shut()
    lost()
  }
  const watch = () => {
    clearTimeout(watchdog)
    watchdog = setTimeout(broke, SILENT_MS)
  }
  events.onmessage = ({ data }) => {
    watch()
    line(String(data))
  }
  events.onerror = broke
  window.addEventListener('offline', broke)
  watch()
  return shut
}
