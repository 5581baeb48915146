/* A large value carried between a page and its workers a little at a time, so that neither stands still for it. */

/** Of lists longer than this the items go apart. */
const WHOLE_MOST = 20
/** Items carried at once: a few milliseconds' work. */
export const AT_ONCE = 50
/** Deeper than this nothing is taken apart. */
const DEEPEST = 6

/** Where a list lies in a value. */
export type Path = readonly string[]

/** A value without its long lists, and these with where they belong. */
export interface Apart {
  frame: unknown
  lists: { path: Path; items: readonly unknown[] }[]
}

/**
 * A value with its long lists taken out, as deep as a yard's file has any; items are not looked into.
 * @example splitForTransfer({ ok: true, heats: thousand }) // { frame: { ok: true, heats: [] }, lists: [{ path: ['heats'], items: thousand }] }
 */
export function splitForTransfer(value: unknown): Apart {
  const lists: Apart['lists'] = []
  const within = (one: unknown, path: Path): unknown => {
    if (Array.isArray(one)) {
      if (one.length <= WHOLE_MOST) return one
      lists.push({ path, items: one })
      return []
    }
    if (path.length >= DEEPEST || Object.prototype.toString.call(one) !== '[object Object]') return one
    return Object.fromEntries(
      Object.entries(one as object).map(([key, inner]) => [key, within(inner, [...path, key])]),
    )
  }
  return { frame: within(value, []), lists }
}

/** Puts some items of a list back where they belong. */
export function joinTransferred(frame: unknown, path: Path, items: readonly unknown[]): void {
  const list = path.reduce((at, key) => (at as Record<string, unknown>)[key], frame) as unknown[]
  for (const item of items) list.push(item)
}
