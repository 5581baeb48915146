import { defineEventHandler, getRequestHeader, setResponseHeader, setResponseStatus } from 'h3'
import { isKnownHost } from '../limits/known-hosts'

/** The engine, the instruments and the groups answer to this server's names only. */
export default defineEventHandler((event) => {
  if (!event.path.startsWith('/api/') || isKnownHost(getRequestHeader(event, 'host'))) return
  setResponseStatus(event, 421)
  setResponseHeader(event, 'cache-control', 'no-store')
  const message = 'the server does not answer to this name; HEPHAESTAL_HOSTS lists names it answers to'
  return { error: 'host', issues: [{ path: [], message }] }
})
