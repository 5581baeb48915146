import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'

/**
 * What is asked of another address, or in another way, gets a plain no and not the app's page.
 * @param only the one way the address is asked in; none where there is no such address
 */
export function plainNo(event: H3Event, only?: 'GET' | 'POST') {
  setResponseStatus(event, only ? 405 : 404)
  if (only) setResponseHeader(event, 'allow', only)
  const message = only ? `only ${only} is understood here` : 'there is nothing at this address'
  return { error: only ? 'method' : 'unknown', issues: [{ path: [], message }] }
}
