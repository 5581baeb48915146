import { ref } from 'vue'

const message = ref('')
const said = ref('')
let timer: ReturnType<typeof setTimeout> | undefined
let saidTimer: ReturnType<typeof setTimeout> | undefined

/** A short word about what just happened. */
export function useNotices() {
  /** Shown for a moment, and read out by screen readers. */
  function announce(text: string): void {
    message.value = text
    clearTimeout(timer)
    timer = setTimeout(() => (message.value = ''), 5000)
  }
  /** Read out only: what is seen on the page anyway. */
  function say(text: string): void {
    said.value = text
    clearTimeout(saidTimer)
    saidTimer = setTimeout(() => (said.value = ''), 10_000)
  }
  return { message, said, announce, say }
}
