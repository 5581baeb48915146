import proxyAddr from 'proxy-addr'
import type { IncomingMessage } from 'node:http'
import type { H3Event } from 'h3'

/**
 * Proxies that may say whom they speak for: addresses or nets, with commas between, in HEPHAESTAL_TRUST_PROXY; also
 * "loopback", "linklocal" and "uniquelocal". Without it nobody is believed: the address is that of the socket.
 */
const trusted = (process.env.HEPHAESTAL_TRUST_PROXY ?? '')
  .split(',')
  .map((one) => one.trim())
  .filter(Boolean)
const trust = proxyAddr.compile(trusted)

/** What tells whose request it is. */
type Asking = Pick<IncomingMessage, 'headers'> & { socket: { remoteAddress?: string | undefined } }

/** Whose request it is, as an address. */
export const addressOf = (asking: Asking): string =>
  asking.socket.remoteAddress ? proxyAddr(asking as IncomingMessage, trust) : 'nowhere'
/** Whose request an event is, as an address. */
export const clientOf = ({ node: { req } }: H3Event): string => addressOf(req)

const own = proxyAddr.compile('loopback')

/** Whether somebody at this very machine asks; a proxy that was not named speaks for anybody. */
export const isOwn = (asking: Asking): boolean =>
  own(addressOf(asking), 0) && (trusted.length > 0 || !asking.headers['x-forwarded-for'])

/** Whether the browser's own line is encrypted; a trusted proxy says so for its side. */
export function overTls({ node: { req } }: H3Event): boolean {
  if ('encrypted' in req.socket && req.socket.encrypted) return true
  const from = req.socket.remoteAddress
  return from !== undefined && trust(from, 0) && req.headers['x-forwarded-proto'] === 'https'
}
