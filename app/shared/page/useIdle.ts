import { onBeforeUnmount } from 'vue'

/** Work that waits for a moment in which the page has nothing else to do, at most so long. */
const PATIENCE_MS = 400

/** Does things in idle moments, none of them once the component is gone. */
export function useIdle() {
  let waiting = 0
  // Not every browser tells of its idle moments; there the work comes a moment later.
  const ask = window.requestIdleCallback ?? ((work: () => void) => window.setTimeout(work, 60))
  const stop = window.cancelIdleCallback ?? window.clearTimeout
  function whenIdle(work: () => void): void {
    waiting = ask(work, { timeout: PATIENCE_MS })
  }
  onBeforeUnmount(() => stop(waiting))
  return { whenIdle }
}
