import { ref } from 'vue'

const fault = ref('')

/** What in the app itself gave way, in its own words; empty where nothing did. */
export function useFaults() {
  function note(error: unknown): void {
    // Work that was called off is no fault.
    if ((error as { name?: string } | null)?.name === 'AbortError') return
    fault.value = String((error as { message?: string } | null)?.message ?? error)
  }
  return { fault, note }
}
