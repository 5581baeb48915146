/**
 * The path an app lies under, with a stroke at both ends: "casting" is "/casting/", nothing is "/".
 * @param asked as somebody typed it
 * @throws RangeError where it is no path: an address, or with signs that a path must not have
 */
export function baseOf(asked: string | undefined): string {
  const path = `/${(asked ?? '').trim()}/`.replaceAll(/\/{2,}/g, '/')
  if (/^\/(?:[\w.~-]+\/)*$/.test(path) && !path.includes('/../') && !path.includes('/./')) return path
  throw new RangeError(
    `BASE_URL is "${asked}": it is to be a path like /casting/, without an address before it.`,
  )
}
