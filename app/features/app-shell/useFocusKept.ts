import { useEventListener, useMutationObserver } from '@vueuse/core'
import { onMounted, ref } from 'vue'

const ABLE =
  'a[href], button:not(:disabled), input:not(:disabled, [type=hidden]), select:not(:disabled), textarea:not(:disabled), summary, [tabindex="0"]'
/** Where the hand goes next: what a page names so, else its one thing to do. */
const NEXT = '[data-hand], .btn-next'
/** A part of a page that is done with for itself. */
const PART = 'section, form, fieldset, li, .slab, .furnace, [role=dialog], main'

const seen = (element: HTMLElement) => element.checkVisibility({ visibilityProperty: true })
const firstIn = (where: Element, what: string) =>
  [...where.querySelectorAll<HTMLElement>(what)].find((one) => one.matches(ABLE) && seen(one))

/**
 * What a press takes off the page takes the keyboard with it, and the next Tab begins at the top. Here it goes on to
 * where the hand goes: in the part that was left, what is next there, else what can be reached first.
 */
export function useFocusKept(): void {
  let way: Element[] = []
  useEventListener(document, 'focusin', ({ target }) => {
    way = []
    for (let at = target as Element | null; at; at = at.parentElement) way.push(at)
  })
  const body = ref<HTMLElement | null>(null)
  onMounted(() => (body.value = document.body))
  function keep(): void {
    const nowhere = !document.activeElement || document.activeElement === document.body
    if (!nowhere || !way[0] || way[0].isConnected) return
    // A sheet gives the keyboard back to what opened it.
    const sheet = way.some(({ id }) => id === 'headlessui-portal-root')
    const left = way.filter((element) => element.isConnected && !element.contains(document.body))
    way = []
    if (sheet) return
    const parts = left.filter((element) => element.matches(PART))
    const next = parts.map((part) => firstIn(part, NEXT)).find(Boolean)
    const any = left.map((element) => firstIn(element, ABLE)).find(Boolean)
    const to = next ?? any ?? document.querySelector<HTMLElement>('main')
    to?.focus({ preventScroll: to.matches('main') })
  }
  useMutationObserver(
    body,
    () => {
      // Once all of what one press changes has changed.
      if (document.activeElement === document.body && way[0] && !way[0].isConnected)
        requestAnimationFrame(keep)
    },
    { childList: true, subtree: true },
  )
}
