import { afterEach, describe, expect, it, vi } from 'vitest'

/** A request as the server has it, by what the limits look at. */
const request = (remoteAddress: string, headers: Record<string, string>, encrypted = false) =>
  ({ node: { req: { socket: { remoteAddress, encrypted }, headers } } }) as never

async function limitsWith(trusted: string) {
  vi.resetModules()
  vi.stubEnv('HEPHAESTAL_TRUST_PROXY', trusted)
  return import('../../../server/limits/client-of')
}
afterEach(() => vi.unstubAllEnvs())

describe('whose request it is', () => {
  const told = { 'x-forwarded-for': '9.9.9.9, 10.0.0.7', 'x-forwarded-proto': 'https' }
  it('that of the socket, whatever the request says of itself', async () => {
    const { clientOf, overTls } = await limitsWith('')
    expect(clientOf(request('127.0.0.1', told))).toBe('127.0.0.1')
    expect(overTls(request('127.0.0.1', told))).toBe(false)
    expect(overTls(request('127.0.0.1', {}, true))).toBe(true)
  })
  it('behind a trusted proxy the last address that is none of its own, and its word for TLS', async () => {
    const { clientOf, overTls } = await limitsWith('loopback, 10.0.0.0/8')
    expect(clientOf(request('127.0.0.1', told))).toBe('9.9.9.9')
    expect(clientOf(request('8.8.8.8', told))).toBe('8.8.8.8')
    expect(overTls(request('127.0.0.1', told))).toBe(true)
    expect(overTls(request('8.8.8.8', told))).toBe(false)
  })
  it('a proxy name nobody knows stops the server with a word', async () => {
    await expect(limitsWith('nonsense')).rejects.toThrow(/nonsense/)
  })
})
