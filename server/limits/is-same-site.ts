/**
 * Whether a page of this server's own opens the line, or no page at all: a browser says whose page it is, and a page of
 * another site has no business here.
 */
export function isSameSite(headers: Headers): boolean {
  const origin = headers.get('origin')
  // A plain GET of another site's page carries no origin, but says that it is of another site.
  if (origin === null) return !/^(cross-site|same-site)$/.test(headers.get('sec-fetch-site') ?? '')
  try {
    return new URL(origin).host === headers.get('host')
  } catch {
    return false
  }
}
