import { isIP } from 'node:net'
import { hostname } from 'node:os'

/** Names this server answers to, besides addresses: its machine's, and those HEPHAESTAL_HOSTS lists with commas. */
function namesOf(env: string | undefined): ReadonlySet<string> {
  const own = hostname()
    .toLowerCase()
    .replace(/\.local$/, '')
  const more = (env ?? '').split(',').map((one) => one.trim().toLowerCase())
  return new Set(['localhost', own, `${own}.local`, ...more].filter(Boolean))
}
const names = namesOf(process.env.HEPHAESTAL_HOSTS)

/**
 * Whether a Host header names this server. A page of a stranger whose name was made to resolve to this machine (DNS
 * rebinding) sends its own name, and is refused; an address cannot be made to resolve.
 * @param host as the header says it, with or without a port
 * @param known names in small letters
 */
export function isKnownHost(host: string | null | undefined, known: ReadonlySet<string> = names): boolean {
  const name = /^(\[[^\]]+\]|[^:]+)(?::\d{1,5})?$/.exec(host?.trim().toLowerCase() ?? '')?.[1]
  if (!name) return false
  const bare = name.startsWith('[') ? name.slice(1, -1) : name.replace(/\.$/, '')
  return isIP(bare) !== 0 || known.has(bare)
}
