import { nextTick, onBeforeUnmount } from 'vue'

/** Gives the keyboard back to what opened a sheet, once it closes, where the page has not taken it elsewhere. */
export function useFocusBack(): void {
  const opener = document.activeElement
  onBeforeUnmount(() => {
    void nextTick(() =>
      requestAnimationFrame(() => {
        const nowhere = !document.activeElement || document.activeElement === document.body
        if (nowhere && opener instanceof HTMLElement && opener.isConnected) opener.focus()
      }),
    )
  })
}
