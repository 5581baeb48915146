let last: Promise<unknown> = Promise.resolve()

/** Does short work of many requests one after the other, whatever else waits being served in between. */
export function inTurn<T>(work: () => T): Promise<T> {
  const mine = last.then(() => new Promise<void>((resolve) => setImmediate(resolve))).then(work)
  last = mine.catch(() => {})
  return mine
}
