import proxyAddr from 'proxy-addr'
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

/** Whose request it is, as an address. */
export const clientOf = ({ node: { req } }: H3Event): string =>
  req.socket.remoteAddress ? proxyAddr(req, trust) : 'nowhere'

/** Whether the browser's own line is encrypted; a trusted proxy says so for its side. */
export function overTls({ node: { req } }: H3Event): boolean {
  if ('encrypted' in req.socket && req.socket.encrypted) return true
  const from = req.socket.remoteAddress
  return from !== undefined && trust(from, 0) && req.headers['x-forwarded-proto'] === 'https'
}
