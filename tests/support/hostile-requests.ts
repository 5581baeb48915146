import { seeded } from './random-problem'

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'OPTIONS', 'CONNECT', 'TRACE', 'get', 'BREW', '']
const PATHS = [
  '/',
  '//',
  '///etc/passwd',
  '//evil.example/',
  '/../../etc/passwd',
  '/..%2f..%2fauthority.key',
  '/%',
  '/%00',
  '/%E0%A4%A',
  '/api/charge',
  '/api/group',
  '/api/devices',
  '/api/nothing',
  '*',
  '',
  'http://evil.example/',
  'http://[::1',
  '/\\\\evil',
  `/${'a'.repeat(9000)}`,
  '/?x=%',
  '/#a',
  '/stock',
  '/_nuxt/../package.json',
  '/sw.js',
]
const HEADERS = [
  'Host: 127.0.0.1',
  'Host: evil.example',
  'Host: ',
  'Host: [::1',
  'Host: 127.0.0.1\r\nHost: evil.example',
  'X-Forwarded-For: 1.2.3.4',
  'Content-Length: 5',
  'Content-Length: -1',
  'Content-Length: 99999999999999',
  'Transfer-Encoding: chunked',
  'Transfer-Encoding: chunked\r\nContent-Length: 3',
  'Upgrade: websocket\r\nConnection: Upgrade\r\nSec-WebSocket-Key: x\r\nSec-WebSocket-Version: 13',
  'Upgrade: h2c\r\nConnection: Upgrade',
  'Expect: 100-continue',
  'Cookie: a=b; __proto__=1',
  `X-Long: ${'b'.repeat(20_000)}`,
  'Range: bytes=0-,-1',
  'If-Modified-Since: never',
  'Accept-Encoding: gzip;q=Infinity',
  'Origin: null',
  'bad header',
  '\u0000: \u0001',
]
const BODIES = [
  '',
  '{}',
  '{"__proto__":1}',
  '[',
  '\u0000\u0001',
  '5\r\nhello\r\n0\r\n\r\n',
  'zz\r\n',
  '{"lots":[{}]}',
]
const VERSIONS = ['HTTP/1.1', 'HTTP/1.0', 'HTTP/9.9', 'HTP', '']

/** What a hostile client may send as one request; the same seed sends the same. */
export function hostileRequest(seed: number): Buffer {
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const headers = Array.from({ length: Math.floor(random() * 5) }, () => pick(HEADERS))
  if (random() < 0.7) headers.unshift('Host: 127.0.0.1')
  const text = `${pick(METHODS)} ${pick(PATHS)} ${pick(VERSIONS)}\r\n${headers.map((one) => `${one}\r\n`).join('')}\r\n${pick(BODIES)}`
  const bytes = Buffer.from(text, 'latin1')
  const how = random()
  if (how < 0.1) return bytes.subarray(0, Math.floor(random() * bytes.length))
  if (how < 0.2) bytes[Math.floor(random() * bytes.length)]! ^= 1 << Math.floor(random() * 8)
  return bytes
}
