/** Counts what one client holds at a time. */
export function heldPerClient(most: number) {
  const held = new Map<string, number>()
  return {
    /** Takes one more; false where the client has as many as it may. */
    take(client: string): boolean {
      const now = held.get(client) ?? 0
      if (now >= most) return false
      held.set(client, now + 1)
      return true
    },
    give(client: string): void {
      const left = (held.get(client) ?? 1) - 1
      if (left > 0) held.set(client, left)
      else held.delete(client)
    },
  }
}
