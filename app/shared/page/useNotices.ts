import { ref } from 'vue'

const message = ref('')
let timer: ReturnType<typeof setTimeout> | undefined

/** A short word about what just happened, read out by screen readers. */
export function useNotices() {
  function announce(text: string): void {
    message.value = text
    clearTimeout(timer)
    timer = setTimeout(() => (message.value = ''), 5000)
  }
  return { message, announce }
}
