/** Longest the page stands still for one piece of a long work, ms. */
const STRETCH_MS = 30

/** A word to say between two pieces of a long work: it waits for the page's own doings when enough time has gone by. */
export function yieldToEventLoop(): () => Promise<void> | undefined {
  let since = performance.now()
  return () => {
    if (performance.now() - since < STRETCH_MS) return undefined
    return new Promise((resolve) =>
      setTimeout(() => {
        since = performance.now()
        resolve()
      }),
    )
  }
}
